package tidemark.app.party;

import java.util.Optional;
import tidemark.app.company.MasterRows;
import tidemark.core.receipt.Tender;

interface TenderRuleRepository extends MasterRows<TenderRule> {
    Optional<TenderRule> findByCompanyIdAndKindAndName(long companyId, Tender kind, String name);
}
