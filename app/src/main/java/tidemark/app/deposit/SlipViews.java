package tidemark.app.deposit;

import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.ledger.Ledger;
import tidemark.app.party.Tenders;
import tidemark.core.deposit.CashPieces;
import tidemark.core.deposit.DepositCount;
import tidemark.core.deposit.SlipBooking;
import tidemark.core.deposit.SlipState;
import tidemark.core.ledger.TaxedLine;
import tidemark.core.money.MinorUnits;

/** Slips as they are shown: in a list, and whole with their count. Amounts are decimal text of the company's currency. */
@Component
class SlipViews {
    private final Companies companies;
    private final Tenders tenders;
    private final BankAccounts bankAccounts;

    SlipViews(Companies companies, BankAccounts bankAccounts, Tenders tenders) {
        this.tenders = tenders;
        this.companies = companies;
        this.bankAccounts = bankAccounts;
    }

    /**
     * A slip in a list; amounts as decimal text of the company's currency.
     *
     * @param paperDate the date on the slip
     * @param takenOn the day it was taken to the bank; absent before
     * @param receipts how many are on it
     * @param version that a change is made on
     */
    public record SlipRow(
            long id,
            String number,
            long bankAccountId,
            String account,
            @Nullable Long siteId,
            LocalDate paperDate,
            @Nullable LocalDate takenOn,
            SlipState state,
            int receipts,
            String total,
            String madeBy,
            Instant madeAt,
            int version) {}

    SlipRow row(DepositSlip s, DepositSlips.Sum sum) {
        return new SlipRow(
                s.id(),
                s.number(),
                s.bankAccountId(),
                bankAccounts.get(s.companyId(), s.bankAccountId()).name(),
                s.siteId(),
                s.paperDate(),
                s.takenOn(),
                s.state(),
                sum.count(),
                MinorUnits.toDecimal(
                        sum.minorUnits(), companies.get(s.companyId()).baseCurrency()),
                s.madeBy(),
                s.madeAt(),
                s.version());
    }

    /**
     * What explains something that does not agree.
     *
     * @param receiptId the receipt it is about, with its amount
     */
    public record CountExplanation(
            DepositCount.Explanation.Kind kind,
            @Nullable Long receiptId,
            @Nullable String amount,
            String words) {}

    /**
     * One thing that does not agree; more than one explanation says that it cannot be told.
     *
     * @param keyed the place among the keyed amounts, from 0; absent for a receipt that was not keyed
     */
    public record CountLeftover(@Nullable Integer keyed, List<CountExplanation> explanations) {}

    /** A note or coin of the currency, how many of it were counted, and what they come to. */
    public record PieceCount(String value, int count, String amount) {}

    /**
     * What was counted; amounts as decimal text.
     *
     * @param found for each keyed amount the receipt it found; 0 for none
     * @param checksTotal what the keyed checks come to
     * @param cashTotal what the counted cash comes to
     * @param apart counted less what is on the slip; below zero where too little was counted
     */
    public record CountView(
            List<String> checks,
            List<Long> found,
            List<CountLeftover> leftovers,
            String checksTotal,
            String cashTotal,
            String total,
            String apart,
            String checksApart,
            String cashApart,
            boolean agrees) {}

    /** What the bank keeps back, gross. */
    public record SlipCharge(
            @NotNull @Size(max = 20) String account,
            @NotNull @Size(max = 40) String gross,
            @Nullable @Size(max = 40) String taxCode,
            @Nullable @Size(max = 40) String costCentre,
            @Nullable @Size(max = 400) String text) {}

    /** Cash that stays in a drawer, on the account of that drawer. */
    public record SlipKept(
            @NotNull @Size(max = 20) String account,
            @NotNull @Size(max = 40) String amount) {}

    /**
     * A slip whole.
     *
     * @param cameBack those of its receipts that the bank took back
     * @param counts whether it is banked only when what was counted agrees with what is on it
     * @param pieces notes and coins of the currency, the largest first
     * @param oneTotal whether cash is told as one total in place of the pieces
     * @param cash as one total, as it was told
     * @param takenOn the day it is to be taken to the bank, as it was left
     */
    public record SlipView(
            SlipRow slip,
            String bagNumber,
            String note,
            @Nullable Long entryId,
            List<ReceiptsInHandController.HandReceipt> receipts,
            List<Long> cameBack,
            String total,
            boolean counts,
            List<PieceCount> pieces,
            boolean oneTotal,
            @Nullable String cash,
            @Nullable CountView count,
            @Nullable LocalDate takenOn,
            List<SlipCharge> charges,
            List<SlipKept> keptBack) {}

    SlipView view(Slips.Standing s, long companyId) {
        Company company = companies.get(companyId);
        LocalDate today = companies.today(companyId);
        Slips.Counted counted = s.counted();
        Map<Long, Integer> pieces = counted == null ? Map.of() : counted.pieces();
        return new SlipView(
                row(s.slip(), new DepositSlips.Sum(s.receipts().size(), s.total())),
                s.slip().bagNumber(),
                s.slip().note(),
                s.slip().journalEntryId(),
                s.receipts().stream()
                        .map(r -> ReceiptsInHandController.HandReceipt.of(r, company, today))
                        .toList(),
                s.cameBack(),
                MinorUnits.toDecimal(s.total(), company.baseCurrency()),
                s.receipts().stream().anyMatch(r -> r.tender().isCounted()),
                CashPieces.inUse(company.baseCurrency()).stream()
                        .map(v -> new PieceCount(
                                MinorUnits.toDecimal(v, company.baseCurrency()),
                                pieces.getOrDefault(v, 0),
                                MinorUnits.toDecimal(
                                        new CashPieces(Map.of(v, pieces.getOrDefault(v, 0))).total(),
                                        company.baseCurrency())))
                        .toList(),
                tenders.cashAsOneTotal(companyId),
                oneTotal(counted, company.baseCurrency()),
                count(s, company),
                s.prepared().day(),
                s.prepared().charges().stream()
                        .map(c -> new SlipCharge(
                                c.accountCode(),
                                MinorUnits.toDecimal(c.gross(), company.baseCurrency()),
                                c.taxCode(),
                                c.costCentre(),
                                c.text()))
                        .toList(),
                s.prepared().keptBack().stream()
                        .map(k -> new SlipKept(
                                k.drawerCode(), MinorUnits.toDecimal(k.minorUnits(), company.baseCurrency())))
                        .toList());
    }

    static @Nullable String oneTotal(Slips.@Nullable Counted counted, CurrencyUnit currency) {
        Long total = counted == null ? null : counted.cashTotal();
        return total == null ? null : MinorUnits.toDecimal(total, currency);
    }

    private static @Nullable CountView count(Slips.Standing s, Company company) {
        DepositCount count = s.count();
        Slips.Counted counted = s.counted();
        if (count == null || counted == null) {
            return null;
        }
        return new CountView(
                counted.checks().stream()
                        .map(c -> MinorUnits.toDecimal(c, company.baseCurrency()))
                        .toList(),
                count.found().stream().map(id -> Math.max(0, id)).toList(),
                count.leftovers().stream()
                        .map(l -> new CountLeftover(
                                l.keyed() < 0 ? null : l.keyed(),
                                l.explanations().stream()
                                        .map(e -> explanation(e, company))
                                        .toList()))
                        .toList(),
                MinorUnits.toDecimal(count.checks(), company.baseCurrency()),
                MinorUnits.toDecimal(count.cash(), company.baseCurrency()),
                MinorUnits.toDecimal(count.total(), company.baseCurrency()),
                MinorUnits.toDecimal(count.apart(), company.baseCurrency()),
                MinorUnits.toDecimal(count.checksApart(), company.baseCurrency()),
                MinorUnits.toDecimal(count.cashApart(), company.baseCurrency()),
                count.agrees());
    }

    private static CountExplanation explanation(DepositCount.Explanation e, Company company) {
        return new CountExplanation(
                e.kind(),
                e.about().map(DepositCount.Receipt::id).orElse(null),
                e.about()
                        .map(r -> MinorUnits.toDecimal(r.minorUnits(), company.baseCurrency()))
                        .orElse(null),
                DepositCount.told(e, company.baseCurrency()));
    }

    /** What was typed of it, as the company writes amounts. */
    Slips.Prepared prepared(
            long companyId, @Nullable LocalDate day, List<SlipCharge> charges, @Nullable List<SlipKept> keptBack) {
        Company company = companies.get(companyId);
        return new Slips.Prepared(
                day,
                charges.stream()
                        .map(c -> new TaxedLine(
                                c.account(),
                                Ledger.amount(c.gross(), company, "charges"),
                                c.taxCode() == null ? "" : c.taxCode(),
                                c.costCentre() == null ? "" : c.costCentre(),
                                c.text() == null ? "" : c.text()))
                        .toList(),
                (keptBack == null ? List.<SlipKept>of() : keptBack)
                        .stream()
                                .map(k -> new SlipBooking.KeptBack(
                                        k.account(), Ledger.amount(k.amount(), company, "keptBack")))
                                .toList());
    }
}
