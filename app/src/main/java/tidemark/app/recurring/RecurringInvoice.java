package tidemark.app.recurring;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Lob;
import jakarta.persistence.Table;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import tidemark.app.company.MasterRow;
import tidemark.app.database.GuardedBy;
import tidemark.app.database.LockedRow;
import tidemark.core.recurring.Recurrence;

/** An invoice to a customer that comes again. */
@Entity
@GuardedBy(LockedRow.JOURNAL)
@Table(name = "recurring_invoice")
class RecurringInvoice extends MasterRow {
    private long partyId;

    @Enumerated(EnumType.STRING)
    @Column(name = "every")
    private Recurrence.Every every;

    private int dayOfMonth;
    private LocalDate startsOn;
    private @Nullable LocalDate endsOn;
    private String text;

    @Lob
    private String lines;

    private @Nullable Long siteId;
    private String madeBy;
    private Instant madeAt;

    protected RecurringInvoice() {}

    RecurringInvoice(long companyId, long partyId, String madeBy, Instant madeAt) {
        super(companyId);
        this.partyId = partyId;
        this.madeBy = madeBy;
        this.madeAt = madeAt;
    }

    /** @param newLines as JSON, with plain decimals */
    void keep(Recurrence recurrence, String newText, String newLines, @Nullable Long newSite) {
        every = recurrence.every();
        dayOfMonth = recurrence.day();
        startsOn = recurrence.from();
        endsOn = recurrence.to().orElse(null);
        text = newText;
        lines = newLines;
        siteId = newSite;
    }

    Recurrence recurrence() {
        return new Recurrence(every, dayOfMonth, startsOn, Optional.ofNullable(endsOn));
    }

    long partyId() {
        return partyId;
    }

    String text() {
        return text;
    }

    String lines() {
        return lines;
    }

    @Nullable
    Long siteId() {
        return siteId;
    }
}
