package tidemark.app.deposit;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.Query;
import tidemark.app.company.MasterRows;
import tidemark.core.receipt.ReceiptState;

interface ReceiptInHandRepository extends MasterRows<ReceiptInHand> {
    @Query(
            "select r from ReceiptInHand r where r.companyId = :company and r.state in :states order by r.receivedOn, r.id")
    List<ReceiptInHand> inStates(long company, Collection<ReceiptState> states, Limit limit);

    @Query("select r from ReceiptInHand r where r.depositSlipId = :slip order by r.slipPlace, r.id")
    List<ReceiptInHand> onSlip(long slip);

    @Query("select r from ReceiptInHand r where r.companyId = :company and r.id in :ids order by r.id")
    List<ReceiptInHand> some(long company, Collection<Long> ids);

    Optional<ReceiptInHand> findByJournalEntryId(long entry);

    @Query("select coalesce(max(r.slipPlace), 0) from ReceiptInHand r where r.depositSlipId = :slip")
    int lastPlace(long slip);
}
