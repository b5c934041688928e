package tidemark.app.company;

import jakarta.persistence.Entity;

/** Where costs fall: a code and its name. */
@Entity
public class CostCentre extends MasterRow {
    private String code;
    private String name;
    private boolean active;

    protected CostCentre() {}

    CostCentre(long companyId) {
        super(companyId);
    }

    void set(String code, String name, boolean active) {
        this.code = code;
        this.name = name;
        this.active = active;
    }

    public String code() {
        return code;
    }

    public String name() {
        return name;
    }

    public boolean active() {
        return active;
    }
}
