package tidemark.core.proof;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;

/**
 * The four-column proof: opening balance, money in, money out, closing balance, for the bank and for the ledger, so
 * that two errors that cancel in the closing balance still show in the movements. Signed minor units; money out is
 * positive in its column, so that closing = opening + in − out in every row.
 */
public record ProofOfCash(List<Row> bankRows, Row adjustedBank, List<Row> ledgerRows, Row adjustedLedger) {
    /** @param name stable name of the row, such as {@code onTheWayBefore} */
    public record Row(String name, long opening, long in, long out, long closing) {
        Row plus(Row other, String newName) {
            return new Row(
                    newName,
                    Math.addExact(opening, other.opening),
                    Math.addExact(in, other.in),
                    Math.addExact(out, other.out),
                    Math.addExact(closing, other.closing));
        }

        public boolean addsUp() {
            return closing == opening + in - out;
        }

        public boolean isZero() {
            return opening == 0 && in == 0 && out == 0 && closing == 0;
        }
    }

    public ProofOfCash {
        bankRows = List.copyOf(bankRows);
        ledgerRows = List.copyOf(ledgerRows);
    }

    /** What the two adjusted rows differ by, column for column. */
    public Row apart() {
        return new Row(
                "apart",
                adjustedBank.opening - adjustedLedger.opening,
                adjustedBank.in - adjustedLedger.in,
                adjustedBank.out - adjustedLedger.out,
                adjustedBank.closing - adjustedLedger.closing);
    }

    /** Cost: O((lines + entries) log). */
    public static ProofOfCash of(Reconciliation r) {
        Proof before = Proof.opening(r);
        Proof now = Proof.closing(r);
        long bankIn = 0;
        long bankOut = 0;
        for (BankLine line : r.lines()) {
            if (within(r, line.bookingDate())) {
                bankIn += Math.max(0, line.minorUnits());
                bankOut += Math.max(0, -line.minorUnits());
            }
        }
        long ledgerIn = 0;
        long ledgerOut = 0;
        for (CashEntry entry : r.entries()) {
            if (within(r, entry.date())) {
                ledgerIn += Math.max(0, entry.minorUnits());
                ledgerOut += Math.max(0, -entry.minorUnits());
            }
        }
        List<Row> bank = List.of(
                new Row("perBank", r.bankOpening(), bankIn, bankOut, r.bankClosing()),
                in("onTheWayBefore", Proof.total(before.onTheWay()), 0),
                in("onTheWayNow", 0, Proof.total(now.onTheWay())),
                out("notPresentedBefore", Proof.total(before.notPresented()), 0),
                out("notPresentedNow", 0, Proof.total(now.notPresented())),
                errors("bankErrors", before.bankErrors(), now.bankErrors()),
                netted(r, before, now));
        List<Row> ledger = List.of(
                new Row("perLedger", r.ledgerOpening(), ledgerIn, ledgerOut, r.ledgerClosing()),
                in("notBookedIn", Proof.total(before.notBookedIn()), Proof.total(now.notBookedIn())),
                out("notBookedOut", Proof.total(before.notBookedOut()), Proof.total(now.notBookedOut())),
                errors("ledgerErrors", before.ledgerErrors(), now.ledgerErrors()));
        return new ProofOfCash(bank, sum(bank, "adjustedBank"), ledger, sum(ledger, "adjustedLedger"));
    }

    private static boolean within(Reconciliation r, LocalDate day) {
        return !day.isBefore(r.from()) && !day.isAfter(r.to());
    }

    private static Row in(String name, long before, long now) {
        return new Row(name, before, now - before, 0, now);
    }

    private static Row out(String name, long before, long now) {
        return new Row(name, before, 0, before - now, now);
    }

    /** An error is put right in the column it was made in: an item that adds takes from money out. */
    private static Row errors(String name, List<ProofItem> before, List<ProofItem> now) {
        long inBefore =
                before.stream().mapToLong(i -> Math.min(0, i.minorUnits())).sum();
        long inNow = now.stream().mapToLong(i -> Math.min(0, i.minorUnits())).sum();
        long outBefore =
                before.stream().mapToLong(i -> Math.max(0, i.minorUnits())).sum();
        long outNow = now.stream().mapToLong(i -> Math.max(0, i.minorUnits())).sum();
        return new Row(name, inBefore + outBefore, inNow - inBefore, outBefore - outNow, inNow + outNow);
    }

    private static Row sum(List<Row> rows, String name) {
        return rows.stream().reduce(new Row(name, 0, 0, 0, 0), (a, b) -> a.plus(b, name));
    }

    /**
     * What one side books gross and the other net: a deposit less its fee in one bank line, or an entry and its
     * reversal that never reached the bank. It moves money in and money out alike.
     */
    private static Row netted(Reconciliation r, Proof before, Proof now) {
        Map<BankLineId, BankLine> lines = r.linesById();
        Map<CashEntryId, CashEntry> entries = r.entriesById();
        long gross = 0;
        for (Match match : r.matches()) {
            long bankIn = 0;
            long ledgerIn = 0;
            boolean mixed = false;
            int sign = 0;
            boolean whole = true;
            for (BankLineId id : match.lines()) {
                BankLine line = lines.get(id);
                if (line == null) {
                    continue;
                }
                mixed |= sign != 0 && sign != Long.signum(line.minorUnits());
                sign = Long.signum(line.minorUnits());
                whole &= within(r, line.bookingDate());
                bankIn += Math.max(0, line.minorUnits());
            }
            for (CashEntryId id : match.entries()) {
                CashEntry entry = entries.get(id);
                if (entry == null) {
                    continue;
                }
                mixed |= sign != 0 && sign != Long.signum(entry.minorUnits());
                sign = Long.signum(entry.minorUnits());
                whole &= within(r, entry.date());
                ledgerIn += Math.max(0, entry.minorUnits());
            }
            if (mixed) {
                gross += whole ? ledgerIn - bankIn : straddling(r, match, lines, entries, before, now);
            }
        }
        return new Row("netted", 0, gross, gross, 0);
    }

    /** Money in of this month on the ledger's side less the bank's, after what the two proofs already move. */
    private static long straddling(
            Reconciliation r,
            Match match,
            Map<BankLineId, BankLine> lines,
            Map<CashEntryId, CashEntry> entries,
            Proof before,
            Proof now) {
        long bankIn = 0;
        long ledgerIn = 0;
        for (BankLineId id : match.lines()) {
            BankLine line = lines.get(id);
            if (line != null && within(r, line.bookingDate())) {
                bankIn += Math.max(0, line.minorUnits());
            }
        }
        for (CashEntryId id : match.entries()) {
            CashEntry entry = entries.get(id);
            if (entry != null && within(r, entry.date())) {
                ledgerIn += Math.max(0, entry.minorUnits());
            }
        }
        long movedBank = part(now.onTheWay(), match) - part(before.onTheWay(), match);
        movedBank += inErrors(now.bankErrors(), match) - inErrors(before.bankErrors(), match);
        long movedLedger = part(now.notBookedIn(), match) - part(before.notBookedIn(), match);
        movedLedger += inErrors(now.ledgerErrors(), match) - inErrors(before.ledgerErrors(), match);
        return ledgerIn + movedLedger - bankIn - movedBank;
    }

    private static long inErrors(List<ProofItem> items, Match match) {
        return part(items.stream().filter(i -> i.minorUnits() < 0).toList(), match);
    }

    private static long part(List<ProofItem> items, Match match) {
        return items.stream()
                .filter(i -> match.entries().containsAll(i.entries())
                        && match.lines().containsAll(i.lines()))
                .mapToLong(ProofItem::minorUnits)
                .sum();
    }
}
