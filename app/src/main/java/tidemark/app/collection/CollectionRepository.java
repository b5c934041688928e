package tidemark.app.collection;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Query;
import tidemark.app.company.MasterRows;

interface CollectionRepository extends MasterRows<CollectionRow> {
    @Query("select c from CollectionRow c where c.runId = :run order by c.id")
    List<CollectionRow> ofRun(long run);

    Optional<CollectionRow> findByRunIdAndPartyId(long runId, long partyId);

    @Query("select c.runId from CollectionRow c where c.id = :id and c.companyId = :company")
    Optional<Long> runOf(long company, long id);

    @Query("""
            select c from CollectionRow c where c.companyId = :company
              and (c.journalEntryId = :entry or c.clearingEntryId = :entry)""")
    List<CollectionRow> ofEntry(long company, long entry);
}
