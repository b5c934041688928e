package tidemark.app.party;

import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.ledger.PostingListener.ItemChange;
import tidemark.core.ledger.PartyId;
import tidemark.core.party.OpenItem;
import tidemark.core.party.OpenItemId;
import tidemark.core.party.PartyDue;

/** What runs collect or pay of each item: kept and reserved while it is decided, and the credits that pay a share of it. */
@Service
public class RunItems {
    /** Runs of which kind. */
    public enum Of {
        COLLECTIONS("collection", "collection_item", "collection_id", "collection_netting"),
        PAYMENTS("payment_run_payee", "payment_run_item", "payee_id", "payment_run_netting");

        private final String decided;
        private final String items;
        private final String key;
        private final String nettings;

        Of(String decided, String items, String key, String nettings) {
            this.decided = decided;
            this.items = items;
            this.key = key;
            this.nettings = nettings;
        }
    }

    private final OpenItems items;
    private final Reservations reservations;
    private final EntityManager em;
    private final JdbcTemplate jdbc;

    RunItems(OpenItems items, Reservations reservations, EntityManager em, JdbcTemplate jdbc) {
        this.items = items;
        this.reservations = reservations;
        this.em = em;
        this.jdbc = jdbc;
    }

    /** In place of what was kept before. @param id of what was decided of somebody */
    @Transactional(propagation = Propagation.MANDATORY)
    public void keep(Of of, long id, PartyDue due) {
        clear(of, id);
        keepAll(of, Map.of(id, due));
    }

    /** Of many of whom nothing was kept before. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void keepAll(Of of, Map<Long, PartyDue> dueById) {
        List<Object[]> rows = new ArrayList<>();
        Map<Long, Map<Long, Long>> reserved = new HashMap<>();
        dueById.forEach((id, due) -> {
            due.pieces()
                    .forEach(p ->
                            rows.add(new Object[] {id, p.item().id().value(), p.paid(), p.discount(), p.netted()}));
            Map<Long, Long> credits = new HashMap<>();
            due.netted().forEach(n -> credits.merge(n.credit().id().value(), n.minorUnits(), Math::addExact));
            credits.forEach((item, units) -> rows.add(new Object[] {id, item, 0L, 0L, units}));
            Map<Long, Long> own = new HashMap<>();
            due.reserves().forEach((item, units) -> own.put(item.value(), units));
            reserved.put(id, own);
        });
        jdbc.batchUpdate(
                "insert into " + of.items + " (" + of.key + ", item_id, paid, discount, netted) values (?, ?, ?, ?, ?)",
                rows);
        reservations.reserveAll(reserved);
    }

    @Transactional(propagation = Propagation.MANDATORY)
    public void clear(Of of, long id) {
        reservations.release(id);
        jdbc.update("delete from " + of.items + " where " + of.key + " = ?", id);
    }

    /** How much of each item is settled in it, in minor units. */
    @Transactional(readOnly = true)
    public Map<OpenItemId, Long> settled(Of of, long id) {
        Map<OpenItemId, Long> out = new HashMap<>();
        jdbc.query(
                "select item_id, paid + discount + netted from " + of.items + " where " + of.key + " = ?",
                row -> {
                    out.put(new OpenItemId(row.getLong(1)), row.getLong(2));
                },
                id);
        return out;
    }

    /** What was kept in a run, by the id of what was decided. @param partyId of one alone; absent for all */
    @Transactional(readOnly = true)
    public Map<Long, List<PartyDue.Piece>> pieces(Of of, long runId, @Nullable Long partyId) {
        Map<Long, List<PartyDue.Piece>> out = new HashMap<>();
        jdbc.query(
                "select c.id, i.id, i.party_id, i.ledger_account_id, i.title, i.item_date, i.due_date, i.minor_units,"
                        + " i.discount_until, i.discount_minor_units, k.paid, k.discount, k.netted"
                        + " from " + of.decided + " c join " + of.items + " k on k." + of.key + " = c.id"
                        + " join open_item i on i.id = k.item_id where c.run_id = ?"
                        + (partyId == null ? "" : " and c.party_id = " + partyId.longValue())
                        + " order by i.due_date, i.id",
                row -> {
                    long settled = row.getLong(11) + row.getLong(12) + row.getLong(13);
                    out.computeIfAbsent(row.getLong(1), k -> new ArrayList<>())
                            .add(new PartyDue.Piece(
                                    new OpenItem(
                                            new OpenItemId(row.getLong(2)),
                                            new PartyId(row.getLong(3)),
                                            row.getString(4),
                                            row.getString(5),
                                            row.getObject(6, LocalDate.class),
                                            row.getObject(7, LocalDate.class),
                                            row.getLong(8),
                                            row.getLong(10) == 0
                                                    ? OpenItem.Discount.NONE
                                                    : new OpenItem.Discount(
                                                            row.getObject(9, LocalDate.class), row.getLong(10))),
                                    settled,
                                    row.getLong(11),
                                    row.getLong(12),
                                    row.getLong(13)));
                },
                runId);
        return out;
    }

    /** Credits pay their share, and it is kept which, so that undoing it opens them again. */
    @Transactional(propagation = Propagation.MANDATORY)
    public List<ItemChange> net(Of of, long companyId, long id, PartyDue due, LocalDate on, String who) {
        List<ItemChange> out = new ArrayList<>();
        for (PartyDue.Netted n : due.netted()) {
            long credit = n.credit().id().value();
            long owed = n.owed().value();
            out.addAll(items.settle(companyId, credit, List.of(new OpenItems.Part(owed, n.minorUnits(), 0)), on, who));
            em.flush();
            jdbc.update(
                    "insert into " + of.nettings + " (" + of.key + ", settlement_id) select ?, max(id) from settlement"
                            + " where debit_item_id in (?, ?) and credit_item_id in (?, ?)",
                    id,
                    owed,
                    credit,
                    owed,
                    credit);
        }
        return out;
    }

    /** Lets the credits of these go again. */
    @Transactional(propagation = Propagation.MANDATORY)
    public List<ItemChange> undoNettings(Of of, long companyId, Collection<Long> ids, LocalDate day, String who) {
        List<ItemChange> out = new ArrayList<>();
        for (long id : ids) {
            List<Long> netted = jdbc.queryForList(
                    "select n.settlement_id from " + of.nettings + " n join settlement s on s.id = n.settlement_id"
                            + " where n." + of.key + " = ? and s.undone_from is null order by n.settlement_id",
                    Long.class,
                    id);
            for (long settlement : netted) {
                out.addAll(items.undo(companyId, settlement, day, who));
            }
        }
        return out;
    }
}
