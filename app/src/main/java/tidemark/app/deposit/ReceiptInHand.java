package tidemark.app.deposit;

import static tidemark.core.words.Catalogue.say;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;
import tidemark.app.company.MasterRow;
import tidemark.app.database.GuardedBy;
import tidemark.app.database.LockedRow;
import tidemark.core.deposit.DepositCount;
import tidemark.core.receipt.ReceiptState;
import tidemark.core.receipt.Tender;

/** A receipt whose money waits to be taken to the bank, or was taken there. */
@Entity
@GuardedBy(LockedRow.JOURNAL)
public class ReceiptInHand extends MasterRow {
    private long journalEntryId;
    private long ledgerAccountId;
    private @Nullable Long siteId;

    @Enumerated(EnumType.STRING)
    private Tender tender;

    private String payer;
    private String number;
    private LocalDate receivedOn;
    private long minorUnits;

    @Enumerated(EnumType.STRING)
    private ReceiptState state = ReceiptState.IN_HAND;

    private @Nullable Long depositSlipId;
    private @Nullable Integer slipPlace;

    protected ReceiptInHand() {}

    /** What was booked of it. */
    record Facts(
            long companyId,
            long entryId,
            long ledgerAccountId,
            @Nullable Long siteId,
            Tender tender,
            String payer,
            String number,
            LocalDate receivedOn,
            long minorUnits) {}

    ReceiptInHand(Facts f) {
        super(f.companyId());
        this.journalEntryId = f.entryId();
        this.ledgerAccountId = f.ledgerAccountId();
        this.siteId = f.siteId();
        this.tender = f.tender();
        this.payer = f.payer();
        this.number = f.number();
        this.receivedOn = f.receivedOn();
        this.minorUnits = f.minorUnits();
    }

    void putOn(long slipId, int place) {
        state = state.after(ReceiptState.Move.PUT_ON, title());
        depositSlipId = slipId;
        slipPlace = place;
    }

    void takeOff() {
        state = state.after(ReceiptState.Move.TAKE_OFF, title());
        depositSlipId = null;
        slipPlace = null;
    }

    void move(ReceiptState.Move move) {
        state = state.after(move, title());
    }

    public long journalEntryId() {
        return journalEntryId;
    }

    long ledgerAccountId() {
        return ledgerAccountId;
    }

    @Nullable
    Long siteId() {
        return siteId;
    }

    Tender tender() {
        return tender;
    }

    String payer() {
        return payer;
    }

    String number() {
        return number;
    }

    LocalDate receivedOn() {
        return receivedOn;
    }

    long minorUnits() {
        return minorUnits;
    }

    ReceiptState state() {
        return state;
    }

    @Nullable
    Long depositSlipId() {
        return depositSlipId;
    }

    /** As people know it: {@code 4417 of Pell Charter}. */
    String title() {
        return say("deposit.ofPayer", number, payer);
    }

    DepositCount.Receipt counted() {
        return new DepositCount.Receipt(id(), minorUnits, title());
    }
}
