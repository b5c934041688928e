package tidemark.app.matching;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeSet;
import org.joda.money.CurrencyUnit;
import org.springframework.stereotype.Service;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.MasterData;
import tidemark.app.ledger.Chart;
import tidemark.app.ledger.ChartAccount;
import tidemark.app.ledger.EntrySource;
import tidemark.app.ledger.ItemTerms;
import tidemark.app.ledger.Ledger;
import tidemark.app.ledger.LedgerViews;
import tidemark.app.ledger.PostedCashEntry;
import tidemark.app.ledger.PostedLine;
import tidemark.app.rule.Rules;
import tidemark.app.statement.TakenLine;
import tidemark.core.ledger.BankLineBooking;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.PartyId;
import tidemark.core.ledger.Purpose;
import tidemark.core.ledger.SplitPart;
import tidemark.core.ledger.Taxes;
import tidemark.core.problem.RuleViolation;
import tidemark.core.rule.Rule;
import tidemark.core.statement.BankLine;

/**
 * Books from a bank line, or shows what it would book by booking it and keeping nothing. Runs in its caller's
 * transaction, which is the one that is then not kept.
 */
@Service
class LineBookings {
    private final BankAccounts accounts;
    private final Ledger ledger;
    private final LedgerViews views;
    private final Matches matches;
    private final Chart chart;
    private final Companies companies;
    private final MasterData masterData;
    private final ClearingPayments clearings;
    private final Rules rules;

    LineBookings(
            BankAccounts accounts,
            Ledger ledger,
            LedgerViews views,
            Matches matches,
            Chart chart,
            Companies companies,
            MasterData masterData,
            ClearingPayments clearings,
            Rules rules) {
        this.rules = rules;
        this.accounts = accounts;
        this.ledger = ledger;
        this.views = views;
        this.matches = matches;
        this.chart = chart;
        this.companies = companies;
        this.masterData = masterData;
        this.clearings = clearings;
    }

    /** What a movement was for. */
    enum Kind {
        FEE,
        INTEREST,
        TRANSFER,
        IN_TRANSIT,
        ACCOUNT,
        SPLIT,
        CUSTOMER,
        SUPPLIER,
        UNIDENTIFIED,
        PAYMENT
    }

    /**
     * @param otherId the other bank account, the party, or the payment that clears, as the kind has it
     * @param parts where it goes, for a split
     */
    record Wish(
            Kind kind,
            String account,
            long otherId,
            LocalDate date,
            String party,
            String text,
            String costCentre,
            String taxCode,
            List<SplitPart> parts) {
        Wish(Kind kind, String account, long otherId, LocalDate date, String party, String text) {
            this(kind, account, otherId, date, party, text, "", "", List.of());
        }

        boolean isParted() {
            return kind == Kind.SPLIT || !costCentre.isEmpty() || !taxCode.isEmpty();
        }

        /** The parts, or all of it on the one account. */
        List<SplitPart> parts(String account) {
            return kind == Kind.SPLIT ? parts : List.of(SplitPart.whole(account, costCentre, taxCode));
        }
    }

    LedgerViews.BookedView book(long companyId, long accountId, long lineId, Wish wish, boolean preview, String who) {
        return views.shown(companyId, booked(companyId, accountId, lineId, wish, who), preview);
    }

    /** Codes of the accounts that a wish of these words is booked on, in their order. */
    String targets(long companyId, BankAccount account, Wish wish) {
        Map<Long, ChartAccount> chart = ledger.chartById(companyId);
        Map<String, Taxes.Tax> taxes = ledger.taxes(companyId);
        TreeSet<String> out = new TreeSet<>();
        String whole = wish.kind() == Kind.SPLIT ? "" : other(companyId, account, wish, 1, chart);
        for (SplitPart part : wish.parts(whole)) {
            out.add(part.account());
            Taxes.Tax tax = taxes.get(part.taxCode());
            if (tax != null) {
                out.add(tax.accountCode());
            }
        }
        return String.join(", ", out);
    }

    Ledger.Booked booked(long companyId, long accountId, long lineId, Wish wish, String who) {
        BankAccount account = accounts.get(companyId, accountId);
        BankLine line = matches.line(account, lineId).line();
        BankLineBooking.Movement movement = movement(
                account,
                wish.date(),
                line.minorUnits(),
                reference(line),
                wish.party(),
                wish.text().isEmpty() ? line.title() : wish.text());
        if (wish.kind() == Kind.PAYMENT) {
            return clear(companyId, account, lineId, line, movement, wish.otherId(), who);
        }
        Map<Long, ChartAccount> chart = ledger.chartById(companyId);
        String cash = code(chart, account.ledgerAccountId());
        String other = wish.kind() == Kind.SPLIT ? "" : other(companyId, account, wish, line.minorUnits(), chart);
        JournalEntry entry = wish.isParted()
                ? BankLineBooking.parted(movement, cash, wish.parts(other), ledger.taxes(companyId))
                : BankLineBooking.entry(movement, cash, other, party(wish));
        Ledger.Draft draft =
                new Ledger.Draft(entry, line.checkNumber(), "", null, ItemTerms.plain(ItemTerms.Kind.PAYMENT));
        return matches.bookFromLine(companyId, accountId, lineId, draft, EntrySource.BANK_LINE, List.of(), who);
    }

    private static PartyId party(Wish wish) {
        return wish.kind() == Kind.CUSTOMER || wish.kind() == Kind.SUPPLIER
                ? new PartyId(wish.otherId())
                : PartyId.NONE;
    }

    /** A payment that is booked on clearing: the bank has paid it, so it leaves the in-transit account. */
    private Ledger.Booked clear(
            long companyId,
            BankAccount account,
            long lineId,
            BankLine line,
            BankLineBooking.Movement movement,
            long paymentId,
            String who) {
        ClearingPayments.Clearing clearing = clearings.clearing(companyId, account.id(), paymentId, movement);
        Ledger.Booked booked = matches.bookFromLine(
                companyId,
                account.id(),
                lineId,
                new Ledger.Draft(clearing.entry(), clearing.checkNumber(), ""),
                EntrySource.CLEARING,
                List.of(),
                who);
        clearings.cleared(companyId, paymentId, booked.entries().getFirst().id());
        return booked;
    }

    private String other(
            long companyId, BankAccount account, Wish wish, long minorUnits, Map<Long, ChartAccount> chart) {
        return switch (wish.kind()) {
            case FEE -> this.chart.serving(companyId, account, Purpose.CHARGES);
            case INTEREST ->
                this.chart.serving(
                        companyId, account, minorUnits > 0 ? Purpose.INTEREST_EARNED : Purpose.INTEREST_PAID);
            case TRANSFER -> {
                BankAccount other = accounts.get(companyId, wish.otherId());
                // what arrives in another currency is not known from this side; it waits between the banks
                yield other.currency().equals(account.currency())
                        ? code(chart, other.ledgerAccountId())
                        : this.chart.serving(companyId, account, Purpose.BETWEEN_BANKS);
            }
            case IN_TRANSIT ->
                this.chart.serving(companyId, account, minorUnits > 0 ? Purpose.IN_TRANSIT_IN : Purpose.IN_TRANSIT_OUT);
            case CUSTOMER -> this.chart.serving(companyId, null, Purpose.RECEIVABLES);
            case SUPPLIER -> this.chart.serving(companyId, null, Purpose.PAYABLES);
            case UNIDENTIFIED -> this.chart.serving(companyId, account, Purpose.UNIDENTIFIED);
            case ACCOUNT, PAYMENT, SPLIT -> wish.account();
        };
    }

    private static String code(Map<Long, ChartAccount> chart, long id) {
        return Objects.requireNonNull(chart.get(id)).code();
    }

    /** A movement of the account, with what it is worth in the company's own currency that day. */
    private BankLineBooking.Movement movement(
            BankAccount account, LocalDate date, long minorUnits, String reference, String party, String text) {
        CurrencyUnit base = companies.get(account.companyId()).baseCurrency();
        long value = masterData
                .rate(account.companyId(), account.currency(), base, date)
                .toBase(minorUnits);
        return new BankLineBooking.Movement(date, base, minorUnits, value, reference, party, text);
    }

    private static String reference(BankLine line) {
        String reference = line.reference().isEmpty() ? line.bankReference() : line.reference();
        return reference.length() > 200 ? reference.substring(0, 200) : reference;
    }

    LedgerViews.BookedView correct(
            long companyId, long accountId, long lineId, long entryId, boolean preview, String who) {
        BankAccount account = accounts.get(companyId, accountId);
        TakenLine line = matches.line(account, lineId);
        PostedCashEntry wrong = matches.entry(account, entryId);
        CashEntry cash = wrong.entry();
        Map<Long, ChartAccount> chart = ledger.chartById(companyId);
        if (wrong.journalEntryId() == null) {
            throw new RuleViolation(
                    "correction.opening",
                    "",
                    "an item taken over with the account, which has no entry here",
                    "an entry of this ledger",
                    "Match it as it is and book the difference from the line, or declare a bank error.");
        }
        PostedLine balancing = ledger.linesOf(List.of(wrong.journalEntryId())).stream()
                .filter(l -> l.ledgerAccountId() != account.ledgerAccountId())
                .findFirst()
                .orElseThrow(() -> new RuleViolation(
                        "correction.account",
                        "",
                        "an entry with no other account",
                        "an entry against another account",
                        "Reverse it and book it anew."));
        String title = cash.checkNumber().isEmpty() ? cash.title() : "check " + cash.checkNumber();
        long difference = Math.subtractExact(line.minorUnits(), cash.minorUnits());
        if (difference == 0) {
            throw new RuleViolation(
                    "correction.none",
                    "amount",
                    "equal amounts at the bank and in the ledger",
                    "amounts that differ",
                    "Match the entry as it is.");
        }
        JournalEntry entry = BankLineBooking.entry(
                movement(
                        account,
                        line.bookingDate(),
                        difference,
                        cash.reference(),
                        cash.party(),
                        "Amount of " + title + " put right"),
                code(chart, account.ledgerAccountId()),
                code(chart, balancing.ledgerAccountId()),
                balancing.partyId() == null ? PartyId.NONE : new PartyId(balancing.partyId()));
        return views.shown(
                companyId,
                matches.bookFromLine(
                        companyId,
                        accountId,
                        lineId,
                        new Ledger.Draft(entry, cash.checkNumber(), ""),
                        EntrySource.CORRECTION,
                        List.of(entryId),
                        who),
                preview);
    }

    /** Matches a line with entries that differ by a little, and books the difference on the account's own for it. */
    LedgerViews.BookedView difference(
            long companyId, long accountId, long lineId, List<Long> entryIds, boolean preview, String who) {
        BankAccount account = accounts.get(companyId, accountId);
        BankLine line = matches.line(account, lineId).line();
        List<CashEntry> with = matches.entries(account, entryIds).stream()
                .map(PostedCashEntry::entry)
                .toList();
        long ledgerSum = with.stream().mapToLong(CashEntry::minorUnits).reduce(0, Math::addExact);
        long tolerance = Rule.tolerance(rules.inForce(account), line, account.differenceTolerance());
        long difference = BankLineBooking.difference(line.minorUnits(), ledgerSum, tolerance, account.currency());
        Map<Long, ChartAccount> chart = ledger.chartById(companyId);
        JournalEntry entry = BankLineBooking.entry(
                movement(
                        account,
                        line.bookingDate(),
                        difference,
                        reference(line),
                        with.getFirst().party(),
                        "Difference to " + line.title()),
                code(chart, account.ledgerAccountId()),
                this.chart.serving(companyId, account, Purpose.DIFFERENCES),
                PartyId.NONE);
        return views.shown(
                companyId,
                matches.bookFromLine(
                        companyId,
                        accountId,
                        lineId,
                        new Ledger.Draft(entry, "", ""),
                        EntrySource.CORRECTION,
                        entryIds,
                        who),
                preview);
    }
}
