package tidemark.app.ledger;

import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface JournalLineRepository extends JpaRepository<JournalLineRow, Long> {
    List<JournalLineRow> findByLedgerAccountIdAndEntryDateAfterOrderById(long account, LocalDate day);

    List<JournalLineRow> findByJournalEntryIdInOrderByJournalEntryIdAscLineNumberAsc(Collection<Long> entryIds);

    /**
     * The lines of a span after one of them, or from its beginning. The bound on the date keeps it to the index, and the
     * order names the index's first column too, so that the database reads a page of it and sorts nothing.
     */
    @Query("""
            select l from JournalLineRow l
            where l.ledgerAccountId = :account and l.entryDate >= :from and l.entryDate <= :to
              and (l.entryDate > :from or l.id > :after)
            order by l.ledgerAccountId, l.entryDate, l.id""")
    List<JournalLineRow> page(long account, LocalDate from, long after, LocalDate to, Limit limit);

    boolean existsByLedgerAccountId(long ledgerAccountId);
}
