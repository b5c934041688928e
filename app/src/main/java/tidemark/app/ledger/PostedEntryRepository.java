package tidemark.app.ledger;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface PostedEntryRepository extends JpaRepository<PostedEntry, Long> {
    /** Entries of that reference with a line of that amount on a party's account, not reversed. */
    @Query("""
            select e from PostedEntry e, PostedLine l
            where e.companyId = :company and e.source = :source and e.reference = :reference
              and l.journalEntryId = e.id and l.partyId = :party and l.minorUnits <= :minorUnits
              and not exists (select 1 from PostedEntry r where r.reversalOf = e.id)
            order by e.id desc""")
    List<PostedEntry> standing(
            long company, EntrySource source, String reference, long party, long minorUnits, Limit limit);

    Optional<PostedEntry> findByIdAndCompanyId(long id, long companyId);

    Optional<PostedEntry> findByReversalOf(long id);

    @Query("""
            select e from PostedEntry e
            where e.companyId = :company and e.number < :before
              and (:text = '' or lower(e.text) like lower(concat('%', :text, '%')) escape '!'
                   or lower(e.reference) like lower(concat('%', :text, '%')) escape '!')
            order by e.companyId, e.number desc""")
    List<PostedEntry> page(long company, long before, String text, Limit limit);

    @Query("select e.id from PostedEntry e where e.companyId = :company and e.id in :ids and e.source = :source")
    List<Long> ofSource(long company, Collection<Long> ids, EntrySource source);

    @Query("""
            select e from PostedEntry e
            where e.companyId = :company and e.source = :source
              and lower(e.text) like lower(concat(:text, '%')) escape '!'
            order by e.number desc""")
    List<PostedEntry> remembered(long company, EntrySource source, String text, Limit limit);
}
