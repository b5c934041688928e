package tidemark.core.proof;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import tidemark.core.given.Books;
import tidemark.core.ledger.CashEntry;
import tidemark.core.matching.Candidate;
import tidemark.core.matching.Strength;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.BankLine;

class ProofTest {
    private static final LocalDate DAY = LocalDate.of(2026, 6, 4);

    @RepeatedTest(400)
    void proof_ofAnyMonth_agreesWithTheSlowOne(RepetitionInfo info) {
        long seed = info.getCurrentRepetition();
        Books books = Books.random(seed);
        Reconciliation r = books.month();
        Proof p = Proof.closing(r);
        // the slow one: what each side lacks of the other, item by item, over the whole of both books
        long outstanding = 0;
        long notBooked = 0;
        long bankErrors = 0;
        long ledgerErrors = 0;
        for (BankLine line : books.lines) {
            Optional<Match> match = holding(books, line);
            if (match.isEmpty() && !line.bookingDate().isAfter(Books.TO)) {
                if (books.bankErrors.containsKey(line.id())) {
                    bankErrors -= line.minorUnits();
                } else {
                    notBooked += line.minorUnits();
                }
            }
        }
        for (CashEntry entry : books.entries) {
            boolean matched = books.matches.stream().anyMatch(m -> m.entries().contains(entry.id()));
            if (!matched && !entry.date().isAfter(Books.TO)) {
                if (books.ledgerErrors.containsKey(entry.id())) {
                    ledgerErrors -= entry.minorUnits();
                } else {
                    outstanding += entry.minorUnits();
                }
            }
        }
        long matchedRest = 0;
        for (Match match : books.matches) {
            matchedRest += here(books, match);
        }
        long adjusted = p.adjustedBank();
        assertEquals(0, p.gap(), "seed " + seed);
        // everything matched that is only half here moves from one side to the other and nothing else does
        long listedOutstanding = Proof.total(p.onTheWay()) + Proof.total(p.notPresented());
        long listedNotBooked = Proof.total(p.notBookedIn()) + Proof.total(p.notBookedOut());
        long listedBankErrors = Proof.total(p.bankErrors());
        long listedLedgerErrors = Proof.total(p.ledgerErrors());
        assertEquals(
                outstanding - notBooked + bankErrors - ledgerErrors + matchedRest,
                listedOutstanding - listedNotBooked + listedBankErrors - listedLedgerErrors,
                "seed " + seed);
        assertEquals(r.bankClosing() + listedOutstanding + listedBankErrors, adjusted);
        assertTrue(p.onTheWay().stream().allMatch(i -> i.minorUnits() > 0));
        assertTrue(p.notPresented().stream().allMatch(i -> i.minorUnits() < 0));
        assertTrue(p.notBookedIn().stream().allMatch(i -> i.minorUnits() > 0));
        assertTrue(p.notBookedOut().stream().allMatch(i -> i.minorUnits() < 0));
    }

    private static Optional<Match> holding(Books books, BankLine line) {
        return books.matches.stream().filter(m -> m.lines().contains(line.id())).findFirst();
    }

    /** What the ledger has of a match by the month's end, less what the bank has. */
    private static long here(Books books, Match match) {
        long ledger = books.entries.stream()
                .filter(e -> match.entries().contains(e.id()) && !e.date().isAfter(Books.TO))
                .mapToLong(CashEntry::minorUnits)
                .sum();
        long bank = books.lines.stream()
                .filter(l -> match.lines().contains(l.id()) && !l.bookingDate().isAfter(Books.TO))
                .mapToLong(BankLine::minorUnits)
                .sum();
        return ledger - bank;
    }

    @RepeatedTest(400)
    void proofOfCash_ofAnyMonth_addsUpInEveryRowAndColumn(RepetitionInfo info) {
        ProofOfCash p = ProofOfCash.of(Books.random(info.getCurrentRepetition()).month());
        List<ProofOfCash.Row> rows = new ArrayList<>(p.bankRows());
        rows.addAll(p.ledgerRows());
        rows.add(p.adjustedBank());
        rows.add(p.adjustedLedger());
        for (ProofOfCash.Row row : rows) {
            assertTrue(row.addsUp(), "seed " + info.getCurrentRepetition() + " " + row);
        }
        assertTrue(p.apart().isZero(), "seed " + info.getCurrentRepetition() + " " + p.apart());
    }

    @RepeatedTest(100)
    void proof_ofPermutedInput_isTheSame(RepetitionInfo info) {
        Books books = Books.random(info.getCurrentRepetition());
        Proof before = Proof.closing(books.month());
        Collections.shuffle(books.entries, new Random(1));
        Collections.shuffle(books.matches, new Random(2));
        assertEquals(before, Proof.closing(books.month()));
    }

    @Test
    void proof_workedExample_agreesWithPaper() {
        Books books = new Books();
        BankLine fee = books.bank(DAY, -1_200, "", "FEE");
        BankLine check = books.bank(DAY, -50_000, "20001", "Check");
        CashEntry paid = books.ledger(DAY, -50_000, "20001", "Harrow Rope");
        books.match(List.of(check), List.of(paid));
        books.ledger(LocalDate.of(2026, 6, 30), 200_000, "", "deposit");
        books.ledger(DAY, -30_000, "20002", "Orrin Paints");
        BankLine wrong = books.bank(DAY, 7_000, "", "not ours");
        books.bankErrors.put(wrong.id(), "belongs to another customer");
        Proof p = Proof.closing(books.month());
        assertEquals(1_000_000 - 1_200 - 50_000 + 7_000, p.bankBalance());
        assertEquals(200_000, Proof.total(p.onTheWay()));
        assertEquals(-30_000, Proof.total(p.notPresented()));
        assertEquals(-7_000, Proof.total(p.bankErrors()));
        assertEquals(List.of(fee.id()), p.notBookedOut().getFirst().lines());
        assertEquals(1_118_800, p.adjustedBank());
        assertEquals(1_118_800, p.adjustedLedger());
    }

    @Test
    void gap_twoPairsApartThatCancel_showInTheMovements() {
        Books books = new Books();
        pair(books, -48_960, -49_860);
        pair(books, 20_000, 20_900);
        Reconciliation r = books.month();
        assertEquals(0, Proof.closing(r).gap());
        ProofOfCash.Row apart = ProofOfCash.of(r).apart();
        assertEquals(-900, apart.in());
        assertEquals(-900, apart.out());
        assertFalse(apart.isZero());
    }

    private static void pair(Books books, long bank, long ledger) {
        BankLine line = books.bank(DAY, bank, "", "x");
        CashEntry entry = books.ledger(DAY, ledger, "", "y");
        books.presumed.add(new Candidate(line.id(), entry.id(), Strength.FAIR, bank - ledger, List.of()));
    }

    @RepeatedTest(300)
    void tide_ofAnyMonth_liesWhereTheSlowOneFindsIt(RepetitionInfo info) {
        Books books = Books.random(info.getCurrentRepetition());
        Ladder ladder = Ladder.of(books.month());
        List<BankLine> month = books.lines.stream()
                .filter(l -> !l.bookingDate().isBefore(Books.FROM)
                        && !l.bookingDate().isAfter(Books.TO))
                .toList();
        assertEquals(month, ladder.rows().stream().map(Ladder.Row::line).toList());
        int tide = 0;
        while (tide < month.size() && explained(books, month.get(tide))) {
            tide++;
        }
        assertEquals(tide, ladder.tide(), "seed " + info.getCurrentRepetition());
        for (int i = 0; i < month.size(); i++) {
            long balance = books.bankAt(Books.FROM.minusDays(1))
                    + month.subList(0, i + 1).stream()
                            .mapToLong(BankLine::minorUnits)
                            .sum();
            Ladder.Row row = ladder.rows().get(i);
            assertEquals(balance, row.bankBalance());
            assertEquals(i < tide, row.proven().isPresent());
            if (i < tide) {
                assertEquals(balance, row.proven().getAsLong());
            }
        }
        long open = month.stream().filter(l -> !explained(books, l)).count();
        assertEquals(open, ladder.openLines());
    }

    private static boolean explained(Books books, BankLine line) {
        return books.bankErrors.containsKey(line.id()) || holding(books, line).isPresent();
    }

    @Test
    void tide_underAMatchThatDoesNotBalance_stops() {
        Books books = new Books();
        books.match(List.of(books.bank(DAY, -10, "", "a")), List.of(books.ledger(DAY, -11, "", "b")));
        assertEquals(0, Ladder.of(books.month()).tide());
        assertEquals(1, Proof.closing(books.month()).gap());
        RuleViolation refused =
                assertThrows(RuleViolation.class, () -> Match.check(books.lines, books.entries, CurrencyUnit.USD));
        assertEquals("match.unbalanced", refused.code());
    }
}
