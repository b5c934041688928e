package tidemark.core.receipt;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class PutRightTest {
    @Test
    void partsGetAllThatTheAmountReaches_theEarlierBeforeTheLater() {
        Random random = new Random(7);
        for (int round = 0; round < 500; round++) {
            List<Long> parts = new ArrayList<>();
            for (int i = random.nextInt(6); i > 0; i--) {
                parts.add((long) random.nextInt(90));
            }
            long all = parts.stream().mapToLong(Long::longValue).sum();
            long amount = 1 + random.nextInt(300);
            List<Long> reached = PutRight.parts(parts, amount);
            assertEquals(
                    Math.min(all, amount),
                    reached.stream().mapToLong(Long::longValue).sum());
            for (int i = 0; i < parts.size(); i++) {
                assertTrue(reached.get(i) >= 0 && reached.get(i) <= parts.get(i));
                boolean shortened = reached.get(i) < parts.get(i);
                assertTrue(!shortened
                        || reached.subList(i + 1, parts.size()).stream().allMatch(r -> r == 0));
            }
        }
    }
}
