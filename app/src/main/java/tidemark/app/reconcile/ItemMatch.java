package tidemark.app.reconcile;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.SequenceGenerator;
import java.time.Instant;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import tidemark.app.database.GuardedBy;
import tidemark.app.database.LockedRow;
import tidemark.core.matching.Strength;

/** A match; its members point to it. */
@Entity
@GuardedBy(LockedRow.BANK_ACCOUNT)
public class ItemMatch {
    /** How a match came to be. */
    public enum How {
        /** Taken with all firm ones in one step. */
        FIRM,
        /** A candidate that a person took. */
        CANDIDATE,
        /** Selected by hand. */
        HAND,
        /** Booked from the bank line. */
        BOOKED,
        /** Ticked in the order of the paper. */
        PAPER,
        /** An entry and its reversal. */
        CANCELLED
    }

    @Id
    @GeneratedValue(generator = "row_id")
    @SequenceGenerator(name = "row_id", sequenceName = "row_id", allocationSize = 500)
    private long id;

    private long bankAccountId;
    private @Nullable Long batchId;

    @Enumerated(EnumType.STRING)
    private How how;

    @Enumerated(EnumType.STRING)
    private @Nullable Strength strength;

    private String evidence;
    private LocalDate firstDate;
    private LocalDate lastDate;
    private String madeBy;
    private Instant madeAt;

    /** Journal entries that were booked for the match, and are reversed when it is undone. */
    @ElementCollection
    @CollectionTable(name = "match_booking", joinColumns = @JoinColumn(name = "item_match_id"))
    @Column(name = "journal_entry_id")
    private Set<Long> bookedEntries = new HashSet<>();

    protected ItemMatch() {}

    public ItemMatch(
            long bankAccountId,
            @Nullable Long batchId,
            How how,
            @Nullable Strength strength,
            String evidence,
            LocalDate firstDate,
            LocalDate lastDate,
            Set<Long> bookedEntries,
            String madeBy,
            Instant madeAt) {
        this.bankAccountId = bankAccountId;
        this.batchId = batchId;
        this.how = how;
        this.strength = strength;
        this.evidence = evidence.length() > 1000 ? evidence.substring(0, 999) + "…" : evidence;
        this.firstDate = firstDate;
        this.lastDate = lastDate;
        this.bookedEntries = new HashSet<>(bookedEntries);
        this.madeBy = madeBy;
        this.madeAt = madeAt;
    }

    public long id() {
        return id;
    }

    public long bankAccountId() {
        return bankAccountId;
    }

    public @Nullable Long batchId() {
        return batchId;
    }

    /** Whether it only ties what is there: nothing was booked for it, and it is no tick on paper. */
    public boolean onlyTies() {
        return how == How.FIRM || how == How.CANDIDATE || how == How.HAND;
    }

    public How how() {
        return how;
    }

    public @Nullable Strength strength() {
        return strength;
    }

    public String evidence() {
        return evidence;
    }

    public String madeBy() {
        return madeBy;
    }

    public Instant madeAt() {
        return madeAt;
    }

    public LocalDate lastDate() {
        return lastDate;
    }

    /** The earliest day of its members. */
    public LocalDate firstDate() {
        return firstDate;
    }
}
