package tidemark.app.party;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import tidemark.app.company.MasterRows;
import tidemark.core.ledger.Control;

interface PartyRepository extends MasterRows<Party> {
    List<Party> findByCompanyIdAndControlOrderByName(long companyId, Control control);

    List<Party> findByCompanyIdAndIdIn(long companyId, Collection<Long> ids);

    Optional<Party> findByCompanyIdAndControlAndCode(long companyId, Control control, String code);

    List<Party> findByCompanyIdAndControlAndNameIgnoreCase(long companyId, Control control, String name);
}
