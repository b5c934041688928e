package tidemark.app.draft;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Lob;
import java.time.Instant;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;
import tidemark.app.company.MasterRow;
import tidemark.app.database.GuardedBy;
import tidemark.app.database.LockedRow;

/** A form left half done, or done and not posted yet: kept just as it was typed. */
@Entity
@GuardedBy(LockedRow.DRAFT)
public class Draft extends MasterRow {
    /** A draft is posted or discarded once. */
    public enum State {
        OPEN,
        POSTED,
        DISCARDED
    }

    private @Nullable Long siteId;
    private @Nullable Long bankAccountId;

    private String kind;

    private String title;
    private String amount;
    private LocalDate draftDate;

    @Lob
    private String body;

    @Enumerated(EnumType.STRING)
    private State state = State.OPEN;

    private String madeBy;
    private Instant madeAt;
    private Instant changedAt;

    protected Draft() {}

    Draft(long companyId, String kind, String madeBy, Instant madeAt) {
        super(companyId);
        this.kind = kind;
        this.madeBy = madeBy;
        this.madeAt = madeAt;
    }

    /** What is listed of a draft, read from its form. */
    record Summary(
            String title,
            String amount,
            LocalDate date,
            @Nullable Long siteId,
            @Nullable Long bankAccountId) {}

    void keep(String newBody, Summary s, Instant when) {
        body = newBody;
        title = s.title();
        amount = s.amount();
        draftDate = s.date();
        siteId = s.siteId();
        bankAccountId = s.bankAccountId();
        changedAt = when;
    }

    void close(State how) {
        state = how;
    }

    public @Nullable Long siteId() {
        return siteId;
    }

    public @Nullable Long bankAccountId() {
        return bankAccountId;
    }

    /** Of the form that it keeps, as its {@code BookingForm} says. */
    public String kind() {
        return kind;
    }

    public String title() {
        return title;
    }

    public String amount() {
        return amount;
    }

    public LocalDate draftDate() {
        return draftDate;
    }

    public String body() {
        return body;
    }

    public State state() {
        return state;
    }

    public String madeBy() {
        return madeBy;
    }

    public Instant changedAt() {
        return changedAt;
    }
}
