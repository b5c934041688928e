package tidemark.app.pettycash;

import jakarta.persistence.Entity;
import java.time.LocalDate;
import org.hibernate.annotations.OptimisticLock;
import org.jspecify.annotations.Nullable;
import tidemark.app.company.MasterRow;
import tidemark.app.database.GuardedBy;
import tidemark.app.database.LockedRow;

/** A drawer of petty cash; its float is what its moves come to. */
@Entity
@GuardedBy(LockedRow.JOURNAL)
public class Fund extends MasterRow {
    private @Nullable Long siteId;
    private String name;
    private String keeper;
    private long accountId;
    private long overShortAccountId;
    private long advancesAccountId;
    /** Grows with every move, which is no change of what is set up. */
    @OptimisticLock(excluded = true)
    private long nextPlace = 1;

    private boolean active = true;

    /** The end of the last closed month. */
    private @Nullable LocalDate closedThrough;

    /** Nothing moves up to it: the end of the last month that is closed, or waits to be. */
    private @Nullable LocalDate heldTo;

    protected Fund() {}

    /** What is set up of it. */
    record Card(
            String name,
            String keeper,
            @Nullable Long siteId,
            long overShortAccountId,
            long advancesAccountId,
            boolean active) {}

    Fund(long companyId, long accountId, Card card) {
        super(companyId);
        this.accountId = accountId;
        set(card);
    }

    final void set(Card card) {
        name = card.name();
        keeper = card.keeper();
        siteId = card.siteId();
        overShortAccountId = card.overShortAccountId();
        advancesAccountId = card.advancesAccountId();
        active = card.active();
    }

    long takePlace() {
        return nextPlace++;
    }

    /** The place of the latest move; 0 where there is none. */
    long lastPlace() {
        return nextPlace - 1;
    }

    void holdTo(@Nullable LocalDate day) {
        heldTo = day;
    }

    void closeThrough(@Nullable LocalDate day) {
        closedThrough = day;
        heldTo = day;
    }

    @Nullable
    LocalDate closedThrough() {
        return closedThrough;
    }

    @Nullable
    LocalDate heldTo() {
        return heldTo;
    }

    @Nullable
    Long siteId() {
        return siteId;
    }

    public String name() {
        return name;
    }

    String keeper() {
        return keeper;
    }

    long accountId() {
        return accountId;
    }

    long overShortAccountId() {
        return overShortAccountId;
    }

    long advancesAccountId() {
        return advancesAccountId;
    }

    boolean active() {
        return active;
    }
}
