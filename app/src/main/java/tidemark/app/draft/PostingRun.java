package tidemark.app.draft;

import jakarta.persistence.Entity;
import java.time.Instant;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;
import tidemark.app.company.MasterRow;

/** One posting of what waited: who, when, how many. */
@Entity
public class PostingRun extends MasterRow {
    private String runBy;
    private Instant runAt;
    private @Nullable LocalDate accountingDate;
    private @Nullable LocalDate valueDate;
    private String together;
    private int posted;
    private int refused;

    protected PostingRun() {}

    PostingRun(long companyId, String runBy, Instant runAt, PostingRuns.Asked asked, int posted, int refused) {
        super(companyId);
        this.runBy = runBy;
        this.runAt = runAt;
        this.accountingDate = asked.accountingDate();
        this.valueDate = asked.valueDate();
        this.together = asked.together();
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

    /** Whose rates foreign amounts took. */
    public @Nullable LocalDate valueDate() {
        return valueDate;
    }

    /** By which runs in several companies are one. */
    public String together() {
        return together;
    }

    public int posted() {
        return posted;
    }

    public int refused() {
        return refused;
    }
}
