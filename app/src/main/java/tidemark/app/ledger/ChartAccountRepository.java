package tidemark.app.ledger;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface ChartAccountRepository extends JpaRepository<ChartAccount, Long> {
    List<ChartAccount> findByCompanyIdOrderByCode(long companyId);

    Optional<ChartAccount> findByIdAndCompanyId(long id, long companyId);

    Optional<ChartAccount> findByCompanyIdAndCode(long companyId, String code);

    @Query("select a.id from ChartAccount a where a.companyId = :companyId and a.code in :codes")
    List<Long> ids(long companyId, Collection<String> codes);
}
