package tidemark.app.company;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.SequenceGenerator;

/** A place of business of a company. */
@Entity
public class Site {
    @Id
    @GeneratedValue(generator = "row_id")
    @SequenceGenerator(name = "row_id", sequenceName = "row_id", allocationSize = 500)
    private long id;

    private long companyId;
    private String name;

    protected Site() {}

    Site(long companyId, String name) {
        this.companyId = companyId;
        this.name = name;
    }

    public long id() {
        return id;
    }

    public long companyId() {
        return companyId;
    }

    public String name() {
        return name;
    }
}
