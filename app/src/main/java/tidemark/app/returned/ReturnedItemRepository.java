package tidemark.app.returned;

import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.Query;
import tidemark.app.company.MasterRows;
import tidemark.core.returned.ReturnedState;

interface ReturnedItemRepository extends MasterRows<ReturnedItem> {
    /** The latest first. */
    @Query("select r from ReturnedItem r where r.companyId = :company and r.state in :states"
            + " and (:party is null or r.partyId = :party) and (:receipt is null or r.receiptId = :receipt)"
            + " and (:from is null or r.returnedOn >= :from) and (:to is null or r.returnedOn <= :to)"
            + " order by r.returnedOn desc, r.id desc")
    List<ReturnedItem> list(
            long company,
            Collection<ReturnedState> states,
            @Nullable Long party,
            @Nullable Long receipt,
            @Nullable LocalDate from,
            @Nullable LocalDate to,
            Limit limit);

    @Query("select r from ReturnedItem r where r.companyId = :company and r.step = :step order by r.id")
    List<ReturnedItem> ofStep(long company, long step);

    @Query(
            "select r from ReturnedItem r where r.originalEntryId = :entry and r.collectionId is null and r.state <> 'UNDONE'")
    Optional<ReturnedItem> standing(long entry);

    @Query("select r from ReturnedItem r where r.collectionId = :collection and r.state <> 'UNDONE'")
    Optional<ReturnedItem> ofCollection(long collection);

    @Query("select r from ReturnedItem r where r.againEntryId = :entry and r.state = 'AGAIN'")
    Optional<ReturnedItem> presentedBy(long entry);

    @Query("select r from ReturnedItem r where r.entryId = :entry or r.feeEntryId = :entry or r.ourFeeEntryId = :entry"
            + " or r.againEntryId = :entry or r.writeOffEntryId = :entry order by r.id")
    List<ReturnedItem> ofEntry(long entry);

    @Query("select count(r) from ReturnedItem r where r.companyId = :company and r.partyId = :party"
            + " and r.state <> 'UNDONE' and r.returnedOn >= :since")
    int times(long company, long party, LocalDate since);

    /** What the bank took for one item, the latest first. */
    @Query("select r.bankFee from ReturnedItem r where r.bankAccountId in :accounts and r.bankFee > 0"
            + " and r.state <> 'UNDONE' order by r.returnedOn desc, r.id desc")
    List<Long> bankFees(Collection<Long> accounts, Limit limit);
}
