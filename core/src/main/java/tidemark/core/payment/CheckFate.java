package tidemark.core.payment;

import static tidemark.core.words.Catalogue.say;

/** What is decided of a check that the bank has not paid. */
public enum CheckFate {
    /** What it settled is open again. */
    VOID,
    /** Void, and the same payment is made once more under a new number. */
    ANEW,
    /** Owed to its payee as unclaimed money. */
    UNCLAIMED,
    /** Left alone until a day. */
    KEEP,
    /** The bank was told not to pay it; it stays outstanding until something else is decided. */
    STOP;

    /** Why the bank will not pay a check that is void. */
    public enum Paper {
        HELD,
        STOPPED,
        /** The bank may pay it all the same; its line would stand out. */
        NEITHER;

        public String words() {
            return switch (this) {
                case HELD -> say("check.paper.held");
                case STOPPED -> say("check.paper.stopped");
                case NEITHER -> say("check.paper.neither");
            };
        }
    }

    /** Whether the check is not to be paid any more, so that it matters where its paper is. */
    public boolean voids() {
        return this == VOID || this == ANEW;
    }

    /** What becomes of it, as a table says: {@code void}. */
    public String words() {
        return switch (this) {
            case VOID -> say("check.fate.void");
            case ANEW -> say("check.fate.anew");
            case UNCLAIMED -> say("check.fate.unclaimed");
            case KEEP -> say("check.fate.keep");
            case STOP -> say("check.fate.stop");
        };
    }
}
