package tidemark.core.receipt;

import java.util.ArrayList;
import java.util.List;

/** What a receipt is for once its amount was put right. */
public final class PutRight {
    private PutRight() {}

    /**
     * What each part still gets: in their order, as far as the amount reaches; what is left over is nobody's here. Cost: O(n).
     *
     * @param parts minor units, none below zero
     * @param amount minor units, above zero
     * @return as many as there are parts, none above its own
     */
    public static List<Long> parts(List<Long> parts, long amount) {
        List<Long> out = new ArrayList<>();
        long left = amount;
        for (long part : parts) {
            long gets = Math.min(part, left);
            out.add(gets);
            left -= gets;
        }
        return out;
    }
}
