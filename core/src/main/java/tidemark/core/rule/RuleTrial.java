package tidemark.core.rule;

import static tidemark.core.words.Catalogue.say;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import tidemark.core.ledger.CashEntry;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.BankLine;

/**
 * What a rule would have done over the past, and where it would have gone against what people decided.
 *
 * @param lines those that fit, in the order they were given
 */
public record RuleTrial(List<Tried> lines) {
    /** How the rule stands to what was decided of a line. */
    public enum Verdict {
        /** Nobody decided yet; the rule would. */
        NEW,
        /** It would have done what was done. */
        AS_DECIDED,
        /** It would have done something else. */
        AGAINST
    }

    /** What became of a line: nothing yet, tied to an entry that was there, or booked on an account. */
    public record Past(BankLine line, Optional<CashEntry> matched, Optional<String> bookedOn) {}

    /** A line of the past, what the rule would have made of it, and the words for that. */
    public record Tried(BankLine line, Verdict verdict, String words) {}

    /** Where the rule's booking of a line would go, named as in {@code Past}. */
    @FunctionalInterface
    public interface Target {
        /** @throws RuleViolation where the line could not be booked so */
        String of(BankLine line);
    }

    public RuleTrial {
        lines = List.copyOf(lines);
    }

    /**
     * Cost: O(lines), and one target for each that fits.
     *
     * @param others rules in force before it in the order; what they book this one never sees
     * @param target asked only for a rule that books
     */
    public static RuleTrial of(Rule rule, List<Rule> others, Target target, List<Past> past) {
        List<Tried> out = new ArrayList<>();
        for (Past one : past) {
            if (rule.fits(one.line()) && Rule.booking(others, one.line()).isEmpty()) {
                verdict(rule, target, one).ifPresent(out::add);
            }
        }
        return new RuleTrial(out);
    }

    private static Optional<Tried> verdict(Rule rule, Target target, Past past) {
        Optional<CashEntry> matched = past.matched();
        if (rule.then() instanceof Effect.Book) {
            String account;
            try {
                account = target.of(past.line());
            } catch (RuleViolation e) {
                Problem why = e.problems().getFirst();
                return tried(past, Verdict.AGAINST, say("rule.couldNotBeBookedInPlaceOf", why.found(), why.expected()));
            }
            if (past.bookedOn().isPresent()) {
                boolean same = past.bookedOn().get().equals(account);
                return tried(
                        past,
                        same ? Verdict.AS_DECIDED : Verdict.AGAINST,
                        say("rule.wasBookedOn", past.bookedOn().get()));
            }
            if (matched.isPresent()) {
                return tried(
                        past,
                        Verdict.AGAINST,
                        say("rule.wasMatchedTo", matched.get().title()));
            }
            return tried(past, Verdict.NEW, say("rule.wouldBeBookedOn", account));
        }
        if (rule.then() instanceof Effect.Returned) {
            if (past.line().minorUnits() > 0) {
                return Optional.empty();
            }
            return past.bookedOn().isPresent()
                    ? tried(
                            past,
                            Verdict.AGAINST,
                            say("rule.wasBookedOn", past.bookedOn().get()))
                    : matched.map(e -> tried(past, Verdict.AS_DECIDED, say("rule.wasMatchedTo", e.title())))
                            .orElseGet(() -> tried(past, Verdict.NEW, say("rule.isOpenWouldComeBack")));
        }
        if (rule.then() instanceof Effect.Allow) {
            return matched.isEmpty() && past.bookedOn().isEmpty()
                    ? tried(past, Verdict.NEW, say("rule.isOpenADifferenceCouldBeBooked"))
                    : tried(
                            past,
                            Verdict.AS_DECIDED,
                            matched.map(e -> say("rule.wasMatchedTo", e.title()))
                                    .orElseGet(() -> say(
                                            "rule.wasBookedOn", past.bookedOn().orElse(""))));
        }
        boolean prefers = rule.then() instanceof Effect.Prefer;
        if (matched.isEmpty()) {
            return past.bookedOn().isPresent()
                    ? tried(
                            past,
                            prefers ? Verdict.AGAINST : Verdict.AS_DECIDED,
                            say("rule.wasBookedOn", past.bookedOn().get()))
                    : tried(past, Verdict.NEW, say("rule.isOpen"));
        }
        boolean same = rule.speaksOf(matched.get()) == prefers;
        return tried(
                past,
                same ? Verdict.AS_DECIDED : Verdict.AGAINST,
                say("rule.wasMatchedTo", matched.get().title()));
    }

    private static Optional<Tried> tried(Past past, Verdict verdict, String words) {
        return Optional.of(new Tried(past.line(), verdict, words));
    }

    /** How many of the lines came out so. */
    public long count(Verdict verdict) {
        return lines.stream().filter(t -> t.verdict() == verdict).count();
    }
}
