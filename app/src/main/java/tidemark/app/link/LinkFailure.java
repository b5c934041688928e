package tidemark.app.link;

import static tidemark.core.words.Catalogue.say;

import java.io.Serial;

/** What is the matter with a bank, so that a person understands it. */
public class LinkFailure extends RuntimeException {
    @Serial
    private static final long serialVersionUID = 1L;

    /** What kind of trouble; only some pass by themselves. */
    enum Kind {
        DOWN(say("link.theBankDoesNotAnswerOrSays")),
        SLOW(say("link.theBankTookLongerThanWeWait")),
        LIMITED(say("link.theBankAllowsNoMoreRequestsFor")),
        LAPSED(say("link.theConsentIsNoLongerValidRenew")),
        UNREADABLE(say("link.theBankAnsweredWithSomethingThatCannot")),
        REFUSED(say("link.theBankRefusedTheRequest"));

        private final String words;

        Kind(String words) {
            this.words = words;
        }

        String words() {
            return words;
        }
    }

    private final Kind kind;
    private final String told;

    LinkFailure(Kind kind, String detail) {
        super(kind.words());
        this.kind = kind;
        this.told = kind.words() + (detail.isEmpty() ? "" : " (" + detail + ")");
    }

    /** The whole of it in words. */
    public String told() {
        return told;
    }

    Kind kind() {
        return kind;
    }
}
