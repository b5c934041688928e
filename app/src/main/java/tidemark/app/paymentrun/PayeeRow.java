package tidemark.app.paymentrun;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jspecify.annotations.Nullable;
import tidemark.app.company.MasterRow;
import tidemark.app.database.GuardedBy;
import tidemark.app.database.LockedRow;

/** What was decided of a payee in a run. */
@Entity
@GuardedBy(LockedRow.BANK_ACCOUNT)
@Table(name = "payment_run_payee")
class PayeeRow extends MasterRow {
    /** What was decided. */
    enum Decision {
        PAY,
        SKIP
    }

    /** How a payee is paid. */
    enum Means {
        /** By the file for the bank: a credit of ACH, or a credit transfer of SEPA. */
        FILE,
        CHECK
    }

    private long runId;
    private long partyId;

    @Enumerated(EnumType.STRING)
    private Decision decision = Decision.SKIP;

    @Enumerated(EnumType.STRING)
    private Means means = Means.CHECK;

    private boolean changed;
    private long minorUnits;
    private String reason = "";
    private @Nullable Long bankDetailsId;
    private @Nullable Long paymentId;
    private @Nullable Long trace;
    private String decidedBy;
    private Instant decidedAt;

    protected PayeeRow() {}

    PayeeRow(PaymentRun run, long partyId, String who, Instant when) {
        super(run.companyId());
        this.runId = run.id();
        this.partyId = partyId;
        this.decidedBy = who;
        this.decidedAt = when;
    }

    /** @param details to which it is paid by the file; absent for a check */
    void pay(Means by, @Nullable Long details, long amount, boolean otherThanDue, String who, Instant when) {
        decision = Decision.PAY;
        means = by;
        bankDetailsId = details;
        minorUnits = amount;
        changed = otherThanDue;
        reason = "";
        decidedBy = who;
        decidedAt = when;
    }

    void skip(String why, String who, Instant when) {
        decision = Decision.SKIP;
        bankDetailsId = null;
        minorUnits = 0;
        changed = false;
        reason = why;
        decidedBy = who;
        decidedAt = when;
    }

    void paidBy(long payment, @Nullable Long traced) {
        paymentId = payment;
        trace = traced;
    }

    boolean pays() {
        return decision == Decision.PAY;
    }

    long partyId() {
        return partyId;
    }

    Means means() {
        return means;
    }

    boolean changed() {
        return changed;
    }

    long minorUnits() {
        return minorUnits;
    }

    String reason() {
        return reason;
    }

    @Nullable
    Long bankDetailsId() {
        return bankDetailsId;
    }

    @Nullable
    Long paymentId() {
        return paymentId;
    }
}
