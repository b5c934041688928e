package tidemark.app.collection;

import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import tidemark.core.problem.RuleViolation;

/** Books released runs on their day. One that cannot be booked stays as it is, and says so where somebody books it. */
@Component
class DueRuns {
    private static final Logger LOG = LoggerFactory.getLogger(DueRuns.class);

    private final RunReleases releases;

    DueRuns(RunReleases releases) {
        this.releases = releases;
    }

    @Scheduled(initialDelay = 120, fixedDelay = 900, timeUnit = TimeUnit.SECONDS)
    void book() {
        releases.due()
                .forEach((company, runs) -> runs.forEach(run -> {
                    try {
                        releases.bookOnItsDay(company, run);
                    } catch (RuleViolation e) {
                        LOG.warn("run {} of company {}: {}", run, company, e.getMessage());
                    }
                }));
    }
}
