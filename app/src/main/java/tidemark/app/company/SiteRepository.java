package tidemark.app.company;

import java.util.List;

interface SiteRepository extends MasterRows<Site> {
    List<Site> findByCompanyIdOrderByName(long companyId);
}
