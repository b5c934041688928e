package tidemark.app.collection;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.time.Instant;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;
import tidemark.app.company.MasterRow;
import tidemark.app.database.GuardedBy;
import tidemark.app.database.LockedRow;

/** What was decided of a customer in a run. */
@Entity
@GuardedBy(LockedRow.BANK_ACCOUNT)
@Table(name = "collection")
class CollectionRow extends MasterRow {
    /** What was decided. */
    enum Decision {
        COLLECT,
        SKIP
    }

    private long runId;
    private long partyId;
    private @Nullable Long mandateId;

    @Enumerated(EnumType.STRING)
    private Decision decision;

    private boolean changed;
    private long minorUnits;
    private String reason = "";
    private @Nullable Long trace;
    private @Nullable Long journalEntryId;
    private @Nullable Long clearingEntryId;
    private boolean cameBack;
    private boolean netted;
    private String backReason = "";
    private int again;
    private @Nullable LocalDate firstOn;
    private String decidedBy;
    private Instant decidedAt;

    protected CollectionRow() {}

    CollectionRow(CollectionRun run, long partyId, String who, Instant when) {
        super(run.companyId());
        this.runId = run.id();
        this.partyId = partyId;
        this.decision = Decision.SKIP;
        this.decidedBy = who;
        this.decidedAt = when;
    }

    void collect(long mandate, long amount, boolean otherThanDue, String who, Instant when) {
        decision = Decision.COLLECT;
        mandateId = mandate;
        minorUnits = amount;
        changed = otherThanDue;
        reason = "";
        decidedBy = who;
        decidedAt = when;
    }

    void skip(String why, String who, Instant when) {
        decision = Decision.SKIP;
        mandateId = null;
        minorUnits = 0;
        changed = false;
        reason = why;
        decidedBy = who;
        decidedAt = when;
    }

    void traced(long number) {
        trace = number;
    }

    void booked(long entry) {
        journalEntryId = entry;
    }

    void cleared(@Nullable Long entry) {
        clearingEntryId = entry;
    }

    /**
     * @param fromCredit whether the bank kept it back from the run's credit
     * @param reason code of ACH or ISO 20022; empty for none
     */
    void cameBack(boolean back, boolean fromCredit, String reason) {
        cameBack = back;
        backReason = reason;
        netted = back && fromCredit;
    }

    /** @param times how often the same was presented again with this one; 0 where it is a new one */
    void presentedAgain(int times, @Nullable LocalDate first) {
        again = times;
        firstOn = first;
    }

    int again() {
        return again;
    }

    /** Whether the bank credits it, now or before. */
    boolean isCredited() {
        return collects() && !netted;
    }

    long runId() {
        return runId;
    }

    long partyId() {
        return partyId;
    }

    @Nullable
    Long mandateId() {
        return mandateId;
    }

    Decision decision() {
        return decision;
    }

    boolean collects() {
        return decision == Decision.COLLECT;
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
    Long trace() {
        return trace;
    }

    @Nullable
    Long journalEntryId() {
        return journalEntryId;
    }

    @Nullable
    Long clearingEntryId() {
        return clearingEntryId;
    }

    boolean cameBack() {
        return cameBack;
    }
}
