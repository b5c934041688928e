package tidemark.core.statement;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Random;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import tidemark.core.problem.Problem;

class IntakeTest {
    private static final LocalDate MAY = LocalDate.of(2026, 5, 31);

    private static LocalDate june(int day) {
        return LocalDate.of(2026, 6, day);
    }

    private static ReadLine line(int day, long amount, String bankReference, String text) {
        return new ReadLine(
                new BankLine(new BankLineId(1), june(day), june(day), amount, "", bankReference, "", "", text, ""),
                day,
                OptionalLong.empty());
    }

    private static ReadStatement statement(int from, int to, long opening, List<ReadLine> lines) {
        long closing =
                opening + lines.stream().mapToLong(l -> l.line().minorUnits()).sum();
        return new ReadStatement(
                new StatementFacts(
                        StatementFacts.Kind.BOOKED,
                        "QH-7731",
                        "S",
                        Optional.of(CurrencyUnit.USD),
                        Optional.of(june(from)),
                        Optional.of(june(to)),
                        Optional.of(new Balance(june(from), opening)),
                        Optional.of(new Balance(june(to), closing))),
                lines);
    }

    private static Intake.Account account(LocalDate last, long balance, List<BankLine> known) {
        return new Intake.Account(
                "QH 77 31",
                CurrencyUnit.USD,
                new Balance(last, balance),
                Optional.empty(),
                known,
                Set.of("SEEN\n-100"));
    }

    private static List<String> codes(List<Problem> problems) {
        return problems.stream().map(Problem::code).toList();
    }

    @Test
    void statement_thatFollowsOn_isTakenWhole() {
        Intake intake = Intake.of(
                statement(1, 30, 1_000, List.of(line(2, -100, "B1", "fee"), line(3, 5, "B2", "x"))),
                account(MAY, 1_000, List.of()));
        assertEquals(List.of(), intake.breaks());
        assertEquals(2, intake.lines().size());
        assertEquals(905, intake.header().orElseThrow().closingMinorUnits());
    }

    @Test
    void breaks_areEachNamed() {
        ReadStatement s = statement(1, 30, 1_000, List.of(line(2, -100, "B1", "fee")));
        assertEquals(
                List.of("statement.opening"),
                codes(Intake.of(s, account(MAY, 900, List.of())).breaks()));
        assertEquals(
                Map.of("opening", "10.00", "expected", "9.00"),
                Intake.of(s, account(MAY, 900, List.of())).breaks().getFirst().values());
        assertEquals(
                List.of("statement.missing"),
                codes(Intake.of(statement(5, 30, 1_000, List.of()), account(MAY, 1_000, List.of()))
                        .breaks()));
        assertEquals(
                List.of("line.outside.period"),
                codes(Intake.of(
                                statement(5, 20, 1_000, List.of(line(25, 1, "", ""))),
                                account(june(4), 1_000, List.of()))
                        .breaks()));
        assertEquals(
                List.of("line.twice"),
                codes(Intake.of(
                                statement(1, 30, 1_000, List.of(line(2, 7, "B", ""), line(3, 7, "B", ""))),
                                account(MAY, 1_000, List.of()))
                        .breaks()));
        assertEquals(
                List.of("line.known"),
                codes(Intake.of(
                                statement(1, 30, 1_000, List.of(line(2, -100, "SEEN", ""))),
                                account(MAY, 1_000, List.of()))
                        .breaks()));
        assertEquals(
                List.of(),
                Intake.of(statement(1, 30, 1_000, List.of(line(2, -101, "SEEN", ""))), account(MAY, 1_000, List.of()))
                        .breaks(),
                "a reference for all lines tells nothing");
        Intake other = Intake.of(
                s,
                new Intake.Account("X", CurrencyUnit.EUR, new Balance(MAY, 0), Optional.empty(), List.of(), Set.of()));
        assertEquals(List.of("statement.account", "statement.currency"), codes(other.refusals()));
        ReadStatement bare = new ReadStatement(
                new StatementFacts(
                        StatementFacts.Kind.BOOKED,
                        "",
                        "",
                        Optional.empty(),
                        Optional.empty(),
                        Optional.empty(),
                        Optional.empty(),
                        Optional.empty()),
                List.of(line(2, -100, "B1", "fee")));
        Intake unbalanced = Intake.of(bare, account(MAY, 1_000, List.of()));
        assertEquals(List.of("statement.balance.missing"), codes(unbalanced.breaks()));
        assertEquals(900, unbalanced.header().orElseThrow().closingMinorUnits());
        assertEquals(june(1), unbalanced.header().orElseThrow().from());
    }

    @Test
    void overlap_takesOnlyWhatIsNew_andSaysWhyTheRestIsSkipped() {
        List<BankLine> known = List.of(
                line(2, -100, "B1", "fee").line(),
                line(3, 50, "OLD", "Merrow invoice 12").line(),
                line(3, 50, "", "other").line());
        Intake intake = Intake.of(
                statement(
                        1,
                        30,
                        1_000,
                        List.of(
                                line(2, -100, "B1", "FEE!"),
                                line(3, 50, "NEW", "MERROW, invoice 12"),
                                line(3, 50, "N2", "quite different"),
                                line(9, 7, "B9", "new"))),
                account(june(5), 1_000, known));
        assertEquals(List.of(), intake.breaks());
        assertEquals(
                List.of("new"),
                intake.lines().stream().map(l -> l.line().text()).toList());
        assertEquals(
                List.of(KnownLines.Why.SAME_BANK_REFERENCE, KnownLines.Why.SAME_WORDS, KnownLines.Why.SAME_AMOUNT),
                intake.skipped().stream().map(KnownLines.Skipped::why).toList());
        assertEquals(june(6), intake.header().orElseThrow().from());
        assertEquals(1_007, intake.header().orElseThrow().closingMinorUnits());
    }

    @Test
    void overlap_withLateAndLackingLines_isDecidedByAPerson() {
        List<BankLine> known = List.of(line(2, -100, "B1", "fee").line());
        Intake intake = Intake.of(
                statement(1, 30, 1_100, List.of(line(2, -30, "B2", "late"), line(9, 7, "B9", "new"))),
                account(june(5), 1_000, known));
        assertEquals(List.of("statement.late", "statement.unlike", "statement.sum"), codes(intake.breaks()));
        Intake again =
                Intake.of(statement(1, 5, 1_100, List.of(line(2, -100, "B1", "fee"))), account(june(5), 1_000, known));
        assertTrue(again.nothingNew());
        Intake lateOnly = Intake.of(
                statement(1, 5, 1_100, List.of(line(2, -100, "B1", "fee"), line(3, 9, "", "late"))),
                account(june(5), 1_000, known));
        assertEquals(List.of("statement.overlap"), codes(lateOnly.refusals()));
    }

    @Test
    void gap_filledLater_fitsBetween() {
        StatementHeader next = new StatementHeader("", "", CurrencyUnit.USD, june(11), june(30), 1_050, 2_000);
        Intake intake = Intake.of(
                statement(1, 20, 1_000, List.of(line(4, 50, "B1", "in the gap"), line(12, 950, "B2", "known"))),
                new Intake.Account(
                        "QH7731",
                        CurrencyUnit.USD,
                        new Balance(MAY, 1_000),
                        Optional.of(next),
                        List.of(line(12, 950, "B2", "known").line()),
                        Set.of()));
        assertEquals(List.of(), intake.breaks());
        assertEquals(june(10), intake.header().orElseThrow().to());
        assertEquals(1_050, intake.header().orElseThrow().closingMinorUnits());
        assertEquals(1, intake.lines().size());
    }

    @Test
    void formatWithoutAFirstDay_followsOnByItsOpeningDate() {
        StatementFacts facts = new StatementFacts(
                StatementFacts.Kind.BOOKED,
                "",
                "",
                Optional.of(CurrencyUnit.USD),
                Optional.empty(),
                Optional.empty(),
                Optional.of(new Balance(MAY, 1)),
                Optional.of(new Balance(june(30), 2)));
        Intake intake =
                Intake.of(new ReadStatement(facts, List.of(line(4, 1, "", ""))), account(MAY, 1_000, List.of()));
        assertEquals(List.of("statement.opening"), codes(intake.breaks()));
        assertEquals(june(1), intake.header().orElseThrow().from());
    }

    @Test
    void newestFirst_isTurnedRound() {
        ReadStatement s = statement(1, 30, 1_000, List.of(line(9, 7, "", "last"), line(2, -100, "", "first")));
        Intake intake = Intake.of(s, account(MAY, 1_000, List.of()));
        assertEquals(
                List.of("first", "last"),
                intake.lines().stream().map(l -> l.line().text()).toList());
    }

    @Test
    void twoIdenticalPayments_areTwo_unlessTwoAreKnown() {
        List<ReadLine> two = List.of(line(2, -5, "", "coffee"), line(2, -5, "", "coffee"));
        BankLine one = two.getFirst().line();
        assertEquals(2, KnownLines.sort(two, List.of(), true).fresh().size());
        assertEquals(1, KnownLines.sort(two, List.of(one), true).fresh().size());
        assertEquals(0, KnownLines.sort(two, List.of(one, one), true).fresh().size());
        assertEquals(
                1,
                KnownLines.sort(two.subList(0, 1), List.of(one, one), true)
                        .missing()
                        .size());
    }

    /** However a month is cut into overlapping files, and in whatever spelling, each line is taken once. */
    @RepeatedTest(80)
    void month_readInOverlappingPieces_holdsEachLineOnce(RepetitionInfo repetition) {
        Random random = new Random(repetition.getCurrentRepetition());
        List<ReadLine> month = new ArrayList<>();
        for (int day = 1; day <= 30; day++) {
            for (int i = random.nextInt(4); i > 0; i--) {
                month.add(line(
                        day,
                        (1 + random.nextInt(3)) * (random.nextBoolean() ? 1 : -1),
                        "R" + random.nextInt(40),
                        "t" + random.nextInt(2)));
            }
        }
        List<BankLine> taken = new ArrayList<>();
        LocalDate last = MAY;
        long balance = 500;
        while (last.isBefore(june(30))) {
            int to = Math.min(30, last.getDayOfMonth() % 31 + 1 + random.nextInt(8));
            int from = 1 + random.nextInt(last.equals(MAY) ? 1 : last.getDayOfMonth() + 1);
            if (to < from) {
                continue;
            }
            int first = from;
            long opening = 500
                    + month.stream()
                            .filter(l -> l.line().bookingDate().getDayOfMonth() < first)
                            .mapToLong(l -> l.line().minorUnits())
                            .sum();
            boolean renamed = random.nextBoolean();
            List<ReadLine> piece = new ArrayList<>(month.stream()
                    .filter(l -> l.line().bookingDate().getDayOfMonth() >= first
                            && l.line().bookingDate().getDayOfMonth() <= to)
                    .map(l -> renamed
                            ? line(
                                    l.line().bookingDate().getDayOfMonth(),
                                    l.line().minorUnits(),
                                    "",
                                    l.line().text())
                            : l)
                    .toList());
            Intake intake = Intake.of(statement(first, to, opening, piece), account(last, balance, taken));
            String told = "seed " + repetition.getCurrentRepetition();
            assertEquals(List.of(), intake.refusals(), told);
            assertEquals(
                    List.of(),
                    codes(intake.breaks()).stream()
                            .filter(c -> !c.startsWith("line."))
                            .toList(),
                    told);
            Collections.shuffle(piece, random);
            Intake inAnyOrder = Intake.of(statement(first, to, opening, piece), account(last, balance, taken));
            assertEquals(
                    amounts(intake.lines().stream().map(ReadLine::line).toList()),
                    amounts(inAnyOrder.lines().stream().map(ReadLine::line).toList()),
                    told);
            intake.lines().forEach(l -> taken.add(l.line()));
            if (intake.header().isPresent()) {
                last = intake.header().get().to();
                balance = intake.header().get().closingMinorUnits();
            }
        }
        assertEquals(amounts(month.stream().map(ReadLine::line).toList()), amounts(taken));
    }

    private static Map<String, Integer> amounts(List<BankLine> lines) {
        Map<String, Integer> counts = new HashMap<>();
        lines.forEach(l -> counts.merge(l.bookingDate() + " " + l.minorUnits(), 1, Integer::sum));
        return counts;
    }
}
