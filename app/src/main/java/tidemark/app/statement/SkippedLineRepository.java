package tidemark.app.statement;

import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;

interface SkippedLineRepository extends JpaRepository<SkippedLine, Long> {
    List<SkippedLine> findByArrivalIdOrderById(long arrivalId, Limit limit);

    Optional<SkippedLine> findByIdAndArrivalId(long id, long arrivalId);
}
