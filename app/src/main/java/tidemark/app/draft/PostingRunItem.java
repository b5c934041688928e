package tidemark.app.draft;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.SequenceGenerator;
import org.jspecify.annotations.Nullable;

/** What became of one draft or payment in a posting run. */
@Entity
public class PostingRunItem {
    @Id
    @GeneratedValue(generator = "row_id")
    @SequenceGenerator(name = "row_id", sequenceName = "row_id", allocationSize = 500)
    private long id;

    private long postingRunId;
    private @Nullable Long draftId;
    private @Nullable Long paymentId;
    private String title;
    private String amount;

    @Enumerated(EnumType.STRING)
    private PostingRuns.Stop stop;

    private @Nullable Long journalEntryId;
    private String refusal;

    protected PostingRunItem() {}

    PostingRunItem(long postingRunId, PostingRuns.Outcome o) {
        String reason = o.refusal() == null ? "" : o.refusal();
        this.postingRunId = postingRunId;
        this.draftId = o.draftId();
        this.paymentId = o.paymentId();
        this.title = o.title().length() > 200 ? o.title().substring(0, 199) + "…" : o.title();
        this.amount = o.amount();
        this.stop = o.stop();
        this.journalEntryId = o.entryId();
        this.refusal = reason.length() > 2_000 ? reason.substring(0, 2_000) : reason;
    }

    PostingRuns.Outcome outcome() {
        return new PostingRuns.Outcome(
                draftId, paymentId, title, amount, stop, journalEntryId, refusal.isEmpty() ? null : refusal);
    }
}
