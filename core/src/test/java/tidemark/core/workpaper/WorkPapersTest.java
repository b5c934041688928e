package tidemark.core.workpaper;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.TreeSet;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import tidemark.core.given.Books;
import tidemark.core.ledger.CashEntry;
import tidemark.core.proof.Proof;
import tidemark.core.proof.Reconciliation;
import tidemark.core.returned.ReturnedState;
import tidemark.core.workpaper.CheckNumbersPaper.Fate;
import tidemark.core.workpaper.CheckNumbersPaper.Written;
import tidemark.core.workpaper.WorkPaper.Figure;
import tidemark.core.workpaper.WorkPaper.Item;
import tidemark.core.workpaper.WorkPaper.Section;

class WorkPapersTest {
    private static final CurrencyUnit USD = CurrencyUnit.USD;
    private static final LocalDate DAY = LocalDate.of(2026, 6, 30);

    @RepeatedTest(200)
    void proof_onAnyDayOfAnyMonth_tiesOutAndListsWhatItSums(RepetitionInfo info) {
        Reconciliation r = Books.random(info.getCurrentRepetition()).month();
        Random random = new Random(info.getCurrentRepetition());
        LocalDate day = r.from().minusDays(1).plusDays(random.nextInt(r.to().getDayOfMonth() + 1));
        long journal = r.ledgerOpening()
                + r.entries().stream()
                        .filter(e -> !e.date().isBefore(r.from()) && !e.date().isAfter(day))
                        .mapToLong(CashEntry::minorUnits)
                        .sum();
        WorkPaper paper = ProofPapers.proof(r, day, journal);
        assertTrue(paper.agrees(), "seed " + info.getCurrentRepetition() + " on " + day + ": " + paper.ties());
        long sum = 0;
        for (Figure figure : paper.figures()) {
            if (figure.sum()) {
                assertEquals(figure.minorUnits(), sum);
                sum = 0;
            } else {
                sum += figure.minorUnits();
            }
        }
        if (day.equals(r.to())) {
            Proof closing = Proof.closing(r);
            assertEquals(closing, Proof.on(r, day));
        }
        assertFalse(ProofPapers.proof(r, day, journal + 1).agrees(), "a cent off the journal is seen");

        WorkPaper outstanding = ProofPapers.outstanding(r, day);
        assertTrue(outstanding.agrees(), outstanding.ties().toString());
        long[] ages = new long[5];
        for (Section section : outstanding.sections()) {
            for (Item item : section.items()) {
                long days = item.daysAt(day).orElseThrow();
                ages[days <= 30 ? 0 : days <= 60 ? 1 : days <= 90 ? 2 : days <= 180 ? 3 : 4] += item.minorUnits();
            }
        }
        for (int i = 0; i < ages.length; i++) {
            assertEquals(ages[i], outstanding.figures().get(i).minorUnits());
        }
    }

    @Test
    void proof_onADayOfAnotherMonth_isRefused() {
        Reconciliation r = Books.random(1).month();
        assertThrows(IllegalArgumentException.class, () -> Proof.on(r, r.to().plusDays(1)));
        assertThrows(IllegalArgumentException.class, () -> Proof.on(r, r.from().minusDays(2)));
    }

    @RepeatedTest(100)
    void numbers_areMissingWhereNoneIsUsed(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition());
        List<Written> checks = new ArrayList<>();
        TreeSet<Long> used = new TreeSet<>();
        int many = random.nextInt(30);
        for (int i = 0; i < many; i++) {
            long number = 100 + random.nextInt(60) + (random.nextInt(4) == 0 ? 5_000 : 0);
            used.add(number);
            checks.add(new Written(
                    number, DAY.minusDays(i), "P", Fate.values()[random.nextInt(3)], "", 1 + random.nextInt(10_000)));
        }
        WorkPaper paper = CheckNumbersPaper.of(checks, DAY, USD);
        long written = checks.stream().mapToLong(Written::minorUnits).sum();
        assertEquals(written, paper.figures().getLast().minorUnits());
        assertEquals(
                written,
                paper.figures().subList(0, 3).stream()
                        .mapToLong(Figure::minorUnits)
                        .sum());
        TreeSet<Long> missing = new TreeSet<>();
        for (long box : new long[] {0, 5_000}) {
            var own = used.subSet(box, box + 5_000);
            for (long n = own.isEmpty() ? 1 : own.first(); !own.isEmpty() && n < own.last(); n++) {
                if (!used.contains(n)) {
                    missing.add(n);
                }
            }
        }
        TreeSet<Long> told = new TreeSet<>();
        for (Item item : paper.sections().get(1).items()) {
            String[] ends = item.title().split(" to ");
            for (long n = Long.parseLong(ends[0]); n <= Long.parseLong(ends[ends.length - 1]); n++) {
                told.add(n);
            }
        }
        assertEquals(missing, told);
        assertEquals(many - used.size(), paper.sections().get(2).items().size(), "used twice");
    }

    @Test
    void sitting_holdsDebitsAgainstCredits() {
        List<SittingPaper.Booked> entries = List.of(
                new SittingPaper.Booked(7, DAY, "Fee", "booked from a bank line", 1_200, 1_200),
                new SittingPaper.Booked(8, DAY, "Rent", "typed", 30_000, 30_000));
        WorkPaper paper = SittingPaper.of(entries, DAY, USD);
        assertTrue(paper.agrees());
        assertEquals(31_200, paper.figures().getFirst().minorUnits());
        assertEquals("8, Rent", paper.sections().getFirst().items().get(1).title());
        assertFalse(SittingPaper.of(List.of(new SittingPaper.Booked(9, DAY, "", "", 5, 4)), DAY, USD)
                .agrees());
    }

    @RepeatedTest(50)
    void decisions_standByHowTheyCameAbout_andBothSidesAgree(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition());
        List<DecisionsPaper.Decided> decided = new ArrayList<>();
        long sum = 0;
        for (int i = 0; i < random.nextInt(20); i++) {
            long amount = random.nextInt(10_000) - 5_000L;
            sum += amount;
            decided.add(
                    new DecisionsPaper.Decided(DAY, "how " + random.nextInt(3), "line " + i, "Maren", amount, amount));
        }
        WorkPaper paper = DecisionsPaper.of(decided, DAY, USD);
        assertTrue(paper.agrees());
        assertEquals(sum, paper.figures().getLast().minorUnits());
        assertEquals(sum, paper.sections().stream().mapToLong(Section::total).sum());
        decided.add(new DecisionsPaper.Decided(DAY, "how 1", "line", "Maren", 5, 4));
        assertFalse(DecisionsPaper.of(decided, DAY, USD).agrees());
    }

    @Test
    void returned_sumsWhatStands_andHoldsItAgainstTheEntries() {
        List<ReturnedPaper.CameBack> items = List.of(
                new ReturnedPaper.CameBack(DAY, "3318", "Pell", "R01", ReturnedState.OWED, 64_000, 64_000),
                new ReturnedPaper.CameBack(DAY, "3319", "Pell", "", ReturnedState.OPEN, 1_000, 1_000),
                new ReturnedPaper.CameBack(DAY, "3320", "Tarn", "", ReturnedState.UNDONE, 9_000, 9_000));
        WorkPaper paper = ReturnedPaper.of(items, DAY, USD);
        assertTrue(paper.agrees());
        assertEquals(65_000, paper.figures().getLast().minorUnits());
        assertEquals(3, paper.sections().size(), "what was undone is listed");
        List<ReturnedPaper.CameBack> off = new ArrayList<>(items);
        off.add(new ReturnedPaper.CameBack(DAY, "1", "X", "", ReturnedState.OPEN, 5, 6));
        assertFalse(ReturnedPaper.of(off, DAY, USD).agrees());
    }
}
