package tidemark.app.party;

import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;
import tidemark.app.ledger.ItemTerms;
import tidemark.core.ledger.Control;

interface OpenItemRepository extends JpaRepository<OpenItemRow, Long> {
    List<OpenItemRow> findByJournalEntryIdOrderByJournalLineId(long entryId);

    Optional<OpenItemRow> findByIdAndCompanyId(long id, long companyId);

    @Query("select i from OpenItemRow i where i.companyId = :company and i.id in :ids order by i.id")
    List<OpenItemRow> some(long company, Collection<Long> ids);

    @Query("""
            select i from OpenItemRow i where i.partyId = :party and i.openMinorUnits <> 0
            order by i.dueDate, i.id""")
    List<OpenItemRow> open(long party);

    @Query(
            "select distinct i.journalEntryId from OpenItemRow i where i.journalEntryId in :entries and i.openMinorUnits <> 0")
    List<Long> openEntries(Collection<Long> entries);

    @Query("select i from OpenItemRow i where i.partyId in :parties and i.openMinorUnits <> 0")
    List<OpenItemRow> openOf(Collection<Long> parties);

    @Query("select i from OpenItemRow i where i.partyId = :party and i.id < :before order by i.id desc")
    List<OpenItemRow> page(long party, long before, Limit limit);

    @Query("""
            select i from OpenItemRow i, Party p
            where p.id = i.partyId and i.companyId = :company and p.control = :control and i.itemDate <= :day
              and i.openMinorUnits <> 0""")
    List<OpenItemRow> openNow(long company, Control control, LocalDate day);

    @Query("""
            select i from OpenItemRow i, Party p
            where p.id = i.partyId and i.companyId = :company and p.control = :control and i.itemDate <= :day
              and i.openMinorUnits = 0 and i.id in :ids""")
    List<OpenItemRow> settledNow(long company, Control control, LocalDate day, Collection<Long> ids);

    @Query("""
            select count(i) > 0 from OpenItemRow i, Party p
            where p.id = i.partyId and p.companyId = :company and p.control = :control and i.kind = :kind
              and i.number = :number and (:party = 0 or p.id = :party)""")
    boolean numberTaken(long company, Control control, long party, ItemTerms.Kind kind, String number);

    /** Numbers of what we sent to customers. */
    @Query("""
            select i.number from OpenItemRow i join Party p on p.id = i.partyId
            where p.companyId = :company and p.control = tidemark.core.ledger.Control.RECEIVABLES and i.kind = :kind""")
    List<String> ourNumbers(long company, ItemTerms.Kind kind);
}
