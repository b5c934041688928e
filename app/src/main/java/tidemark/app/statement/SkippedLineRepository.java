package tidemark.app.statement;

import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;

public interface SkippedLineRepository extends JpaRepository<SkippedLine, Long> {
    List<SkippedLine> findByIncomingIdOrderById(long incomingId, Limit limit);

    Optional<SkippedLine> findByIdAndIncomingId(long id, long incomingId);
}
