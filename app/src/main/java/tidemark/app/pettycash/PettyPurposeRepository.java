package tidemark.app.pettycash;

import java.util.List;
import tidemark.app.company.MasterRows;

interface PettyPurposeRepository extends MasterRows<PettyPurpose> {
    List<PettyPurpose> findByFundIdOrderByName(long fundId);
}
