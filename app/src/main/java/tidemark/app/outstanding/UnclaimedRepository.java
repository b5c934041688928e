package tidemark.app.outstanding;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Query;
import tidemark.app.company.MasterRows;

interface UnclaimedRepository extends MasterRows<UnclaimedRow> {
    @Query("select u from UnclaimedRow u where u.companyId = :company and u.id in :ids order by u.writtenOn, u.id")
    List<UnclaimedRow> some(long company, Collection<Long> ids);

    /** The bank account of one, read without the row itself. */
    @Query("select u.bankAccountId from UnclaimedRow u where u.companyId = :company and u.id = :id")
    Optional<Long> accountOf(long company, long id);
}
