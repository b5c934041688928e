package tidemark.app.pettycash;

import jakarta.persistence.QueryHint;
import java.util.Collection;
import java.util.List;
import org.hibernate.jpa.HibernateHints;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.jpa.repository.QueryHints;
import tidemark.app.company.MasterRows;

interface FundRepository extends MasterRows<Fund> {
    /** Asked for each entry of a booking, so nothing is written out before; a drawer made just now is not found. */
    @QueryHints(@QueryHint(name = HibernateHints.HINT_FLUSH_MODE, value = "COMMIT"))
    @Query("select f from Fund f where f.accountId in :accounts order by f.id")
    List<Fund> onAccounts(Collection<Long> accounts);
}
