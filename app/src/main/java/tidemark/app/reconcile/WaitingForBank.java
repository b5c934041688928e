package tidemark.app.reconcile;

import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import tidemark.app.company.BankAccount;
import tidemark.app.ledger.Ledger;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.matching.Candidate;

/**
 * What is booked on the cash account only when the bank has it, such as the payments of an account that books on clearing.
 * Until then matching sees each as the cash entry that it will be, a stand-in under an identifier below zero. Each capability
 * brings its own as a bean; {@link WaitingItems} is all of them.
 */
public interface WaitingForBank {
    /** Stand-ins of a bank account that the bank has not had yet. */
    List<CashEntry> at(long bankAccountId);

    /** Whether what has this identifier is of this kind. */
    boolean knows(long companyId, long id);

    /**
     * Books that the bank has had them: one entry each, in the order of their identifiers. The account is locked.
     *
     * @param waiting identifiers of what the stand-ins are of
     * @throws tidemark.core.problem.RuleViolation where one does not wait there any more
     */
    Ledger.Booked arrived(BankAccount account, LocalDate day, Collection<Long> waiting, String who);

    /** What entries that were booked so stand for, by the entry; nothing of an entry that was made otherwise. */
    Map<Long, CashEntryId> standInsOf(long companyId, Collection<Long> journalEntryIds);

    /** What stands for something until it has a cash entry. */
    static CashEntryId standIn(long id) {
        return new CashEntryId(-id);
    }

    /**
     * Candidates that tie nothing but what the ledger's balance holds: what waits is proposed, and explains nothing of a
     * gap.
     */
    static List<Candidate> inTheLedger(List<Candidate> candidates) {
        return candidates.stream()
                .filter(c -> c.entries().stream().noneMatch(e -> isStandIn(e.value())))
                .toList();
    }

    static boolean isStandIn(long entryId) {
        return entryId < 0;
    }

    /** What a stand-in is of. */
    static long idOf(long entryId) {
        return -entryId;
    }
}
