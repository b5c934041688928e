package tidemark.app.matching;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.MasterData;
import tidemark.app.ledger.CashEntryRow;
import tidemark.app.ledger.Chart;
import tidemark.app.ledger.ChartAccount;
import tidemark.app.ledger.ItemTerms;
import tidemark.app.ledger.JournalLineRow;
import tidemark.app.ledger.Ledger;
import tidemark.app.ledger.LedgerViews;
import tidemark.app.rule.Rules;
import tidemark.app.statement.BankLineRow;
import tidemark.core.ledger.BankLineBooking;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.PartyId;
import tidemark.core.ledger.Purpose;
import tidemark.core.ledger.SplitPart;
import tidemark.core.ledger.Taxes;
import tidemark.core.money.MinorUnits;
import tidemark.core.payment.ExchangeRate;
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
    private final MatchRows matchRows;
    private final Chart chart;
    private final Companies companies;
    private final MasterData masterData;
    private final Rules rules;

    LineBookings(
            BankAccounts accounts,
            Ledger ledger,
            LedgerViews views,
            Matches matches,
            MatchRows matchRows,
            Chart chart,
            Companies companies,
            MasterData masterData,
            Rules rules) {
        this.rules = rules;
        this.accounts = accounts;
        this.ledger = ledger;
        this.views = views;
        this.matches = matches;
        this.matchRows = matchRows;
        this.chart = chart;
        this.companies = companies;
        this.masterData = masterData;
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
    record Request(
            Kind kind,
            String account,
            long otherId,
            LocalDate date,
            String party,
            String text,
            String costCentre,
            String taxCode,
            List<SplitPart> parts) {
        Request(Kind kind, String account, long otherId, LocalDate date, String party, String text) {
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

    LedgerViews.BookedView book(
            long companyId, long accountId, long lineId, Request wish, boolean preview, String who) {
        return views.shown(companyId, booked(companyId, accountId, lineId, wish, who), preview);
    }

    /** Codes of the accounts that a wish of these words is booked on, in their order. */
    String targets(long companyId, BankAccount account, Request wish) {
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

    /** Locks the account and all others that the wish may book on, before anything is read of their lines. */
    BankAccount lock(long companyId, long accountId, Request wish) {
        List<String> codes = new ArrayList<>(List.of(wish.account()));
        wish.parts().forEach(p -> codes.add(p.account()));
        Set<Long> touched = touched(companyId, accountId);
        touched.addAll(ledger.accountIds(companyId, codes));
        if (wish.kind() == Kind.TRANSFER) {
            touched.add(accounts.get(companyId, wish.otherId()).ledgerAccountId());
        }
        return accounts.lockWith(companyId, accountId, touched);
    }

    /** The accounts that serve the bank account's purposes, any of which may be booked on. */
    private Set<Long> touched(long companyId, long accountId) {
        return new HashSet<>(
                accounts.get(companyId, accountId).settings().purposes().values());
    }

    Ledger.Booked booked(long companyId, long accountId, long lineId, Request wish, String who) {
        BankAccount account = lock(companyId, accountId, wish);
        if (wish.kind() == Kind.PAYMENT) {
            return matches.clear(account, lineId, wish.otherId(), wish.date(), who);
        }
        BankLine line = matchRows.line(account, lineId).line();
        BankLineBooking.Movement movement = movement(
                account,
                wish.date(),
                line.minorUnits(),
                reference(line),
                wish.party(),
                wish.text().isEmpty() ? line.title() : wish.text());
        Map<Long, ChartAccount> chart = ledger.chartById(companyId);
        String cash = code(chart, account.ledgerAccountId());
        String other = wish.kind() == Kind.SPLIT ? "" : other(companyId, account, wish, line.minorUnits(), chart);
        JournalEntry entry = wish.isParted()
                ? BankLineBooking.parted(movement, cash, wish.parts(other), ledger.taxes(companyId))
                : BankLineBooking.entry(movement, cash, other, party(wish));
        Ledger.Posting posting =
                new Ledger.Posting(entry, line.checkNumber(), "", null, ItemTerms.plain(ItemTerms.Kind.PAYMENT));
        return matches.bookFromLine(companyId, accountId, lineId, posting, LineSources.BANK_LINE, List.of(), who);
    }

    private static PartyId party(Request wish) {
        return wish.kind() == Kind.CUSTOMER || wish.kind() == Kind.SUPPLIER
                ? new PartyId(wish.otherId())
                : PartyId.NONE;
    }

    private String other(
            long companyId, BankAccount account, Request wish, long minorUnits, Map<Long, ChartAccount> chart) {
        return switch (wish.kind()) {
            case FEE -> this.chart.accountCodeFor(companyId, account, Purpose.CHARGES);
            case INTEREST ->
                this.chart.accountCodeFor(
                        companyId, account, minorUnits > 0 ? Purpose.INTEREST_EARNED : Purpose.INTEREST_PAID);
            case TRANSFER -> {
                BankAccount other = accounts.get(companyId, wish.otherId());
                // what arrives in another currency is not known from this side; it waits between the banks
                yield other.currency().equals(account.currency())
                        ? code(chart, other.ledgerAccountId())
                        : this.chart.accountCodeFor(companyId, account, Purpose.BETWEEN_BANKS);
            }
            case IN_TRANSIT ->
                this.chart.accountCodeFor(
                        companyId, account, minorUnits > 0 ? Purpose.IN_TRANSIT_IN : Purpose.IN_TRANSIT_OUT);
            case CUSTOMER -> this.chart.accountCodeFor(companyId, null, Purpose.RECEIVABLES);
            case SUPPLIER -> this.chart.accountCodeFor(companyId, null, Purpose.PAYABLES);
            case UNIDENTIFIED -> this.chart.accountCodeFor(companyId, account, Purpose.UNIDENTIFIED);
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
        ExchangeRate rate = masterData.rate(account.companyId(), account.currency(), base, date);
        return new BankLineBooking.Movement(
                date, base, minorUnits, rate.toBase(minorUnits), reference, party, text, rate.tie());
    }

    private static String reference(BankLine line) {
        String reference = line.reference().isEmpty() ? line.bankReference() : line.reference();
        return reference.length() > 200 ? reference.substring(0, 200) : reference;
    }

    LedgerViews.BookedView correct(
            long companyId,
            long accountId,
            long lineId,
            long entryId,
            @Nullable Integer correctedLine,
            boolean preview,
            String who) {
        Set<Long> touched = new HashSet<>();
        matches.journalEntryOf(accountId, entryId)
                .ifPresent(e -> ledger.linesOf(List.of(e)).forEach(l -> touched.add(l.ledgerAccountId())));
        BankAccount account = accounts.lockWith(companyId, accountId, touched);
        BankLineRow line = matchRows.line(account, lineId);
        CashEntryRow wrong = matchRows.entry(account, entryId);
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
        JournalLineRow balancing = balancing(account, wrong.journalEntryId(), correctedLine, chart);
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
                        new Ledger.Posting(entry, cash.checkNumber(), ""),
                        LineSources.CORRECTION,
                        List.of(entryId),
                        who),
                preview);
    }

    /** A line of an entry besides its cash: what a correction may be booked on. */
    record OtherLine(int lineNumber, String account, String debit, String credit, String text) {}

    @Transactional(readOnly = true)
    List<OtherLine> otherLines(long companyId, long accountId, long cashEntryId) {
        BankAccount account = accounts.get(companyId, accountId);
        Map<Long, ChartAccount> chart = ledger.chartById(companyId);
        CurrencyUnit base = companies.get(companyId).baseCurrency();
        long entryId = matches.journalEntryOf(accountId, cashEntryId).orElseThrow(() -> new NotFound("entry"));
        return ledger.linesOf(List.of(entryId)).stream()
                .filter(l -> l.ledgerAccountId() != account.ledgerAccountId())
                .map(l -> new OtherLine(
                        l.lineNumber(),
                        code(chart, l.ledgerAccountId()) + " "
                                + Objects.requireNonNull(chart.get(l.ledgerAccountId()))
                                        .name(),
                        l.minorUnits() > 0 ? MinorUnits.toDecimal(l.minorUnits(), base) : "",
                        l.minorUnits() < 0 ? MinorUnits.toDecimal(-l.minorUnits(), base) : "",
                        l.text()))
                .toList();
    }

    /** The line of the entry that the difference belongs to; where there are several, a person says which. */
    private JournalLineRow balancing(
            BankAccount account, long entryId, @Nullable Integer wanted, Map<Long, ChartAccount> chart) {
        List<JournalLineRow> others = ledger.linesOf(List.of(entryId)).stream()
                .filter(l -> l.ledgerAccountId() != account.ledgerAccountId())
                .toList();
        if (others.isEmpty()) {
            throw new RuleViolation(
                    "correction.account",
                    "",
                    "an entry with no other account",
                    "an entry against another account",
                    "Reverse it and book it anew.");
        }
        if (wanted == null && others.size() > 1) {
            throw new RuleViolation(
                    "correction.which",
                    "correctedLine",
                    "an entry with " + others.size() + " other lines: "
                            + String.join(
                                    "; ",
                                    others.stream()
                                            .map(l -> l.lineNumber() + ", " + code(chart, l.ledgerAccountId()) + " "
                                                    + Objects.requireNonNull(chart.get(l.ledgerAccountId()))
                                                            .name())
                                            .toList()),
                    "the line that the difference belongs to",
                    "Choose the line, or reverse the entry and book it anew.");
        }
        return wanted == null
                ? others.getFirst()
                : others.stream()
                        .filter(l -> l.lineNumber() == wanted)
                        .findFirst()
                        .orElseThrow(() -> new NotFound("line of the entry"));
    }

    /** Matches a line with entries that differ by a little, and books the difference on the account's own for it. */
    LedgerViews.BookedView difference(
            long companyId, long accountId, long lineId, List<Long> entryIds, boolean preview, String who) {
        BankAccount account = accounts.lockWith(companyId, accountId, touched(companyId, accountId));
        BankLine line = matchRows.line(account, lineId).line();
        List<CashEntry> with = matchRows.entries(account, entryIds).stream()
                .map(CashEntryRow::entry)
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
                this.chart.accountCodeFor(companyId, account, Purpose.DIFFERENCES),
                PartyId.NONE);
        return views.shown(
                companyId,
                matches.bookFromLine(
                        companyId,
                        accountId,
                        lineId,
                        new Ledger.Posting(entry, "", ""),
                        LineSources.CORRECTION,
                        entryIds,
                        who),
                preview);
    }
}
