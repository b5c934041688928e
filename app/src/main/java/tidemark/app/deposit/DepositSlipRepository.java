package tidemark.app.deposit;

import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.Query;
import tidemark.app.company.MasterRows;
import tidemark.core.deposit.SlipState;

interface DepositSlipRepository extends MasterRows<DepositSlip> {
    @Query("select s from DepositSlip s where s.companyId = :company and s.id < :before"
            + " and (:from is null or s.paperDate >= :from) and (:to is null or s.paperDate <= :to)"
            + " and (:account is null or s.bankAccountId = :account) and s.state in :states order by s.id desc")
    List<DepositSlip> page(
            long company,
            long before,
            @Nullable Long account,
            Collection<SlipState> states,
            @Nullable LocalDate from,
            @Nullable LocalDate to,
            Limit limit);

    /** By slip how many receipts are on it and what they come to. */
    @Query(
            value = "select slip, count(*), sum(minor_units) from (select r.deposit_slip_id slip, r.id, r.minor_units"
                    + " from receipt_in_hand r where r.deposit_slip_id in :slips union select p.deposit_slip_id, r.id,"
                    + " r.minor_units from presentment p join receipt_in_hand r on r.id = p.receipt_id"
                    + " where p.deposit_slip_id in :slips and p.came_back and not p.undone) x group by slip",
            nativeQuery = true)
    List<Object[]> sums(Collection<Long> slips);

    /** Read without the slip itself, which is read once the journal is locked. */
    @Query("select s.bankAccountId from DepositSlip s where s.companyId = :company and s.id = :id")
    Optional<Long> accountOf(long company, long id);

    @Query("select s.prepared from DepositSlip s where s.id = :id")
    Optional<String> preparedOf(long id);

    boolean existsByCompanyIdAndNumber(long company, String number);

    @Query("""
            select s from DepositSlip s where s.companyId = :company
              and (s.journalEntryId = :entry or s.clearingEntryId = :entry)""")
    Optional<DepositSlip> ofEntry(long company, long entry);

    /** Those that the entries booked, as banked or as credited. */
    @Query("select s from DepositSlip s where s.journalEntryId in :entries or s.clearingEntryId in :entries")
    List<DepositSlip> ofEntries(Collection<Long> entries);

    @Query("select s.number from DepositSlip s where s.companyId = :company")
    List<String> numbers(long company);
}
