package tidemark.core.money;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Slips against trying each of them on the written digits. */
class KeyingSlipTest {
    private static List<KeyingSlip.Swap> swapsOfDigits(long amount) {
        char[] digits = Long.toString(amount).toCharArray();
        List<KeyingSlip.Swap> out = new ArrayList<>();
        for (int i = digits.length - 1; i > 0; i--) {
            char[] other = digits.clone();
            other[i] = digits[i - 1];
            other[i - 1] = digits[i];
            long made = Long.parseLong(new String(other));
            if (digits[i] != digits[i - 1] && made > 0) {
                out.add(new KeyingSlip.Swap(made, digits[i - 1] - '0', digits[i] - '0'));
            }
        }
        return out;
    }

    private static Optional<KeyingSlip> tried(long meant, long typed) {
        if (meant == typed || meant == 0 || typed == 0) {
            return Optional.empty();
        }
        if (meant == -typed) {
            return Optional.of(new KeyingSlip.SideTurned());
        }
        if (Long.signum(meant) != Long.signum(typed)) {
            return Optional.empty();
        }
        String a = Long.toString(Math.abs(meant));
        String b = Long.toString(Math.abs(typed));
        for (int places = 1; places <= 3; places++) {
            if (b.equals(a + "0".repeat(places))) {
                return Optional.of(new KeyingSlip.PointMoved(places));
            }
            if (a.equals(b + "0".repeat(places))) {
                return Optional.of(new KeyingSlip.PointMoved(-places));
            }
        }
        return swapsOfDigits(Math.abs(meant)).stream()
                .filter(s -> s.amount() == Math.abs(typed))
                .findFirst()
                .map(s -> new KeyingSlip.DigitsSwapped(s.first(), s.second()));
    }

    @Test
    void swaps_areThoseOfTheWrittenDigits() {
        for (long amount = 1; amount < 20_000; amount++) {
            assertEquals(swapsOfDigits(amount), KeyingSlip.swaps(amount));
        }
        Random random = new Random(1);
        for (int i = 0; i < 20_000; i++) {
            long amount = 1 + random.nextLong(MinorUnits.LARGEST);
            assertEquals(swapsOfDigits(amount), KeyingSlip.swaps(amount));
        }
    }

    @Test
    void slip_isTheOneThatTryingThemFinds() {
        for (long meant = -1_300; meant <= 1_300; meant++) {
            for (long typed = -1_300; typed <= 1_300; typed++) {
                Optional<KeyingSlip> found = KeyingSlip.between(meant, typed);
                // compared first, since a message for each of millions takes longer than the work
                if (!found.equals(tried(meant, typed))) {
                    assertEquals(tried(meant, typed), found, meant + " typed " + typed);
                }
            }
        }
        for (long meant : new long[] {1, 12, 7_305, 48_960}) {
            for (long typed : new long[] {meant * 1_000, -meant * 1_000, meant * 10_000}) {
                assertEquals(tried(meant, typed), KeyingSlip.between(meant, typed));
                assertEquals(tried(typed, meant), KeyingSlip.between(typed, meant));
            }
        }
    }
}
