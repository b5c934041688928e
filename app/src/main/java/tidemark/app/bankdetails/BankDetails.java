package tidemark.app.bankdetails;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jspecify.annotations.Nullable;
import tidemark.app.company.MasterRow;
import tidemark.app.database.GuardedBy;
import tidemark.app.database.LockedRow;
import tidemark.core.mandate.DebtorAccount;

/** An account to which a party is, was, or is to be paid. */
@Entity
@GuardedBy(LockedRow.JOURNAL)
@Table(name = "bank_details")
public class BankDetails extends MasterRow {
    /** How it stands with it. */
    public enum State {
        /** A second person is asked. */
        ASKED,
        /** Payments go there. */
        CURRENT,
        /** Others took its place, or the party has none any more. */
        FORMER,
        /** A second person declined, or whoever asked took it back. */
        DECLINED
    }

    private long partyId;
    private String holder;
    private boolean sepa;
    private String routing = "";
    private String accountNumber;
    private boolean savings;
    private String bic = "";
    private String confirmed;

    @Enumerated(EnumType.STRING)
    private State state = State.ASKED;

    private String askedBy;
    private Instant askedAt;
    private String decidedBy = "";
    private @Nullable Instant decidedAt;
    private String reason = "";
    private @Nullable Instant untilAt;

    protected BankDetails() {}

    /** @param confirmed how it was made sure that the account is theirs */
    BankDetails(
            long companyId,
            long partyId,
            String holder,
            DebtorAccount account,
            String confirmed,
            String who,
            Instant when) {
        super(companyId);
        this.partyId = partyId;
        this.holder = holder;
        this.confirmed = confirmed;
        this.askedBy = who;
        this.askedAt = when;
        switch (account) {
            case DebtorAccount.Ach a -> {
                routing = a.routing();
                accountNumber = a.number();
                savings = a.savings();
            }
            case DebtorAccount.Sepa s -> {
                sepa = true;
                accountNumber = s.iban();
                bic = s.bic();
            }
        }
    }

    void approved(String who, Instant when) {
        state = State.CURRENT;
        decidedBy = who;
        decidedAt = when;
    }

    void declined(String why, String who, Instant when) {
        state = State.DECLINED;
        reason = why;
        decidedBy = who;
        decidedAt = when;
    }

    void replaced(Instant when) {
        state = State.FORMER;
        untilAt = when;
    }

    /** What a second person approves: another account is another thing. */
    String content() {
        return String.join("|", Long.toString(partyId), holder, routing, accountNumber, Boolean.toString(savings), bic);
    }

    public DebtorAccount account() {
        return sepa
                ? new DebtorAccount.Sepa(accountNumber, bic)
                : new DebtorAccount.Ach(routing, accountNumber, savings);
    }

    public long partyId() {
        return partyId;
    }

    public String holder() {
        return holder;
    }

    String confirmed() {
        return confirmed;
    }

    State state() {
        return state;
    }

    String askedBy() {
        return askedBy;
    }

    Instant askedAt() {
        return askedAt;
    }

    public String decidedBy() {
        return decidedBy;
    }

    public @Nullable Instant decidedAt() {
        return decidedAt;
    }

    String reason() {
        return reason;
    }

    @Nullable
    Instant untilAt() {
        return untilAt;
    }
}
