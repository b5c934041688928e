package tidemark.app.pettycash;

import jakarta.persistence.QueryHint;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.hibernate.jpa.HibernateHints;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.jpa.repository.QueryHints;
import tidemark.app.company.MasterRows;

interface FundRepository extends MasterRows<Fund> {
    /** Asked for each entry of a booking, so nothing is written out before; a drawer made just now is not found. */
    @QueryHints(@QueryHint(name = HibernateHints.HINT_FLUSH_MODE, value = "COMMIT"))
    @Query("select f from Fund f where f.accountId in :accounts order by f.id")
    List<Fund> onAccounts(Collection<Long> accounts);

    /** A drawer that others keep. */
    interface Kept {
        String getName();

        String getKeeper();
    }

    /** The drawer, where it is in the hands of others than this person; nothing of it is locked. */
    @Query("select f.name as name, f.keeper as keeper from Fund f where f.id = :fund and f.companyId = :company"
            + " and f.keepers is not empty and :person not member of f.keepers")
    Optional<Kept> keptByOthers(long company, long fund, long person);
}
