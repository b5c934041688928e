package tidemark.app.paymentrun;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Query;
import tidemark.app.company.MasterRows;

interface PayeeRepository extends MasterRows<PayeeRow> {
    @Query("select p from PayeeRow p where p.runId = :run order by p.id")
    List<PayeeRow> ofRun(long run);

    Optional<PayeeRow> findByRunIdAndPartyId(long runId, long partyId);
}
