package tidemark.app.statement;

import java.util.List;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;

interface InterimLineRepository extends JpaRepository<InterimLine, Long> {
    List<InterimLine> findByBankAccountIdAndStateOrderById(long bankAccountId, InterimLine.State state);

    List<InterimLine> findByBankAccountIdAndStateNotOrderByEndedAtDescIdDesc(
            long bankAccountId, InterimLine.State state, Limit limit);
}
