package tidemark.app.mandate;

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
import tidemark.core.mandate.AccountChange;
import tidemark.core.mandate.DebtorAccount;

/** What a bank says is right of the account of a mandate. */
@Entity
@GuardedBy(LockedRow.JOURNAL)
@Table(name = "mandate_change")
class MandateChange extends MasterRow {
    /** What was decided of it. */
    enum State {
        OPEN,
        APPLIED,
        LEFT
    }

    private long mandateId;
    private String code;
    private String routing;
    private String accountNumber;
    private boolean savings;
    private String holder;
    private LocalDate toldOn;
    private LocalDate applyBy;

    @Enumerated(EnumType.STRING)
    private State state = State.OPEN;

    private String decidedBy = "";
    private @Nullable Instant decidedAt;

    protected MandateChange() {}

    MandateChange(MandateRow mandate, String code, AccountChange change, LocalDate toldOn, LocalDate applyBy) {
        super(mandate.companyId());
        this.mandateId = mandate.id();
        this.code = code;
        this.routing = change.account().routing();
        this.accountNumber = change.account().number();
        this.savings = change.account().savings();
        this.holder = change.holder().length() > 70 ? change.holder().substring(0, 70) : change.holder();
        this.toldOn = toldOn;
        this.applyBy = applyBy;
    }

    void decide(State decided, String who, Instant when) {
        state = decided;
        decidedBy = who;
        decidedAt = when;
    }

    long mandateId() {
        return mandateId;
    }

    String code() {
        return code;
    }

    DebtorAccount.Ach account() {
        return new DebtorAccount.Ach(routing, accountNumber, savings);
    }

    String holder() {
        return holder;
    }

    LocalDate toldOn() {
        return toldOn;
    }

    LocalDate applyBy() {
        return applyBy;
    }

    State state() {
        return state;
    }
}
