package tidemark.app.access;

import java.io.Serial;

/** What was asked for is not there, or not this company's; which of the two is not told. */
public final class NotFound extends RuntimeException {
    @Serial
    private static final long serialVersionUID = 1L;

    public NotFound(String what) {
        super(what);
    }
}
