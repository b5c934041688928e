package tidemark.app.statement;

import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface StatementFileRepository extends JpaRepository<StatementFile, Long> {
    Optional<StatementFile> findByBankAccountIdAndSha256(long bankAccountId, String sha256);

    Optional<StatementFile> findByIdAndBankAccountId(long id, long bankAccountId);
}
