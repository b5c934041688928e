package tidemark.app.statement.mapping;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface MappingRepository extends JpaRepository<MappingRow, Long> {
    List<MappingRow> findByBankAccountIdOrderByIdDesc(long bankAccountId);

    List<MappingRow> findByCompanyIdOrderByIdDesc(long companyId);

    Optional<MappingRow> findByCompanyIdAndName(long companyId, String name);

    Optional<MappingRow> findByIdAndBankAccountId(long id, long bankAccountId);
}
