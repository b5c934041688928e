package tidemark.app.web;

import org.springframework.boot.health.contributor.Health;
import org.springframework.boot.health.contributor.HealthIndicator;
import org.springframework.stereotype.Component;
import tidemark.app.database.FreeSpace;

/** Not ready for work where the disk has no room left for it. */
@Component("room")
class RoomHealth implements HealthIndicator {
    private final FreeSpace space;

    RoomHealth(FreeSpace space) {
        this.space = space;
    }

    @Override
    public Health health() {
        return space.isLow() ? Health.outOfService().build() : Health.up().build();
    }
}
