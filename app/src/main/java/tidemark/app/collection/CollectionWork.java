package tidemark.app.collection;

import java.time.LocalDate;
import java.util.List;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.Companies;
import tidemark.app.mandate.MandateChanges;

/** What of collections needs a hand: runs that could not be booked on their day, what banks said of mandates. */
@Service
public class CollectionWork {
    private final MandateChanges changes;
    private final Companies companies;
    private final JdbcTemplate jdbc;

    CollectionWork(MandateChanges changes, Companies companies, JdbcTemplate jdbc) {
        this.changes = changes;
        this.companies = companies;
        this.jdbc = jdbc;
    }

    /** A released run whose day has come and that is not booked. */
    public record Unbooked(long runId, String number, LocalDate collectOn) {}

    /** @param changes so many mandates of which a bank said something that is neither followed nor left */
    public record Waiting(List<Unbooked> unbooked, int changes) {}

    @Transactional(readOnly = true)
    public Waiting waiting(long companyId) {
        return new Waiting(
                jdbc.query(
                        "select id, number, collect_on from collection_run where company_id = ? and state = 'RELEASED'"
                                + " and collect_on <= ? order by collect_on, id",
                        (row, i) -> new Unbooked(row.getLong(1), row.getString(2), row.getObject(3, LocalDate.class)),
                        companyId,
                        companies.today(companyId)),
                changes.waiting(companyId).size());
    }
}
