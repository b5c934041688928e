package tidemark.app.company;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface SiteRepository extends JpaRepository<Site, Long> {
    List<Site> findByCompanyIdOrderByName(long companyId);
}
