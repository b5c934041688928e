package tidemark.app.outstanding;

import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;
import tidemark.app.company.MasterRow;
import tidemark.app.database.GuardedBy;
import tidemark.app.database.LockedRow;

/** A check that was never cashed and is owed as unclaimed money; in minor units of the company's currency. */
@Entity
@GuardedBy(LockedRow.JOURNAL)
@Table(name = "unclaimed_money")
class UnclaimedRow extends MasterRow {
    private long bankAccountId;
    private @Nullable Long paymentId;
    private @Nullable Long cashEntryId;
    private @Nullable Long partyId;
    private String checkNumber;
    private String payee;
    private String address;
    private String region = "";
    private LocalDate writtenOn;
    private LocalDate movedOn;
    private long minorUnits;
    private long entryId;
    private @Nullable LocalDate noticeSentOn;
    private @Nullable Long outPaymentId;
    private boolean overToState;
    private boolean takenBack;
    private String madeBy;
    private Instant madeAt;

    protected UnclaimedRow() {}

    UnclaimedRow(
            OutstandingChecks.Check check,
            String lastAddress,
            LocalDate movedOn,
            long minorUnits,
            long entryId,
            String who,
            Instant at) {
        super(check.companyId());
        this.bankAccountId = check.bankAccountId();
        this.paymentId = check.paymentId();
        this.cashEntryId = check.cashEntryId();
        this.partyId = check.partyId();
        this.checkNumber = check.number();
        this.payee = check.payee();
        this.address = lastAddress;
        this.writtenOn = check.writtenOn();
        this.movedOn = movedOn;
        this.minorUnits = minorUnits;
        this.entryId = entryId;
        this.madeBy = who;
        this.madeAt = at;
    }

    void where(String lastAddress, String state) {
        address = lastAddress;
        region = state;
    }

    void noticeSent(LocalDate on) {
        noticeSentOn = on;
    }

    void paidOut(long paymentId, boolean toState) {
        outPaymentId = paymentId;
        overToState = toState;
    }

    void takeBack() {
        takenBack = true;
    }

    boolean isTakenBack() {
        return takenBack;
    }

    long bankAccountId() {
        return bankAccountId;
    }

    @Nullable
    Long paymentId() {
        return paymentId;
    }

    @Nullable
    Long partyId() {
        return partyId;
    }

    String checkNumber() {
        return checkNumber;
    }

    String payee() {
        return payee;
    }

    LocalDate writtenOn() {
        return writtenOn;
    }

    LocalDate movedOn() {
        return movedOn;
    }

    long minorUnits() {
        return minorUnits;
    }

    long entryId() {
        return entryId;
    }

    @Nullable
    Long outPaymentId() {
        return outPaymentId;
    }
}
