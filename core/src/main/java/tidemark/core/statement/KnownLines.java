package tidemark.core.statement;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.function.BiPredicate;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * Tells the lines of a file that were read before from those that are new, for days that both cover.
 *
 * <p>A line was read before when there is a known line of the same amount that no other line of the file has taken, and
 * the strongest tie holds first over the whole file: the same bank reference (also a few days apart, where that
 * reference stands once on either side); then on the same day the same check or reference; then the same words; then, as
 * the days are covered by both, the same amount alone. So of two identical lines in the file and one known, one is new;
 * of two and two, none is.
 *
 * <p>Cost: O((n + m) log m) for different amounts; O(k²) among k lines of one amount. The outcome does not depend on the
 * order of the known lines beyond which of two interchangeable ones is named.
 */
public final class KnownLines {
    private static final int DAYS_APART = 5;

    /** Why a line is held for one that was read before. */
    public enum Why {
        SAME_BANK_REFERENCE(say("statement.theBanksOwnReferenceIsTheSame")),
        SAME_REFERENCE(say("statement.dayAmountAndReferenceAreTheSame")),
        SAME_WORDS(say("statement.dayAmountAndWordsAreTheSame")),
        SAME_AMOUNT(say("statement.dayAndAmountAreTheSameAnd"));

        private final String words;

        Why(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    /** A line of the file that was read before, as which, and why. */
    public record Skipped(ReadLine line, BankLine known, Why why) {}

    /** @param missing known lines that the file does not have */
    public record Sorted(List<ReadLine> fresh, List<Skipped> skipped, List<BankLine> missing) {
        public Sorted {
            fresh = List.copyOf(fresh);
            skipped = List.copyOf(skipped);
            missing = List.copyOf(missing);
        }
    }

    private KnownLines() {}

    /** @param wholeDays whether the known lines and the file each hold all lines of their days */
    public static Sorted sort(List<ReadLine> incoming, List<BankLine> known, boolean wholeDays) {
        Map<Long, List<Integer>> byAmount = new HashMap<>();
        for (int i = 0; i < known.size(); i++) {
            byAmount.computeIfAbsent(known.get(i).minorUnits(), a -> new ArrayList<>())
                    .add(i);
        }
        Map<String, Integer> knownReferences = counts(known, BankLine::bankReference);
        Map<String, Integer> fileReferences = counts(incoming, l -> l.line().bankReference());
        boolean[] used = new boolean[known.size()];
        Skipped[] skipped = new Skipped[incoming.size()];
        List<Tie> ties = new ArrayList<>(List.of(
                new Tie(
                        Why.SAME_BANK_REFERENCE,
                        (a, b) -> sameBankReference(a, b) && a.bookingDate().equals(b.bookingDate())),
                new Tie(
                        Why.SAME_BANK_REFERENCE,
                        (a, b) -> sameBankReference(a, b)
                                && count(knownReferences, b) == 1
                                && count(fileReferences, a) == 1
                                && Math.abs(ChronoUnit.DAYS.between(a.bookingDate(), b.bookingDate())) <= DAYS_APART),
                new Tie(Why.SAME_REFERENCE, (a, b) -> sameDay(a, b) && sameReference(a, b)),
                new Tie(Why.SAME_WORDS, (a, b) -> sameDay(a, b) && words(a).equals(words(b)))));
        if (wholeDays) {
            ties.add(new Tie(Why.SAME_AMOUNT, KnownLines::sameDay));
        }
        for (Tie tie : ties) {
            for (int i = 0; i < skipped.length; i++) {
                if (skipped[i] == null) {
                    skipped[i] = find(incoming.get(i), known, byAmount, used, tie);
                }
            }
        }
        List<ReadLine> fresh = new ArrayList<>();
        for (int i = 0; i < skipped.length; i++) {
            if (skipped[i] == null) {
                fresh.add(incoming.get(i));
            }
        }
        List<BankLine> missing = new ArrayList<>();
        for (int i = 0; i < used.length; i++) {
            if (!used[i]) {
                missing.add(known.get(i));
            }
        }
        return new Sorted(fresh, Arrays.stream(skipped).filter(Objects::nonNull).toList(), missing);
    }

    private record Tie(Why why, BiPredicate<BankLine, BankLine> holds) {}

    private static @Nullable Skipped find(
            ReadLine line, List<BankLine> known, Map<Long, List<Integer>> byAmount, boolean[] used, Tie tie) {
        for (int i : byAmount.getOrDefault(line.line().minorUnits(), List.of())) {
            if (!used[i] && tie.holds().test(line.line(), known.get(i))) {
                used[i] = true;
                return new Skipped(line, known.get(i), tie.why());
            }
        }
        return null;
    }

    private static <T> Map<String, Integer> counts(List<T> lines, Function<T, String> reference) {
        Map<String, Integer> counts = new HashMap<>();
        lines.forEach(l -> counts.merge(reference.apply(l), 1, Integer::sum));
        return counts;
    }

    private static int count(Map<String, Integer> counts, BankLine line) {
        return counts.getOrDefault(line.bankReference(), 0);
    }

    private static boolean sameBankReference(BankLine a, BankLine b) {
        return !a.bankReference().isEmpty() && a.bankReference().equals(b.bankReference());
    }

    private static boolean sameDay(BankLine a, BankLine b) {
        LocalDate day = a.bookingDate();
        return day.equals(b.bookingDate());
    }

    private static boolean sameReference(BankLine a, BankLine b) {
        return (!a.checkNumber().isEmpty() && a.checkNumber().equals(b.checkNumber()))
                || (!a.reference().isEmpty() && a.reference().equals(b.reference()));
    }

    /** All words of a line, without regard to where one bank's format puts them. */
    private static String words(BankLine line) {
        String all = line.reference() + line.checkNumber() + line.counterparty() + line.text();
        StringBuilder out = new StringBuilder();
        for (int i = 0; i < all.length(); i++) {
            if (Character.isLetterOrDigit(all.charAt(i))) {
                out.append(all.charAt(i));
            }
        }
        return out.toString().toLowerCase(Locale.ROOT);
    }
}
