package tidemark.app.pettycash;

import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.Query;
import tidemark.app.company.MasterRows;

interface FundRepository extends MasterRows<Fund> {
    @Query("select f from Fund f where f.accountId in :accounts order by f.id")
    List<Fund> onAccounts(Collection<Long> accounts);
}
