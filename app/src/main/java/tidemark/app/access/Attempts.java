package tidemark.app.access;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import org.springframework.stereotype.Component;

/**
 * Counts wrong passwords by what they have in common, a name and an address together, and closes that for a while. Each
 * attempt is counted before its password is checked, so that many at once are not more than one after another.
 */
@Component
class Attempts {
    static final int MOST = 5;
    /** From one address under many names. */
    static final int MOST_OF_ADDRESS = 60;

    static final Duration CLOSED_FOR = Duration.ofMinutes(15);

    private record Count(int wrong, Instant until) {}

    private final Cache<String, Count> counts = Caffeine.newBuilder()
            .maximumSize(100_000)
            .expireAfterWrite(CLOSED_FOR)
            .build();
    private final Clock clock;

    Attempts(Clock clock) {
        this.clock = clock;
    }

    /** Takes one attempt; how long to wait where there is none left, else zero. */
    Duration take(String what, int most) {
        Instant now = clock.instant();
        Count[] refused = new Count[1];
        counts.asMap().compute(what, (k, known) -> {
            Count count = known == null || !now.isBefore(known.until()) ? new Count(0, now.plus(CLOSED_FOR)) : known;
            if (count.wrong() >= most) {
                refused[0] = count;
                return count;
            }
            return new Count(count.wrong() + 1, now.plus(CLOSED_FOR));
        });
        return refused[0] == null ? Duration.ZERO : Duration.between(now, refused[0].until());
    }

    /** How long to wait where no attempt is left, else zero; takes none. */
    Duration closedFor(String what, int most) {
        Instant now = clock.instant();
        Count count = counts.getIfPresent(what);
        return count == null || count.wrong() < most || !now.isBefore(count.until())
                ? Duration.ZERO
                : Duration.between(now, count.until());
    }

    /** The password was right: what was counted is forgotten. */
    void forget(String what) {
        counts.invalidate(what);
    }

    /** Gives an attempt back that was none: a right password from an address where others typed wrong ones. */
    void giveBack(String what) {
        counts.asMap().computeIfPresent(what, (k, c) -> new Count(Math.max(0, c.wrong() - 1), c.until()));
    }
}
