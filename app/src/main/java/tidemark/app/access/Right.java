package tidemark.app.access;

/** What an endpoint asks for. */
public enum Right {
    /** Anybody, signed in or not. */
    ANYONE,
    /** Whoever is signed in, never a program: what concerns the sign-in itself. */
    IN_PERSON,
    /** Anybody who is signed in. */
    SIGNED_IN,
    VIEW,
    PREPARE,
    /** Receiving money: what comes in, and what of it is put right before it is banked. */
    RECEIVE,
    /** Counting what a slip takes to the bank; whoever has this alone sees nothing else. */
    COUNT,
    /** Making slips and taking them to the bank. */
    BANK,
    CERTIFY,
    /** Saying something for the review, answering and closing it: whoever prepares or certifies. */
    REVIEW,
    ADMINISTER
}
