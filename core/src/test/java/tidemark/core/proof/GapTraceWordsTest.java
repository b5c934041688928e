package tidemark.core.proof;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.time.LocalDate;
import java.util.List;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import tidemark.core.given.Books;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.statement.BankLine;

/** What somebody reads who looks for a gap: each finding whole, with the items it names, and nothing beside it. */
class GapTraceWordsTest {
    private final Books books = new Books();

    private static LocalDate june(int day) {
        return LocalDate.of(2026, 6, day);
    }

    private CashEntry ticked(int day, long amount, String check, String party) {
        CashEntry entry = books.ledger(june(day), amount, check, party);
        BankLine line = books.bank(june(day), amount, check, entry.title());
        books.match(List.of(line), List.of(entry));
        return entry;
    }

    /** Kind, with a mark where it explains the gap; lines and entries; the sentence. */
    private static String told(List<GapTrace.Finding> found) {
        return found.stream()
                .map(f -> f.kind() + (f.explainsGap() ? "! " : " ")
                        + f.lines().stream().map(l -> "L" + l.value()).collect(Collectors.joining(" "))
                        + f.entries().stream().map(e -> "E" + e.value()).collect(Collectors.joining(" "))
                        + ": " + f.words())
                .collect(Collectors.joining("\n"));
    }

    private String trace(long closing) {
        return told(GapTrace.trace(books.month(closing)));
    }

    @Test
    void entryTickedTwice_isNamedWithBothDays_andNotAskedForAgain() {
        ticked(3, -10_000, "501", "Harrow Rope");
        ticked(8, -4_250, "502", "Tidewell");
        ticked(12, -4_250, "502", "Tidewell");
        assertEquals("""
                STATEMENT_INCOMPLETE! : The lines so far lead to 9,815.00 and the statement closes at 9,857.50: money in of \
                42.50 is still to come.
                THERE_TWICE! E2 E3: Check 502, Tidewell for 42.50 is in the ledger twice, on 8 Jun 2026 and on 12 Jun \
                2026.""", trace(1_000_000 - 14_250));
    }

    @Test
    void entryTickedThatTheBankNeverHad_isAskedFor_withTheLinesItWasTickedWith() {
        ticked(3, -10_000, "501", "Harrow Rope");
        ticked(8, -4_250, "502", "Tidewell");
        assertEquals("""
                STATEMENT_INCOMPLETE! : The lines so far lead to 9,857.50 and the statement closes at 9,900.00: money in of \
                42.50 is still to come.
                NOT_AT_BANK! L2E2: Check 502, Tidewell of 8 Jun 2026 for 42.50 is ticked off. Is it on the statement at \
                all?""", trace(1_000_000 - 10_000));
    }

    @Test
    void typingSlips_areSaidWithWhatTheyShouldBe() {
        ticked(8, -48_960, "502", "Tidewell");
        assertEquals("""
                STATEMENT_INCOMPLETE! : The lines so far lead to 9,510.40 and the statement closes at 9,501.40: money out of \
                9.00 is still to come.
                DIGITS_SWAPPED! L1E1: Check 502, Tidewell of 8 Jun 2026 for 489.60 would make it if it should be 498.60: \
                8 and 9 are swapped.""", trace(1_000_000 - 49_860));
        books.entries.clear();
        books.lines.clear();
        books.matches.clear();
        ticked(8, 50_000, "", "Refund");
        assertEquals("""
                STATEMENT_INCOMPLETE! : The lines so far lead to 10,500.00 and the statement closes at 9,500.00: money out of \
                1,000.00 is still to come.
                WRONG_SIDE! L2E2: Money in, Refund of 8 Jun 2026 for 500.00 would make it if it is on the wrong side.""", trace(1_000_000 - 50_000));
    }

    @Test
    void openEntries_thatAreDoubles_areNamed_byCheckAtAnyDay_elseWithinTenDays() {
        books.ledger(june(1), -700, "601", "Orrin");
        books.ledger(june(25), -700, "601", "Orrin Paints");
        books.ledger(june(2), 900, "", "Pell");
        books.ledger(june(11), 900, "", "Pell");
        books.ledger(june(3), 350, "", "Redfern");
        books.ledger(june(13), 350, "", "Redfern");
        books.ledger(june(4), 80, "", "");
        books.ledger(june(5), 80, "", "");
        assertEquals("""
                THERE_TWICE E3 E4: Money in, Pell for 9.00 is in the ledger twice, on 2 Jun 2026 and on 11 Jun 2026.
                THERE_TWICE E1 E2: Check 601, Orrin Paints for 7.00 is in the ledger twice, on 1 Jun 2026 and on 25 Jun \
                2026.""", trace(books.bankAt(Books.TO)));
    }

    @Test
    void doubles_thatAreBothMatched_orComeAfterTheMonth_areNoneToTell() {
        ticked(3, -10_000, "501", "Harrow Rope");
        ticked(9, -10_000, "501", "Harrow Rope");
        books.ledger(june(20), 600, "", "Pell");
        books.ledger(LocalDate.of(2026, 7, 1), 600, "", "Pell");
        assertEquals("", trace(books.bankAt(Books.TO)));
        ticked(9, 600, "", "Pell");
        assertEquals("", trace(books.bankAt(Books.TO)), "the open one is eleven days from its like");
        books.ledger(june(19), 600, "", "Pell");
        assertEquals(
                "THERE_TWICE E6 E3: Money in, Pell for 6.00 is in the ledger twice, on 19 Jun 2026 and on 20 Jun 2026.",
                trace(books.bankAt(Books.TO)),
                "ten days from the one before, and a day from the one after");
    }

    @Test
    void gapWithoutTypedLines_isNotBlamedOnWhatIsTicked() {
        ticked(3, -10_000, "501", "Harrow Rope");
        books.bank(june(30), -1_800, "", "FEE");
        assertEquals("""
                MISSING_IN_LEDGER L2: FEE of 30 Jun 2026 for 18.00 is at the bank and not in the ledger.
                BALANCES_PART L2: The running balances part at FEE of 30 Jun 2026, the first line under the tide line.""", trace(books.bankAt(Books.TO)));
    }

    @Test
    void slip_isNamed_ofTheEntryItIs_notOfAnother() {
        CashEntry first = ticked(3, -48_960, "501", "Harrow Rope");
        ticked(8, -20_000, "502", "Tidewell");
        List<GapTrace.Finding> found = GapTrace.trace(books.month(1_000_000 - 49_860 - 20_000));
        assertEquals(
                List.of(List.of(), List.of(first.id())),
                found.stream().map(GapTrace.Finding::entries).toList());
        assertEquals(new CashEntryId(1), first.id());
    }
}
