package tidemark.core.matching;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import tidemark.core.given.Books;
import tidemark.core.ledger.CashEntry;
import tidemark.core.statement.BankLine;

class EvidenceMatchingTest {
    private static final LocalDate DAY = LocalDate.of(2026, 6, 10);
    private final EvidenceMatching engine = new EvidenceMatching();

    private static String words(Candidate c) {
        return String.join(
                "; ", c.evidence().stream().map(e -> e.words(CurrencyUnit.USD)).toList());
    }

    @Test
    void sameCheckAndAmount_isFirm() {
        Candidate c =
                only(Books.line(1, DAY, -500, "20421", "Check"), Books.entry(1, DAY.minusDays(40), -500, "20421", "H"));
        assertEquals(Strength.FIRM, c.strength());
        assertTrue(words(c).startsWith("same check number; same amount"));
    }

    @Test
    void sameCheckOtherAmount_isFairAndTellsTheSwappedDigits() {
        Candidate c = only(
                Books.line(1, DAY, -48_960, "20421", "Check"), Books.entry(1, DAY.minusDays(2), -49_860, "20421", "D"));
        assertEquals(Strength.FAIR, c.strength());
        assertEquals(900, c.differenceMinorUnits());
        assertTrue(words(c).contains("9.00 apart: 8 and 9 swapped"), words(c));
        assertTrue(words(c).contains("2 days later at the bank"));
    }

    @Test
    void sameAmountOtherCheck_isFaintAtMost() {
        Candidate c = only(Books.line(1, DAY, -500, "20421", "Check"), Books.entry(1, DAY, -500, "20402", "D"));
        assertEquals(Strength.FAINT, c.strength());
        assertTrue(words(c).contains("other check number"));
    }

    @Test
    void referenceInTheText_isFirm() {
        CashEntry slip = new CashEntry(new tidemark.core.ledger.CashEntryId(1), DAY, 500, "D-118", "", "", "");
        assertEquals(
                Strength.FIRM,
                only(Books.line(1, DAY.plusDays(1), 500, "", "Deposit D-118"), slip)
                        .strength());
    }

    @Test
    void uniqueAmountNear_isFirm_far_isFair() {
        assertEquals(
                Strength.FIRM,
                only(Books.line(1, DAY, 777, "", "x"), Books.entry(1, DAY.minusDays(1), 777, "", "y"))
                        .strength());
        assertEquals(
                Strength.FAIR,
                only(Books.line(1, DAY, 777, "", "x"), Books.entry(1, DAY.minusDays(20), 777, "", "y"))
                        .strength());
    }

    @Test
    void twoEqualAmounts_areAmbiguous() {
        List<BankLine> lines = List.of(Books.line(1, DAY, 777, "", "x"));
        List<CashEntry> entries = List.of(Books.entry(1, DAY, 777, "", "a"), Books.entry(2, DAY, 777, "", "b"));
        MatchingResult result = engine.propose(lines, entries);
        assertEquals(List.of(), result.firm());
        assertEquals(2, result.candidates(lines.getFirst().id()).size());
        assertEquals(
                List.of(),
                engine.propose(List.of(lines.getFirst(), Books.line(2, DAY, 777, "", "z")), entries.subList(0, 1))
                        .firm());
    }

    @Test
    void wrongSide_isOfferedAndNeverFirm() {
        Candidate c = only(Books.line(1, DAY, 500, "", "REFUND Harrow"), Books.entry(1, DAY, -500, "", "Harrow Rope"));
        assertEquals(Strength.FAIR, c.strength());
        assertTrue(words(c).contains("on the other side"));
    }

    @Test
    void nothing_givesNothing() {
        assertEquals(List.of(), engine.propose(List.of(), List.of()).presumed());
    }

    private Candidate only(BankLine line, CashEntry entry) {
        List<Candidate> found = engine.propose(List.of(line), List.of(entry)).candidates(line.id());
        assertEquals(1, found.size());
        return found.getFirst();
    }

    @RepeatedTest(120)
    void anyBooks_firmMatchesBalanceAreSingleAndDoNotDependOnOrder(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition());
        List<BankLine> lines = new ArrayList<>();
        List<CashEntry> entries = new ArrayList<>();
        for (int i = 1; i <= 60; i++) {
            LocalDate day = DAY.plusDays(random.nextInt(20));
            String check = random.nextInt(3) == 0 ? Integer.toString(20_000 + random.nextInt(20)) : "";
            lines.add(Books.line(i, day, amount(random), check, "P" + random.nextInt(9)));
            entries.add(
                    Books.entry(i, day.minusDays(random.nextInt(4)), amount(random), check, "P" + random.nextInt(9)));
        }
        MatchingResult result = engine.propose(lines, entries);
        Set<Object> used = new HashSet<>();
        for (Candidate c : result.presumed()) {
            assertTrue(used.add(c.line()) && used.add(c.entry()), "seed " + info.getCurrentRepetition());
        }
        for (Candidate c : result.firm()) {
            BankLine line = lines.get((int) c.line().value() - 1);
            CashEntry entry = entries.get((int) c.entry().value() - 1);
            assertEquals(line.minorUnits(), entry.minorUnits());
            assertEquals(1, rivals(line, entries, c), "a firm match has no equal, seed " + info.getCurrentRepetition());
        }
        Collections.shuffle(lines, random);
        Collections.shuffle(entries, random);
        MatchingResult again = engine.propose(lines, entries);
        assertEquals(result, again);
    }

    /** Entries that would fit the line as well: same amount and, where the match rests on it, same check number. */
    private static long rivals(BankLine line, List<CashEntry> entries, Candidate c) {
        boolean byCheck = c.evidence().contains(new Evidence.SameCheckNumber());
        return entries.stream()
                .filter(e -> e.minorUnits() == line.minorUnits())
                .filter(e -> !e.date().isBefore(line.bookingDate().minusDays(EvidenceMatching.WINDOW_DAYS)))
                .filter(e -> !e.date().isAfter(line.bookingDate().plusDays(5)))
                .filter(e -> !byCheck || e.checkNumber().equals(line.checkNumber()))
                .count();
    }

    private static long amount(Random random) {
        return (1 + random.nextInt(25)) * (random.nextBoolean() ? 100L : -100L);
    }
}
