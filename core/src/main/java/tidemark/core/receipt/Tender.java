package tidemark.core.receipt;

import static tidemark.core.words.Catalogue.say;

/** In what form money was received; a slip holds one of them. */
public enum Tender {
    CHECK,
    CASH,
    CARD;

    /** Whether a slip of it is banked only when what was counted agrees with what was picked. */
    public boolean isCounted() {
        return this != CARD;
    }

    /** As in a list: {@code check}. */
    public String words() {
        return switch (this) {
            case CHECK -> say("tender.check");
            case CASH -> say("tender.cash");
            case CARD -> say("tender.card");
        };
    }
}
