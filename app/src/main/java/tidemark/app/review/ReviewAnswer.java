package tidemark.app.review;

import jakarta.persistence.Entity;
import java.time.Instant;
import tidemark.app.company.MasterRow;

/** An answer to a note. */
@Entity
class ReviewAnswer extends MasterRow {
    private long reviewNoteId;
    private String text;
    private String writtenBy;
    private Instant writtenAt;

    protected ReviewAnswer() {}

    ReviewAnswer(ReviewNote note, String text, String writtenBy, Instant writtenAt) {
        super(note.companyId());
        this.reviewNoteId = note.id();
        this.text = text;
        this.writtenBy = writtenBy;
        this.writtenAt = writtenAt;
    }

    long reviewNoteId() {
        return reviewNoteId;
    }

    String text() {
        return text;
    }

    String writtenBy() {
        return writtenBy;
    }

    Instant writtenAt() {
        return writtenAt;
    }
}
