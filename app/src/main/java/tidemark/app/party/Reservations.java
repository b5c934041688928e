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

/** What payments that wait, and collections in a run, will settle: nobody else may settle it meanwhile. */
@Component
public class Reservations {
    /** Stands for whoever is not kept yet. */
    public static final long NOBODY = 0;

    private final JdbcTemplate jdbc;

    Reservations(JdbcTemplate jdbc) {
        this.jdbc = jdbc;
    }

    @Transactional(propagation = Propagation.MANDATORY)
    public void reserve(long holderId, Map<Long, Long> minorUnitsByItem) {
        minorUnitsByItem.forEach((item, units) -> jdbc.update(
                "insert into reserved_item (holder_id, item_id, minor_units) values (?, ?, ?)", holderId, item, units));
    }

    /** The same for many at once. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void reserveAll(Map<Long, Map<Long, Long>> minorUnitsByItemByHolder) {
        List<Object[]> rows = new ArrayList<>();
        minorUnitsByItemByHolder.forEach(
                (holder, items) -> items.forEach((item, units) -> rows.add(new Object[] {holder, item, units})));
        jdbc.batchUpdate("insert into reserved_item (holder_id, item_id, minor_units) values (?, ?, ?)", rows);
    }

    @Transactional(propagation = Propagation.MANDATORY)
    public void release(long holderId) {
        jdbc.update("delete from reserved_item where holder_id = ?", holderId);
    }

    @Transactional(propagation = Propagation.MANDATORY)
    public void releaseAll(Collection<Long> holderIds) {
        jdbc.batchUpdate(
                "delete from reserved_item where holder_id = ?",
                holderIds.stream().map(h -> new Object[] {h}).toList());
    }

    /** What others than this one have reserved of items; items of which nothing is are left out. */
    Map<Long, Long> ofOthers(Collection<Long> itemIds, long holderId) {
        Map<Long, Long> out = new HashMap<>();
        List<Long> ids = List.copyOf(itemIds);
        for (int i = 0; i < ids.size(); i += 1_000) {
            List<Long> some = ids.subList(i, Math.min(ids.size(), i + 1_000));
            List<Object> values = new ArrayList<>(some);
            values.add(holderId);
            jdbc.query(
                    "select item_id, sum(minor_units) from reserved_item where item_id in ("
                            + String.join(",", Collections.nCopies(some.size(), "?"))
                            + ") and holder_id <> ? group by item_id",
                    row -> {
                        out.put(row.getLong(1), row.getLong(2));
                    },
                    values.toArray());
        }
        return out;
    }
}
