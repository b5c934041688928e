package tidemark.app.bankanswer;

import java.util.List;
import org.springframework.data.domain.Limit;
import tidemark.app.company.MasterRows;

interface AnswerRepository extends MasterRows<AnswerRow> {
    List<AnswerRow> findByFileIdOrderByPlace(long fileId, Limit limit);

    List<AnswerRow> findByCompanyIdAndStateOrderById(long companyId, AnswerRow.State state, Limit limit);

    long countByFileId(long fileId);

    long countByFileIdAndState(long fileId, AnswerRow.State state);

    long countByCompanyIdAndState(long companyId, AnswerRow.State state);
}
