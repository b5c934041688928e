package tidemark.app.outstanding;

import jakarta.persistence.Entity;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;
import tidemark.app.company.MasterRow;
import tidemark.app.database.GuardedBy;
import tidemark.app.database.LockedRow;

/** What was said of a check that the bank has not paid: that it is kept for now, or that the bank is to stop it. */
@Entity
@GuardedBy(LockedRow.BANK_ACCOUNT)
class CheckNote extends MasterRow {
    private long bankAccountId;
    private @Nullable Long paymentId;
    private @Nullable Long cashEntryId;
    private @Nullable LocalDate keptUntil;
    private String keptNote = "";
    private @Nullable String keptBy;
    private @Nullable LocalDate stoppedOn;
    private String stopConfirmation = "";
    private @Nullable Long stopFeeEntryId;
    private @Nullable String stoppedBy;

    protected CheckNote() {}

    CheckNote(OutstandingChecks.Check check) {
        super(check.companyId());
        bankAccountId = check.bankAccountId();
        paymentId = check.paymentId();
        cashEntryId = check.paymentId() == null ? check.cashEntryId() : null;
    }

    void keep(LocalDate until, String note, String who) {
        keptUntil = until;
        keptNote = note;
        keptBy = who;
    }

    void stop(LocalDate on, String confirmation, @Nullable Long feeEntryId, String who) {
        stoppedOn = on;
        stopConfirmation = confirmation;
        stopFeeEntryId = feeEntryId;
        stoppedBy = who;
    }
}
