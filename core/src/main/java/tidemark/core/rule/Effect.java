package tidemark.core.rule;

import java.util.List;
import tidemark.core.problem.RuleViolation;

/** What a rule does with a line that fits. */
public sealed interface Effect {
    /** What a line may be booked as. */
    List<String> KINDS = List.of("FEE", "INTEREST", "TRANSFER", "ACCOUNT", "CUSTOMER", "SUPPLIER", "UNIDENTIFIED");

    /**
     * Books the line.
     *
     * @param kind what it is booked as: FEE, INTEREST, TRANSFER, ACCOUNT, CUSTOMER, SUPPLIER or UNIDENTIFIED
     * @param account code of the ledger account, for ACCOUNT
     * @param otherId the other bank account or the party, as the kind has it; 0 for none
     * @param party name on the entry
     * @param text of the entry; empty for the line's own
     */
    record Book(String kind, String account, long otherId, String party, String text) implements Effect {
        public Book {
            if (!KINDS.contains(kind)) {
                throw new RuleViolation(
                        "rule.kind", "kind", "“" + kind + "”", "one of " + String.join(", ", KINDS), "Choose one.");
            }
            boolean other = kind.equals("TRANSFER") || kind.equals("CUSTOMER") || kind.equals("SUPPLIER");
            if (other && otherId == 0) {
                throw new RuleViolation(
                        "rule.other", "otherId", "nothing", "the other account or the party", "Choose one.");
            }
            if (kind.equals("ACCOUNT") && account.isBlank()) {
                throw new RuleViolation(
                        "rule.account", "account", "nothing", "the account it is booked on", "Choose one.");
            }
        }
    }

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

    private static void named(String party) {
        if (party.isBlank()) {
            throw new RuleViolation("rule.party", "party", "nothing", "the party it speaks of", "Name the party.");
        }
    }
}
