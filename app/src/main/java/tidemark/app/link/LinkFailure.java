package tidemark.app.link;

import java.io.Serial;

/** What is the matter with a bank, so that a person understands it. */
class LinkFailure extends RuntimeException {
    @Serial
    private static final long serialVersionUID = 1L;

    /** What kind of trouble; only some pass by themselves. */
    enum Kind {
        DOWN("The bank does not answer, or says that it is down. Nothing is lost; it is asked again later."),
        SLOW("The bank took longer than we wait. Nothing is lost; it is asked again later."),
        LIMITED("The bank allows no more requests for now. Nothing is lost; it is asked again later."),
        LAPSED("The consent is no longer valid. Renew it at the bank; nothing is lost in between."),
        UNREADABLE("The bank answered with something that cannot be understood. It is asked again later."),
        REFUSED("The bank refused the request.");

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
    String told() {
        return told;
    }

    Kind kind() {
        return kind;
    }
}
