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
    CERTIFY,
    ADMINISTER
}
