package tidemark.app.draft;

import jakarta.persistence.Entity;
import java.time.Instant;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;
import tidemark.app.company.MasterRow;

/** One posting of drafts: who, when, how many. */
@Entity
public class PostingRun extends MasterRow {
    private String runBy;
    private Instant runAt;
    private @Nullable LocalDate accountingDate;
    private int posted;
    private int refused;

    protected PostingRun() {}

    PostingRun(
            long companyId, String runBy, Instant runAt, @Nullable LocalDate accountingDate, int posted, int refused) {
        super(companyId);
        this.runBy = runBy;
        this.runAt = runAt;
        this.accountingDate = accountingDate;
        this.posted = posted;
        this.refused = refused;
    }

    public String runBy() {
        return runBy;
    }

    public Instant runAt() {
        return runAt;
    }

    public @Nullable LocalDate accountingDate() {
        return accountingDate;
    }

    public int posted() {
        return posted;
    }

    public int refused() {
        return refused;
    }
}
