package tidemark.app.company;

import jakarta.persistence.Entity;

/** A bank, with the identifier it goes by (BIC or routing number). */
@Entity
public class Bank extends MasterRow {
    private String name;
    private String identifier;

    protected Bank() {}

    Bank(long companyId) {
        super(companyId);
    }

    void set(String name, String identifier) {
        this.name = name;
        this.identifier = identifier;
    }

    public String name() {
        return name;
    }

    public String identifier() {
        return identifier;
    }
}
