package tidemark.app.review;

import java.util.Collection;
import java.util.List;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.Query;
import tidemark.app.company.MasterRows;

interface ReviewNoteRepository extends MasterRows<ReviewNote> {
    @Query("""
            select n from ReviewNote n
            where n.bankAccountId = :account and (n.closedAt is null or :closed = true) order by n.id desc""")
    List<ReviewNote> latest(long account, boolean closed, Limit limit);

    @Query("select a from ReviewAnswer a where a.reviewNoteId in :notes order by a.id")
    List<ReviewAnswer> answers(Collection<Long> notes);

    @Query("select n from ReviewNote n where n.companyId = :company and n.closedAt is null order by n.id")
    List<ReviewNote> open(long company, Limit limit);
}
