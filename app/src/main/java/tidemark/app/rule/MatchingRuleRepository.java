package tidemark.app.rule;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface MatchingRuleRepository extends JpaRepository<MatchingRule, Long> {
    List<MatchingRule> findByCompanyIdOrderByPlaceAscIdAsc(long companyId);

    Optional<MatchingRule> findByIdAndCompanyId(long id, long companyId);

    Optional<MatchingRule> findByCompanyIdAndName(long companyId, String name);
}
