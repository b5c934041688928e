package tidemark.app.bankanswer;

import jakarta.persistence.Entity;
import jakarta.persistence.Lob;
import jakarta.persistence.Table;
import java.time.Instant;
import tidemark.app.company.MasterRow;

/** A file in which a bank answers, as it came in; never changed. */
@Entity
@Table(name = "bank_answer_file")
class AnswerFile extends MasterRow {
    private String name;
    private String format;
    private String messageId;

    @Lob
    private byte[] content;

    private String sha256;
    private String takenBy;
    private Instant takenAt;

    protected AnswerFile() {}

    /** @param messageId as the bank numbers it; empty where it does not */
    record Facts(
            long companyId,
            String name,
            String format,
            String messageId,
            String sha256,
            String takenBy,
            Instant takenAt) {}

    AnswerFile(Facts facts, byte[] content) {
        super(facts.companyId());
        this.name = facts.name();
        this.format = facts.format();
        this.messageId = facts.messageId();
        this.content = content.clone();
        this.sha256 = facts.sha256();
        this.takenBy = facts.takenBy();
        this.takenAt = facts.takenAt();
    }

    String name() {
        return name;
    }

    String format() {
        return format;
    }

    String messageId() {
        return messageId;
    }

    byte[] content() {
        return content.clone();
    }

    String takenBy() {
        return takenBy;
    }

    Instant takenAt() {
        return takenAt;
    }
}
