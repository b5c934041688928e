package tidemark.app.matching;

import java.util.List;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.Query;
import tidemark.app.company.MasterRows;
import tidemark.app.statement.BankLineRow;

interface BookedLineRepository extends MasterRows<BookedLine> {
    record Before(BookedLine booked, BankLineRow line) {}

    /** What was booked last and still stands, with its lines. */
    @Query("""
            select new tidemark.app.matching.BookedLineRepository$Before(b, l)
            from BookedLine b join BankLineRow l on l.id = b.bankLineId
            where b.companyId = :company and l.itemMatchId is not null order by b.id desc""")
    List<Before> latest(long company, Limit limit);
}
