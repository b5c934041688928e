package tidemark.core.deposit;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import tidemark.core.deposit.SlipPartition.Receipt;

class SlipPartitionTest {
    private static Receipt receipt(long minorUnits, String... labels) {
        return new Receipt(minorUnits, List.of(labels));
    }

    private static void checkParts(SlipPartition found, List<Receipt> receipts, List<Long> credits) {
        List<Integer> all = new ArrayList<>();
        for (int i = 0; i < credits.size(); i++) {
            assertEquals(
                    credits.get(i),
                    found.parts().get(i).stream()
                            .mapToLong(p -> receipts.get(p).minorUnits())
                            .sum());
            all.addAll(found.parts().get(i));
        }
        Collections.sort(all);
        List<Integer> places = new ArrayList<>();
        for (int i = 0; i < receipts.size(); i++) {
            places.add(i);
        }
        assertEquals(places, all, "each receipt in one part");
    }

    /** Every way to put each receipt into one of the parts. */
    private static int brute(List<Receipt> receipts, List<Long> credits) {
        int ways = 0;
        int total = (int) Math.pow(credits.size(), receipts.size());
        for (int code = 0; code < total; code++) {
            long[] sums = new long[credits.size()];
            int rest = code;
            for (Receipt receipt : receipts) {
                sums[rest % credits.size()] += receipt.minorUnits();
                rest /= credits.size();
            }
            boolean fits = true;
            for (int i = 0; i < sums.length; i++) {
                fits &= sums[i] == credits.get(i);
            }
            ways += fits ? 1 : 0;
        }
        return ways;
    }

    @RepeatedTest(400)
    void of_smallSlips_findsWhatTryingEverythingFinds_andKnowsWhetherThereAreSeveral(RepetitionInfo seed) {
        Random random = new Random(seed.getCurrentRepetition());
        int parts = 2 + random.nextInt(2);
        List<Receipt> receipts = new ArrayList<>();
        for (int i = parts + random.nextInt(5); i > 0; i--) {
            receipts.add(receipt(1 + random.nextInt(random.nextBoolean() ? 8 : 5_000)));
        }
        List<Long> credits = new ArrayList<>(Collections.nCopies(parts, 0L));
        for (Receipt receipt : receipts) {
            int part = random.nextInt(parts);
            credits.set(part, credits.get(part) + receipt.minorUnits());
        }
        if (seed.getCurrentRepetition() % 4 == 0) {
            credits.set(0, credits.get(0) + 1);
            credits.set(1, credits.get(1) - 1);
        }
        if (credits.stream().anyMatch(c -> c <= 0)) {
            return;
        }
        int ways = brute(receipts, credits);
        SlipPartition found = SlipPartition.of(receipts, credits);
        assertEquals(ways > 0, found.isFound());
        if (found.isFound()) {
            checkParts(found, receipts, credits);
            assertEquals(ways > 1, found.several());
        } else {
            assertTrue(found.complete());
        }
        assertEquals(found, SlipPartition.of(receipts, credits), "a second call gives the same");
    }

    @Test
    void of_sites_takesWholeSitesBeforeAnyOtherSet() {
        List<Receipt> receipts =
                List.of(receipt(100, "Dock"), receipt(100, "Weir"), receipt(250, "Dock"), receipt(250, "Weir"));
        SlipPartition found = SlipPartition.of(receipts, List.of(350L, 350L));
        assertTrue(found.parts().equals(List.of(List.of(0, 2), List.of(1, 3)))
                || found.parts().equals(List.of(List.of(1, 3), List.of(0, 2))));
        checkParts(found, receipts, List.of(350L, 350L));
        assertTrue(found.several());
    }

    @Test
    void of_sumsThatDoNotAgree_orOneCredit_findsNothing() {
        List<Receipt> receipts = List.of(receipt(5), receipt(7));
        assertFalse(SlipPartition.of(receipts, List.of(5L, 8L)).isFound());
        assertFalse(SlipPartition.of(receipts, List.of(12L)).isFound());
        assertFalse(SlipPartition.of(receipts, List.of(4L, 4L, 4L)).isFound());
    }

    @Test
    void of_fourHundredChecks_staysBounded_andFindsThePartsOfTheBank() {
        Random random = new Random(11);
        List<Receipt> receipts = new ArrayList<>();
        for (int i = 0; i < 400; i++) {
            receipts.add(receipt(1_000 + random.nextInt(90_000), i % 3 == 0 ? "Dock" : "Weir", "d" + i % 7));
        }
        long dock = 0;
        long few = 0;
        for (int i = 0; i < 400; i++) {
            dock += i % 3 == 0 ? receipts.get(i).minorUnits() : 0;
            few += i == 17 || i == 203 ? receipts.get(i).minorUnits() : 0;
        }
        long total = receipts.stream().mapToLong(Receipt::minorUnits).sum();
        checkParts(SlipPartition.of(receipts, List.of(dock, total - dock)), receipts, List.of(dock, total - dock));
        SlipPartition two = SlipPartition.of(receipts, List.of(total - few, few));
        checkParts(two, receipts, List.of(total - few, few));
    }
}
