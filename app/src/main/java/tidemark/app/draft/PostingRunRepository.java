package tidemark.app.draft;

import java.util.List;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.Query;
import tidemark.app.company.MasterRows;

interface PostingRunRepository extends MasterRows<PostingRun> {
    @Query("select r from PostingRun r where r.companyId = :company order by r.id desc")
    List<PostingRun> latest(long company, Limit limit);

    @Query("select i from PostingRunItem i where i.postingRunId = :run order by i.id")
    List<PostingRunItem> items(long run);
}
