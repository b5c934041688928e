package tidemark.app.statement;

import jakarta.persistence.Embedded;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.SequenceGenerator;
import java.time.Instant;
import org.jspecify.annotations.Nullable;
import tidemark.app.database.GuardedBy;
import tidemark.app.database.LockedRow;
import tidemark.core.statement.BankLine;

/** A movement the bank has told of before its statement: seen, until a statement confirms it or the bank drops it. */
@Entity
@GuardedBy(LockedRow.BANK_ACCOUNT)
class InterimLine {
    /** What became of it. */
    enum State {
        SEEN,
        CONFIRMED,
        GONE
    }

    @Id
    @GeneratedValue(generator = "row_id")
    @SequenceGenerator(name = "row_id", sequenceName = "row_id", allocationSize = 500)
    private long id;

    private long bankAccountId;
    private @Nullable Long incomingId;

    @Enumerated(EnumType.STRING)
    private State state = State.SEEN;

    private boolean pending;
    private @Nullable Long bankLineId;
    private Instant seenAt;
    private @Nullable Instant endedAt;

    @Embedded
    private LineFacts facts;

    protected InterimLine() {}

    InterimLine(long bankAccountId, @Nullable Long incomingId, boolean pending, BankLine line, Instant seenAt) {
        this.bankAccountId = bankAccountId;
        this.incomingId = incomingId;
        this.pending = pending;
        this.facts = new LineFacts(line);
        this.seenAt = seenAt;
    }

    void confirmed(@Nullable Long lineId, Instant now) {
        state = State.CONFIRMED;
        bankLineId = lineId;
        endedAt = now;
    }

    void gone(Instant now) {
        state = State.GONE;
        endedAt = now;
    }

    void booked() {
        pending = false;
    }

    long id() {
        return id;
    }

    State state() {
        return state;
    }

    boolean pending() {
        return pending;
    }

    Instant seenAt() {
        return seenAt;
    }

    @Nullable
    Instant endedAt() {
        return endedAt;
    }

    BankLine line() {
        return facts.line(id);
    }
}
