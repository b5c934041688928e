package tidemark.app.attachment;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Lob;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.LocalDate;
import java.util.HexFormat;
import org.jspecify.annotations.Nullable;
import tidemark.app.company.MasterRow;
import tidemark.core.paper.PaperType;

/** What is in papers that hold the same: kept once in a company, by its digest. Gone, its digest still says what it was. */
@Entity
class StoredPaper extends MasterRow {
    private String sha256;

    @Enumerated(EnumType.STRING)
    private PaperType paperType;

    private long sizeBytes;

    @Lob
    private byte @Nullable [] content;

    private @Nullable LocalDate goneOn;
    private String goneBy = "";

    protected StoredPaper() {}

    StoredPaper(long companyId, PaperType type, byte[] content) {
        super(companyId);
        this.paperType = type;
        this.sizeBytes = content.length;
        this.content = content.clone();
        this.sha256 = digest(content);
    }

    String sha256() {
        return sha256;
    }

    PaperType type() {
        return paperType;
    }

    byte @Nullable [] content() {
        return content == null ? null : content.clone();
    }

    @Nullable
    LocalDate goneOn() {
        return goneOn;
    }

    String goneBy() {
        return goneBy;
    }

    void goes(LocalDate day, String who) {
        content = null;
        goneOn = day;
        goneBy = who;
    }

    /** The same came in once more. */
    void comesBack(byte[] again) {
        if (content == null && digest(again).equals(sha256)) {
            content = again.clone();
            goneOn = null;
            goneBy = "";
        }
    }

    /** Whether it is still what was stored. */
    boolean isWhole() {
        return content == null || digest(content).equals(sha256);
    }

    static String digest(byte[] content) {
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(content));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
