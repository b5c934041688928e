package tidemark.app.party;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface SettlementRepository extends JpaRepository<SettlementRow, Long> {
    @Query("""
            select s from SettlementRow s where s.debitItemId in :items or s.creditItemId in :items
            order by s.id""")
    List<SettlementRow> touching(Collection<Long> items);

    Optional<SettlementRow> findByIdAndCompanyId(long id, long companyId);
}
