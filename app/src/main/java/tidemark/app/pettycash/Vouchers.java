package tidemark.app.pettycash;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.attachment.Papers;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Company;
import tidemark.app.company.NumberCounters;
import tidemark.app.ledger.GrossLine;
import tidemark.app.ledger.ItemTerms;
import tidemark.app.ledger.Ledger;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.TaxedLine;
import tidemark.core.ledger.Taxes;
import tidemark.core.money.MinorUnits;
import tidemark.core.pettycash.DrawerMove;
import tidemark.core.pettycash.MoveKind;
import tidemark.core.pettycash.PettyCashBooking;
import tidemark.core.pettycash.UnitPrice;
import tidemark.core.problem.Fields;
import tidemark.core.problem.RuleViolation;

/** Books vouchers: paid, received, advanced, and what an advance went for. */
@Service
public class Vouchers {
    private final PettyPurposeRepository purposes;
    private final DrawerMoveRepository moves;
    private final Drawers drawers;
    private final Ledger ledger;
    private final BankAccounts bankAccounts;
    private final NumberCounters numbers;
    private final Papers papers;

    Vouchers(
            PettyPurposeRepository purposes,
            DrawerMoveRepository moves,
            Drawers drawers,
            Ledger ledger,
            BankAccounts bankAccounts,
            NumberCounters numbers,
            Papers papers) {
        this.purposes = purposes;
        this.moves = moves;
        this.drawers = drawers;
        this.ledger = ledger;
        this.bankAccounts = bankAccounts;
        this.numbers = numbers;
        this.papers = papers;
    }

    /** What a voucher is. */
    public enum VoucherKind {
        PAID,
        RECEIVED,
        ADVANCE,
        SETTLED
    }

    /**
     * The next voucher of a drawer.
     *
     * @param date of the move in the drawer; {@code paperDate} of the receipt, absent for the same
     * @param purposeId gives account, tax and cost centre where the voucher says none of its own; absent with lines
     * @param amount gross; empty where quantity and price say it, or lines do
     * @param taxCode absent for the purpose's own, empty for none
     * @param costCentre absent for the purpose's own, empty for none
     * @param lines in place of purpose and amount
     * @param advanceId the advance that is settled
     * @param paperIds pictures that were handed in before
     * @param tags words of the company's own, with commas between them
     */
    public record NewVoucher(
            long fundId,
            @NotNull VoucherKind kind,
            @NotNull LocalDate date,
            @Nullable LocalDate paperDate,
            @NotNull @Size(max = 200) String who,
            @NotNull @Size(max = 400) String text,
            @Nullable Long purposeId,
            @NotNull @Size(max = 40) String amount,
            @NotNull @Size(max = 30) String quantity,
            @NotNull @Size(max = 30) String price,
            @Nullable @Size(max = 20) String taxCode,
            @Nullable @Size(max = 20) String costCentre,
            @NotNull @Size(max = 50) List<@Valid GrossLine> lines,
            @Nullable Long advanceId,
            @Nullable @Size(max = 20) List<@NotNull Long> paperIds,
            @Nullable @Size(max = 400) String tags) {
        String ownTags() {
            return tags == null ? "" : tags.strip();
        }
    }

    /**
     * @param moveId of the voucher in the drawer's book
     * @param tax in what was paid or received, in minor units
     */
    public record Made(long moveId, long tax, Ledger.Booked booked) {}

    @Transactional
    public Made book(long companyId, NewVoucher form, String who) {
        return book(companyId, form, false, who);
    }

    /** @param approved whether a second person has approved what is above the limit */
    @Transactional
    public Made book(long companyId, NewVoucher form, boolean approved, String who) {
        bankAccounts.lockByLedgerAccounts(
                companyId,
                ledger.accountIds(
                        companyId, form.lines().stream().map(GrossLine::account).toList()));
        Company company = bankAccounts.lockJournal(companyId);
        // a second person approves what somebody entered who may
        Fund fund = approved ? drawers.open(companyId, form.fundId()) : drawers.toUse(companyId, form.fundId());
        PettyPurpose purpose = purpose(companyId, form, fund);
        String whom = Fields.text(form.who(), "who", 200);
        List<TaxedLine> lines = lines(company, form, purpose);
        if (!approved) {
            checkLimit(company, purpose, lines);
        }
        String number = numbers.take(companyId, PettyCashDocuments.VOUCHERS, fund.siteId(), form.date());
        String text = form.text().isBlank() && purpose != null
                ? purpose.name()
                : form.text().strip();
        LocalDate paperDay = form.paperDate() == null ? form.date() : form.paperDate();
        PettyCashBooking.Paper paper = new PettyCashBooking.Paper(
                ledger.account(companyId, fund.accountId()).code(),
                form.date(),
                paperDay,
                company.baseCurrency(),
                number,
                whom,
                text.isEmpty() ? whom : text);
        Map<String, Taxes.Tax> taxes = ledger.taxes(companyId).on(paperDay);
        String advances = ledger.account(companyId, fund.advancesAccountId()).code();
        DrawerMoveRow advance = form.kind() == VoucherKind.SETTLED ? advance(companyId, form, fund) : null;
        long amount = lines.stream().mapToLong(TaxedLine::gross).sum();
        JournalEntry entry;
        DrawerMove move;
        switch (form.kind()) {
            case PAID -> {
                entry = PettyCashBooking.paid(paper, lines, taxes);
                move = DrawerMove.voucher(amount);
            }
            case RECEIVED -> {
                entry = PettyCashBooking.received(paper, lines, taxes);
                move = DrawerMove.received(amount);
            }
            case ADVANCE -> {
                amount = amount(company, form);
                entry = PettyCashBooking.advance(paper, advances, amount);
                move = DrawerMove.advance(amount);
            }
            default -> {
                long advanced = Objects.requireNonNull(advance).move().advanced();
                entry = PettyCashBooking.settled(paper, advances, advanced, lines, taxes);
                move = DrawerMove.settled(advanced, amount);
            }
        }
        Ledger.Booked booked = ledger.book(
                companyId,
                List.of(new Ledger.Posting(entry, "", "", fund.siteId(), ItemTerms.plain(ItemTerms.Kind.OTHER))),
                PettyCashDocuments.PETTY_CASH,
                null,
                who);
        papers.ofEntry(companyId, form.paperIds(), booked.entries().getFirst().id(), form.date());
        DrawerMoveRow.Paper told = new DrawerMoveRow.Paper(
                form.date(),
                paperDay,
                number,
                whom,
                text,
                purpose == null ? null : purpose.id(),
                lines.isEmpty() ? "" : lines.getFirst().costCentre(),
                quantity(form),
                "",
                form.ownTags());
        return new Made(keep(fund, booked, move, told, advance, who), PettyCashBooking.taxIn(lines, taxes), booked);
    }

    /** The journal tells the drawer of its line; what more the voucher says is told here. */
    private long keep(
            Fund fund,
            Ledger.Booked booked,
            DrawerMove move,
            DrawerMoveRow.Paper told,
            @Nullable DrawerMoveRow advance,
            String who) {
        long entryId = booked.entries().getFirst().id();
        DrawerMoveRow row = moves.ofEntry(entryId).stream()
                .filter(m -> m.fundId() == fund.id())
                .findFirst()
                .orElse(null);
        if (row == null) {
            row = drawers.add(fund, move, told, entryId, who);
        } else {
            row.tell(move, told);
        }
        if (advance != null) {
            row.settles(advance.id());
        }
        return row.id();
    }

    private @Nullable PettyPurpose purpose(long companyId, NewVoucher form, Fund fund) {
        if (form.kind() == VoucherKind.ADVANCE || form.purposeId() == null) {
            return null;
        }
        PettyPurpose purpose = purposes.findByIdAndCompanyId(form.purposeId(), companyId)
                .filter(p -> p.fundId() == fund.id())
                .orElseThrow(() -> new NotFound(say("pettycash.purpose")));
        if (!purpose.active()) {
            throw new RuleViolation(
                    "purpose.off",
                    "purposeId",
                    say("purpose.off.found", purpose.name()),
                    say("purpose.off.expected"),
                    say("purpose.off.remedy"));
        }
        return purpose;
    }

    private List<TaxedLine> lines(Company company, NewVoucher form, @Nullable PettyPurpose purpose) {
        boolean blank = form.amount().isBlank()
                && form.quantity().isBlank()
                && form.price().isBlank();
        if (form.kind() == VoucherKind.ADVANCE
                || (form.kind() == VoucherKind.SETTLED && form.lines().isEmpty() && blank)) {
            return List.of();
        }
        if (!form.lines().isEmpty()) {
            return GrossLine.read(form.lines(), new GrossLine.Reading(company.amountStyle(), company.baseCurrency()));
        }
        if (purpose == null) {
            throw new RuleViolation(
                    "voucher.purpose",
                    "purposeId",
                    say("voucher.purpose.found"),
                    say("voucher.purpose.expected"),
                    say("voucher.purpose.remedy"));
        }
        return List.of(new TaxedLine(
                purpose.accountCode(),
                amount(company, form),
                form.taxCode() == null ? purpose.taxCode() : form.taxCode(),
                form.costCentre() == null ? purpose.costCentre() : form.costCentre(),
                form.text().isBlank() ? purpose.name() : form.text().strip()));
    }

    private static long amount(Company company, NewVoucher form) {
        if (!form.amount().isBlank()) {
            return company.amountStyle().minorUnits(form.amount(), company.baseCurrency(), "amount");
        }
        return UnitPrice.amount(
                company.amountStyle().plain(form.quantity()).orElse(form.quantity()),
                company.amountStyle().plain(form.price()).orElse(form.price()),
                company.baseCurrency());
    }

    private static String quantity(NewVoucher form) {
        return form.quantity().isBlank() || form.price().isBlank()
                ? ""
                : form.quantity().strip() + " × " + form.price().strip();
    }

    private static void checkLimit(Company company, @Nullable PettyPurpose purpose, List<TaxedLine> lines) {
        long amount = lines.stream().mapToLong(TaxedLine::gross).sum();
        if (purpose != null
                && purpose.highest().isPresent()
                && amount > purpose.highest().getAsLong()) {
            throw new RuleViolation(
                    "voucher.limit",
                    "amount",
                    MinorUnits.grouped(amount, company.baseCurrency()),
                    say(
                            "voucher.limit.expected",
                            MinorUnits.grouped(purpose.highest().getAsLong(), company.baseCurrency()),
                            purpose.name()),
                    say("voucher.limit.remedy"));
        }
    }

    private DrawerMoveRow advance(long companyId, NewVoucher form, Fund fund) {
        if (form.advanceId() == null) {
            throw notOpen(say("advance.closed.none"));
        }
        DrawerMoveRow advance = drawers.move(companyId, form.advanceId());
        boolean open = advance.fundId() == fund.id()
                && advance.kind() == MoveKind.ADVANCE
                && !advance.reversed()
                && advance.reversesId() == null
                && moves.settlementOf(advance.id()).isEmpty();
        if (!open) {
            throw notOpen(say("advance.closed.found", advance.title()));
        }
        return advance;
    }

    private static RuleViolation notOpen(String found) {
        return new RuleViolation(
                "advance.closed", "advanceId", found, say("advance.closed.expected"), say("advance.closed.remedy"));
    }
}
