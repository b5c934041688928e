package tidemark.app.demo;

import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;

/** The demo's clock: always 2 July 2026 at the real time of day, and story time while the story is being told. */
@Component
@ConditionalOnProperty(name = "tidemark.demo", havingValue = "true")
class DemoClock extends Clock {
    /** Where the demo company is. */
    static final ZoneId ZONE = ZoneId.of("America/New_York");

    static final LocalDate BUSINESS_DATE = LocalDate.of(2026, 7, 2);

    private volatile @Nullable Instant story;

    void tell(LocalDate day, int hour, int minute) {
        story = day.atTime(hour, minute).atZone(ZONE).toInstant();
    }

    void live() {
        story = null;
    }

    @Override
    public Instant instant() {
        Instant told = story;
        return told != null
                ? told
                : BUSINESS_DATE.atTime(LocalTime.now(ZONE)).atZone(ZONE).toInstant();
    }

    @Override
    public ZoneId getZone() {
        return ZoneOffset.UTC;
    }

    @Override
    public Clock withZone(ZoneId zone) {
        return this;
    }
}
