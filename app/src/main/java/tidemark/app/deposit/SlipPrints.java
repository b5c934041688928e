package tidemark.app.deposit;

import static tidemark.core.words.Catalogue.say;

import java.time.Clock;
import java.util.List;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.print.PrintedSheet;
import tidemark.core.deposit.CashPieces;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.Words;
import tidemark.core.receipt.InHand;
import tidemark.core.receipt.Tender;

/** Prints slips as the bank takes them: totals by tender, pieces of cash, the list of checks. */
@Service
class SlipPrints {
    private final Slips books;
    private final BankAccounts bankAccounts;
    private final Companies companies;
    private final ActivityLog activity;
    private final JdbcTemplate jdbc;
    private final Clock clock;

    SlipPrints(
            Slips books,
            BankAccounts bankAccounts,
            Companies companies,
            ActivityLog activity,
            JdbcTemplate jdbc,
            Clock clock) {
        this.books = books;
        this.bankAccounts = bankAccounts;
        this.companies = companies;
        this.activity = activity;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** Recorded: from the second time on it says that it is a copy. */
    @Transactional
    byte[] print(long companyId, long slipId, PrintedSheet.Paper paper, String who) {
        DepositSlip slip = books.locked(companyId, slipId);
        Slips.Standing standing = books.standing(slip);
        Integer before = jdbc.queryForObject("select printed from deposit_slip where id = ?", Integer.class, slipId);
        jdbc.update("update deposit_slip set printed = printed + 1 where id = ?", slipId);
        activity.record(
                companyId, who, "slip.printed", "deposit_slip", slipId, say("slip.printed.printed", slip.title()));
        Company company = companies.get(companyId);
        BankAccount account = bankAccounts.get(companyId, slip.bankAccountId());
        return PrintedSheet.of(
                paper,
                PrintedSheet.Stamp.at(who, clock.instant(), company.zone(), before != null && before > 0),
                sheet -> write(sheet, standing, company, account));
    }

    /**
     * The register of slips, as it is listed.
     *
     * @param rows as they are listed, each with its sum
     */
    @Transactional(readOnly = true)
    public byte[] register(long companyId, PrintedSheet.Paper paper, List<SlipViews.SlipRow> rows, String who) {
        Company company = companies.get(companyId);
        CurrencyUnit currency = company.baseCurrency();
        long total = 0;
        for (SlipViews.SlipRow row : rows) {
            total = Math.addExact(total, MinorUnits.parse(row.total(), currency, "total"));
        }
        long all = total;
        return PrintedSheet.of(paper, PrintedSheet.Stamp.at(who, clock.instant(), company.zone(), false), sheet -> {
            sheet.title(say("deposit.printRegister"));
            sheet.line(company.name());
            sheet.table(
                    new float[] {15, 22, 15, 15, 15, 8, 18},
                    Set.of(5, 6),
                    List.of(
                            say("deposit.printNumber"),
                            say("deposit.printBankAccount"),
                            say("deposit.printPaperDate"),
                            say("deposit.printTakenOn"),
                            say("deposit.printState"),
                            say("deposit.printCount"),
                            say("deposit.printAmountIn", currency.getCode())),
                    rows.stream()
                            .map(r -> List.of(
                                    r.number(),
                                    r.account(),
                                    Words.day(r.paperDate()),
                                    r.takenOn() == null ? "" : Words.day(r.takenOn()),
                                    r.state().words(),
                                    String.valueOf(r.receipts()),
                                    MinorUnits.grouped(MinorUnits.parse(r.total(), currency, "total"), currency)))
                            .toList(),
                    List.of(
                            say("deposit.printAll"),
                            "",
                            "",
                            "",
                            "",
                            String.valueOf(rows.size()),
                            MinorUnits.grouped(all, currency)));
        });
    }

    private void write(PrintedSheet sheet, Slips.Standing standing, Company company, BankAccount account) {
        DepositSlip slip = standing.slip();
        CurrencyUnit currency = company.baseCurrency();
        sheet.title(say("deposit.printTitle", slip.number()));
        sheet.line(company.name());
        sheet.line(say("deposit.printAccount", account.name(), account.bank(), account.shortNumber()));
        sheet.line(say("deposit.printDate", Words.day(slip.paperDate())));
        sheet.line(slip.bagNumber().isEmpty() ? "" : say("deposit.printBag", slip.bagNumber()));
        sheet.heading(say("deposit.printTotals", currency.getCode()));
        InHand sums = InHand.of(
                standing.receipts().stream()
                        .map(r -> new InHand.Item(0, r.tender(), r.tenderName(), r.receivedOn(), r.minorUnits()))
                        .toList(),
                slip.paperDate());
        sheet.table(
                new float[] {60, 20, 20},
                Set.of(1, 2),
                List.of(say("deposit.printTender"), say("deposit.printCount"), say("deposit.printAmount")),
                sums.groups().stream()
                        .map(g -> List.of(
                                g.name().isEmpty() ? g.tender().words() : g.name(),
                                String.valueOf(g.count()),
                                MinorUnits.grouped(g.total(), currency)))
                        .toList(),
                List.of(
                        say("deposit.printAll"),
                        String.valueOf(standing.receipts().size()),
                        MinorUnits.grouped(sums.total(), currency)));
        cash(sheet, standing, currency);
        List<ReceiptInHand> checks = standing.receipts().stream()
                .filter(r -> r.tender() == Tender.CHECK)
                .toList();
        if (!checks.isEmpty()) {
            sheet.heading(say("deposit.printChecks"));
            sheet.table(
                    new float[] {10, 25, 45, 20},
                    Set.of(0, 3),
                    List.of("", say("deposit.printNumber"), say("deposit.printFrom"), say("deposit.printAmount")),
                    java.util.stream.IntStream.range(0, checks.size())
                            .mapToObj(i -> List.of(
                                    String.valueOf(i + 1),
                                    checks.get(i).number(),
                                    checks.get(i).payer(),
                                    MinorUnits.grouped(checks.get(i).minorUnits(), currency)))
                            .toList(),
                    List.of());
        }
    }

    private static void cash(PrintedSheet sheet, Slips.Standing standing, CurrencyUnit currency) {
        Slips.Counted counted = standing.counted();
        CashPieces pieces = counted == null ? CashPieces.NONE : new CashPieces(counted.pieces());
        Long total = counted == null ? null : counted.cashTotal();
        if (total != null) {
            sheet.heading(say("deposit.printCash"));
            sheet.line(say("deposit.printOneTotal", MinorUnits.grouped(total, currency)));
        } else if (pieces.count() > 0) {
            sheet.heading(say("deposit.printCash"));
            sheet.table(
                    new float[] {60, 20, 20},
                    Set.of(0, 1, 2),
                    List.of(say("deposit.printPiece"), say("deposit.printCount"), say("deposit.printAmount")),
                    pieces.pieces().entrySet().stream()
                            .map(p -> List.of(
                                    MinorUnits.grouped(p.getKey(), currency),
                                    String.valueOf(p.getValue()),
                                    MinorUnits.grouped(
                                            new CashPieces(java.util.Map.of(p.getKey(), p.getValue())).total(),
                                            currency)))
                            .toList(),
                    List.of("", String.valueOf(pieces.count()), MinorUnits.grouped(pieces.total(), currency)));
        }
    }
}
