package tidemark.core.receipt;

import static tidemark.core.words.Catalogue.say;

/** In what form money was received; checks and cash go to the bank on one slip, cards on their own. */
public enum Tender {
    CHECK,
    CASH,
    CARD;

    /** Whether a slip of it is banked only when what was counted agrees with what was picked. */
    public boolean isCounted() {
        return this != CARD;
    }

    /** Whether both may be on one slip: what is carried to the bank, or what a processor pays. */
    public boolean goesWith(Tender other) {
        return isCounted() == other.isCounted();
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
