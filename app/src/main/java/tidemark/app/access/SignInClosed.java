package tidemark.app.access;

import java.time.Duration;

/** Too many wrong passwords in a row: nothing is checked until the wait is over. */
public class SignInClosed extends RuntimeException {
    @java.io.Serial
    private static final long serialVersionUID = 1L;

    private final long seconds;

    SignInClosed(Duration wait) {
        super("closed:" + wait);
        this.seconds = Math.max(1, wait.toSeconds());
    }

    public long seconds() {
        return seconds;
    }
}
