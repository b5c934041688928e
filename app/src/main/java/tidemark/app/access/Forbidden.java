package tidemark.app.access;

import java.io.Serial;

/** The person is signed in and lacks the right. */
public final class Forbidden extends RuntimeException {
    @Serial
    private static final long serialVersionUID = 1L;

    private final transient Right right;

    Forbidden(Right right) {
        super(right.name());
        this.right = right;
    }

    public Right right() {
        return right;
    }
}
