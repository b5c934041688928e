package tidemark.app.statement;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.SequenceGenerator;
import jakarta.persistence.Table;
import java.time.Instant;
import java.time.LocalDate;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import tidemark.app.database.GuardedBy;
import tidemark.app.database.LockedRow;
import tidemark.core.statement.StatementHeader;

/** A statement that was taken, from a file or from paper. */
@Entity
@GuardedBy(LockedRow.BANK_ACCOUNT)
@Table(name = "statement")
public class StatementRow {
    @Id
    @GeneratedValue(generator = "row_id")
    @SequenceGenerator(name = "row_id", sequenceName = "row_id", allocationSize = 500)
    private long id;

    private long bankAccountId;
    private @Nullable Long statementFileId;
    private String reference;
    private LocalDate fromDate;
    private LocalDate toDate;
    private long openingMinorUnits;
    private long closingMinorUnits;
    private int lineCount;
    private String takenBy;
    private Instant takenAt;
    private @Nullable Long incomingId;

    @Enumerated(EnumType.STRING)
    private Source source = Source.FILE;

    private String note = "";
    private String breaks = "";

    /** Where a statement came from. */
    public enum Source {
        FILE,
        FOLDER,
        LINK,
        PAPER
    }

    protected StatementRow() {}

    public StatementRow(
            long bankAccountId,
            @Nullable Long statementFileId,
            StatementHeader header,
            int lineCount,
            String takenBy,
            Instant takenAt) {
        this.bankAccountId = bankAccountId;
        this.statementFileId = statementFileId;
        this.reference = header.reference();
        this.fromDate = header.from();
        this.toDate = header.to();
        this.openingMinorUnits = header.openingMinorUnits();
        this.closingMinorUnits = header.closingMinorUnits();
        this.lineCount = lineCount;
        this.takenBy = takenBy;
        this.takenAt = takenAt;
        this.source = statementFileId == null ? Source.PAPER : Source.FILE;
    }

    /** Tells where it came from, and what a person decided of what does not tie. */
    public void cameWith(@Nullable Long incoming, Source from, String decided, String what) {
        incomingId = incoming;
        source = from;
        note = LineFacts.cut(decided, 400);
        breaks = LineFacts.cut(what, 4000);
    }

    public Source source() {
        return source;
    }

    /** Why it was taken although something did not tie, or empty. */
    public String note() {
        return note;
    }

    /** What did not tie when it was taken, in words. */
    public String breaks() {
        return breaks;
    }

    @Nullable
    Long incomingId() {
        return incomingId;
    }

    public long id() {
        return id;
    }

    public long bankAccountId() {
        return bankAccountId;
    }

    public @Nullable Long statementFileId() {
        return statementFileId;
    }

    public boolean fromPaper() {
        return source == Source.PAPER;
    }

    public LocalDate fromDate() {
        return fromDate;
    }

    public LocalDate toDate() {
        return toDate;
    }

    public long openingMinorUnits() {
        return openingMinorUnits;
    }

    public long closingMinorUnits() {
        return closingMinorUnits;
    }

    public int lineCount() {
        return lineCount;
    }

    public String reference() {
        return reference;
    }

    public String takenBy() {
        return takenBy;
    }

    public Instant takenAt() {
        return takenAt;
    }

    public void lines(int count) {
        lineCount = count;
    }

    public void closing(long minorUnits) {
        closingMinorUnits = minorUnits;
    }

    public StatementHeader header(String accountNumber, CurrencyUnit currency) {
        return new StatementHeader(
                accountNumber, reference, currency, fromDate, toDate, openingMinorUnits, closingMinorUnits);
    }
}
