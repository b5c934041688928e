package tidemark.app.statement;

import jakarta.persistence.Basic;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.Lob;
import jakarta.persistence.SequenceGenerator;
import org.hibernate.annotations.Immutable;

/** The original file that a statement was read from, byte for byte. */
@Entity
@Immutable
public class StatementFile {
    @Id
    @GeneratedValue(generator = "row_id")
    @SequenceGenerator(name = "row_id", sequenceName = "row_id", allocationSize = 500)
    private long id;

    private long bankAccountId;
    private String name;
    private String format;
    private String sha256;
    private long sizeBytes;

    @Lob
    @Basic(fetch = FetchType.LAZY)
    private byte[] content;

    protected StatementFile() {}

    public StatementFile(long bankAccountId, String name, String format, String sha256, byte[] content) {
        this.bankAccountId = bankAccountId;
        this.name = name;
        this.format = format;
        this.sha256 = sha256;
        this.sizeBytes = content.length;
        this.content = content;
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

    String format() {
        return format;
    }

    String sha256() {
        return sha256;
    }

    byte[] content() {
        return content;
    }
}
