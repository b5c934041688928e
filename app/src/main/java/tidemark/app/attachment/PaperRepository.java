package tidemark.app.attachment;

import java.time.Instant;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface PaperRepository extends JpaRepository<Paper, Long> {
    String LISTED = """
            select new tidemark.app.attachment.Papers$Listed(p.id, p.name, s.paperType, s.sizeBytes, p.turned, p.paperUse,
              p.belongsToDay, p.hold, s.sha256, s.goneOn, s.goneBy, p.addedBy, p.addedAt, p.version)
            from Paper p join StoredPaper s on s.id = p.storedPaperId
            """;

    @Query(LISTED + "where p.ownerKind = :kind and p.ownerId = :owner order by p.id")
    List<Papers.Listed> list(Paper.OwnerKind kind, long owner);

    @Query(LISTED + "where p.id = :id")
    Papers.Listed listed(long id);

    @Query(
            LISTED + "where p.companyId = :company and s.goneOn is null and p.hold = '' and p.paperUse = :use"
                    + " and p.ownerKind = tidemark.app.attachment.Paper$OwnerKind.ENTRY and p.belongsToDay < :before order by p.id")
    List<Papers.Listed> pastTime(long company, tidemark.core.paper.PaperUse use, LocalDate before, Limit limit);

    List<Paper> findByOwnerKindAndOwnerIdOrderById(Paper.OwnerKind kind, long ownerId);

    /** How many an owner has. */
    interface Count {
        long getOwner();

        long getCount();
    }

    @Query("select p.ownerId as owner, count(p) as count from Paper p"
            + " where p.ownerKind = :kind and p.ownerId in :owners group by p.ownerId")
    List<Count> counts(Paper.OwnerKind kind, Collection<Long> owners);

    Optional<Paper> findByIdAndCompanyId(long id, long companyId);

    List<Paper> findByStoredPaperIdOrderById(long storedPaperId);

    List<Paper> findByOwnerKindAndAddedAtBefore(Paper.OwnerKind kind, Instant before);

    @Query("select distinct p.ownerId from Paper p join StoredPaper s on s.id = p.storedPaperId"
            + " where p.companyId = :company and s.sha256 in :digests"
            + " and p.ownerKind = tidemark.app.attachment.Paper$OwnerKind.ENTRY")
    List<Long> entriesWith(long company, Collection<String> digests);
}
