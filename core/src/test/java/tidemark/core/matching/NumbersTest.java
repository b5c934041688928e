package tidemark.core.matching;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NumbersTest {
    @ParameterizedTest
    @CsvSource({
        "DS002028, 2028",
        "00072866, 72866",
        "F25007128, 25007128",
        "INV41O07, 41007",
        "RE000042B3, 42 4283",
        "L12, ''",
        "TRACE, ''",
    })
    void number_isFound_whateverIsGluedToIt(String code, String found) {
        List<String> expected = found.isEmpty() ? List.of() : List.of(found.split(" "));
        assertEquals(expected.stream().filter(n -> n.length() >= 3).toList(), Numbers.in(List.of(code)));
    }

    @ParameterizedTest
    @CsvSource({
        "SALARY 2026-05, 24316",
        "RENT 05/2026, 24316",
        "RENT 5/2026, 24316",
        "SAL202605, 24316",
        "RENT 13/2026, 0",
        "INVOICE 198805, 0",
        "FROM 04/2026 TO 05/2026, 0",
    })
    void month_isTold_whereTheTextHasOneNearTheYear(String text, int month) {
        assertEquals(month, Numbers.month(Phrase.of(text).codes(), 2026));
    }

    @ParameterizedTest
    @CsvSource({"Rent flat 12, FLAT12", "RENT FLAT 012, FLAT12", "flat 168, ''", "12 of 14, ''"})
    void smallNumber_countsWithTheWordBeforeIt(String text, String found) {
        assertEquals(found.isEmpty() ? List.of() : List.of(found), Numbers.named(text));
    }

    @ParameterizedTest
    @CsvSource({"CREDITMIRAOSTRANDFLAT12RENT, FLAT12", "CREDITMIRAFLAT120RENT, ''", "XFLAT3, FLAT3"})
    void smallNumber_isFoundGlued_whereItIsKnown(String text, String found) {
        assertEquals(
                found.isEmpty() ? List.of() : List.of(found),
                Numbers.named(text, Phrase.of(text).codes(), Set.of("FLAT12", "FLAT3")));
    }

    /** Against looking for each word at each place. */
    @RepeatedTest(200)
    void glued_findsAllKnownWordsInside(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition());
        Set<String> known = new TreeSet<>();
        for (int i = 0; i < 12; i++) {
            known.add(word(random, 2 + random.nextInt(4)));
        }
        Glued glued = new Glued(known);
        for (int i = 0; i < 20; i++) {
            String text = word(random, random.nextInt(14));
            List<String> expected = new ArrayList<>();
            for (String word : known) {
                for (int at = 0; at + word.length() <= text.length(); at++) {
                    if (text.startsWith(word, at) && word.length() < text.length()) {
                        expected.add(word);
                    }
                }
            }
            assertEquals(expected, glued.in(text).stream().sorted().toList(), text + " of " + known);
        }
    }

    private static String word(Random random, int length) {
        StringBuilder out = new StringBuilder();
        for (int i = 0; i < length; i++) {
            out.append("AB1".charAt(random.nextInt(3)));
        }
        return out.toString();
    }
}
