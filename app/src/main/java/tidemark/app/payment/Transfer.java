package tidemark.app.payment;

import jakarta.persistence.Entity;
import java.time.Instant;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;
import tidemark.app.company.MasterRow;
import tidemark.app.database.GuardedBy;
import tidemark.app.database.LockedRow;

/** Money moved between two own bank accounts; both entries are reversed together. */
@Entity
@GuardedBy(LockedRow.BANK_ACCOUNT)
public class Transfer extends MasterRow {
    private String number;
    private long fromAccountId;
    private long toAccountId;
    private LocalDate fromDate;
    private LocalDate toDate;
    private long fromMinorUnits;
    private long toMinorUnits;
    private String text;
    private long firstEntryId;
    private @Nullable Long secondEntryId;
    private boolean reversed;
    private String madeBy;
    private Instant madeAt;

    protected Transfer() {}

    /** One side as it was requested. */
    record Side(long accountId, LocalDate date, long minorUnits) {}

    Transfer(
            long companyId,
            String number,
            Side from,
            Side to,
            String text,
            long firstEntryId,
            @Nullable Long secondEntryId,
            String madeBy,
            Instant madeAt) {
        super(companyId);
        this.number = number;
        this.fromAccountId = from.accountId();
        this.toAccountId = to.accountId();
        this.fromDate = from.date();
        this.toDate = to.date();
        this.fromMinorUnits = from.minorUnits();
        this.toMinorUnits = to.minorUnits();
        this.text = text;
        this.firstEntryId = firstEntryId;
        this.secondEntryId = secondEntryId;
        this.madeBy = madeBy;
        this.madeAt = madeAt;
    }

    void reverse() {
        reversed = true;
    }

    public String number() {
        return number;
    }

    Side from() {
        return new Side(fromAccountId, fromDate, fromMinorUnits);
    }

    Side to() {
        return new Side(toAccountId, toDate, toMinorUnits);
    }

    public String text() {
        return text;
    }

    public long firstEntryId() {
        return firstEntryId;
    }

    public @Nullable Long secondEntryId() {
        return secondEntryId;
    }

    public boolean reversed() {
        return reversed;
    }

    public String madeBy() {
        return madeBy;
    }
}
