package tidemark.core.rule;

import static tidemark.core.words.Catalogue.say;

import tidemark.core.problem.RuleViolation;

/** What a rule does with a line that fits. */
public sealed interface Effect {
    /** Books the line; as what, stands beside the rule, since every capability brings its own kinds of that. */
    record Book() implements Effect {}

    /** Prefers entries of a party, or with the text in their own. */
    record Prefer(String party) implements Effect {
        public Prefer {
            named(party);
        }
    }

    /** Never pairs the line with entries of a party, or with the text in their own. */
    record Forbid(String party) implements Effect {
        public Forbid {
            named(party);
        }
    }

    /**
     * Lets a line and what it is matched to differ by so much; the difference is then booked on the account's own.
     *
     * @param minorUnits the largest difference, above zero
     */
    record Allow(long minorUnits) implements Effect {
        public Allow {
            if (minorUnits <= 0) {
                throw new RuleViolation(
                        "rule.tolerance",
                        "tolerance",
                        say("rule.tolerance.found"),
                        say("rule.tolerance.expected"),
                        say("rule.tolerance.remedy"));
            }
        }
    }

    /** Says that the line is something the bank takes back: it opens with what may have come back, and is booked by a person. */
    record Returned() implements Effect {}

    private static void named(String party) {
        if (party.isBlank()) {
            throw new RuleViolation(
                    "rule.party",
                    "party",
                    say("rule.party.found"),
                    say("rule.party.expected"),
                    say("rule.party.remedy"));
        }
    }
}
