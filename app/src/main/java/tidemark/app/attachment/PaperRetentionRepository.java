package tidemark.app.attachment;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface PaperRetentionRepository extends JpaRepository<PaperRetention, Long> {
    List<PaperRetention> findByCompanyId(long companyId);
}
