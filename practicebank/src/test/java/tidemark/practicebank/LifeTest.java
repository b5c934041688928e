package tidemark.practicebank;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tidemark.practicebank.CustomerActivity.Line;
import tidemark.practicebank.State.Instruction;

/** The bank's days: whatever it is told, its books are such as a bank's are. */
class LifeTest {
    private static final LocalDate BEGIN = LocalDate.of(2026, 5, 31);
    private static final LocalDate LATE = LocalDate.of(2026, 12, 31);

    @TempDir
    Path directory;

    private State bank(long seed, LocalDate date) {
        return State.open(directory.resolve(seed + "-" + date + ".json"), seed, BEGIN, date);
    }

    /** What a deposit is made of; of every other it is not told. */
    private static List<Long> items(long cents, int i) {
        return i % 2 == 0 || cents < 10 ? List.of() : List.of(cents / 2, cents / 5, cents - cents / 2 - cents / 5);
    }

    private static List<Instruction> told(long seed) {
        Random random = new Random(seed);
        List<Instruction> out = new ArrayList<>();
        for (int i = 0; i < 120; i++) {
            LocalDate day = BEGIN.plusDays(1L + random.nextInt(90));
            long cents = 1 + random.nextInt(5_000_000);
            String account = random.nextInt(4) == 0 ? "pb-2" : "pb-1";
            switch (random.nextInt(3)) {
                case 0 ->
                    out.add(new Instruction(
                            "c" + i,
                            account,
                            day,
                            "CHECK",
                            -cents,
                            "",
                            Integer.toString(4_000 + i),
                            "Osprey Glass",
                            List.of()));
                case 1 ->
                    out.add(new Instruction(
                            "d" + i, account, day, "DEPOSIT", cents, "D-" + i, "", "", items(cents, i)));
                default ->
                    out.add(new Instruction(
                            "t" + i,
                            account,
                            day,
                            "TRANSFER",
                            i % 2 == 0 ? cents : -cents,
                            "T-" + i,
                            "",
                            "Marlin",
                            List.of()));
            }
        }
        return out;
    }

    @RepeatedTest(12)
    void anEarlierDay_neverChanges_andTheOrderOfWhatWasToldDoesNotMatter(RepetitionInfo info) {
        long seed = info.getCurrentRepetition();
        State late = bank(seed, LATE);
        late.instructions.addAll(told(seed));
        CustomerActivity later = new CustomerActivity(late);
        for (LocalDate date = BEGIN.plusDays(5); date.isBefore(LATE); date = date.plusDays(17)) {
            State early = bank(seed, date);
            List<Instruction> shuffled = told(seed);
            Collections.shuffle(shuffled, new Random(date.toEpochDay()));
            early.instructions.addAll(shuffled);
            CustomerActivity life = new CustomerActivity(early);
            for (State.Account account : early.accounts) {
                LocalDate until = date;
                List<Line> then = later.booked(account).stream()
                        .filter(l -> !l.day().isAfter(until))
                        .toList();
                assertEquals(then, life.booked(account));
                assertEquals(
                        account.opening() + then.stream().mapToLong(Line::cents).sum(), life.balance(account));
            }
        }
    }

    /** What was announced with its number comes the next business day, the same to the cent. */
    @RepeatedTest(6)
    void whatIsPending_isBookedNext(RepetitionInfo info) {
        long seed = 100 + info.getCurrentRepetition();
        int announced = 0;
        for (LocalDate date = BEGIN.plusDays(2); date.isBefore(BEGIN.plusDays(60)); date = date.plusDays(1)) {
            State state = bank(seed, date);
            state.instructions.addAll(told(seed));
            CustomerActivity life = new CustomerActivity(state);
            for (State.Account account : state.accounts) {
                List<Line> pending = life.pending(account);
                Set<Line> before = new HashSet<>(life.booked(account));
                state.date = CustomerActivity.after(date, 1);
                List<Line> booked = life.booked(account);
                state.date = date;
                for (Line line : pending) {
                    if (!line.id().isEmpty()) {
                        announced++;
                        assertTrue(booked.contains(line) && !before.contains(line), line.toString());
                    }
                    assertTrue(
                            booked.stream().anyMatch(l -> l.cents() == line.cents() && !before.contains(l)),
                            line.toString());
                }
            }
        }
        assertTrue(announced > 30, "announced: " + announced);
    }

    @RepeatedTest(12)
    void whatWasTold_comesToItsAmount_inTheEnd(RepetitionInfo info) {
        long seed = 200 + info.getCurrentRepetition();
        State state = bank(seed, LATE);
        state.instructions.addAll(told(seed));
        CustomerActivity life = new CustomerActivity(state);
        Map<String, List<Line>> byInstruction = new HashMap<>();
        Set<String> ids = new HashSet<>();
        for (State.Account account : state.accounts) {
            for (Line line : life.booked(account)) {
                assertTrue(ids.add(line.id()), "twice: " + line);
                assertTrue(CustomerActivity.isBusinessDay(line.day()), line.toString());
                assertTrue(line.cents() != 0, line.toString());
                byInstruction
                        .computeIfAbsent(line.id().replaceFirst("-.*", ""), k -> new ArrayList<>())
                        .add(line);
            }
        }
        int parts = 0;
        int returned = 0;
        int wrong = 0;
        for (Instruction i : state.instructions) {
            List<Line> lines = byInstruction.getOrDefault("PB" + i.id(), List.of());
            long sum = lines.stream().mapToLong(Line::cents).sum();
            boolean back = lines.stream().anyMatch(l -> l.id().endsWith("-r"));
            boolean lost = i.kind().equals("CHECK") && lines.isEmpty();
            if (back) {
                // a check of it or the half of what is not told, and the fee of 12.00 beside it, with it, or none
                long gone = i.cents() - sum;
                List<Long> items = i.items().isEmpty() ? List.of(i.cents() / 2) : i.items();
                assertTrue(items.stream().anyMatch(c -> gone == c || gone == c + 1_200), i + ": " + lines);
            } else {
                assertEquals(lost ? 0 : i.cents(), sum, i + ": " + lines);
            }
            assertTrue(lines.stream().allMatch(l -> l.day().isAfter(i.day())), i + ": " + lines);
            parts += lines.stream().anyMatch(l -> l.id().endsWith("-2")) ? 1 : 0;
            returned += back ? 1 : 0;
            wrong += lines.stream().anyMatch(l -> l.id().endsWith("-c")) ? 1 : 0;
        }
        assertTrue(parts + returned + wrong > 0, "a bank at which nothing out of the ordinary happens");
    }

    /** Whole, in parts made of its checks, late, or at another amount that is put right: each of them happens. */
    @Test
    void aDeposit_isCreditedInEveryWay_inPartsOfWholeItems() {
        int parts = 0;
        int late = 0;
        int other = 0;
        for (int i = 1; i < 200; i++) {
            State state = bank(300 + i, LATE);
            Instruction told = new Instruction(
                    "d",
                    "pb-1",
                    BEGIN.plusDays(3),
                    "DEPOSIT",
                    1_234_00,
                    "D-1",
                    "",
                    "",
                    List.of(500_00L, 534_00L, 200_00L));
            state.instructions.add(told);
            List<Line> lines = new CustomerActivity(state)
                    .booked(state.accounts.getFirst()).stream()
                            .filter(l -> l.id().startsWith("PBd") && !l.id().matches(".*-[rf]"))
                            .toList();
            assertEquals(1_234_00, lines.stream().mapToLong(Line::cents).sum());
            if (lines.stream().anyMatch(l -> l.id().endsWith("-2"))) {
                parts++;
                assertTrue(Set.of(500_00L, 1_034_00L).contains(lines.getFirst().cents()), lines.toString());
            } else if (lines.size() == 2) {
                other++;
                assertTrue(lines.getFirst().cents() != 1_234_00, lines.toString());
            } else if (lines.getFirst().day().isAfter(CustomerActivity.after(told.day(), 3))) {
                late++;
            }
        }
        assertTrue(
                parts > 20 && late > 8 && other > 4, parts + " in parts, " + late + " late, " + other + " at another");
    }

    @Test
    void whatWasTold_isThereAgainAfterAStart() {
        Path file = directory.resolve("kept.json");
        State first = State.open(file, 7, BEGIN, BEGIN.plusDays(20));
        first.instructions.addAll(told(7));
        first.consents.add(new State.Consent("x", LATE, "valid", List.of("pb-1"), "http://127.0.0.1:1/"));
        first.trouble = "LIMIT";
        first.keep();
        State again = State.open(file, 8, LATE, LATE);
        assertEquals(7, again.seed);
        assertEquals(BEGIN.plusDays(20), again.date);
        assertEquals("LIMIT", again.trouble);
        assertEquals(first.instructions, again.instructions);
        assertEquals(first.consents, again.consents);
        assertEquals(
                new CustomerActivity(first).booked(first.accounts.getFirst()),
                new CustomerActivity(again).booked(again.accounts.getFirst()));
    }

    @Test
    void swappedDigits_areTwoNeighbours_andTheSignStays() {
        assertEquals(-132, CustomerActivity.swapped(-123));
        assertEquals(8_541, CustomerActivity.swapped(8_514));
        assertEquals(777, CustomerActivity.swapped(777), "nothing to swap");
        assertEquals(10, CustomerActivity.swapped(10), "no amount gets shorter");
        for (long cents = 1; cents < 20_000; cents++) {
            long wrong = CustomerActivity.swapped(cents);
            assertEquals(Long.toString(cents).length(), Long.toString(wrong).length(), cents + " " + wrong);
            assertEquals(0, (wrong - cents) % 9, cents + " " + wrong);
        }
    }

    /** Over many seeds: a fee beside, in the line, none; a collection; a second time; a check that nobody presents. */
    @Test
    void whatComesBack_doesSoInEveryWay() {
        Map<String, Integer> seen = new HashMap<>();
        for (int seed = 1; seed < 400; seed++) {
            State state = bank(5_000 + seed, LATE);
            state.instructions.addAll(List.of(
                    deposit("d", 1, "", List.of(30_000L, 12_500L)),
                    deposit("e", 20, "", List.of(30_000L)),
                    deposit("c", 3, "Brightwater", List.of()),
                    new Instruction(
                            "k", "pb-1", BEGIN.plusDays(2), "CHECK", -7_700L, "", "4001", "Osprey Glass", List.of())));
            List<Line> lines = new CustomerActivity(state).booked(state.accounts.getFirst());
            Map<String, Line> byId = new HashMap<>();
            lines.forEach(l -> byId.put(l.id(), l));
            Line first = byId.get("PBd-r");
            if (first != null) {
                boolean beside = byId.containsKey("PBd-f");
                boolean within = first.cents() == -31_200 || first.cents() == -13_700;
                seen.merge(beside ? "beside" : within ? "within" : "none", 1, Integer::sum);
                if (first.cents() == -30_000 && byId.containsKey("PBe-r")) {
                    seen.merge("again", 1, Integer::sum);
                }
            }
            Line collection = byId.get("PBc-r");
            if (collection != null) {
                seen.merge("collection", 1, Integer::sum);
                assertEquals("ACH RETURN R01 BRIGHTWATER", collection.text());
                assertEquals(-42_500, collection.cents());
                assertTrue(!byId.containsKey("PBc-f"));
            }
            if (!byId.containsKey("PBk")) {
                seen.merge("lost", 1, Integer::sum);
            }
        }
        for (String way : List.of("beside", "within", "none", "again", "collection", "lost")) {
            assertTrue(seen.getOrDefault(way, 0) > 0, way + " never happens: " + seen);
        }
    }

    private static Instruction deposit(String id, int day, String name, List<Long> items) {
        long cents = items.isEmpty()
                ? 42_500
                : items.stream().mapToLong(Long::longValue).sum();
        return new Instruction(id, "pb-1", BEGIN.plusDays(day), "DEPOSIT", cents, "D-" + id, "", name, items);
    }
}
