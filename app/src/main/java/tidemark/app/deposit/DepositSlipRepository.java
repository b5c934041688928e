package tidemark.app.deposit;

import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.Query;
import tidemark.app.company.MasterRows;

interface DepositSlipRepository extends MasterRows<DepositSlip> {
    @Query("select s from DepositSlip s where s.companyId = :company and s.id < :before order by s.id desc")
    List<DepositSlip> page(long company, long before, Limit limit);

    /** Read without the slip itself, which is read once the journal is locked. */
    @Query("select s.bankAccountId from DepositSlip s where s.companyId = :company and s.id = :id")
    Optional<Long> accountOf(long company, long id);

    Optional<DepositSlip> findByCompanyIdAndJournalEntryId(long company, long entry);

    @Query("select s from DepositSlip s where s.journalEntryId in :entries")
    List<DepositSlip> ofEntries(java.util.Collection<Long> entries);

    @Query("select s.number from DepositSlip s where s.companyId = :company")
    List<String> numbers(long company);
}
