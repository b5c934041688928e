package tidemark.app.link;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface BankLinkRepository extends JpaRepository<BankLink, Long> {
    List<BankLink> findByCompanyIdOrderById(long companyId);

    Optional<BankLink> findByIdAndCompanyId(long id, long companyId);

    @Query("""
            select l from BankLink l
            where l.state = tidemark.app.link.BankLink.State.VALID and l.nextPollAt <= :now order by l.id""")
    List<BankLink> due(Instant now);
}
