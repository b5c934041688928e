package tidemark.app.ledger;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface ChartAccountRepository extends JpaRepository<ChartAccount, Long> {
    List<ChartAccount> findByCompanyIdOrderByCode(long companyId);

    Optional<ChartAccount> findByIdAndCompanyId(long id, long companyId);

    Optional<ChartAccount> findByCompanyIdAndCode(long companyId, String code);
}
