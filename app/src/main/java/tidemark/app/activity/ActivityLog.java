package tidemark.app.activity;

import java.time.Clock;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Writes activity records; only inside the transaction of the change they tell of. */
@Service
public class ActivityLog {
    private static final int PAGE = 100;

    private final ActivityRepository activities;
    private final Clock clock;

    ActivityLog(ActivityRepository activities, Clock clock) {
        this.activities = activities;
        this.clock = clock;
    }

    @Transactional(propagation = Propagation.MANDATORY)
    public void record(
            @Nullable Long companyId, String who, String action, String objectType, long objectId, String text) {
        activities.save(new Activity(companyId, clock.instant(), who, action, objectType, objectId, text));
    }

    @Transactional(readOnly = true)
    public List<Activity> search(long companyId, long beforeId, String text) {
        String literal = text.replace("!", "!!").replace("%", "!%").replace("_", "!_");
        return activities.search(companyId, beforeId <= 0 ? Long.MAX_VALUE : beforeId, literal, Limit.of(PAGE));
    }

    @Transactional(readOnly = true)
    public List<Activity> ofObject(long companyId, String objectType, long objectId) {
        return activities.ofObject(companyId, objectType, objectId, Limit.of(PAGE));
    }
}
