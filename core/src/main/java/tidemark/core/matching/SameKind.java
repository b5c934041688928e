package tidemark.core.matching;

import java.util.List;
import java.util.Optional;
import tidemark.core.statement.BankLine;

/**
 * Which of the lines that were booked before is the last of the same kind as another: what moved the same way, by the
 * same payer or payee, or with the same words of the bank. What changes from one to the next (days, numbers, amounts) is
 * not compared.
 */
public final class SameKind {
    /** Of the words that two lines have between them, how many they must share where no payer says it. */
    private static final double WORDS_SHARED = .5;
    /** How alike the names of payers must be. */
    private static final double SAME_PAYER = .8;

    private static final double OF_THE_PAYER = 2;
    private static final double OF_THE_CODE = .5;
    private static final double OF_THE_ACCOUNT = .25;

    private final List<Known> latestFirst;

    /**
     * A line that was booked.
     *
     * @param id by which the caller knows how
     * @param sameAccount whether it stands on the same bank account
     */
    public record Seen(long id, boolean sameAccount, BankLine line) {}

    private record Sign(boolean in, String code, List<String> payer, List<String> words) {
        static Sign of(BankLine line) {
            return new Sign(
                    line.minorUnits() > 0,
                    line.code(),
                    Phrase.of(line.counterparty()).words(),
                    Phrase.of(line.text()).words());
        }
    }

    private record Known(Seen seen, Sign sign) {}

    /** Cost: O(length of all texts). */
    public SameKind(List<Seen> latestFirst) {
        this.latestFirst =
                latestFirst.stream().map(s -> new Known(s, Sign.of(s.line()))).toList();
    }

    /**
     * The one that is most alike; of several that are equally so the latest. Empty where none is of the same kind.
     * Cost: O(lines seen × words).
     */
    public Optional<Seen> last(BankLine line) {
        Sign wanted = Sign.of(line);
        Seen best = null;
        double most = 0;
        for (Known known : latestFirst) {
            double likeness = likeness(wanted, known);
            if (likeness > most) {
                most = likeness;
                best = known.seen();
            }
        }
        return Optional.ofNullable(best);
    }

    /** Zero where they are not of the same kind. */
    private static double likeness(Sign wanted, Known known) {
        Sign other = known.sign();
        boolean bothCoded = !wanted.code().isEmpty() && !other.code().isEmpty();
        if (wanted.in() != other.in() || (bothCoded && !wanted.code().equals(other.code()))) {
            return 0;
        }
        boolean bothNamed = !wanted.payer().isEmpty() && !other.payer().isEmpty();
        boolean samePayer = bothNamed && samePayer(wanted.payer(), other.payer());
        if (bothNamed && !samePayer) {
            return 0;
        }
        double words = shared(wanted.words(), other.words());
        if (!samePayer && words < WORDS_SHARED) {
            return 0;
        }
        return words
                + (samePayer ? OF_THE_PAYER : 0)
                + (bothCoded ? OF_THE_CODE : 0)
                + (known.seen().sameAccount() ? OF_THE_ACCOUNT : 0);
    }

    /** Whether each word of the shorter name stands in the other, as far as a bank may shorten or misspell it. */
    private static boolean samePayer(List<String> a, List<String> b) {
        List<String> shorter = a.size() <= b.size() ? a : b;
        List<String> longer = a.size() <= b.size() ? b : a;
        double found = 0;
        for (String word : shorter) {
            double best = 0;
            for (String other : longer) {
                best = Math.max(best, Math.max(Likeness.of(word, other), Likeness.of(other, word)));
            }
            found += best;
        }
        // a name of one word is not the same as a long one that has it among others
        return found / shorter.size() >= SAME_PAYER && longer.size() <= 2 * shorter.size();
    }

    /** Words in both of those in either, 0 to 1; 0 where neither has any. */
    private static double shared(List<String> a, List<String> b) {
        long both = a.stream().filter(b::contains).count();
        long either = a.size() + b.size() - both;
        return either == 0 ? 0 : (double) both / either;
    }
}
