package tidemark.core.ledger;

import static tidemark.core.words.Catalogue.say;

/** How money travels between the books and the bank; an in-transit account may hold what travels one way. */
public enum Means {
    CHECKS,
    ACH,
    WIRES,
    CARDS,
    OTHER;

    /** As in a sentence: {@code checks}. */
    public String words() {
        return switch (this) {
            case CHECKS -> say("means.words.checks");
            case ACH -> say("means.words.ach");
            case WIRES -> say("means.words.wires");
            case CARDS -> say("means.words.cards");
            case OTHER -> say("means.words.other");
        };
    }
}
