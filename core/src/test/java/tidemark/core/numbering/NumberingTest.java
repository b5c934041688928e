package tidemark.core.numbering;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.OptionalLong;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NumberingTest {
    @ParameterizedTest
    @CsvSource({
        "INV-, 0, 4, 43, INV-0043",
        "INV-, 2026, 4, 43, INV-2026-0043",
        "'', 0, 1, 12345, 12345",
        "R-, 2026, 3, 12345, R-2026-12345",
    })
    void written_itIsReadAgain(String prefix, int year, int digits, long number, String written) {
        Numbering numbering = new Numbering(prefix, year, digits);
        assertEquals(written, numbering.write(number));
        assertEquals(OptionalLong.of(number), numbering.read(written));
    }

    @ParameterizedTest
    @CsvSource({"INV-0000", "INV-00000000043", "INV-2026-0043", "inv-0043", "INV-4x43", "INV-", "X0043", "INV-٠٠٤٣"})
    void whatTheSeriesDoesNotWrite_isNoneOfIt(String written) {
        assertTrue(new Numbering("INV-", 0, 4).read(written).isEmpty(), written);
    }

    @ParameterizedTest
    @CsvSource({"INV-43", "INV-0043", "INV-00043", "INV-0000000043"})
    void whatItWroteWithAnotherNumberOfDigits_isReadToo(String written) {
        assertEquals(OptionalLong.of(43), new Numbering("INV-", 0, 4).read(written));
        assertEquals(List.of(), new Numbering("INV-", 0, 4).gaps(43, 44, List.of(written)));
    }

    /** Every number of one is compared with every number of the other. */
    @RepeatedTest(300)
    void seriesThatMeet_areThoseThatWriteTheSameSomewhere(RepetitionInfo seed) {
        Random random = new Random(seed.getCurrentRepetition());
        String prefix = prefix(random);
        String other = random.nextInt(3) == 0 ? prefix : prefix(random);
        boolean yearly = random.nextBoolean();
        boolean otherYearly = random.nextBoolean();
        Set<String> both = written(prefix, yearly);
        both.retainAll(written(other, otherYearly));
        String which = prefix + " " + yearly + ", " + other + " " + otherYearly;
        assertEquals(!both.isEmpty(), Numbering.meet(prefix, yearly, other, otherYearly), which);
        assertEquals(!both.isEmpty(), Numbering.meet(other, otherYearly, prefix, yearly), which);
    }

    private static String prefix(Random random) {
        String[] parts = {"", "A", "A-", "A1", "A-1", "A2026-", "A-2026-", "A2026-1", "B", "1", "12"};
        return parts[random.nextInt(parts.length)];
    }

    private static Set<String> written(String prefix, boolean yearly) {
        Set<String> out = new HashSet<>();
        for (int year : yearly ? new int[] {2025, 2026} : new int[] {0}) {
            for (long number = 1; number < 2_500; number++) {
                out.add(new Numbering(prefix, year, 1).write(number));
                out.add(new Numbering(prefix, year, 3).write(number));
            }
        }
        return out;
    }

    @RepeatedTest(200)
    void gaps_areWhatCountingFindsMissing(RepetitionInfo seed) {
        Random random = new Random(seed.getCurrentRepetition());
        Numbering numbering = new Numbering("P-", random.nextBoolean() ? 2026 : 0, random.nextInt(1, 4));
        long first = random.nextInt(1, 30);
        long next = first + random.nextInt(60);
        Set<String> written = new HashSet<>();
        for (int i = random.nextInt(80); i > 0; i--) {
            written.add(numbering.write(random.nextInt(1, 110)));
        }
        written.add("P-2025-0001");
        written.add("typed by hand");
        List<Long> missing = new ArrayList<>();
        for (long n = first; n < next; n++) {
            if (!written.contains(numbering.write(n))) {
                missing.add(n);
            }
        }
        List<Numbering.Gap> gaps = numbering.gaps(first, next, written);
        List<Long> found = new ArrayList<>();
        long before = -1;
        for (Numbering.Gap gap : gaps) {
            assertTrue(gap.from() > before + 1, "in order, none beside another");
            for (long n = gap.from(); n <= gap.to(); n++) {
                found.add(n);
            }
            before = gap.to();
        }
        assertEquals(missing, found, "seed " + seed.getCurrentRepetition());
        assertEquals(
                missing.size(), gaps.stream().mapToLong(Numbering.Gap::count).sum());
    }

    @Test
    void aSeriesThatGaveOutNothing_hasNoGap() {
        assertEquals(List.of(), new Numbering("P-", 0, 4).gaps(7, 7, List.of()));
    }
}
