package tidemark.app.transmission;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Query;
import tidemark.app.company.MasterRows;

interface TransmissionRepository extends MasterRows<Transmission> {
    Optional<Transmission> findByCompanyIdAndBankFileId(long companyId, long bankFileId);

    /** A row to be looked after, without its content. */
    interface Due {
        long getId();

        long getCompanyId();
    }

    @Query("select t.id as id, t.companyId as companyId from Transmission t where t.nextLookAt <= :now order by t.id")
    List<Due> due(Instant now);

    @Query("select t.bankAccountId from Transmission t where t.companyId = :company and t.id = :id")
    Optional<Long> accountOf(long company, long id);
}
