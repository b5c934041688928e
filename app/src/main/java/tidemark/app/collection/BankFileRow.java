package tidemark.app.collection;

import jakarta.persistence.Entity;
import jakarta.persistence.Lob;
import jakarta.persistence.Table;
import java.time.Instant;
import tidemark.app.company.MasterRow;

/** A file for the bank, as it was written; never changed. */
@Entity
@Table(name = "bank_file")
class BankFileRow extends MasterRow {
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

    protected BankFileRow() {}

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
            Instant writtenAt) {}

    BankFileRow(Facts facts, byte[] content) {
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
    }

    long bankAccountId() {
        return bankAccountId;
    }

    long number() {
        return number;
    }

    String messageId() {
        return messageId;
    }

    String name() {
        return name;
    }

    String format() {
        return format;
    }

    byte[] content() {
        return content.clone();
    }

    String sha256() {
        return sha256;
    }

    String writtenBy() {
        return writtenBy;
    }

    Instant writtenAt() {
        return writtenAt;
    }
}
