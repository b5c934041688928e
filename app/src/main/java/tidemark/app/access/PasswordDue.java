package tidemark.app.access;

/** Somebody else chose the password: it is changed before anything else is done. */
public class PasswordDue extends RuntimeException {
    @java.io.Serial
    private static final long serialVersionUID = 1L;
}
