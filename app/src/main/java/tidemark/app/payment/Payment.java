package tidemark.app.payment;

import static tidemark.core.words.Catalogue.say;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Lob;
import java.time.Instant;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;
import tidemark.app.access.Actor;
import tidemark.app.company.MasterRow;
import tidemark.app.database.GuardedBy;
import tidemark.app.database.LockedRow;
import tidemark.core.payment.PaymentKind;
import tidemark.core.payment.PaymentState;

/** A payment out. Its number stays taken whatever becomes of it. */
@Entity
@GuardedBy(LockedRow.BANK_ACCOUNT)
public class Payment extends MasterRow {
    private long bankAccountId;
    private @Nullable Long siteId;

    @Enumerated(EnumType.STRING)
    private PaymentKind kind;

    private String number;
    private String payee;
    private @Nullable Long partyId;
    private LocalDate paymentDate;
    private long minorUnits;
    private String text;

    @Enumerated(EnumType.STRING)
    private PaymentState state;

    @Lob
    private String parts;

    private boolean onClearing;
    private boolean inOneSum;
    private @Nullable Long inTransitAccountId;
    private @Nullable Long journalEntryId;
    private @Nullable Long clearingEntryId;
    private @Nullable Long voidEntryId;
    private @Nullable Long batchId;
    private String madeBy;
    private @Nullable Long madeByPersonId;
    private Instant madeAt;
    private @Nullable String releasedBy;
    private @Nullable String voidedBy;
    private @Nullable String voidReason;

    protected Payment() {}

    /** What does not change of a payment. */
    record Facts(
            long companyId,
            long bankAccountId,
            @Nullable Long siteId,
            PaymentKind kind,
            String number,
            String payee,
            @Nullable Long partyId,
            LocalDate date,
            long minorUnits,
            String text,
            String parts,
            boolean onClearing,
            @Nullable Long batchId,
            Actor madeBy,
            Instant madeAt) {}

    Payment(Facts f, PaymentState state) {
        super(f.companyId());
        this.bankAccountId = f.bankAccountId();
        this.siteId = f.siteId();
        this.kind = f.kind();
        this.number = f.number();
        this.payee = f.payee();
        this.partyId = f.partyId();
        this.paymentDate = f.date();
        this.minorUnits = f.minorUnits();
        this.text = f.text();
        this.parts = f.parts();
        this.onClearing = f.onClearing();
        this.batchId = f.batchId();
        this.madeBy = f.madeBy().name();
        this.madeByPersonId = f.madeBy().personId();
        this.madeAt = f.madeAt();
        this.state = state;
    }

    void move(PaymentState.Move move) {
        state = state.after(move, title());
    }

    void released(String who) {
        releasedBy = who;
    }

    /** The bank pays it together with others, in one sum; until then it is in transit. */
    void inOneSum() {
        onClearing = true;
        inOneSum = true;
    }

    /** @param inTransit the ledger account that holds it until the bank has paid it; none where it is cash at once */
    void booked(long entryId, @Nullable Long inTransit) {
        journalEntryId = entryId;
        inTransitAccountId = inTransit;
    }

    void cleared(@Nullable Long entryId) {
        clearingEntryId = entryId;
    }

    void voided(@Nullable Long entryId, String who, String reason) {
        voidEntryId = entryId;
        voidedBy = who;
        voidReason = reason;
    }

    /** As a person names it: {@code check 20421}. */
    public String title() {
        return switch (kind) {
            case CHECK -> say("payment.check", number);
            case BANK_TRANSFER -> say("payment.bankTransfer", number);
            case WIRE -> say("payment.wire", number);
            case CARD -> say("payment.cardPayment", number);
            case OTHER -> say("payment.payment", number);
        };
    }

    static String upper(String title) {
        return Character.toUpperCase(title.charAt(0)) + title.substring(1);
    }

    public long bankAccountId() {
        return bankAccountId;
    }

    public @Nullable Long siteId() {
        return siteId;
    }

    /** The number under which the bank pays it; empty for all but checks. */
    String checkNumber() {
        return kind == PaymentKind.CHECK ? number : "";
    }

    public PaymentKind kind() {
        return kind;
    }

    public String number() {
        return number;
    }

    public String payee() {
        return payee;
    }

    public @Nullable Long partyId() {
        return partyId;
    }

    public LocalDate paymentDate() {
        return paymentDate;
    }

    /** In the account's currency. */
    public long minorUnits() {
        return minorUnits;
    }

    public String text() {
        return text;
    }

    public PaymentState state() {
        return state;
    }

    String parts() {
        return parts;
    }

    public boolean onClearing() {
        return onClearing;
    }

    boolean isInOneSum() {
        return inOneSum;
    }

    /** Whether the bank is still to pay it, as far as the books know. */
    public boolean waitsForBank() {
        return onClearing && state == PaymentState.BOOKED && clearingEntryId == null;
    }

    /** The ledger account on which it waited, whatever serves the purpose since. */
    public @Nullable Long inTransitAccountId() {
        return inTransitAccountId;
    }

    public @Nullable Long journalEntryId() {
        return journalEntryId;
    }

    public @Nullable Long clearingEntryId() {
        return clearingEntryId;
    }

    public @Nullable Long voidEntryId() {
        return voidEntryId;
    }

    public String madeBy() {
        return madeBy;
    }

    /** All that a second person approves with it. */
    String content() {
        return String.join("\n", String.valueOf(bankAccountId), title(), payee, paymentDate.toString(), text, parts);
    }

    public @Nullable String releasedBy() {
        return releasedBy;
    }

    public @Nullable String voidedBy() {
        return voidedBy;
    }

    public @Nullable String voidReason() {
        return voidReason;
    }
}
