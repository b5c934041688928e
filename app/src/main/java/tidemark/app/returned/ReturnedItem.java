package tidemark.app.returned;

import static tidemark.core.words.Catalogue.say;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import java.time.Instant;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;
import tidemark.app.company.MasterRow;
import tidemark.app.database.GuardedBy;
import tidemark.app.database.LockedRow;
import tidemark.core.returned.ReturnReason;
import tidemark.core.returned.ReturnedState;

/** Something the bank took back, and what became of it. */
@Entity
@GuardedBy(LockedRow.JOURNAL)
class ReturnedItem extends MasterRow {
    private long step;
    private @Nullable Long receiptId;
    private @Nullable Long depositSlipId;
    private @Nullable Long collectionId;
    private boolean netted;
    private long originalEntryId;
    private long bankAccountId;
    private @Nullable Long partyId;
    private String payer;
    private String number;
    private long minorUnits;
    private long bankFee;
    private long ourFee;
    private LocalDate returnedOn;

    @Enumerated(EnumType.STRING)
    private @Nullable ReturnReason reason;

    private String reasonText;
    private String note;

    @Enumerated(EnumType.STRING)
    private ReturnedState state = ReturnedState.OPEN;

    private long entryId;
    private @Nullable Long feeEntryId;
    private @Nullable Long ourFeeEntryId;
    private @Nullable Long againEntryId;
    private @Nullable Long writeOffEntryId;
    private @Nullable String writeOffAsked;
    private String madeBy;
    private Instant madeAt;

    protected ReturnedItem() {}

    /** Why it came back. @param text own words; empty for the reason's */
    record Why(@Nullable ReturnReason reason, String text, String note) {}

    /** @param ourFee gross; the entries of fees are zero where there are none */
    record Entries(
            long item,
            long step,
            @Nullable Long bankFee,
            @Nullable Long ourFee) {}

    /** @param bankFee the share of the bank's fee that was for it; amounts in minor units */
    record Fees(long bankFee, long ourFee) {}

    ReturnedItem(
            ReturnOriginals.Banked of,
            long bankAccount,
            LocalDate returnedOn,
            Why why,
            Entries entries,
            Fees fees,
            String madeBy,
            Instant madeAt) {
        super(of.companyId());
        this.step = entries.step();
        this.receiptId = of.receiptId();
        this.depositSlipId = of.slipId();
        this.collectionId = of.collectionId();
        this.originalEntryId = of.entryId();
        this.bankAccountId = bankAccount;
        this.partyId = of.partyId();
        this.payer = of.payer();
        this.number = of.number();
        this.minorUnits = of.minorUnits();
        this.bankFee = fees.bankFee();
        this.ourFee = fees.ourFee();
        this.returnedOn = returnedOn;
        this.reason = why.reason();
        this.reasonText = why.text();
        this.note = why.note();
        this.entryId = entries.item();
        this.feeEntryId = entries.bankFee();
        this.ourFeeEntryId = entries.ourFee();
        this.madeBy = madeBy;
        this.madeAt = madeAt;
    }

    void move(ReturnedState.Move move) {
        state = state.after(move, title());
        writeOffAsked = null;
    }

    /** @throws tidemark.core.problem.RuleViolation returned.state where it may not */
    void check(ReturnedState.Move move) {
        state.after(move, title());
    }

    void again(@Nullable Long entry) {
        againEntryId = entry;
    }

    void writtenOff(@Nullable Long entry) {
        writeOffEntryId = entry;
    }

    void askWriteOff(@Nullable String form) {
        writeOffAsked = form;
    }

    void why(Why why) {
        reason = why.reason();
        reasonText = why.text();
        note = why.note();
    }

    long step() {
        return step;
    }

    @Nullable
    Long receiptId() {
        return receiptId;
    }

    /** Of what was collected in a run. */
    @Nullable
    Long collectionId() {
        return collectionId;
    }

    /** The bank kept it back from the credit of its run: it is no line of its own. */
    boolean netted() {
        return netted;
    }

    void fromCredit(boolean kept) {
        netted = kept;
    }

    @Nullable
    Long depositSlipId() {
        return depositSlipId;
    }

    long originalEntryId() {
        return originalEntryId;
    }

    long bankAccountId() {
        return bankAccountId;
    }

    @Nullable
    Long partyId() {
        return partyId;
    }

    String payer() {
        return payer;
    }

    String number() {
        return number;
    }

    /** In the currency of its bank account. */
    long minorUnits() {
        return minorUnits;
    }

    long bankFee() {
        return bankFee;
    }

    long ourFee() {
        return ourFee;
    }

    LocalDate returnedOn() {
        return returnedOn;
    }

    @Nullable
    ReturnReason reason() {
        return reason;
    }

    /** Why it came back, in words. */
    String reasonWords() {
        return reasonText.isEmpty() ? (reason == null ? "" : reason.titled()) : reasonText;
    }

    String reasonText() {
        return reasonText;
    }

    String note() {
        return note;
    }

    ReturnedState state() {
        return state;
    }

    long entryId() {
        return entryId;
    }

    @Nullable
    Long feeEntryId() {
        return feeEntryId;
    }

    @Nullable
    Long ourFeeEntryId() {
        return ourFeeEntryId;
    }

    @Nullable
    Long againEntryId() {
        return againEntryId;
    }

    @Nullable
    Long writeOffEntryId() {
        return writeOffEntryId;
    }

    /** The form of a write-off that waits for a second person. */
    @Nullable
    String writeOffAsked() {
        return writeOffAsked;
    }

    String madeBy() {
        return madeBy;
    }

    Instant madeAt() {
        return madeAt;
    }

    /** As people know it: {@code 4471 of Redfern Yachts}. */
    String title() {
        return say("returned.title", number, payer);
    }
}
