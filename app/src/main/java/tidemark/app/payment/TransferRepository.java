package tidemark.app.payment;

import java.util.List;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.Query;
import tidemark.app.company.MasterRows;

interface TransferRepository extends MasterRows<Transfer> {
    @Query("""
            select t from Transfer t where t.companyId = :company and t.id < :before
              and (:text = '' or t.number = :text or lower(t.text) like lower(concat('%', :text, '%')) escape '!')
            order by t.id desc""")
    List<Transfer> page(long company, long before, String text, Limit limit);

    @Query("""
            select t from Transfer t
            where t.companyId = :company and (t.firstEntryId = :entry or t.secondEntryId = :entry)""")
    List<Transfer> ofEntry(long company, long entry);
}
