package tidemark.app.outstanding;

import java.util.Optional;
import tidemark.app.company.MasterRows;

interface UnclaimedTermsRepository extends MasterRows<UnclaimedTerms> {
    Optional<UnclaimedTerms> findByCompanyId(long companyId);
}
