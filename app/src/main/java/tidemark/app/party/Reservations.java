package tidemark.app.party;

import java.util.Collection;
import java.util.HashMap;
import java.util.Map;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** What payments that wait for their date or their second person will settle: nobody else may settle it meanwhile. */
@Component
public class Reservations {
    /** Stands for a payment that is not kept yet. */
    public static final long NOBODY = 0;

    private final JdbcTemplate jdbc;

    Reservations(JdbcTemplate jdbc) {
        this.jdbc = jdbc;
    }

    @Transactional(propagation = Propagation.MANDATORY)
    public void reserve(long paymentId, Map<Long, Long> minorUnitsByItem) {
        minorUnitsByItem.forEach((item, units) -> jdbc.update(
                "insert into item_reservation (payment_id, item_id, minor_units) values (?, ?, ?)",
                paymentId,
                item,
                units));
    }

    @Transactional(propagation = Propagation.MANDATORY)
    public void release(long paymentId) {
        jdbc.update("delete from item_reservation where payment_id = ?", paymentId);
    }

    /** What others than this payment have reserved of items; items of which nothing is are left out. */
    Map<Long, Long> ofOthers(Collection<Long> itemIds, long paymentId) {
        Map<Long, Long> out = new HashMap<>();
        for (long item : itemIds) {
            Long sum = jdbc.queryForObject(
                    "select coalesce(sum(minor_units), 0) from item_reservation where item_id = ? and payment_id <> ?",
                    Long.class,
                    item,
                    paymentId);
            if (sum != null && sum > 0) {
                out.put(item, sum);
            }
        }
        return out;
    }
}
