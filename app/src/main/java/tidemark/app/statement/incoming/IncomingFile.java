package tidemark.app.statement.incoming;

import static tidemark.core.words.Catalogue.say;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.Lob;
import jakarta.persistence.SequenceGenerator;
import java.time.Instant;
import org.jspecify.annotations.Nullable;
import tidemark.app.database.GuardedBy;
import tidemark.app.database.LockedRow;
import tidemark.app.statement.LineFacts;
import tidemark.core.problem.RuleViolation;

/** A file that came in, from an upload, a folder or a bank link, and what became of it. */
@Entity
@GuardedBy(LockedRow.INCOMING_FILE)
public class IncomingFile {
    /** Where it came from. */
    public enum Source {
        UPLOAD,
        FOLDER,
        LINK
    }

    /** What became of it. */
    public enum State {
        READING,
        /** Waits for somebody to tell what its columns hold. */
        MAPPING,
        /** Waits for somebody to decide whether it is taken although something does not tie. */
        WAITS,
        TAKEN,
        NOTHING_NEW,
        LEFT,
        REFUSED,
        CANCELLED;

        boolean isOpen() {
            return this == READING || this == MAPPING || this == WAITS;
        }
    }

    @Id
    @GeneratedValue(generator = "row_id")
    @SequenceGenerator(name = "row_id", sequenceName = "row_id", allocationSize = 500)
    private long id;

    private long companyId;
    private @Nullable Long bankAccountId;

    @Enumerated(EnumType.STRING)
    private Source source;

    private String name;
    private String format = "";
    private String sha256;
    private long sizeBytes;

    @Enumerated(EnumType.STRING)
    private State state = State.READING;

    private int lineCount;
    private int skippedCount;
    private int interimCount;
    private int attempts;

    @Lob
    private String problems = "[]";

    private String note = "";
    private String cameFrom;
    private Instant cameAt;
    private @Nullable Instant endedAt;

    protected IncomingFile() {}

    public IncomingFile(
            long companyId,
            @Nullable Long bankAccountId,
            Source source,
            String name,
            String sha256,
            long sizeBytes,
            String cameFrom,
            Instant cameAt) {
        this.companyId = companyId;
        this.bankAccountId = bankAccountId;
        this.source = source;
        this.name = name;
        this.sha256 = sha256;
        this.sizeBytes = sizeBytes;
        this.cameFrom = cameFrom;
        this.cameAt = cameAt;
    }

    /** Counts that it is begun to be read; how often it was. */
    int begun() {
        return ++attempts;
    }

    /** Goes on from a state that is still open. */
    void move(State to, Instant now) {
        if (!state.isOpen()) {
            throw new RuleViolation(
                    "incoming.ended",
                    "",
                    say(
                            "incoming.ended.found",
                            name,
                            state.name().toLowerCase(java.util.Locale.ROOT).replace('_', ' ')),
                    say("incoming.ended.expected"),
                    say("incoming.ended.remedy"));
        }
        state = to;
        if (to != State.READING) {
            attempts = 0;
        }
        if (!to.isOpen()) {
            endedAt = now;
        }
    }

    void counted(String format, int lines, int skipped, int interim) {
        this.format = LineFacts.cut(format, 80);
        this.lineCount = lines;
        this.skippedCount = skipped;
        this.interimCount = interim;
    }

    void problems(String json) {
        problems = json;
    }

    void note(String text) {
        note = text;
    }

    void belongsTo(long accountId) {
        bankAccountId = accountId;
    }

    long id() {
        return id;
    }

    long companyId() {
        return companyId;
    }

    @Nullable
    Long bankAccountId() {
        return bankAccountId;
    }

    Source source() {
        return source;
    }

    String name() {
        return name;
    }

    String format() {
        return format;
    }

    String sha256() {
        return sha256;
    }

    long sizeBytes() {
        return sizeBytes;
    }

    public State state() {
        return state;
    }

    public int lineCount() {
        return lineCount;
    }

    public int skippedCount() {
        return skippedCount;
    }

    public int interimCount() {
        return interimCount;
    }

    String problems() {
        return problems;
    }

    String note() {
        return note;
    }

    String cameFrom() {
        return cameFrom;
    }

    Instant cameAt() {
        return cameAt;
    }
}
