package tidemark.app.company;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface BankAccountRepository extends JpaRepository<BankAccount, Long> {
    List<BankAccount> findByCompanyIdOrderByPlace(long companyId);

    Optional<BankAccount> findByIdAndCompanyId(long id, long companyId);

    @Query("select a.id from BankAccount a where a.companyId = :companyId order by a.id")
    List<Long> ids(long companyId);

    @Query("select c from Company c where c.id = :id")
    Optional<Company> company(long id);

    @Query(
            "select a.id from BankAccount a where a.companyId = :companyId and a.ledgerAccountId in :ledgerAccounts order by a.id")
    List<Long> ofLedgerAccounts(long companyId, java.util.Collection<Long> ledgerAccounts);
}
