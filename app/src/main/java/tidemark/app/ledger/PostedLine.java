package tidemark.app.ledger;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.SequenceGenerator;
import jakarta.persistence.Table;
import java.time.LocalDate;
import org.hibernate.annotations.Immutable;
import tidemark.core.ledger.JournalLine;

/** One line of a booked journal entry; never changed. */
@Entity
@Immutable
@Table(name = "journal_line")
public class PostedLine {
    @Id
    @GeneratedValue(generator = "row_id")
    @SequenceGenerator(name = "row_id", sequenceName = "row_id", allocationSize = 500)
    private long id;

    private long journalEntryId;
    private int lineNumber;
    private long ledgerAccountId;
    private LocalDate entryDate;
    private long minorUnits;
    private String party;
    private String text;

    protected PostedLine() {}

    PostedLine(long journalEntryId, int lineNumber, long ledgerAccountId, LocalDate entryDate, JournalLine line) {
        this.journalEntryId = journalEntryId;
        this.lineNumber = lineNumber;
        this.ledgerAccountId = ledgerAccountId;
        this.entryDate = entryDate;
        this.minorUnits = line.minorUnits();
        this.party = line.party();
        this.text = line.text();
    }

    public long id() {
        return id;
    }

    public long journalEntryId() {
        return journalEntryId;
    }

    public int lineNumber() {
        return lineNumber;
    }

    public long ledgerAccountId() {
        return ledgerAccountId;
    }

    public LocalDate entryDate() {
        return entryDate;
    }

    public long minorUnits() {
        return minorUnits;
    }

    public String party() {
        return party;
    }

    public String text() {
        return text;
    }
}
