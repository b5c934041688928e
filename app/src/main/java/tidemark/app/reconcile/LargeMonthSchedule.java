package tidemark.app.reconcile;

import java.time.YearMonth;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ScheduledFuture;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.scheduling.TaskScheduler;
import org.springframework.stereotype.Component;

/** Has large months worked out as a whole once a person pauses, one at a time. */
@Component
class LargeMonthSchedule {
    private static final Logger LOG = LoggerFactory.getLogger(LargeMonthSchedule.class);
    private static final int PAUSE_SECONDS = 5;

    private record Place(long accountId, YearMonth month) {}

    private final ObjectProvider<Months> months;
    private final TaskScheduler scheduler;
    private final Map<Place, ScheduledFuture<?>> waiting = new ConcurrentHashMap<>();

    LargeMonthSchedule(ObjectProvider<Months> months, TaskScheduler scheduler) {
        this.months = months;
        this.scheduler = scheduler;
    }

    void workOut(long companyId, long accountId, YearMonth month) {
        waiting.compute(new Place(accountId, month), (place, before) -> {
            if (before != null) {
                before.cancel(false);
            }
            return scheduler.schedule(
                    () -> now(companyId, place), scheduler.getClock().instant().plusSeconds(PAUSE_SECONDS));
        });
    }

    private void now(long companyId, Place place) {
        waiting.remove(place);
        try {
            months.getObject().workOut(companyId, place.accountId(), place.month());
        } catch (RuntimeException e) {
            // what is kept stays right without it; the next change has it worked out again
            LOG.warn("Month {} of account {} was not worked out", place.month(), place.accountId(), e);
        }
    }
}
