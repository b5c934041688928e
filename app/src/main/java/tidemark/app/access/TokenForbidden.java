package tidemark.app.access;

import java.io.Serial;

/** A token asks for what it was not made for. */
public final class TokenForbidden extends RuntimeException {
    @Serial
    private static final long serialVersionUID = 1L;

    private final transient Right right;

    TokenForbidden(Right right) {
        super(right.name());
        this.right = right;
    }

    public Right right() {
        return right;
    }
}
