package tidemark.app.ledger;

import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface PostedLineRepository extends JpaRepository<PostedLine, Long> {
    List<PostedLine> findByJournalEntryIdInOrderByJournalEntryIdAscLineNumberAsc(Collection<Long> entryIds);

    @Query("""
            select l from PostedLine l
            where l.ledgerAccountId = :account and l.entryDate between :from and :to
            order by l.entryDate, l.id""")
    List<PostedLine> span(long account, LocalDate from, LocalDate to, Limit limit);

    @Query(
            "select coalesce(sum(l.minorUnits), 0) from PostedLine l where l.ledgerAccountId = :account and l.entryDate <= :day")
    long balance(long account, LocalDate day);

    /** Account id and balance of every account of the company that has moved. */
    @Query("""
            select l.ledgerAccountId, sum(l.minorUnits) from PostedLine l, ChartAccount a
            where a.id = l.ledgerAccountId and a.companyId = :company
            group by l.ledgerAccountId""")
    List<Object[]> balances(long company);
}
