package tidemark.app.reconcile;

import jakarta.persistence.Entity;
import jakarta.persistence.Lob;
import java.time.Instant;
import java.time.LocalDate;
import java.time.YearMonth;
import org.jspecify.annotations.Nullable;
import tidemark.app.company.BankAccount;
import tidemark.app.company.MasterRow;
import tidemark.app.database.GuardedBy;
import tidemark.app.database.LockedRow;

/** That the matches of a month were let go in one step; it holds what is needed to put them back as they were. */
@Entity
@GuardedBy(LockedRow.BANK_ACCOUNT)
public class StartedOver extends MasterRow {
    private long bankAccountId;
    private LocalDate firstDay;

    @Lob
    private String matches;

    private int matchCount;
    private String madeBy;
    private Instant madeAt;
    private @Nullable String putBackBy;

    protected StartedOver() {}

    /** @param matches as they are kept, in JSON */
    public StartedOver(
            BankAccount account, YearMonth month, String matches, int matchCount, String madeBy, Instant madeAt) {
        super(account.companyId());
        this.bankAccountId = account.id();
        this.firstDay = month.atDay(1);
        this.matches = matches;
        this.matchCount = matchCount;
        this.madeBy = madeBy;
        this.madeAt = madeAt;
    }

    public long bankAccountId() {
        return bankAccountId;
    }

    public String matches() {
        return matches;
    }

    public int matchCount() {
        return matchCount;
    }

    public String madeBy() {
        return madeBy;
    }

    public Instant madeAt() {
        return madeAt;
    }

    public YearMonth month() {
        return YearMonth.from(firstDay);
    }

    public boolean isPutBack() {
        return putBackBy != null;
    }

    public void putBack(String who) {
        putBackBy = who;
    }
}
