package tidemark.app.access;

import static tidemark.core.words.Catalogue.say;

import java.time.Duration;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;
import tidemark.core.problem.RuleViolation;

/**
 * Checks passwords, which takes long on purpose: a few at a time, never within a transaction, and for a name that nobody
 * has just as for one that somebody has.
 */
@Component
class Hashing {
    private static final int AT_ONCE = 1;

    private final PasswordEncoder encoder;
    private final Semaphore free = new Semaphore(AT_ONCE, true);
    private final AtomicLong done = new AtomicLong();
    private final Duration patience;
    private volatile @Nullable String ofNobody;

    /** @param patience how long a sign-in waits for those before it */
    Hashing(PasswordEncoder encoder, @Value("${tidemark.sign-in.patience:PT10S}") Duration patience) {
        this.encoder = encoder;
        this.patience = patience;
    }

    /** How many passwords were checked; for tests. */
    long done() {
        return done.get();
    }

    String hash(String password) {
        return encoder.encode(password);
    }

    /** @param hash of the person; absent where nobody has the name, which takes as long and never fits */
    boolean fits(String password, @Nullable String hash) {
        String against = hash == null ? hashOfNobody() : hash;
        try {
            if (!free.tryAcquire(patience.toMillis(), TimeUnit.MILLISECONDS)) {
                throw new RuleViolation(
                        "sign-in.busy",
                        "",
                        say("sign-in.busy.found"),
                        say("sign-in.busy.expected"),
                        say("sign-in.busy.remedy"));
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
        try {
            done.incrementAndGet();
            return encoder.matches(password, against) && hash != null;
        } finally {
            free.release();
        }
    }

    private String hashOfNobody() {
        String hash = ofNobody;
        if (hash == null) {
            hash = encoder.encode("nobody signs in with this");
            ofNobody = hash;
        }
        return hash;
    }
}
