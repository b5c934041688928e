package tidemark.app.company;

import jakarta.persistence.Entity;
import java.time.ZoneId;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** A place of business of a company. */
@Entity
public class Site extends MasterRow {
    private String name;
    private boolean active = true;
    private @Nullable String timeZone;

    protected Site() {}

    Site(long companyId, String name) {
        super(companyId);
        this.name = name;
    }

    void set(String newName, boolean newActive, @Nullable ZoneId zone) {
        name = newName;
        active = newActive;
        timeZone = zone == null ? null : zone.getId();
    }

    /** Where its days begin and end, if that is not where the company's do. */
    public Optional<ZoneId> zone() {
        return Optional.ofNullable(timeZone).map(ZoneId::of);
    }

    public String name() {
        return name;
    }

    public boolean active() {
        return active;
    }
}
