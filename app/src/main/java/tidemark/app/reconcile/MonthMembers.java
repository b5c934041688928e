package tidemark.app.reconcile;

import java.time.LocalDate;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.matching.MatchingResult;
import tidemark.core.matching.Twins;
import tidemark.core.proof.Reconciliation;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;

/** The lines and entries of a month by their ids, and what of them stands twice; a match more leaves them as they are. */
final class MonthMembers {
    private final Map<CashEntryId, CashEntry> entries = new HashMap<>();
    private final Map<BankLineId, BankLine> lines = new HashMap<>();
    private final Map<CashEntryId, Long> journalEntryOf;
    private final Once<Map<CashEntryId, CashEntryId>> entryTwins;
    private final Once<Map<BankLineId, BankLineId>> lineTwins;

    /** @param waiting payments that have no cash entry yet */
    MonthMembers(
            Reconciliation reconciliation,
            List<CashEntry> waiting,
            MatchingResult matching,
            Map<CashEntryId, Long> journalEntryOf) {
        waiting.forEach(e -> entries.put(e.id(), e));
        this.journalEntryOf = Map.copyOf(journalEntryOf);
        reconciliation.entries().forEach(e -> entries.put(e.id(), e));
        reconciliation.lines().forEach(l -> lines.put(l.id(), l));
        entryTwins = new Once<>(() -> entryTwins(reconciliation, matching));
        lineTwins = new Once<>(() -> lineTwins(reconciliation, matching));
    }

    /** Worked out when it is first asked for, once. */
    static final class Once<T> {
        private final Supplier<T> work;
        private volatile @Nullable T done;

        Once(Supplier<T> work) {
            this.work = work;
        }

        T get() {
            T known = done;
            if (known == null) {
                synchronized (this) {
                    known = done;
                    if (known == null) {
                        known = work.get();
                        done = known;
                    }
                }
            }
            return known;
        }
    }

    @Nullable
    CashEntry entry(CashEntryId id) {
        return entries.get(id);
    }

    @Nullable
    BankLine line(BankLineId id) {
        return lines.get(id);
    }

    @Nullable
    Long journalEntryOf(CashEntryId id) {
        return journalEntryOf.get(id);
    }

    @Nullable
    CashEntry twinOf(CashEntryId id) {
        CashEntryId twin = entryTwins.get().get(id);
        return twin == null ? null : entries.get(twin);
    }

    @Nullable
    BankLine twinOf(BankLineId id) {
        BankLineId twin = lineTwins.get().get(id);
        return twin == null ? null : lines.get(twin);
    }

    private static Map<CashEntryId, CashEntryId> entryTwins(Reconciliation reconciliation, MatchingResult matching) {
        Set<CashEntryId> explained = new HashSet<>(reconciliation.ledgerErrors().keySet());
        reconciliation.matches().forEach(m -> explained.addAll(m.entries()));
        matching.firm().forEach(c -> explained.addAll(c.entries()));
        LocalDate told = reconciliation.lines().stream()
                .map(BankLine::bookingDate)
                .max(Comparator.naturalOrder())
                .orElse(reconciliation.from());
        return Twins.ofLedger(reconciliation.entries(), explained, reconciliation.lines(), told);
    }

    private static Map<BankLineId, BankLineId> lineTwins(Reconciliation reconciliation, MatchingResult matching) {
        Set<BankLineId> explained = new HashSet<>(reconciliation.bankErrors().keySet());
        reconciliation.matches().forEach(m -> explained.addAll(m.lines()));
        matching.firm().forEach(c -> explained.addAll(c.lines()));
        return Twins.ofBank(reconciliation.lines(), explained, reconciliation.entries());
    }
}
