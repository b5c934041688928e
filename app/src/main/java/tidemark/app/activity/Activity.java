package tidemark.app.activity;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.SequenceGenerator;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** One record of who did what and when; never changed. */
@Entity
public class Activity {
    @Id
    @GeneratedValue(generator = "row_id")
    @SequenceGenerator(name = "row_id", sequenceName = "row_id", allocationSize = 500)
    private long id;

    private @Nullable Long companyId;
    private Instant happenedAt;
    private String who;
    private String action;
    private String objectType;
    private long objectId;
    private String text;

    protected Activity() {}

    Activity(
            @Nullable Long companyId,
            Instant happenedAt,
            String who,
            String action,
            String objectType,
            long objectId,
            String text) {
        this.companyId = companyId;
        this.happenedAt = happenedAt;
        this.who = who;
        this.action = action;
        this.objectType = objectType;
        this.objectId = objectId;
        this.text = text.length() > 1000 ? text.substring(0, 999) + "…" : text;
    }

    public long id() {
        return id;
    }

    public Instant happenedAt() {
        return happenedAt;
    }

    public String who() {
        return who;
    }

    public String action() {
        return action;
    }

    public String objectType() {
        return objectType;
    }

    public long objectId() {
        return objectId;
    }

    public String text() {
        return text;
    }
}
