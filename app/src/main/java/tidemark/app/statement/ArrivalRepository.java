package tidemark.app.statement;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface ArrivalRepository extends JpaRepository<Arrival, Long> {
    Optional<Arrival> findByIdAndCompanyId(long id, long companyId);

    @Query("""
            select a from Arrival a
            where a.companyId = :company and (:account = 0 or a.bankAccountId = :account or a.bankAccountId is null)
              and a.state not in :open
            order by a.id desc""")
    List<Arrival> latestEnded(long company, long account, Set<Arrival.State> open, Limit limit);

    @Query("""
            select a from Arrival a
            where a.companyId = :company and (:account = 0 or a.bankAccountId = :account or a.bankAccountId is null)
              and a.state in :open
            order by a.id desc""")
    List<Arrival> open(long company, long account, Set<Arrival.State> open);

    @Query("select a from Arrival a where a.state = tidemark.app.statement.Arrival.State.READING order by a.id")
    List<Arrival> unfinished();

    @Query("""
            select a from Arrival a
            where a.companyId = :company and a.state in
              (tidemark.app.statement.Arrival.State.WAITS, tidemark.app.statement.Arrival.State.MAPPING)
            order by a.id""")
    List<Arrival> waiting(long company);
}
