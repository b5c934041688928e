package tidemark.app.reconcile;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

public interface AccountMonthRepository extends JpaRepository<AccountMonth, Long> {
    Optional<AccountMonth> findByBankAccountIdAndFirstDay(long bankAccountId, LocalDate firstDay);

    List<AccountMonth> findByBankAccountIdOrderByFirstDay(long bankAccountId);
}
