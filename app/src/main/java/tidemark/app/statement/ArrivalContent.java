package tidemark.app.statement;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Lob;

/** The bytes of a file that came in, kept apart from its record until it is taken or left. */
@Entity
class ArrivalContent {
    @Id
    private long arrivalId;

    @Lob
    private byte[] content;

    protected ArrivalContent() {}

    ArrivalContent(long arrivalId, byte[] content) {
        this.arrivalId = arrivalId;
        this.content = content;
    }

    byte[] content() {
        return content;
    }
}
