package tidemark.app.card;

import jakarta.persistence.Entity;
import java.time.Instant;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;
import tidemark.app.company.MasterRow;
import tidemark.app.database.GuardedBy;
import tidemark.app.database.LockedRow;
import tidemark.core.deposit.CardTakings;

/** The takings of a site and day as the processor tells them. */
@Entity
@GuardedBy(LockedRow.JOURNAL)
public class CardBatch extends MasterRow {
    private long cardProcessorId;
    private @Nullable Long siteId;
    private String number;
    private LocalDate batchDay;
    private long gross;
    private long refunds;
    private long chargebacks;
    private long reserve;
    private long fee;
    private @Nullable Long depositSlipId;
    private String madeBy;
    private Instant madeAt;

    protected CardBatch() {}

    CardBatch(
            long companyId,
            long processor,
            String number,
            @Nullable Long siteId,
            CardTakings.Batch batch,
            String who,
            Instant when) {
        super(companyId);
        this.cardProcessorId = processor;
        this.siteId = siteId;
        this.number = number;
        this.batchDay = batch.day();
        this.gross = batch.gross();
        this.refunds = batch.refunds();
        this.chargebacks = batch.chargebacks();
        this.reserve = batch.reserve();
        this.fee = batch.fee();
        this.madeBy = who;
        this.madeAt = when;
    }

    void putOn(long slipId) {
        depositSlipId = slipId;
    }

    CardTakings.Batch batch() {
        return new CardTakings.Batch(siteId == null ? 0 : siteId, batchDay, gross, refunds, chargebacks, reserve, fee);
    }

    long processorId() {
        return cardProcessorId;
    }

    @Nullable
    Long siteId() {
        return siteId;
    }

    String number() {
        return number;
    }

    LocalDate day() {
        return batchDay;
    }

    @Nullable
    Long depositSlipId() {
        return depositSlipId;
    }

    String madeBy() {
        return madeBy;
    }

    Instant madeAt() {
        return madeAt;
    }
}
