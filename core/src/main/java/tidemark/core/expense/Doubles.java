package tidemark.core.expense;

import java.text.Normalizer;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/** Which expenses one may be the same as: by the very picture, or by day, amount and payee. */
public final class Doubles {
    private Doubles() {}

    /** Why two may be the same. */
    public enum Why {
        /** The very same file is kept with both. */
        PICTURE,
        /** Same day of the paper, same amount, same payee but for case, marks and signs between the letters. */
        DAY_AMOUNT_PAYEE
    }

    /**
     * An expense as far as it is compared.
     *
     * @param day on the paper; {@code amount} gross minor units; {@code pictures} SHA-256 digests
     */
    public record Told(long id, LocalDate day, long amount, String payee, Set<String> pictures) {}

    /** @param id of the other */
    public record Double(long id, Why why) {}

    /**
     * Those among others that one may be the same as, in their order, the picture before the rest. O(n) for n others.
     *
     * @param others without the one itself
     */
    public static List<Double> of(Told one, Collection<Told> others) {
        List<Double> out = new ArrayList<>();
        String payee = plain(one.payee());
        for (Told other : others) {
            if (other.pictures().stream().anyMatch(one.pictures()::contains)) {
                out.add(new Double(other.id(), Why.PICTURE));
            } else if (other.day().equals(one.day())
                    && other.amount() == one.amount()
                    && plain(other.payee()).equals(payee)) {
                out.add(new Double(other.id(), Why.DAY_AMOUNT_PAYEE));
            }
        }
        return out;
    }

    /** Letters and digits alone, without case and marks. */
    public static String plain(String payee) {
        return Normalizer.normalize(payee, Normalizer.Form.NFD)
                .replaceAll("[^\\p{L}\\p{N}]", "")
                .toLowerCase(Locale.ROOT);
    }
}
