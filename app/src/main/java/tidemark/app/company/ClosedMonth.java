package tidemark.app.company;

import jakarta.persistence.Entity;
import java.time.Instant;
import java.time.LocalDate;

/** A month in which the company takes no entry any more. */
@Entity
public class ClosedMonth extends MasterRow {
    private LocalDate firstDay;
    private String closedBy;
    private Instant closedAt;

    protected ClosedMonth() {}

    ClosedMonth(long companyId) {
        super(companyId);
    }

    void set(LocalDate firstDay, String closedBy, Instant closedAt) {
        this.firstDay = firstDay;
        this.closedBy = closedBy;
        this.closedAt = closedAt;
    }

    public LocalDate firstDay() {
        return firstDay;
    }

    public String closedBy() {
        return closedBy;
    }

    public Instant closedAt() {
        return closedAt;
    }
}
