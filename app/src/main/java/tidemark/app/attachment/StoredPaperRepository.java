package tidemark.app.attachment;

import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface StoredPaperRepository extends JpaRepository<StoredPaper, Long> {
    Optional<StoredPaper> findByCompanyIdAndSha256(long companyId, String sha256);
}
