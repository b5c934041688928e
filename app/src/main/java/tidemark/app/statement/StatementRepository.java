package tidemark.app.statement;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface StatementRepository extends JpaRepository<TakenStatement, Long> {
    List<TakenStatement> findByBankAccountIdOrderByFromDateDesc(long bankAccountId);

    Optional<TakenStatement> findFirstByBankAccountIdOrderByToDateDesc(long bankAccountId);

    Optional<TakenStatement> findFirstByBankAccountIdAndFromDateLessThanEqualOrderByFromDateDesc(
            long bankAccountId, LocalDate day);

    List<TakenStatement> findByBankAccountIdAndFromDateLessThanEqualAndToDateGreaterThanEqualOrderByFromDate(
            long bankAccountId, LocalDate to, LocalDate from);

    Optional<TakenStatement> findByIdAndBankAccountId(long id, long bankAccountId);

    boolean existsByStatementFileId(long fileId);

    List<TakenStatement> findByArrivalIdOrderByFromDate(long arrivalId);
}
