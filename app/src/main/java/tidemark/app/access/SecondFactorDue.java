package tidemark.app.access;

/** The company asks for a second factor, and the person has none yet: it is set up before anything else is done. */
public class SecondFactorDue extends RuntimeException {
    @java.io.Serial
    private static final long serialVersionUID = 1L;
}
