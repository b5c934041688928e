package tidemark.core.proof;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.matching.Candidate;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;

/**
 * The bank lines of a month in the bank's order, each with the bank's running balance and the one the ledger proves.
 *
 * @param rows in the bank's order
 * @param tide how many rows, from the top, are proven; the tide line lies under the last of them
 */
public record Ladder(List<Row> rows, int tide) {
    /** How a line is explained. */
    public enum State {
        /** Tied by a match that balances to the cent. */
        MATCHED,
        /** Declared an error of the bank, with a note. */
        BANK_ERROR,
        /** Nothing explains it yet. */
        OPEN
    }

    /**
     * @param bankBalance the bank's balance after the line, signed minor units
     * @param proven the same balance as the ledger proves it; present down to the tide line
     * @param presumedApart bank less ledger of the presumed counterpart, for an open line that has one
     */
    public record Row(BankLine line, State state, long bankBalance, OptionalLong proven, OptionalLong presumedApart) {}

    public Ladder {
        rows = List.copyOf(rows);
        if (tide < 0 || tide > rows.size()) {
            throw new IllegalArgumentException("The tide line lies within the ladder");
        }
    }

    /**
     * Cost: O(lines + entries). Guarantee: every row above the tide line is matched to the cent or declared an error,
     * and its proven balance, built from the ledger's amounts, equals the bank's.
     */
    public static Ladder of(Reconciliation r) {
        Map<BankLineId, BankLine> lines = r.linesById();
        Map<CashEntryId, CashEntry> entries = r.entriesById();
        Map<BankLineId, Match> matchOf = new HashMap<>();
        Map<Match, Long> apartOf = new HashMap<>();
        for (Match match : r.matches()) {
            long apart = 0;
            for (BankLineId id : match.lines()) {
                matchOf.put(id, match);
                BankLine line = lines.get(id);
                apart += line == null ? 0 : line.minorUnits();
            }
            for (CashEntryId id : match.entries()) {
                CashEntry entry = entries.get(id);
                apart -= entry == null ? 0 : entry.minorUnits();
            }
            apartOf.put(match, apart);
        }
        Map<BankLineId, Long> presumed = new HashMap<>();
        for (Candidate c : r.presumed()) {
            c.lines().forEach(line -> presumed.put(line, c.differenceMinorUnits()));
        }
        List<Row> rows = new ArrayList<>();
        long balance = r.bankOpening();
        long proven = r.bankOpening();
        boolean holds = true;
        int tide = 0;
        for (BankLine line : r.lines()) {
            if (line.bookingDate().isBefore(r.from()) || line.bookingDate().isAfter(r.to())) {
                continue;
            }
            balance = Math.addExact(balance, line.minorUnits());
            Match match = matchOf.get(line.id());
            State state;
            if (match != null && apartOf.getOrDefault(match, 1L) == 0) {
                state = State.MATCHED;
            } else if (r.bankErrors().containsKey(line.id())) {
                state = State.BANK_ERROR;
            } else {
                state = State.OPEN;
            }
            holds &= state != State.OPEN;
            if (holds) {
                proven = Math.addExact(proven, line.minorUnits());
                tide++;
            }
            Long apart = state == State.OPEN ? presumed.get(line.id()) : null;
            rows.add(new Row(
                    line,
                    state,
                    balance,
                    holds ? OptionalLong.of(proven) : OptionalLong.empty(),
                    apart == null ? OptionalLong.empty() : OptionalLong.of(apart)));
        }
        return new Ladder(rows, tide);
    }

    /** Lines that nothing explains yet. */
    public int openLines() {
        return (int) rows.stream().filter(row -> row.state() == State.OPEN).count();
    }

    /** The first row under the tide line, by its place from 0; empty when the tide has reached the bottom. */
    public java.util.OptionalInt firstBelowTide() {
        return tide == rows.size() ? java.util.OptionalInt.empty() : java.util.OptionalInt.of(tide);
    }
}
