package tidemark.app.statement.incoming;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Lob;

/** The bytes of a file that came in, kept apart from its record until it is taken or left. */
@Entity
class IncomingContent {
    @Id
    private long incomingId;

    @Lob
    private byte[] content;

    protected IncomingContent() {}

    IncomingContent(long incomingId, byte[] content) {
        this.incomingId = incomingId;
        this.content = content;
    }

    byte[] content() {
        return content;
    }
}
