package tidemark.app.access;

/** What an endpoint asks for. */
public enum Right {
    /** Anybody, signed in or not. */
    NOBODY_IN_PARTICULAR,
    /** Anybody who is signed in. */
    SIGNED_IN,
    LOOK,
    PREPARE,
    CERTIFY,
    ADMINISTER
}
