package tidemark.app.collection;

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
import tidemark.core.collection.RunState;

/** A run: what is collected from many customers on one day into one bank account. */
@Entity
@GuardedBy(LockedRow.BANK_ACCOUNT)
public class CollectionRun extends MasterRow {
    private long bankAccountId;
    private String number;
    private LocalDate dueUpTo;
    private LocalDate collectOn;
    private boolean oneEntry;
    private String note = "";

    @Enumerated(EnumType.STRING)
    private RunState state = RunState.OPEN;

    private boolean singly;
    private @Nullable Long bankFileId;
    private @Nullable Long reversalFileId;
    private @Nullable Long journalEntryId;
    private @Nullable Long onTheWayAccountId;
    private @Nullable Long clearingEntryId;
    private String madeBy;
    private Instant madeAt;
    private String releasedBy = "";
    private @Nullable Instant releasedAt;

    protected CollectionRun() {}

    CollectionRun(
            long companyId,
            long bankAccountId,
            String number,
            LocalDate dueUpTo,
            LocalDate collectOn,
            String madeBy,
            Instant madeAt) {
        super(companyId);
        this.bankAccountId = bankAccountId;
        this.number = number;
        this.dueUpTo = dueUpTo;
        this.collectOn = collectOn;
        this.madeBy = madeBy;
        this.madeAt = madeAt;
        this.oneEntry = true;
    }

    void head(LocalDate newDueUpTo, LocalDate newCollectOn, boolean newOneEntry, String newNote) {
        dueUpTo = newDueUpTo;
        collectOn = newCollectOn;
        oneEntry = newOneEntry;
        note = newNote;
    }

    /** @throws tidemark.core.problem.RuleViolation run.state where it may not */
    void move(RunState.Move move) {
        state = state.after(move, title());
    }

    void release(long file, long onTheWay, boolean creditedSingly, String who, Instant when) {
        move(RunState.Move.RELEASE);
        bankFileId = file;
        onTheWayAccountId = onTheWay;
        singly = creditedSingly;
        releasedBy = who;
        releasedAt = when;
    }

    void booked(@Nullable Long entry) {
        move(RunState.Move.BOOK);
        journalEntryId = entry;
    }

    void cleared(@Nullable Long entry) {
        clearingEntryId = entry;
    }

    void reversedBy(@Nullable Long file) {
        reversalFileId = file;
    }

    String title() {
        return say("collection.title", number);
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

    LocalDate collectOn() {
        return collectOn;
    }

    boolean oneEntry() {
        return oneEntry;
    }

    String note() {
        return note;
    }

    RunState state() {
        return state;
    }

    boolean singly() {
        return singly;
    }

    @Nullable
    Long bankFileId() {
        return bankFileId;
    }

    @Nullable
    Long reversalFileId() {
        return reversalFileId;
    }

    @Nullable
    Long journalEntryId() {
        return journalEntryId;
    }

    @Nullable
    Long onTheWayAccountId() {
        return onTheWayAccountId;
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

    String releasedBy() {
        return releasedBy;
    }

    @Nullable
    Instant releasedAt() {
        return releasedAt;
    }
}
