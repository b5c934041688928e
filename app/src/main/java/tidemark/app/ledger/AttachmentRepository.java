package tidemark.app.ledger;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface AttachmentRepository extends JpaRepository<Attachment, Long> {
    /** What is listed of an attachment, without its content. */
    record Listed(long id, String name, long sizeBytes, String addedBy) {}

    @Query("""
            select new tidemark.app.ledger.AttachmentRepository$Listed(a.id, a.name, a.sizeBytes, a.addedBy)
            from Attachment a where a.journalEntryId = :entry order by a.id""")
    List<Listed> list(long entry);

    /** How many an entry has. */
    interface Count {
        long getEntry();

        long getCount();
    }

    @Query("select a.journalEntryId as entry, count(a) as count from Attachment a"
            + " where a.journalEntryId in :entries group by a.journalEntryId")
    List<Count> counts(Collection<Long> entries);

    Optional<Attachment> findByIdAndCompanyId(long id, long companyId);
}
