package tidemark.app.example;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import tidemark.app.ledger.JournalEntryRow;
import tidemark.app.ledger.PostingListener;
import tidemark.core.problem.RuleViolation;

/** Books beside the journal, made in test code alone: what became of each mooring fee. */
@Component
public class MooringHistory implements PostingListener {
    /** By the entry that a fee booked; only what was committed. */
    final Map<Long, List<String>> history = new ConcurrentHashMap<>();

    @Override
    public List<ItemChange> booked(long companyId, Posted posted) {
        if (posted.entry().text().startsWith("Mooring of ")) {
            remember(posted.entry().id(), "booked, " + posted.cashEntries().size() + " at the bank");
        }
        return List.of();
    }

    @Override
    public List<ItemChange> reversed(
            long companyId, JournalEntryRow original, JournalEntryRow reversal, LocalDate date, String who) {
        if (original.text().endsWith(" Ever Moored")) {
            throw new RuleViolation(
                    "mooring.kept", "", "a boat that stays", "a fee that may be taken back", "Leave it.");
        }
        remember(original.id(), "reversed on " + date);
        return List.of();
    }

    @Override
    public void matched(long companyId, MatchedEntries matched) {
        matched.entries().forEach(e -> remember(e.journalEntryId(), "matched, at the bank " + matched.atBank()));
    }

    @Override
    public void unmatched(long companyId, MatchedEntries unmatched) {
        unmatched.entries().forEach(e -> remember(e.journalEntryId(), "unmatched"));
    }

    private void remember(@Nullable Long entryId, String what) {
        if (entryId == null) {
            return;
        }
        TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
            @Override
            public void afterCommit() {
                history.computeIfAbsent(entryId, k -> new ArrayList<>()).add(what);
            }
        });
    }
}
