package tidemark.app.mandate;

import java.util.List;
import tidemark.app.company.MasterRows;

interface MandateChangeRepository extends MasterRows<MandateChange> {
    List<MandateChange> findByMandateIdAndStateOrderById(long mandateId, MandateChange.State state);

    List<MandateChange> findByCompanyIdAndStateOrderById(long companyId, MandateChange.State state);
}
