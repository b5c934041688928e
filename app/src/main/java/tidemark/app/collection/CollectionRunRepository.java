package tidemark.app.collection;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Query;
import tidemark.app.company.MasterRows;

interface CollectionRunRepository extends MasterRows<CollectionRun> {
    List<CollectionRun> findByCompanyIdOrderByIdDesc(long companyId);

    @Query("select r.bankAccountId from CollectionRun r where r.id = :id and r.companyId = :company")
    Optional<Long> accountOf(long company, long id);

    @Query("select r.number from CollectionRun r where r.companyId = :company")
    List<String> numbers(long company);

    @Query("""
            select r from CollectionRun r where r.companyId = :company
              and (r.journalEntryId = :entry or r.clearingEntryId = :entry)""")
    List<CollectionRun> ofEntry(long company, long entry);

    @Query("""
            select r from CollectionRun r where r.companyId = :company
              and (r.bankFileId = :file or r.reversalFileId = :file)""")
    List<CollectionRun> ofFile(long company, long file);
}
