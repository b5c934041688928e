package tidemark.app.bankanswer;

import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import tidemark.app.company.MasterRows;

interface AnswerFileRepository extends MasterRows<AnswerFile> {
    Optional<AnswerFile> findByCompanyIdAndSha256(long companyId, String sha256);

    List<AnswerFile> findByCompanyIdOrderByIdDesc(long companyId, Limit limit);
}
