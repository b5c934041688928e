package tidemark.app.company;

import jakarta.persistence.Entity;

/** A branch of a bank. */
@Entity
public class Branch extends MasterRow {
    private long bankId;
    private String name;
    private String identifier;

    protected Branch() {}

    Branch(long companyId) {
        super(companyId);
    }

    void set(long bankId, String name, String identifier) {
        this.bankId = bankId;
        this.name = name;
        this.identifier = identifier;
    }

    public long bankId() {
        return bankId;
    }

    public String name() {
        return name;
    }

    public String identifier() {
        return identifier;
    }
}
