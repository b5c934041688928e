package tidemark.app.reconcile;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.SequenceGenerator;
import java.time.Instant;

/** That somebody undid a match of one line and one entry. */
@Entity
class UndoneMatch {
    @Id
    @GeneratedValue(generator = "row_id")
    @SequenceGenerator(name = "row_id", sequenceName = "row_id", allocationSize = 500)
    private long id;

    private long bankAccountId;
    private long bankLineId;
    private long cashEntryId;
    private String undoneBy;
    private Instant undoneAt;

    protected UndoneMatch() {}

    UndoneMatch(long bankAccountId, long bankLineId, long cashEntryId, String undoneBy, Instant undoneAt) {
        this.bankAccountId = bankAccountId;
        this.bankLineId = bankLineId;
        this.cashEntryId = cashEntryId;
        this.undoneBy = undoneBy;
        this.undoneAt = undoneAt;
    }
}
