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
import tidemark.app.party.ReceiptKeeper;
import tidemark.core.deposit.DepositCount;
import tidemark.core.receipt.ReceiptState;
import tidemark.core.receipt.Tender;

/** A receipt whose money waits to be taken to the bank, or was taken there. */
@Entity
@GuardedBy(LockedRow.JOURNAL)
public class ReceiptInHand extends MasterRow {
    private @Nullable Long journalEntryId;
    private long ledgerAccountId;
    private @Nullable Long siteId;

    @Enumerated(EnumType.STRING)
    private Tender tender;

    private String tenderName;

    private @Nullable Long partyId;
    private String payer;
    private String number;
    private String whatFor;
    private String form;
    private LocalDate receivedOn;
    private LocalDate paperDate;
    private long minorUnits;

    @Enumerated(EnumType.STRING)
    private ReceiptState state;

    private @Nullable Long depositSlipId;
    private @Nullable Integer slipPlace;
    private @Nullable Long heldByEntryId;

    protected ReceiptInHand() {}

    /** @param form as it was entered, to be kept */
    ReceiptInHand(ReceiptKeeper.Received r, String form) {
        super(r.companyId());
        this.journalEntryId = r.entry() == null ? null : r.entry().id();
        this.ledgerAccountId = r.ledgerAccountId();
        this.siteId = r.form().siteId();
        this.tender = r.tender();
        this.tenderName = r.form().ownTender();
        this.partyId = r.partyId();
        this.payer = r.payer();
        this.number = r.number();
        this.whatFor = r.whatFor();
        this.form = form;
        this.receivedOn = r.receivedOn();
        this.paperDate = r.paperDate();
        this.minorUnits = r.minorUnits();
        this.state = r.entry() == null ? ReceiptState.PROMISED : ReceiptState.IN_HAND;
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

    /** Taken out of hand: the entry that holds it already. */
    void takeOut(long heldBy) {
        move(ReceiptState.Move.TAKE_OUT);
        heldByEntryId = heldBy;
    }

    void putBack() {
        move(ReceiptState.Move.PUT_BACK);
        heldByEntryId = null;
    }

    void move(ReceiptState.Move move) {
        state = state.after(move, title());
    }

    /** In hand once more, by another entry, off the slip it was banked on. */
    void presentAgain(long entryId) {
        move(ReceiptState.Move.PRESENT_AGAIN);
        journalEntryId = entryId;
        depositSlipId = null;
        slipPlace = null;
    }

    /** Not taken to the bank again after all: it came back, by the entry it had before. */
    void notAgain(long entryBefore) {
        move(ReceiptState.Move.NOT_AGAIN);
        journalEntryId = entryBefore;
    }

    /** None while it is promised. */
    @Nullable
    Long journalEntryId() {
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

    /** Of a tender that the company added; else empty. */
    String tenderName() {
        return tenderName;
    }

    /** The tender in words: {@code check}, or the name that the company gave it. */
    String tenderWords() {
        return tenderName.isEmpty() ? tender.words() : tenderName;
    }

    @Nullable
    Long partyId() {
        return partyId;
    }

    @Nullable
    Long heldByEntryId() {
        return heldByEntryId;
    }

    /** As it was entered, plain. */
    String form() {
        return form;
    }

    String whatFor() {
        return whatFor;
    }

    LocalDate paperDate() {
        return paperDate;
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

    /** Where it stands on its slip; zero where it is on none. */
    int place() {
        return slipPlace == null ? 0 : slipPlace;
    }

    /** As people know it: {@code 4417 of Pell Charter}. */
    String title() {
        return say("deposit.ofPayer", number, payer);
    }

    DepositCount.Receipt counted() {
        return new DepositCount.Receipt(id(), minorUnits, title());
    }
}
