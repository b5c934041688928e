package tidemark.app.ledger;

import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Query;

public interface CashEntryRepository extends MatchMembers<CashEntryRow> {
    @Query("""
            select e from CashEntryRow e
            where e.bankAccountId = :account and e.entryDate between :from and :to
            order by e.entryDate, e.id""")
    List<CashEntryRow> span(long account, LocalDate from, LocalDate to);

    @Query("""
            select e from CashEntryRow e
            where e.bankAccountId = :account and e.itemMatchId is null and e.entryDate <= :to
            order by e.entryDate, e.id""")
    List<CashEntryRow> openUpTo(long account, LocalDate to);

    @Query("select e from CashEntryRow e where e.itemMatchId in :matches order by e.entryDate, e.id")
    List<CashEntryRow> ofMatches(Collection<Long> matches);

    @Query("select e from CashEntryRow e where e.bankAccountId = :account and e.id in :ids order by e.entryDate, e.id")
    List<CashEntryRow> some(long account, Collection<Long> ids);

    /** Ledger accounts of the entries that are reversed when a match is undone: those it was booked with. */
    @Query("""
            select distinct l.ledgerAccountId from CashEntryRow e, JournalLineRow l
            where e.itemMatchId = :match and l.journalEntryId = e.journalEntryId""")
    List<Long> accountsReversedWith(long match);

    /** The journal entry that a cash entry came from. */
    @Query("select e.journalEntryId from CashEntryRow e where e.bankAccountId = :account and e.id = :id")
    Optional<Long> journalEntryOf(long account, long id);

    boolean existsByBankAccountIdAndCheckNumber(long bankAccountId, String checkNumber);

    List<CashEntryRow> findByJournalEntryIdInOrderById(Collection<Long> entryIds);

    @Query("""
            select coalesce(sum(e.minorUnits), 0) from CashEntryRow e
            where e.bankAccountId = :account and e.entryDate > :after and e.entryDate <= :to""")
    long sum(long account, LocalDate after, LocalDate to);
}
