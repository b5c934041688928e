package tidemark.app.deposit;

import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.Query;
import tidemark.app.company.MasterRows;
import tidemark.core.receipt.InHand;
import tidemark.core.receipt.ReceiptState;
import tidemark.core.receipt.Tender;

interface ReceiptInHandRepository extends MasterRows<ReceiptInHand> {
    /** Whether the entry is that by which something that came back is in hand once more. */
    @Query(value = "select count(*) > 0 from presented_again where entry_id = :entry", nativeQuery = true)
    boolean isPresentedAgain(long entry);

    @Query(
            "select r from ReceiptInHand r where r.companyId = :company and r.state in :states order by r.receivedOn, r.id")
    List<ReceiptInHand> inStates(long company, Collection<ReceiptState> states, Limit limit);

    /** What all of those states hold, without the receipts themselves. */
    @Query(
            "select new tidemark.core.receipt.InHand$Item(coalesce(r.siteId, 0L), r.tender, r.tenderName, r.receivedOn, r.minorUnits)"
                    + " from ReceiptInHand r where r.companyId = :company and r.state in :states")
    List<InHand.Item> amounts(long company, Collection<ReceiptState> states);

    /**
     * The oldest first.
     *
     * @param like begins with a percent sign where it is looked for; null for all
     * @param amount that is looked for beside it
     */
    @Query("select r from ReceiptInHand r where r.companyId = :company and r.state in :states"
            + " and (:site is null or r.siteId = :site) and (:tender is null or r.tender = :tender) and (:own is null or r.tenderName = :own)"
            + " and (:party is null or r.partyId = :party)"
            + " and (:from is null or r.receivedOn >= :from) and (:to is null or r.receivedOn <= :to)"
            + " and (:like is null or lower(r.payer) like :like or lower(r.number) like :like"
            + "   or lower(r.whatFor) like :like or r.minorUnits = :amount)"
            + " order by r.receivedOn, r.id")
    List<ReceiptInHand> list(
            long company,
            Collection<ReceiptState> states,
            @Nullable Long site,
            @Nullable Tender tender,
            @Nullable String own,
            @Nullable Long party,
            @Nullable LocalDate from,
            @Nullable LocalDate to,
            @Nullable String like,
            @Nullable Long amount,
            Limit limit);

    /** Those that came back from the bank since and were taken there again are still on it. */
    @Query(
            value = "select * from receipt_in_hand r where r.deposit_slip_id = :slip or r.id in (select p.receipt_id"
                    + " from presentment p where p.deposit_slip_id = :slip and p.came_back and not p.undone)"
                    + " order by r.slip_place, r.id",
            nativeQuery = true)
    List<ReceiptInHand> onSlip(long slip);

    /** Those of a slip that the bank took back. */
    @Query(
            value = "select receipt_id from presentment where deposit_slip_id = :slip and came_back and not undone"
                    + " order by receipt_id",
            nativeQuery = true)
    List<Long> cameBack(long slip);

    @Query("select r from ReceiptInHand r where r.companyId = :company and r.id in :ids order by r.id")
    List<ReceiptInHand> some(long company, Collection<Long> ids);

    /** What an entry holds already of receipts of an account that reached the bank another way, minor units. */
    @Query("select coalesce(sum(r.minorUnits), 0L) from ReceiptInHand r where r.heldByEntryId = :entry"
            + " and r.ledgerAccountId = :account")
    long heldBy(long entry, long account);

    /** As it was entered; read without the receipt itself, which is read once the journal is locked. */
    @Query("select r.form from ReceiptInHand r where r.companyId = :company and r.id = :id")
    Optional<String> formOf(long company, long id);

    /** What is in hand and was received by a day, the newest first. */
    @Query("select r from ReceiptInHand r where r.companyId = :company and r.state = 'IN_HAND' and r.receivedOn <= :day"
            + " order by r.receivedOn desc, r.id desc")
    List<ReceiptInHand> inHandBy(long company, LocalDate day, Limit limit);

    /** What cards were charged at a site on a day and is on no slip yet. */
    @Query("select r from ReceiptInHand r where r.companyId = :company and r.state = 'IN_HAND' and r.tender = 'CARD'"
            + " and r.receivedOn = :day and (r.siteId = :site or (:site is null and r.siteId is null)) order by r.id")
    List<ReceiptInHand> cards(long company, @Nullable Long site, LocalDate day);

    Optional<ReceiptInHand> findByJournalEntryId(long entry);

    List<ReceiptInHand> findByCompanyIdAndPartyIdAndState(long companyId, long partyId, ReceiptState state);

    @Query("select coalesce(max(r.slipPlace), 0) from ReceiptInHand r where r.depositSlipId = :slip")
    int lastPlace(long slip);
}
