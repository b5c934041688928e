package tidemark.app.ledger;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface JournalEntryRepository extends JpaRepository<JournalEntryRow, Long> {
    /** Entries of that reference with a line of that amount on a party's account, not reversed. */
    @Query("""
            select e from JournalEntryRow e, JournalLineRow l
            where e.companyId = :company and e.source = :source and e.reference = :reference
              and l.journalEntryId = e.id and l.partyId = :party and l.minorUnits <= :minorUnits
              and not exists (select 1 from JournalEntryRow r where r.reversalOf = e.id)
            order by e.id desc""")
    List<JournalEntryRow> standing(
            long company, String source, String reference, long party, long minorUnits, Limit limit);

    Optional<JournalEntryRow> findByIdAndCompanyId(long id, long companyId);

    Optional<JournalEntryRow> findByReversalOf(long id);

    @Query("""
            select e from JournalEntryRow e
            where e.companyId = :company and e.number < :before
              and (:text = '' or lower(e.text) like lower(concat('%', :text, '%')) escape '!'
                   or lower(e.reference) like lower(concat('%', :text, '%')) escape '!')
            order by e.companyId, e.number desc""")
    List<JournalEntryRow> page(long company, long before, String text, Limit limit);

    @Query("select e.id from JournalEntryRow e where e.companyId = :company and e.id in :ids and e.source in :sources")
    List<Long> ofSource(long company, Collection<Long> ids, Collection<String> sources);

    @Query("""
            select e from JournalEntryRow e
            where e.companyId = :company and e.source = :source
              and lower(e.text) like lower(concat(:text, '%')) escape '!'
            order by e.number desc""")
    List<JournalEntryRow> remembered(long company, String source, String text, Limit limit);

    @Query("select e.reference from JournalEntryRow e where e.companyId = :company and e.source = :source")
    List<String> references(long company, String source);
}
