package tidemark.core.rule;

import java.util.List;
import tidemark.core.ledger.SplitPart;
import tidemark.core.problem.RuleViolation;

/** What a rule does with a line that fits. */
public sealed interface Effect {
    /** What a line may be booked as. */
    List<String> KINDS = List.of(
            "FEE", "INTEREST", "TRANSFER", "IN_TRANSIT", "ACCOUNT", "SPLIT", "CUSTOMER", "SUPPLIER", "UNIDENTIFIED");

    /**
     * Books the line.
     *
     * @param kind what it is booked as: FEE, INTEREST, TRANSFER to another own account, IN_TRANSIT for what waited on
     *     the in-transit account and is cleared there, ACCOUNT, SPLIT, CUSTOMER, SUPPLIER or UNIDENTIFIED
     * @param account code of the ledger account, for ACCOUNT
     * @param otherId the other bank account or the party, as the kind has it; 0 for none
     * @param party name on the entry
     * @param text of the entry; empty for the line's own
     * @param costCentre of the other side; empty for none
     * @param taxCode the tax that is in the amount, for ACCOUNT and FEE; empty for none
     * @param parts where it goes, for SPLIT
     */
    record Book(
            String kind,
            String account,
            long otherId,
            String party,
            String text,
            String costCentre,
            String taxCode,
            List<SplitPart> parts)
            implements Effect {
        /** Without cost centre, tax or parts. */
        public Book(String kind, String account, long otherId, String party, String text) {
            this(kind, account, otherId, party, text, "", "", List.of());
        }

        public Book {
            parts = List.copyOf(parts);
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
            if (kind.equals("SPLIT")) {
                if (parts.size() < 2) {
                    throw new RuleViolation(
                            "rule.parts", "parts", "fewer than two parts", "two parts or more", "Add the parts.");
                }
                SplitPart.check(parts);
            }
            boolean taxed = kind.equals("ACCOUNT") || kind.equals("FEE");
            if (!taxed && !taxCode.isEmpty()) {
                throw new RuleViolation(
                        "rule.tax",
                        "taxCode",
                        "a tax on what is booked as " + kind,
                        "tax on an account or a fee only",
                        "Take the tax out.");
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
                        "no amount, or one below zero",
                        "the largest difference allowed",
                        "Give the amount.");
            }
        }
    }

    private static void named(String party) {
        if (party.isBlank()) {
            throw new RuleViolation("rule.party", "party", "nothing", "the party it speaks of", "Name the party.");
        }
    }
}
