package tidemark.app.deposit;

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
import tidemark.core.deposit.SlipState;

/** A slip on which receipts are taken to the bank. */
@Entity
@GuardedBy(LockedRow.JOURNAL)
public class DepositSlip extends MasterRow {
    private long bankAccountId;
    private @Nullable Long siteId;
    private String number;
    private LocalDate paperDate;
    private @Nullable LocalDate takenOn;
    private String bagNumber;
    private String note;
    private String payer = "";

    @Enumerated(EnumType.STRING)
    private SlipState state = SlipState.OPEN;

    private @Nullable String counted;
    private @Nullable String prepared;
    private @Nullable Long journalEntryId;
    private @Nullable Long inTransitAccountId;
    private @Nullable Long clearingEntryId;
    private String madeBy;
    private Instant madeAt;

    protected DepositSlip() {}

    /** What stands at its head. */
    record Head(
            long companyId,
            long bankAccountId,
            @Nullable Long siteId,
            String number,
            LocalDate paperDate,
            String bagNumber,
            String note) {}

    DepositSlip(Head head, String madeBy, Instant madeAt) {
        super(head.companyId());
        this.bankAccountId = head.bankAccountId();
        this.siteId = head.siteId();
        this.number = head.number();
        this.paperDate = head.paperDate();
        this.bagNumber = head.bagNumber();
        this.note = head.note();
        this.madeBy = madeBy;
        this.madeAt = madeAt;
    }

    /** What was counted, as it was entered; of what is on it no longer nothing is known. */
    void counted(@Nullable String content) {
        counted = content;
    }

    /** What is known of it before it is banked. */
    void prepare(Slips.Paper paper, String content) {
        checkOpen();
        paperDate = paper.date();
        bagNumber = paper.bagNumber().strip();
        note = paper.note().strip();
        prepared = content;
    }

    /** @param inTransit the ledger account that holds it until the bank has credited it; none where it is cash at once */
    void bank(LocalDate day, long entryId, @Nullable Long inTransit, String content) {
        state = state.after(SlipState.Move.BANK, title());
        takenOn = day;
        journalEntryId = entryId;
        inTransitAccountId = inTransit;
        prepared = content;
    }

    void takeApart() {
        state = state.after(SlipState.Move.TAKE_APART, title());
        takenOn = null;
        journalEntryId = null;
        inTransitAccountId = null;
    }

    /** The entry by which it left the in-transit account for the bank; none when that was taken back. */
    void cleared(@Nullable Long entryId) {
        clearingEntryId = entryId;
    }

    /** Who pays it, as the bank names them; empty for what is carried to the bank. */
    String payer() {
        return payer;
    }

    void paidBy(String who) {
        payer = who;
    }

    void move(SlipState.Move move) {
        state = state.after(move, title());
    }

    /** @throws tidemark.core.problem.RuleViolation slip.state where it is not open */
    void checkOpen() {
        state.after(SlipState.Move.BANK, title());
    }

    long bankAccountId() {
        return bankAccountId;
    }

    @Nullable
    Long siteId() {
        return siteId;
    }

    public String number() {
        return number;
    }

    LocalDate paperDate() {
        return paperDate;
    }

    @Nullable
    LocalDate takenOn() {
        return takenOn;
    }

    String bagNumber() {
        return bagNumber;
    }

    public String note() {
        return note;
    }

    public SlipState state() {
        return state;
    }

    @Nullable
    String counted() {
        return counted;
    }

    /** The day and what is kept back, as it was left or banked. */
    @Nullable
    String prepared() {
        return prepared;
    }

    @Nullable
    Long journalEntryId() {
        return journalEntryId;
    }

    @Nullable
    Long inTransitAccountId() {
        return inTransitAccountId;
    }

    @Nullable
    Long clearingEntryId() {
        return clearingEntryId;
    }

    String madeBy() {
        return madeBy;
    }

    Instant madeAt() {
        return madeAt;
    }

    /** As people know it: {@code slip D-0178}. */
    public String title() {
        return say("deposit.slip", number);
    }
}
