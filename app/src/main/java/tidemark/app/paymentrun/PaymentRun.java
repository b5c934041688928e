package tidemark.app.paymentrun;

import static tidemark.core.words.Catalogue.say;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;
import tidemark.app.access.Actor;
import tidemark.app.company.MasterRow;
import tidemark.app.database.GuardedBy;
import tidemark.app.database.LockedRow;
import tidemark.core.paymentrun.PayingRule;
import tidemark.core.paymentrun.PaymentRunState;

/** A run: what is paid to many on one day out of one bank account. */
@Entity
@GuardedBy(LockedRow.BANK_ACCOUNT)
public class PaymentRun extends MasterRow {
    private long bankAccountId;
    private String number;
    private LocalDate dueUpTo;
    private LocalDate payOn;
    private BigDecimal leastRate = BigDecimal.ZERO;
    private String note = "";

    @Enumerated(EnumType.STRING)
    private PaymentRunState state = PaymentRunState.OPEN;

    private @Nullable Long bankFileId;
    private @Nullable Long batchId;
    private @Nullable Long reversalFileId;
    private boolean oneSum;
    private String madeBy;
    private Instant madeAt;
    private String handedOverBy = "";
    private @Nullable Long handedOverPerson;
    private @Nullable Instant handedOverAt;
    private String releasedBy = "";
    private @Nullable Instant releasedAt;
    private String declinedFor = "";

    protected PaymentRun() {}

    PaymentRun(long companyId, long bankAccountId, String number, String madeBy, Instant madeAt) {
        super(companyId);
        this.bankAccountId = bankAccountId;
        this.number = number;
        this.madeBy = madeBy;
        this.madeAt = madeAt;
    }

    void head(LocalDate newDueUpTo, LocalDate newPayOn, BigDecimal newLeastRate, String newNote) {
        dueUpTo = newDueUpTo;
        payOn = newPayOn;
        leastRate = newLeastRate;
        note = newNote;
    }

    /** @throws tidemark.core.problem.RuleViolation payrun.state where it may not */
    void move(PaymentRunState.Move move) {
        state = state.after(move, title());
    }

    void handOver(Actor who, Instant when) {
        move(PaymentRunState.Move.HAND_OVER);
        handedOverBy = who.name();
        handedOverPerson = who.personId();
        handedOverAt = when;
        declinedFor = "";
    }

    /** Back to be decided again. @param why empty where whoever handed it over fetched it back */
    void giveBack(String why) {
        move(PaymentRunState.Move.RETURN);
        declinedFor = why;
    }

    void release(@Nullable Long file, long batch, boolean inOneSum, String who, Instant when) {
        move(PaymentRunState.Move.RELEASE);
        bankFileId = file;
        batchId = batch;
        oneSum = inOneSum;
        releasedBy = who;
        releasedAt = when;
    }

    void reversed(@Nullable Long file) {
        move(PaymentRunState.Move.REVERSE);
        reversalFileId = file;
    }

    String title() {
        return say("payrun.title", number);
    }

    PayingRule rule() {
        return new PayingRule(dueUpTo, payOn, leastRate);
    }

    long bankAccountId() {
        return bankAccountId;
    }

    String number() {
        return number;
    }

    LocalDate dueUpTo() {
        return dueUpTo;
    }

    LocalDate payOn() {
        return payOn;
    }

    BigDecimal leastRate() {
        return leastRate;
    }

    String note() {
        return note;
    }

    PaymentRunState state() {
        return state;
    }

    @Nullable
    Long bankFileId() {
        return bankFileId;
    }

    @Nullable
    Long reversalFileId() {
        return reversalFileId;
    }

    boolean oneSum() {
        return oneSum;
    }

    String madeBy() {
        return madeBy;
    }

    Instant madeAt() {
        return madeAt;
    }

    String handedOverBy() {
        return handedOverBy;
    }

    /** Whoever handed it over, in whose name its payments are made. */
    Actor handedOver() {
        return new Actor(handedOverPerson == null ? 0 : handedOverPerson, "", handedOverBy);
    }

    @Nullable
    Instant handedOverAt() {
        return handedOverAt;
    }

    String releasedBy() {
        return releasedBy;
    }

    @Nullable
    Instant releasedAt() {
        return releasedAt;
    }

    String declinedFor() {
        return declinedFor;
    }
}
