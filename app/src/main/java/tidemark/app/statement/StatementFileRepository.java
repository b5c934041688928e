package tidemark.app.statement;

import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

public interface StatementFileRepository extends JpaRepository<StatementFile, Long> {
    List<StatementFile> findByBankAccountIdInAndSha256(Collection<Long> bankAccountIds, String sha256);
}
