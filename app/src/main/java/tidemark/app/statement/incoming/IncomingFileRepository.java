package tidemark.app.statement.incoming;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface IncomingFileRepository extends JpaRepository<IncomingFile, Long> {
    Optional<IncomingFile> findByIdAndCompanyId(long id, long companyId);

    @Query("""
            select a from IncomingFile a
            where a.companyId = :company and (:account = 0 or a.bankAccountId = :account or a.bankAccountId is null)
              and a.state not in :open
            order by a.id desc""")
    List<IncomingFile> latestEnded(long company, long account, Set<IncomingFile.State> open, Limit limit);

    @Query("""
            select a from IncomingFile a
            where a.companyId = :company and (:account = 0 or a.bankAccountId = :account or a.bankAccountId is null)
              and a.state in :open
            order by a.id desc""")
    List<IncomingFile> open(long company, long account, Set<IncomingFile.State> open);

    @Query(
            "select a from IncomingFile a where a.state = tidemark.app.statement.incoming.IncomingFile.State.READING order by a.id")
    List<IncomingFile> unfinished();

    @Query("""
            select a from IncomingFile a
            where a.companyId = :company and a.state in
              (tidemark.app.statement.incoming.IncomingFile.State.WAITS, tidemark.app.statement.incoming.IncomingFile.State.MAPPING)
            order by a.id""")
    List<IncomingFile> waiting(long company);
}
