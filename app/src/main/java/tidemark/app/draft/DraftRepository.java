package tidemark.app.draft;

import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.Query;
import tidemark.app.company.MasterRows;

interface DraftRepository extends MasterRows<Draft> {
    long countByCompanyIdAndState(long companyId, Draft.State state);

    @Query("""
            select d from Draft d
            where d.companyId = :company and d.state = tidemark.app.draft.Draft$State.OPEN
              and (:kind is null or d.kind = :kind)
              and (:site is null or d.siteId = :site)
              and (:account is null or d.bankAccountId = :account)
              and (:person = '' or d.madeBy = :person)
              and d.draftDate between :from and :to
            order by d.id""")
    List<Draft> list(
            long company,
            @Nullable String kind,
            @Nullable Long site,
            @Nullable Long account,
            String person,
            LocalDate from,
            LocalDate to,
            Limit limit);
}
