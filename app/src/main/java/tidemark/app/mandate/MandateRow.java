package tidemark.app.mandate;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Optional;
import java.util.OptionalLong;
import org.jspecify.annotations.Nullable;
import tidemark.app.company.MasterRow;
import tidemark.app.database.GuardedBy;
import tidemark.app.database.LockedRow;
import tidemark.core.mandate.DebtorAccount;
import tidemark.core.mandate.Mandate;
import tidemark.core.mandate.MandateState;

/** A mandate of a customer. */
@Entity
@GuardedBy(LockedRow.JOURNAL)
@Table(name = "mandate")
public class MandateRow extends MasterRow {
    private long partyId;
    private String reference;
    private LocalDate signedOn;
    private String holder;

    @Enumerated(EnumType.STRING)
    private Mandate.Kind kind;

    @Column(name = "again")
    private boolean repeated;

    private String routing = "";
    private String accountNumber = "";
    private boolean savings;
    private String bic = "";

    @Enumerated(EnumType.STRING)
    private MandateState state = MandateState.ACTIVE;

    private String stateReason = "";
    private @Nullable Long mostMinorUnits;
    private @Nullable LocalDate endsOn;
    private @Nullable LocalDate lastUsed;
    private @Nullable Long lastMinorUnits;
    private @Nullable LocalDate prenoted;
    private @Nullable Integer noticeDays;
    private String note = "";
    private String madeBy;
    private Instant madeAt;

    protected MandateRow() {}

    /** What is kept of it as it is typed. */
    public record Card(
            String reference,
            LocalDate signedOn,
            String holder,
            Mandate.Kind kind,
            boolean again,
            DebtorAccount account,
            OptionalLong most,
            Optional<LocalDate> endsOn,
            Optional<Integer> noticeDays,
            String note) {}

    MandateRow(long companyId, long partyId, Card card, String madeBy, Instant madeAt) {
        super(companyId);
        this.partyId = partyId;
        this.madeBy = madeBy;
        this.madeAt = madeAt;
        set(card);
    }

    void set(Card card) {
        reference = card.reference();
        signedOn = card.signedOn();
        holder = card.holder();
        kind = card.kind();
        repeated = card.again();
        account(card.account());
        mostMinorUnits = card.most().isPresent() ? card.most().getAsLong() : null;
        endsOn = card.endsOn().orElse(null);
        noticeDays = card.noticeDays().orElse(null);
        note = card.note();
    }

    void follow(DebtorAccount.Ach right, String rightHolder) {
        account(right);
        holder = rightHolder;
    }

    private void account(DebtorAccount account) {
        switch (account) {
            case DebtorAccount.Ach a -> {
                routing = a.routing();
                accountNumber = a.number();
                savings = a.savings();
                bic = "";
            }
            case DebtorAccount.Sepa s -> {
                routing = "";
                accountNumber = s.iban();
                savings = false;
                bic = s.bic();
            }
        }
    }

    DebtorAccount account() {
        return kind.isSepa()
                ? new DebtorAccount.Sepa(accountNumber, bic)
                : new DebtorAccount.Ach(routing, accountNumber, savings);
    }

    public Mandate mandate() {
        return new Mandate(
                reference,
                signedOn,
                kind,
                repeated,
                account(),
                state,
                mostMinorUnits == null ? OptionalLong.empty() : OptionalLong.of(mostMinorUnits),
                Optional.ofNullable(endsOn),
                Optional.ofNullable(lastUsed),
                Optional.ofNullable(prenoted));
    }

    void move(MandateState.Move move, String reason) {
        state = state.after(move, reference);
        stateReason = reason;
    }

    void prenoted(LocalDate day) {
        prenoted = day;
    }

    /** It was collected by. */
    public void used(LocalDate day, long minorUnits) {
        lastUsed = day;
        lastMinorUnits = minorUnits;
    }

    /** What was collected by it is reversed: it stands as it did before. */
    public void usedBefore(@Nullable LocalDate day, @Nullable Long minorUnits) {
        lastUsed = day;
        lastMinorUnits = minorUnits;
    }

    public long partyId() {
        return partyId;
    }

    public String reference() {
        return reference;
    }

    public String holder() {
        return holder;
    }

    public MandateState state() {
        return state;
    }

    public String stateReason() {
        return stateReason;
    }

    public Optional<Long> lastAmount() {
        return Optional.ofNullable(lastMinorUnits);
    }

    public Optional<Integer> noticeDays() {
        return Optional.ofNullable(noticeDays);
    }

    public String note() {
        return note;
    }

    String madeBy() {
        return madeBy;
    }

    Instant madeAt() {
        return madeAt;
    }
}
