package tidemark.app.party;

import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface SettlementRepository extends JpaRepository<SettlementRow, Long> {
    /** One index serves one side only: with both in one query all settlements would be read. */
    default List<SettlementRow> touching(Collection<Long> items) {
        Map<Long, SettlementRow> out = new TreeMap<>();
        ofDebits(items).forEach(s -> out.put(s.id(), s));
        ofCredits(items).forEach(s -> out.put(s.id(), s));
        return List.copyOf(out.values());
    }

    @Query("select s from SettlementRow s where s.debitItemId in :items")
    List<SettlementRow> ofDebits(Collection<Long> items);

    @Query("select s from SettlementRow s where s.creditItemId in :items")
    List<SettlementRow> ofCredits(Collection<Long> items);

    @Query("""
            select s from SettlementRow s
            where s.companyId = :company and s.settledFrom > :day and s.undoneFrom is null""")
    List<SettlementRow> after(long company, LocalDate day);

    Optional<SettlementRow> findByIdAndCompanyId(long id, long companyId);
}
