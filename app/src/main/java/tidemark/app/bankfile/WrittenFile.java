package tidemark.app.bankfile;

import jakarta.persistence.Entity;
import jakarta.persistence.Lob;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jspecify.annotations.Nullable;
import tidemark.app.company.MasterRow;

/** A file for the bank, as it was written; never changed. */
@Entity
@Table(name = "bank_file")
public class WrittenFile extends MasterRow {
    private long bankAccountId;
    private long number;
    private String messageId;
    private String name;
    private String format;

    @Lob
    private byte[] content;

    private String sha256;
    private String writtenBy;
    private Instant writtenAt;
    private @Nullable String releasedBy;

    protected WrittenFile() {}

    /** @param number of the account's files; {@code messageId} what the bank knows it by */
    record Facts(
            long companyId,
            long bankAccountId,
            long number,
            String messageId,
            String name,
            String format,
            String sha256,
            String writtenBy,
            Instant writtenAt,
            @Nullable String releasedBy) {}

    WrittenFile(Facts facts, byte[] content) {
        super(facts.companyId());
        this.bankAccountId = facts.bankAccountId();
        this.number = facts.number();
        this.messageId = facts.messageId();
        this.name = facts.name();
        this.format = facts.format();
        this.content = content.clone();
        this.sha256 = facts.sha256();
        this.writtenBy = facts.writtenBy();
        this.writtenAt = facts.writtenAt();
        this.releasedBy = facts.releasedBy();
    }

    public long bankAccountId() {
        return bankAccountId;
    }

    public long number() {
        return number;
    }

    public String messageId() {
        return messageId;
    }

    public String name() {
        return name;
    }

    public String format() {
        return format;
    }

    public byte[] content() {
        return content.clone();
    }

    public String sha256() {
        return sha256;
    }

    public String writtenBy() {
        return writtenBy;
    }

    public Instant writtenAt() {
        return writtenAt;
    }

    /** The second person who released it with what it is of; null where nobody did yet. */
    public @Nullable String releasedBy() {
        return releasedBy;
    }
}
