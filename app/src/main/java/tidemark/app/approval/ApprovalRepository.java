package tidemark.app.approval;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;
import tidemark.core.approval.ApprovalState;

interface ApprovalRepository extends JpaRepository<ApprovalRequest, Long> {
    /** What was asked about, read without the request itself. */
    interface Subject {
        String getKind();

        long getSubjectId();
    }

    @Query(
            "select a.kind as kind, a.subjectId as subjectId from ApprovalRequest a where a.id = :id and a.companyId = :company")
    Optional<Subject> subjectOf(long company, long id);

    @Query("""
            select a.id from ApprovalRequest a
            where a.companyId = :company and a.kind = :kind and a.subjectId = :subject and a.state in :states
            order by a.id""")
    List<Long> of(long company, String kind, long subject, List<ApprovalState> states);

    List<ApprovalRequest> findByCompanyIdAndKindAndSubjectIdOrderByIdDesc(long companyId, String kind, long subjectId);

    List<ApprovalRequest> findByCompanyIdAndStateOrderById(long companyId, ApprovalState state, Limit limit);

    List<ApprovalRequest> findByCompanyIdAndStateNotOrderByIdDesc(long companyId, ApprovalState state, Limit limit);

    int countByCompanyIdAndState(long companyId, ApprovalState state);

    @Query("""
            select count(a) from ApprovalRequest a
            where a.companyId = :company and a.state = tidemark.core.approval.ApprovalState.ASKED
              and a.lapsesAfter >= :day""")
    int waiting(long company, LocalDate day);
}
