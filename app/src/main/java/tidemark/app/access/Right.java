package tidemark.app.access;

/** What an endpoint asks for. */
public enum Right {
    /** Anybody, signed in or not. */
    ANYONE,
    /** Anybody who is signed in. */
    SIGNED_IN,
    VIEW,
    PREPARE,
    CERTIFY,
    ADMINISTER
}
