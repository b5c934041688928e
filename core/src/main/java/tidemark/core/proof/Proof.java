package tidemark.core.proof;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.matching.Candidate;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;

/**
 * The two-sided proof of an account at the end of a day. All amounts are signed minor units.
 *
 * <p>What is tied by a match to something of a later day is still open on the earlier one: with the rest of the match
 * yet to come at the bank, it is on the way or not presented; with the rest yet to come in the ledger, it is at the
 * bank and not booked. A presumed pair is one item: neither of its halves is listed, and what they differ by is in the
 * gap. Errors that were declared are listed until something is matched to them.
 */
public record Proof(
        LocalDate at,
        long bankBalance,
        List<ProofItem> onTheWay,
        List<ProofItem> notPresented,
        List<ProofItem> bankErrors,
        long ledgerBalance,
        List<ProofItem> notBookedIn,
        List<ProofItem> notBookedOut,
        List<ProofItem> ledgerErrors) {
    private static final Comparator<ProofItem> OLDEST_FIRST = Comparator.comparing(ProofItem::date)
            .thenComparing(ProofItem::title)
            .thenComparingLong(ProofItem::minorUnits)
            .thenComparingLong(
                    i -> i.entries().isEmpty() ? 0 : i.entries().getFirst().value())
            .thenComparingLong(
                    i -> i.lines().isEmpty() ? 0 : i.lines().getFirst().value());

    public Proof {
        onTheWay = sorted(onTheWay);
        notPresented = sorted(notPresented);
        bankErrors = sorted(bankErrors);
        notBookedIn = sorted(notBookedIn);
        notBookedOut = sorted(notBookedOut);
        ledgerErrors = sorted(ledgerErrors);
    }

    private static List<ProofItem> sorted(List<ProofItem> items) {
        return items.stream().sorted(OLDEST_FIRST).toList();
    }

    /** The proof at the month's last day. Cost: O((lines + entries) log). */
    public static Proof closing(Reconciliation r) {
        return at(r, r.to(), r.bankClosing(), r.ledgerClosing());
    }

    /** The proof at the last day before the month, from what is known now. */
    public static Proof opening(Reconciliation r) {
        return at(r, r.from().minusDays(1), r.bankOpening(), r.ledgerOpening());
    }

    /**
     * The proof at any day of the month, or the last before it, from what is known now. Its balances are those at the end of
     * the month less what came after the day.
     *
     * @throws IllegalArgumentException for another day. Cost: O((lines + entries) log)
     */
    public static Proof on(Reconciliation r, LocalDate day) {
        if (day.isBefore(r.from().minusDays(1)) || day.isAfter(r.to())) {
            throw new IllegalArgumentException(day + " is not of the month");
        }
        long bank = r.lines().stream()
                .filter(l -> l.bookingDate().isAfter(day) && !l.bookingDate().isAfter(r.to()))
                .mapToLong(BankLine::minorUnits)
                .reduce(r.bankClosing(), Math::subtractExact);
        long ledger = r.entries().stream()
                .filter(e -> e.date().isAfter(day) && !e.date().isAfter(r.to()))
                .mapToLong(CashEntry::minorUnits)
                .reduce(r.ledgerClosing(), Math::subtractExact);
        return at(r, day, bank, ledger);
    }

    static Proof at(Reconciliation r, LocalDate day, long bankBalance, long ledgerBalance) {
        Map<BankLineId, BankLine> lines = r.linesById();
        Map<CashEntryId, CashEntry> entries = r.entriesById();
        Set<BankLineId> seenLines = new HashSet<>();
        Set<CashEntryId> seenEntries = new HashSet<>();
        Lists lists = new Lists();
        for (Match match : r.matches()) {
            seenLines.addAll(match.lines());
            seenEntries.addAll(match.entries());
            matched(r, match, day, lines, entries, lists);
        }
        for (Candidate pair : r.presumed()) {
            boolean free = true;
            for (BankLineId id : pair.lines()) {
                BankLine line = lines.get(id);
                free &= line != null
                        && !line.bookingDate().isAfter(day)
                        && !r.bankErrors().containsKey(id)
                        && !seenLines.contains(id);
            }
            for (CashEntryId id : pair.entries()) {
                CashEntry entry = entries.get(id);
                free &= entry != null
                        && !entry.date().isAfter(day)
                        && !r.ledgerErrors().containsKey(id)
                        && !seenEntries.contains(id);
            }
            if (free) {
                seenLines.addAll(pair.lines());
                seenEntries.addAll(pair.entries());
            }
        }
        for (BankLine line : r.lines()) {
            if (!seenLines.contains(line.id()) && !line.bookingDate().isAfter(day)) {
                lists.open(line, r.bankErrors().get(line.id()));
            }
        }
        for (CashEntry entry : r.entries()) {
            if (!seenEntries.contains(entry.id()) && !entry.date().isAfter(day)) {
                lists.open(entry, r.ledgerErrors().get(entry.id()));
            }
        }
        return new Proof(
                day,
                bankBalance,
                lists.onTheWay,
                lists.notPresented,
                lists.bankErrors,
                ledgerBalance,
                lists.notBookedIn,
                lists.notBookedOut,
                lists.ledgerErrors);
    }

    private static void matched(
            Reconciliation r,
            Match match,
            LocalDate day,
            Map<BankLineId, BankLine> lines,
            Map<CashEntryId, CashEntry> entries,
            Lists lists) {
        List<BankLine> linesNow = new ArrayList<>();
        List<CashEntry> entriesNow = new ArrayList<>();
        long left = 0;
        long linesToCome = 0;
        for (BankLineId id : match.lines()) {
            BankLine line = require(lines.get(id));
            if (line.bookingDate().isAfter(day)) {
                linesToCome = Math.addExact(linesToCome, line.minorUnits());
            } else {
                linesNow.add(line);
                left = Math.subtractExact(left, line.minorUnits());
            }
        }
        for (CashEntryId id : match.entries()) {
            CashEntry entry = require(entries.get(id));
            if (!entry.date().isAfter(day)) {
                entriesNow.add(entry);
                left = Math.addExact(left, entry.minorUnits());
            }
        }
        if (left == 0 || (linesNow.isEmpty() && entriesNow.isEmpty())) {
            return;
        }
        if (linesNow.size() + entriesNow.size()
                == match.lines().size() + match.entries().size()) {
            return; // all of it is here and does not balance: that is the gap's to show
        }
        if (entriesNow.isEmpty()) {
            for (BankLine line : linesNow) {
                lists.open(line, r.bankErrors().get(line.id()));
            }
        } else if (linesNow.isEmpty()) {
            for (CashEntry entry : entriesNow) {
                lists.open(entry, r.ledgerErrors().get(entry.id()));
            }
        } else {
            List<BankLineId> lineIds = linesNow.stream().map(BankLine::id).toList();
            List<CashEntryId> entryIds = entriesNow.stream().map(CashEntry::id).toList();
            // the rest is the bank's to bring when what the bank still brings has its sign, else the ledger's
            if (Long.signum(linesToCome) == Long.signum(left)) {
                CashEntry first = entriesNow.getFirst();
                lists.outstanding(
                        new ProofItem(first.date(), say("proof.restOf", first.title()), left, lineIds, entryIds, ""));
            } else {
                BankLine first = linesNow.getFirst();
                lists.notBooked(new ProofItem(
                        first.bookingDate(),
                        say("proof.restOf", first.title()),
                        Math.negateExact(left),
                        lineIds,
                        entryIds,
                        ""));
            }
        }
    }

    private static <T> T require(@org.jspecify.annotations.Nullable T member) {
        if (member == null) {
            throw new IllegalArgumentException("A match has a member that was not given");
        }
        return member;
    }

    private static ProofItem item(BankLine line, long minorUnits, String note) {
        return new ProofItem(line.bookingDate(), line.title(), minorUnits, List.of(line.id()), List.of(), note);
    }

    private static ProofItem item(CashEntry entry, long minorUnits, String note) {
        return new ProofItem(entry.date(), entry.title(), minorUnits, List.of(), List.of(entry.id()), note);
    }

    private static final class Lists {
        private final List<ProofItem> onTheWay = new ArrayList<>();
        private final List<ProofItem> notPresented = new ArrayList<>();
        private final List<ProofItem> bankErrors = new ArrayList<>();
        private final List<ProofItem> notBookedIn = new ArrayList<>();
        private final List<ProofItem> notBookedOut = new ArrayList<>();
        private final List<ProofItem> ledgerErrors = new ArrayList<>();

        void open(BankLine line, @org.jspecify.annotations.Nullable String errorNote) {
            if (errorNote != null) {
                bankErrors.add(item(line, Math.negateExact(line.minorUnits()), errorNote));
            } else {
                notBooked(item(line, line.minorUnits(), ""));
            }
        }

        void open(CashEntry entry, @org.jspecify.annotations.Nullable String errorNote) {
            if (errorNote != null) {
                ledgerErrors.add(item(entry, Math.negateExact(entry.minorUnits()), errorNote));
            } else {
                outstanding(item(entry, entry.minorUnits(), ""));
            }
        }

        void outstanding(ProofItem item) {
            (item.minorUnits() > 0 ? onTheWay : notPresented).add(item);
        }

        void notBooked(ProofItem item) {
            (item.minorUnits() > 0 ? notBookedIn : notBookedOut).add(item);
        }
    }

    /** The sum of items; minor units, signed. @throws ArithmeticException on overflow of a {@code long} */
    public static long total(List<ProofItem> items) {
        return items.stream().mapToLong(ProofItem::minorUnits).reduce(0, Math::addExact);
    }

    /** Bank balance + on the way − not presented ± bank errors. */
    public long adjustedBank() {
        return Math.addExact(
                Math.addExact(bankBalance, total(onTheWay)), Math.addExact(total(notPresented), total(bankErrors)));
    }

    /** Ledger balance + not booked in − not booked out ± ledger errors. */
    public long adjustedLedger() {
        return Math.addExact(
                Math.addExact(ledgerBalance, total(notBookedIn)),
                Math.addExact(total(notBookedOut), total(ledgerErrors)));
    }

    /** Adjusted bank less adjusted ledger; zero when the two sides agree. */
    public long gap() {
        return Math.subtractExact(adjustedBank(), adjustedLedger());
    }
}
