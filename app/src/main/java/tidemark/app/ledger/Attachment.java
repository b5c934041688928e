package tidemark.app.ledger;

import jakarta.persistence.Basic;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.Lob;
import jakarta.persistence.SequenceGenerator;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Instant;
import java.util.HexFormat;
import org.hibernate.annotations.Immutable;

/** A paper kept with a journal entry; never changed. */
@Entity
@Immutable
public class Attachment {
    @Id
    @GeneratedValue(generator = "row_id")
    @SequenceGenerator(name = "row_id", sequenceName = "row_id", allocationSize = 500)
    private long id;

    private long companyId;
    private long journalEntryId;
    private String name;
    private String mediaType;
    private long sizeBytes;

    @Lob
    @Basic(fetch = FetchType.LAZY)
    private byte[] content;

    private String sha256;
    private String addedBy;
    private Instant addedAt;

    protected Attachment() {}

    Attachment(JournalEntryRow entry, String name, String mediaType, byte[] content, String who, Instant when) {
        this.companyId = entry.companyId();
        this.journalEntryId = entry.id();
        this.name = name;
        this.mediaType = mediaType;
        this.sizeBytes = content.length;
        this.content = content.clone();
        this.sha256 = digest(content);
        this.addedBy = who;
        this.addedAt = when;
    }

    public long id() {
        return id;
    }

    public String name() {
        return name;
    }

    public String mediaType() {
        return mediaType;
    }

    public long sizeBytes() {
        return sizeBytes;
    }

    public byte[] content() {
        return content.clone();
    }

    /** Whether it is still what was attached. */
    boolean isWhole() {
        return digest(content).equals(sha256);
    }

    private static String digest(byte[] content) {
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(content));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    public String addedBy() {
        return addedBy;
    }
}
