package tidemark.app.pettycash;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.JoinColumn;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.Set;
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

    /** Who alone pays out of it and receives into it; none for whoever may. */
    @ElementCollection(fetch = FetchType.EAGER)
    @CollectionTable(name = "fund_keeper", joinColumns = @JoinColumn(name = "fund_id"))
    @Column(name = "person_id")
    private Set<Long> keepers = new HashSet<>();

    /** Who counts it besides. */
    @ElementCollection(fetch = FetchType.EAGER)
    @CollectionTable(name = "fund_counter", joinColumns = @JoinColumn(name = "fund_id"))
    @Column(name = "person_id")
    private Set<Long> counters = new HashSet<>();

    protected Fund() {}

    /** What is set up of it. */
    record Card(
            String name,
            String keeper,
            @Nullable Long siteId,
            long overShortAccountId,
            long advancesAccountId,
            boolean active,
            Set<Long> keepers,
            Set<Long> counters) {}

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
        keepers.clear();
        keepers.addAll(card.keepers());
        counters.clear();
        counters.addAll(card.counters());
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

    Set<Long> keepers() {
        return Set.copyOf(keepers);
    }

    Set<Long> counters() {
        return Set.copyOf(counters);
    }

    /** Whether somebody may pay out of it and receive into it. */
    boolean mayPost(long personId) {
        return keepers.isEmpty() || keepers.contains(personId);
    }

    /** Whether somebody may count it: its keepers may, and those named for it; whoever works where nobody is named. */
    boolean mayCount(long personId) {
        return (keepers.isEmpty() && counters.isEmpty()) || keepers.contains(personId) || counters.contains(personId);
    }
}
