package tidemark.app.paymentrun;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Query;
import tidemark.app.company.MasterRows;

interface PaymentRunRepository extends MasterRows<PaymentRun> {
    @Query("select r.bankAccountId from PaymentRun r where r.id = :id and r.companyId = :company")
    Optional<Long> accountOf(long company, long id);

    @Query("select r.number from PaymentRun r where r.companyId = :company")
    List<String> numbers(long company);

    Optional<PaymentRun> findFirstByBankAccountIdOrderByIdDesc(long bankAccountId);

    @Query("""
            select r from PaymentRun r where r.companyId = :company
              and (r.bankFileId = :file or r.reversalFileId = :file)""")
    List<PaymentRun> ofFile(long company, long file);
}
