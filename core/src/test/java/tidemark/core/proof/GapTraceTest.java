package tidemark.core.proof;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import tidemark.core.given.Books;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.matching.LinkageMatching;
import tidemark.core.money.KeyingSlip;
import tidemark.core.statement.BankLine;

/** One error is planted in an otherwise true ledger; the trace must name it. */
class GapTraceTest {
    private static final LocalDate DAY = LocalDate.of(2026, 6, 10);

    /** A month on paper: every entry ticked in order, the closing balance typed as the true amounts make it. */
    private static final class Paper {
        final Books books = new Books();
        long truth = books.openingBank;

        CashEntry ticked(long typed, long meant, String check, String party) {
            CashEntry entry = books.ledger(DAY, typed, check, party);
            BankLine line = books.bank(DAY, typed, check, entry.title());
            books.match(List.of(line), List.of(entry));
            truth += meant;
            return entry;
        }

        List<GapTrace.Finding> trace() {
            return GapTrace.trace(books.month(truth));
        }
    }

    private static Paper truePaper(Random random) {
        Paper paper = new Paper();
        for (int i = 0; i < 5 + random.nextInt(20); i++) {
            long amount = -(10_000 + random.nextInt(900_000));
            paper.ticked(amount, amount, Integer.toString(20_000 + i), "Payee " + i);
        }
        return paper;
    }

    private static void assertNamed(
            List<GapTrace.Finding> found, GapTrace.Kind kind, CashEntryId entry, RepetitionInfo info) {
        assertTrue(
                found.stream()
                        .anyMatch(f -> f.kind() == kind
                                && f.explainsGap()
                                && f.entries().contains(entry)),
                "seed " + info.getCurrentRepetition() + ": " + found);
    }

    @RepeatedTest(60)
    void swappedDigits_areNamed(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition());
        Paper paper = truePaper(random);
        long meant = 10_000 + random.nextInt(900_000);
        List<KeyingSlip.Swap> swaps = KeyingSlip.swaps(meant);
        if (swaps.isEmpty()) {
            return;
        }
        long typed = swaps.get(random.nextInt(swaps.size())).amount();
        CashEntry wrong = paper.ticked(-typed, -meant, "30001", "Dunmore Timber");
        assertNamed(paper.trace(), GapTrace.Kind.DIGITS_SWAPPED, wrong.id(), info);
    }

    @RepeatedTest(60)
    void wrongSide_isNamed(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition());
        Paper paper = truePaper(random);
        long meant = 10_000 + random.nextInt(900_000);
        CashEntry wrong = paper.ticked(-meant, meant, "", "Refund");
        assertNamed(paper.trace(), GapTrace.Kind.WRONG_SIDE, wrong.id(), info);
    }

    @RepeatedTest(60)
    void movedPoint_isNamed(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition());
        Paper paper = truePaper(random);
        long meant = 10_000 + random.nextInt(90_000);
        CashEntry wrong = paper.ticked(meant * 10, meant, "", "Deposit");
        assertNamed(paper.trace(), GapTrace.Kind.POINT_MOVED, wrong.id(), info);
    }

    @RepeatedTest(60)
    void doubledItem_isNamed(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition());
        Paper paper = truePaper(random);
        long amount = 10_000 + random.nextInt(900_000);
        paper.ticked(-amount, -amount, "30001", "Tidewell Electric");
        CashEntry second = paper.ticked(-amount, 0, "30001", "Tidewell Electric");
        assertNamed(paper.trace(), GapTrace.Kind.THERE_TWICE, second.id(), info);
    }

    @RepeatedTest(60)
    void missingTick_isNamed(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition());
        Paper paper = truePaper(random);
        long amount = 10_000 + random.nextInt(900_000);
        CashEntry open = paper.books.ledger(DAY, amount, "", "Deposit slip");
        paper.truth += amount;
        assertNamed(paper.trace(), GapTrace.Kind.ON_STATEMENT_AFTER_ALL, open.id(), info);
    }

    @RepeatedTest(60)
    void missingInTheLedger_isNamedByItsBankLine(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition());
        Books books = Books.random(info.getCurrentRepetition());
        books.lines.removeIf(l -> l.text().equals("open line"));
        BankLine fee = books.bank(LocalDate.of(2026, 6, 30), -(100 + random.nextInt(900)), "", "FEE");
        List<GapTrace.Finding> found = GapTrace.trace(books.month());
        assertTrue(
                found.stream()
                        .anyMatch(f -> f.kind() == GapTrace.Kind.MISSING_IN_LEDGER
                                && f.lines().equals(List.of(fee.id()))),
                "seed " + info.getCurrentRepetition() + ": " + found);
    }

    @Test
    void pairApart_fromTheMatching_explainsTheWholeGap() {
        Books books = new Books();
        BankLine line = books.bank(DAY, -48_960, "20421", "Check 20421");
        CashEntry entry = books.ledger(DAY.minusDays(2), -49_860, "20421", "Dunmore Timber");
        books.presumed.addAll(
                new LinkageMatching().propose(books.lines, books.entries).presumed());
        Reconciliation r = books.month();
        assertEquals(900, Proof.closing(r).gap());
        GapTrace.Finding first = GapTrace.trace(r).getFirst();
        assertEquals(GapTrace.Kind.DIGITS_SWAPPED, first.kind());
        assertTrue(first.explainsGap());
        assertEquals(List.of(line.id()), first.lines());
        assertEquals(List.of(entry.id()), first.entries());
        assertTrue(first.words().contains("8 and 9 are swapped"), first.words());
    }

    @Test
    void balancesPart_atTheFirstOpenLine() {
        Books books = new Books();
        books.match(List.of(books.bank(DAY, 5, "", "a")), List.of(books.ledger(DAY, 5, "", "a")));
        BankLine second = books.bank(DAY, 7, "", "b");
        books.bank(DAY, 8, "", "c");
        List<GapTrace.Finding> parts = new ArrayList<>(GapTrace.trace(books.month()));
        parts.removeIf(f -> f.kind() != GapTrace.Kind.BALANCES_PART);
        assertEquals(List.of(second.id()), parts.getFirst().lines());
    }

    @Test
    void nothingWrong_findsNothing() {
        Books books = new Books();
        books.match(List.of(books.bank(DAY, 5, "", "a")), List.of(books.ledger(DAY, 5, "", "a")));
        assertEquals(List.of(), GapTrace.trace(books.month()));
    }
}
