package tidemark.app.party;

import java.util.Optional;
import tidemark.app.company.MasterRows;

interface DeskSettingsRepository extends MasterRows<DeskSettings> {
    Optional<DeskSettings> findByCompanyId(long companyId);
}
