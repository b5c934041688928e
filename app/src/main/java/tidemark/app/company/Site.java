package tidemark.app.company;

import jakarta.persistence.Entity;

/** A place of business of a company. */
@Entity
public class Site extends MasterRow {
    private String name;
    private boolean active = true;

    protected Site() {}

    Site(long companyId, String name) {
        super(companyId);
        this.name = name;
    }

    void set(String newName, boolean newActive) {
        name = newName;
        active = newActive;
    }

    public String name() {
        return name;
    }

    public boolean active() {
        return active;
    }
}
