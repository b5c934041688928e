package tidemark.app.company;

import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.MappedSuperclass;
import jakarta.persistence.SequenceGenerator;
import jakarta.persistence.Version;

/** What all rows of a company's set-up share. */
@MappedSuperclass
public abstract class MasterRow {
    @Id
    @GeneratedValue(generator = "row_id")
    @SequenceGenerator(name = "row_id", sequenceName = "row_id", allocationSize = 500)
    private long id;

    private long companyId;

    @Version
    private int version;

    protected MasterRow() {}

    protected MasterRow(long companyId) {
        this.companyId = companyId;
    }

    public long id() {
        return id;
    }

    public long companyId() {
        return companyId;
    }

    /** Grows with every change that was kept. */
    public int version() {
        return version;
    }
}
