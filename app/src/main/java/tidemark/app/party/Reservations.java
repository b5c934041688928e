package tidemark.app.party;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
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
        List<Long> ids = List.copyOf(itemIds);
        for (int i = 0; i < ids.size(); i += 1_000) {
            List<Long> some = ids.subList(i, Math.min(ids.size(), i + 1_000));
            List<Object> values = new ArrayList<>(some);
            values.add(paymentId);
            jdbc.query(
                    "select item_id, sum(minor_units) from item_reservation where item_id in ("
                            + String.join(",", Collections.nCopies(some.size(), "?"))
                            + ") and payment_id <> ? group by item_id",
                    row -> {
                        out.put(row.getLong(1), row.getLong(2));
                    },
                    values.toArray());
        }
        return out;
    }
}
