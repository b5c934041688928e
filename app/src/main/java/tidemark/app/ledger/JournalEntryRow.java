package tidemark.app.ledger;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.SequenceGenerator;
import jakarta.persistence.Table;
import java.time.Instant;
import java.time.LocalDate;
import org.hibernate.annotations.Immutable;
import org.jspecify.annotations.Nullable;

/** A journal entry as it was booked; never changed. */
@Entity
@Immutable
@Table(name = "journal_entry")
public class JournalEntryRow {
    @Id
    @GeneratedValue(generator = "row_id")
    @SequenceGenerator(name = "row_id", sequenceName = "row_id", allocationSize = 500)
    private long id;

    private long companyId;
    private long number;
    private LocalDate entryDate;
    private LocalDate documentDate;
    private @Nullable Long siteId;

    private String source;

    private String reference;
    private String text;
    private @Nullable Long reversalOf;
    private String bookedBy;
    private Instant bookedAt;

    protected JournalEntryRow() {}

    JournalEntryRow(
            long companyId,
            long number,
            EntrySource source,
            tidemark.core.ledger.JournalEntry entry,
            @Nullable Long siteId,
            @Nullable Long reversalOf,
            String bookedBy,
            Instant bookedAt) {
        this.companyId = companyId;
        this.number = number;
        this.entryDate = entry.date();
        this.documentDate = entry.documentDate();
        this.siteId = siteId;
        this.source = source.code();
        this.reference = entry.reference();
        this.text = entry.text();
        this.reversalOf = reversalOf;
        this.bookedBy = bookedBy;
        this.bookedAt = bookedAt;
    }

    public long id() {
        return id;
    }

    public long companyId() {
        return companyId;
    }

    public long number() {
        return number;
    }

    public LocalDate entryDate() {
        return entryDate;
    }

    /** The date on the paper it came from. */
    public LocalDate documentDate() {
        return documentDate;
    }

    public @Nullable Long siteId() {
        return siteId;
    }

    /** The code of its {@link EntrySource}. */
    public String source() {
        return source;
    }

    public String reference() {
        return reference;
    }

    public String text() {
        return text;
    }

    public @Nullable Long reversalOf() {
        return reversalOf;
    }

    public String bookedBy() {
        return bookedBy;
    }

    public Instant bookedAt() {
        return bookedAt;
    }
}
