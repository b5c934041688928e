package tidemark.app.review;

import jakarta.persistence.Entity;
import java.time.Instant;
import org.jspecify.annotations.Nullable;
import tidemark.app.company.BankAccount;
import tidemark.app.company.MasterRow;
import tidemark.app.database.GuardedBy;
import tidemark.app.database.LockedRow;

/** Something said about a bank line or a cash entry; open until somebody closes it. It changes nothing that is proven. */
@Entity
@GuardedBy(LockedRow.BANK_ACCOUNT)
class ReviewNote extends MasterRow {
    private long bankAccountId;
    private @Nullable Long bankLineId;
    private @Nullable Long cashEntryId;
    private String text;
    private String writtenBy;
    private Instant writtenAt;
    private @Nullable String closedBy;
    private @Nullable Instant closedAt;

    protected ReviewNote() {}

    /** @param lineId or {@code entryId}: one of the two */
    ReviewNote(
            BankAccount account,
            @Nullable Long lineId,
            @Nullable Long entryId,
            String text,
            String writtenBy,
            Instant writtenAt) {
        super(account.companyId());
        this.bankAccountId = account.id();
        this.bankLineId = lineId;
        this.cashEntryId = entryId;
        this.text = text;
        this.writtenBy = writtenBy;
        this.writtenAt = writtenAt;
    }

    long bankAccountId() {
        return bankAccountId;
    }

    @Nullable
    Long bankLineId() {
        return bankLineId;
    }

    @Nullable
    Long cashEntryId() {
        return cashEntryId;
    }

    String text() {
        return text;
    }

    String writtenBy() {
        return writtenBy;
    }

    Instant writtenAt() {
        return writtenAt;
    }

    @Nullable
    String closedBy() {
        return closedBy;
    }

    @Nullable
    Instant closedAt() {
        return closedAt;
    }

    boolean isOpen() {
        return closedAt == null;
    }

    void close(String who, Instant at) {
        closedBy = who;
        closedAt = at;
    }

    void reopen() {
        closedBy = null;
        closedAt = null;
    }
}
