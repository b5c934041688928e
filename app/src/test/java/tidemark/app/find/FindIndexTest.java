package tidemark.app.find;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.math.BigDecimal;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tidemark.app.find.FindIndex.Entry;
import tidemark.app.find.FindIndex.Fit;

/** The index held against reading through everything. */
class FindIndexTest {
    private static final List<String> WORDS = List.of(
            "pell", "Propeller", "Käufer", "ferry", "Ferryman", "dock", "Docks", "INV-0042", "INV-42/7", "O'Hara");

    @TempDir
    private Path folder;

    private static boolean fits(Entry e, String typed, Fit fit) {
        Set<String> numbers = new TreeSet<>(FindText.numbers(e.words()));
        numbers.addAll(FindText.numbers(e.numbers()));
        String number = FindText.number(typed);
        boolean exact = numbers.contains(number)
                || e.amount() != null && FindText.amounts(typed).contains(FindText.amount(e.amount()));
        if (fit == Fit.NUMBER || exact) {
            return exact;
        }
        List<String> own = FindText.words(e.words());
        List<String> wanted = FindText.words(typed);
        boolean words = !wanted.isEmpty()
                && wanted.stream()
                        .allMatch(w -> own.stream().anyMatch(o -> switch (fit) {
                            case WORD -> o.equals(w);
                            case BEGINNING -> o.startsWith(w);
                            default ->
                                w.length() >= 3 && w.chars().allMatch(Character::isLetter)
                                        ? o.contains(w)
                                        : o.startsWith(w);
                        }));
        boolean begun = fit != Fit.WORD
                && number.chars().anyMatch(Character::isDigit)
                && numbers.stream().anyMatch(n -> n.startsWith(number));
        return words || begun;
    }

    @RepeatedTest(30)
    void search_findsWhatReadingThroughEverythingFinds_theNewestFirst(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition());
        List<Entry> all = new ArrayList<>();
        for (int i = 0; i < 60; i++) {
            String words = WORDS.get(random.nextInt(WORDS.size())) + " " + WORDS.get(random.nextInt(WORDS.size()));
            BigDecimal amount = random.nextInt(3) == 0 ? null : BigDecimal.valueOf(random.nextInt(4_000) - 2_000, 2);
            all.add(new Entry(
                    "LINE",
                    i,
                    random.nextInt(2),
                    words,
                    "00" + random.nextInt(30),
                    amount,
                    i,
                    random.nextBoolean() ? Set.of("open") : Set.of()));
        }
        try (FindIndex index = new FindIndex(folder)) {
            index.put(all.subList(0, 40));
            index.refresh();
            index.put(all.subList(30, 60));
            index.remove("LINE", List.of(5L, 35L));
            index.refresh();
            for (String typed : List.of(
                    "pell",
                    "PELL",
                    "fer",
                    "dock",
                    "kaufer",
                    "inv-42",
                    "inv 0042",
                    "42",
                    "7",
                    "ohara",
                    "hara",
                    "1.5",
                    "12,30",
                    "007")) {
                for (Fit fit : Fit.values()) {
                    for (Set<String> tags : List.of(Set.<String>of(), Set.of("open"))) {
                        List<Long> expected = all.stream()
                                .filter(e -> e.companyId() == 1 && e.id() != 5 && e.id() != 35)
                                .filter(e -> e.tags().containsAll(tags))
                                .filter(e -> List.of(typed.split(" ")).stream().allMatch(t -> fits(e, t, fit)))
                                .sorted(Comparator.comparing(Entry::day).reversed())
                                .map(Entry::id)
                                .toList();
                        for (int most : List.of(3, 100)) {
                            List<Long> found =
                                    index.search(1, "LINE", tags, List.of(typed.split(" ")), fit, most).stream()
                                            .map(FindIndex.Hit::id)
                                            .toList();
                            assertEquals(
                                    expected.subList(0, Math.min(most, expected.size())),
                                    found,
                                    typed + " " + fit + " " + tags + ", seed " + info.getCurrentRepetition());
                        }
                    }
                }
            }
        }
    }

    @Test
    void whatWasWritten_isThereAgain_withTheNumberOfItsState_andWhatWasNot_isNot() {
        Entry kept = new Entry("PARTY", 7, 1, "Pell", "", null, 0, Set.of());
        try (FindIndex index = new FindIndex(folder)) {
            assertEquals(-1, index.version());
            index.put(List.of(kept));
            index.commit(12);
            index.put(List.of(new Entry("PARTY", 8, 1, "Pellew", "", null, 0, Set.of())));
        }
        try (FindIndex index = new FindIndex(folder)) {
            assertEquals(12, index.version());
            assertEquals(
                    1,
                    index.search(1, "PARTY", Set.of(), List.of("pe"), Fit.BEGINNING, 9)
                            .size());
            index.clear();
            index.refresh();
            assertEquals(0, index.size());
        }
    }

    @Test
    void amounts_areReadAsPeopleWriteThem() {
        assertEquals(Set.of("1234.5"), FindText.amounts("1,234.50"));
        assertEquals(Set.of("1234.5"), FindText.amounts("1.234,50"));
        assertEquals(Set.of("1234.5"), FindText.amounts("(1'234.5)"));
        assertEquals(Set.of("1234", "1.234"), FindText.amounts("1,234"));
        assertEquals(Set.of("980"), FindText.amounts("-980"));
        assertTrue(FindText.amounts("12a").isEmpty());
        assertTrue(FindText.amounts("2026-06-01").isEmpty()
                || !FindText.amounts("2026-06-01").contains("2026"));
    }
}
