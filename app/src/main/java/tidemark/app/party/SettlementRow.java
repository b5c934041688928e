package tidemark.app.party;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.SequenceGenerator;
import jakarta.persistence.Table;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import tidemark.app.database.GuardedBy;
import tidemark.app.database.LockedRow;
import tidemark.core.party.OpenItemId;
import tidemark.core.party.Settlement;

/** A settlement of two items; undone once at most. */
@Entity
@GuardedBy(LockedRow.JOURNAL)
@Table(name = "settlement")
public class SettlementRow {
    @Id
    @GeneratedValue(generator = "row_id")
    @SequenceGenerator(name = "row_id", sequenceName = "row_id", allocationSize = 500)
    private long id;

    private long companyId;
    private long partyId;
    private long debitItemId;
    private long creditItemId;
    private long minorUnits;
    private long discountMinorUnits;
    private LocalDate settledFrom;
    private boolean closing;
    private String settledBy;
    private Instant settledAt;
    private @Nullable LocalDate undoneFrom;
    private @Nullable String undoneBy;
    private @Nullable Instant undoneAt;

    protected SettlementRow() {}

    SettlementRow(long companyId, long partyId, Settlement s, String who, Instant when) {
        this.companyId = companyId;
        this.partyId = partyId;
        this.debitItemId = s.debit().value();
        this.creditItemId = s.credit().value();
        this.minorUnits = s.minorUnits();
        this.discountMinorUnits = s.discount();
        this.settledFrom = s.from();
        this.closing = s.closing();
        this.settledBy = who;
        this.settledAt = when;
    }

    void undone(LocalDate from, String who, Instant when) {
        undoneFrom = from;
        undoneBy = who;
        undoneAt = when;
    }

    public long id() {
        return id;
    }

    public long partyId() {
        return partyId;
    }

    public long debitItemId() {
        return debitItemId;
    }

    public long creditItemId() {
        return creditItemId;
    }

    public Settlement settlement() {
        return new Settlement(
                id,
                new OpenItemId(debitItemId),
                new OpenItemId(creditItemId),
                minorUnits,
                discountMinorUnits,
                settledFrom,
                closing,
                Optional.ofNullable(undoneFrom));
    }
}
