package tidemark.core.clearing;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tidemark.core.clearing.ClearingAccount.FilledBy;
import tidemark.core.clearing.ClearingAccount.Item;
import tidemark.core.clearing.ClearingAccount.Line;
import tidemark.core.clearing.ClearingAccount.Reason;

class ClearingAccountTest {
    private static final LocalDate BEGIN = LocalDate.of(2026, 1, 1);

    private static Line line(long id, int day, long amount, String reference, String party) {
        return new Line(id, id, 0, BEGIN.plusDays(day), amount, reference, party, "");
    }

    /** Lines as {@code day amount reference party}, parted by semicolons; {@code -} for an empty text. */
    private static List<Line> lines(String written) {
        List<Line> out = new ArrayList<>();
        for (String one : written.split(";")) {
            String[] parts = one.strip().split(" ");
            out.add(line(
                    out.size() + 1,
                    Integer.parseInt(parts[0]),
                    Long.parseLong(parts[1]),
                    parts[2].equals("-") ? "" : parts[2],
                    parts[3].equals("-") ? "" : parts[3]));
        }
        return out;
    }

    @ParameterizedTest(name = "{0}")
    @CsvSource(delimiter = '|', nullValues = "nothing", textBlock = """
            gone under its reference               | 1 -500 P1 Reed; 3 500 P1 -                     | nothing
            several of one reference               | 1 -200 P1 -; 1 -300 P1 -; 3 500 P1 -           | nothing
            one of two of equal amount, by name    | 1 -500 - Reed; 2 -500 - Hale; 3 500 - hale     | 1 WAITS -500
            the oldest of equal ones goes first    | 1 -500 - -; 2 -500 - -; 3 500 - -              | 2 WAITS -500
            all of a day against their sum         | 1 -200 A -; 1 -300 B -; 4 500 C -              | nothing
            not all of a day                       | 1 -200 A -; 1 -310 B -; 4 500 C -              | 1 WAITS -200; 1 WAITS -310; 4 NEVER_CAME 500
            two digits swapped under one reference | 1 -5400 P1 -; 3 4500 P1 -                      | 1 PARTLY -900
            less than it was                       | 1 -5400 P1 -; 3 5000 P1 -; 4 300 P1 -          | 1 PARTLY -100
            what never came                        | 2 500 X -                                      | 2 NEVER_CAME 500
            the reference counts before the amount | 1 -500 A -; 1 -500 B -; 2 500 B -              | 1 WAITS -500
            """)
    void items_whatIsLeftAndWhy(String what, String written, String left) {
        List<Line> lines = lines(written);
        ClearingAccount account = ClearingAccount.of(0, BEGIN, lines, FilledBy.CREDITS);
        String told = account.items().stream()
                .map(i -> BEGIN.until(i.since()).getDays() + " " + i.reason() + " " + i.left())
                .reduce((a, b) -> a + "; " + b)
                .orElse(null);
        assertEquals(left, told, what);
        account.items().forEach(i -> assertFalse(i.words().isBlank()));
    }

    @Test
    void slip_isNamedWhereBothSidesOfAReferenceDifferByOne() {
        Item swapped = ClearingAccount.of(0, BEGIN, lines("1 -5400 P1 -; 3 4500 P1 -"), FilledBy.CREDITS)
                .items()
                .getFirst();
        assertTrue(swapped.words().contains("Two digits are swapped"), swapped.words());
        Item plain = ClearingAccount.of(0, BEGIN, lines("1 -5400 P1 -; 3 5000 P1 -"), FilledBy.CREDITS)
                .items()
                .getFirst();
        assertTrue(plain.slip().isEmpty());
    }

    @Test
    void entryAndItsReversal_goTogether_beforeAnythingElse() {
        List<Line> lines = List.of(
                line(1, 1, -500, "A", ""),
                line(2, 2, -500, "B", ""),
                new Line(3, 3, 2, BEGIN.plusDays(5), 500, "A", "", ""));
        ClearingAccount account = ClearingAccount.of(0, BEGIN, lines, FilledBy.CREDITS);
        assertEquals(1, account.items().getFirst().lines().getFirst().id());
        assertEquals(OptionalLong.empty(), account.usualDays(), "a reversal tells nothing of how long it takes");
    }

    @Test
    void usualDays_areThoseOfNineInTen() {
        List<Line> lines = new ArrayList<>();
        for (int i = 0; i < 20; i++) {
            lines.add(line(2 * i, 1, -100 - i, "R" + i, ""));
            lines.add(line(2 * i + 1, 1 + (i < 18 ? 3 : 30), 100 + i, "R" + i, ""));
        }
        lines.sort(Comparator.comparing(Line::date));
        lines.add(line(99, 40, -7, "", ""));
        ClearingAccount account = ClearingAccount.of(0, BEGIN, lines, FilledBy.CREDITS);
        assertEquals(OptionalLong.of(3), account.usualDays());
        Item item = account.items().getFirst();
        assertFalse(account.isLate(item, BEGIN.plusDays(43)));
        assertTrue(account.isLate(item, BEGIN.plusDays(44)));
    }

    @Test
    void before_isAnItemOfItsOwn() {
        ClearingAccount account = ClearingAccount.of(-700, BEGIN, lines("1 -500 P1 -"), FilledBy.CREDITS);
        assertEquals(-1200, account.left());
        assertEquals(Reason.BEFORE, account.items().getFirst().reason());
    }

    /** What was left in truth is known of each; amounts differ by more than a slip, so nothing can be taken for another. */
    @Test
    void items_areWhatWasLeftInTruth_overRandomCourses() {
        Random random = new Random(16);
        for (int round = 0; round < 300; round++) {
            List<Line> lines = new ArrayList<>();
            Map<Long, Long> left = new HashMap<>();
            int count = 1 + random.nextInt(60);
            for (int i = 0; i < count; i++) {
                long amount = -(1_000_000L + i * 7_919L + random.nextInt(3));
                long id = 10L * i;
                int day = random.nextInt(90);
                String reference = random.nextBoolean() ? "P" + i : "";
                lines.add(line(id, day, amount, reference, random.nextBoolean() ? "Payee " + i : ""));
                int later = day + random.nextInt(9);
                switch (random.nextInt(4)) {
                    case 0 -> left.put(id, amount);
                    case 1 -> lines.add(line(id + 1, later, -amount, reference, ""));
                    case 2 -> lines.add(new Line(id + 1, id + 1, id, BEGIN.plusDays(later), -amount, "", "", ""));
                    default -> {
                        // in parts of one reference, a part of it missing
                        if (reference.isEmpty()) {
                            lines.add(line(id + 1, later, -amount, "", ""));
                        } else {
                            lines.add(line(id + 1, later, 400_000, reference, ""));
                            left.put(id, amount + 400_000);
                        }
                    }
                }
            }
            lines.sort(Comparator.comparing(Line::date).thenComparing(Line::id));
            ClearingAccount account = ClearingAccount.of(0, BEGIN, lines, FilledBy.CREDITS);
            Map<Long, Long> found = new HashMap<>();
            account.items()
                    .forEach(i -> found.put(
                            i.lines().stream().mapToLong(Line::id).min().orElseThrow(), i.left()));
            assertEquals(left, found, "round " + round);
            assertEquals(lines.stream().mapToLong(Line::minorUnits).sum(), account.left());
        }
    }

    /** Few amounts, references and names, so that everything can be taken for anything: the sum holds all the same. */
    @Test
    void left_isTheBalance_whateverIsTakenForWhat() {
        Random random = new Random(17);
        for (int round = 0; round < 2_000; round++) {
            List<Line> lines = new ArrayList<>();
            int day = 0;
            for (int i = 0; i < random.nextInt(40); i++) {
                day += random.nextInt(3);
                long amount = (1 + random.nextInt(4)) * 100L * (random.nextBoolean() ? 1 : -1);
                lines.add(new Line(
                        i,
                        i / 2,
                        random.nextInt(6) == 0 ? random.nextInt(20) : 0,
                        BEGIN.plusDays(day),
                        amount,
                        random.nextBoolean() ? "R" + random.nextInt(4) : "",
                        random.nextBoolean() ? "N" + random.nextInt(3) : "",
                        ""));
            }
            long before = random.nextInt(3) * 50L;
            ClearingAccount account = ClearingAccount.of(before, BEGIN, lines, FilledBy.EITHER);
            assertEquals(before + lines.stream().mapToLong(Line::minorUnits).sum(), account.left(), "round " + round);
            List<Long> once = account.items().stream()
                    .flatMap(i -> i.lines().stream())
                    .map(Line::id)
                    .toList();
            assertEquals(once.size(), once.stream().distinct().count());
            for (Item a : account.items()) {
                assertTrue(
                        account.items().stream()
                                .filter(b -> a.lines().size() == 1 && b.lines().size() == 1)
                                .noneMatch(b -> b.left() == -a.left()),
                        "two single lines of one amount explain one another");
            }
        }
    }
}
