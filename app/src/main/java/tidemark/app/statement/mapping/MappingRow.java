package tidemark.app.statement.mapping;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.SequenceGenerator;
import jakarta.persistence.Table;
import jakarta.persistence.Version;

/** A mapping of columns as it was learned for an account. */
@Entity
@Table(name = "column_mapping")
public class MappingRow {
    @Id
    @GeneratedValue(generator = "row_id")
    @SequenceGenerator(name = "row_id", sequenceName = "row_id", allocationSize = 500)
    private long id;

    private long companyId;
    private long bankAccountId;
    private String name;
    private String content;

    @Version
    private int version;

    protected MappingRow() {}

    MappingRow(long companyId, long bankAccountId, String name, String content) {
        this.companyId = companyId;
        this.bankAccountId = bankAccountId;
        this.name = name;
        this.content = content;
    }

    public void content(String json) {
        content = json;
    }

    public long id() {
        return id;
    }

    long bankAccountId() {
        return bankAccountId;
    }

    public String name() {
        return name;
    }

    public String content() {
        return content;
    }
}
