package tidemark.app.draft;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.SequenceGenerator;
import org.jspecify.annotations.Nullable;

/** What became of one draft in a posting run. */
@Entity
public class PostingRunItem {
    @Id
    @GeneratedValue(generator = "row_id")
    @SequenceGenerator(name = "row_id", sequenceName = "row_id", allocationSize = 500)
    private long id;

    private long postingRunId;
    private long draftId;
    private String title;
    private @Nullable Long journalEntryId;
    private String refusal;

    protected PostingRunItem() {}

    PostingRunItem(long postingRunId, long draftId, String title, @Nullable Long journalEntryId, String refusal) {
        this.postingRunId = postingRunId;
        this.draftId = draftId;
        this.title = title;
        this.journalEntryId = journalEntryId;
        this.refusal = refusal.length() > 2_000 ? refusal.substring(0, 2_000) : refusal;
    }

    public long draftId() {
        return draftId;
    }

    public String title() {
        return title;
    }

    public @Nullable Long journalEntryId() {
        return journalEntryId;
    }

    public String refusal() {
        return refusal;
    }
}
