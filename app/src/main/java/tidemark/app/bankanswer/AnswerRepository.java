package tidemark.app.bankanswer;

import java.util.Collection;
import java.util.List;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.Query;
import tidemark.app.company.MasterRows;

interface AnswerRepository extends MasterRows<AnswerRow> {
    List<AnswerRow> findByFileIdOrderByPlace(long fileId, Limit limit);

    List<AnswerRow> findByCompanyIdAndStateOrderById(long companyId, AnswerRow.State state, Limit limit);

    long countByFileId(long fileId);

    long countByFileIdAndState(long fileId, AnswerRow.State state);

    long countByCompanyIdAndState(long companyId, AnswerRow.State state);

    /** Which of some entries booked what an answer said came back. */
    @Query(
            value = "select r.entry_id from returned_item r join bank_answer a on a.returned_item_id = r.id"
                    + " where a.company_id = :company and r.entry_id in (:entries)",
            nativeQuery = true)
    List<Long> booked(long company, Collection<Long> entries);
}
