package tidemark.app.statement;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

public interface StatementRepository extends JpaRepository<StatementRow, Long> {
    List<StatementRow> findByBankAccountIdOrderByFromDateDesc(long bankAccountId);

    Optional<StatementRow> findFirstByBankAccountIdOrderByToDateDesc(long bankAccountId);

    Optional<StatementRow> findFirstByBankAccountIdAndFromDateLessThanEqualOrderByFromDateDesc(
            long bankAccountId, LocalDate day);

    List<StatementRow> findByBankAccountIdAndFromDateLessThanEqualAndToDateGreaterThanEqualOrderByFromDate(
            long bankAccountId, LocalDate to, LocalDate from);

    Optional<StatementRow> findByIdAndBankAccountId(long id, long bankAccountId);

    boolean existsByStatementFileId(long fileId);

    List<StatementRow> findByIncomingIdOrderByFromDate(long incomingId);
}
