package tidemark.app.reconcile;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.SequenceGenerator;
import java.time.Instant;
import java.util.Collection;
import java.util.HashSet;
import java.util.Set;
import java.util.stream.Collectors;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.matching.Learned;
import tidemark.core.statement.BankLineId;

/** That somebody undid a match of several lines or entries, or of a payment that waits for the bank again. */
@Entity
class UndoneGroup {
    @Id
    @GeneratedValue(generator = "row_id")
    @SequenceGenerator(name = "row_id", sequenceName = "row_id", allocationSize = 500)
    private long id;

    private long bankAccountId;

    @ElementCollection
    @CollectionTable(name = "undone_group_line", joinColumns = @JoinColumn(name = "undone_group_id"))
    @Column(name = "bank_line_id")
    private Set<Long> lines = new HashSet<>();

    @ElementCollection
    @CollectionTable(name = "undone_group_entry", joinColumns = @JoinColumn(name = "undone_group_id"))
    @Column(name = "cash_entry_id")
    private Set<Long> entries = new HashSet<>();

    @ElementCollection
    @CollectionTable(name = "undone_group_waiting", joinColumns = @JoinColumn(name = "undone_group_id"))
    @Column(name = "waiting_id")
    private Set<Long> waiting = new HashSet<>();

    private String undoneBy;
    private Instant undoneAt;

    protected UndoneGroup() {}

    UndoneGroup(
            long bankAccountId, Collection<Long> lines, Collection<Long> entries, String undoneBy, Instant undoneAt) {
        this.bankAccountId = bankAccountId;
        this.lines = new HashSet<>(lines);
        for (long entry : entries) {
            if (WaitingForBank.isStandIn(entry)) {
                waiting.add(WaitingForBank.idOf(entry));
            } else {
                this.entries.add(entry);
            }
        }
        this.undoneBy = undoneBy;
        this.undoneAt = undoneAt;
    }

    Learned.UndoneSet set() {
        Set<CashEntryId> members = entries.stream().map(CashEntryId::new).collect(Collectors.toSet());
        waiting.forEach(p -> members.add(WaitingForBank.standIn(p)));
        return new Learned.UndoneSet(lines.stream().map(BankLineId::new).collect(Collectors.toSet()), members);
    }
}
