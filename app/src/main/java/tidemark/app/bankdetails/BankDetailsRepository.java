package tidemark.app.bankdetails;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Query;
import tidemark.app.company.MasterRows;

interface BankDetailsRepository extends MasterRows<BankDetails> {
    List<BankDetails> findByPartyIdOrderByIdDesc(long partyId);

    Optional<BankDetails> findByPartyIdAndState(long partyId, BankDetails.State state);

    List<BankDetails> findByPartyIdInAndState(Collection<Long> partyIds, BankDetails.State state);

    @Query("select d.partyId from BankDetails d where d.id = :id")
    Optional<Long> partyOf(long id);
}
