package tidemark.app.party;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.core.ledger.Control;
import tidemark.core.ledger.PartyId;
import tidemark.core.party.DiscountBooking;
import tidemark.core.party.OpenItem;
import tidemark.core.party.OpenItemId;

/** What is open of many customers or suppliers at once, for whoever collects or pays it. */
@Service
public class DueItems {
    private final Allocations allocations;
    private final JdbcTemplate jdbc;

    DueItems(Allocations allocations, JdbcTemplate jdbc) {
        this.allocations = allocations;
        this.jdbc = jdbc;
    }

    /**
     * @param open what is open of it, in minor units, not negative
     * @param reserved how much of that others have reserved
     */
    public record DueItem(OpenItem item, long entryId, long open, long reserved) {
        /** What is neither settled nor reserved. */
        public long free() {
            return Math.max(0, open - reserved);
        }
    }

    /** By party, in the order in which they are due. @param holder whose own reservations do not count */
    @Transactional(readOnly = true)
    public Map<Long, List<DueItem>> of(long companyId, Control control, @Nullable Long partyId, long holder) {
        Map<Long, List<DueItem>> out = new LinkedHashMap<>();
        jdbc.query(
                "select i.id, i.party_id, i.ledger_account_id, i.title, i.item_date, i.due_date, i.minor_units, i.open_minor_units,"
                        + " i.discount_until, i.discount_minor_units - i.discount_taken, i.journal_entry_id,"
                        + " coalesce((select sum(r.minor_units) from reserved_item r where r.item_id = i.id and r.holder_id <> ?), 0)"
                        + " from open_item i join party p on p.id = i.party_id"
                        + " where i.company_id = ? and p.control = ? and i.open_minor_units <> 0"
                        + (partyId == null ? "" : " and i.party_id = " + partyId.longValue())
                        + " order by i.due_date, i.id",
                row -> {
                    long discount = row.getLong(10);
                    out.computeIfAbsent(row.getLong(2), k -> new ArrayList<>())
                            .add(new DueItem(
                                    new OpenItem(
                                            new OpenItemId(row.getLong(1)),
                                            new PartyId(row.getLong(2)),
                                            row.getString(3),
                                            row.getString(4),
                                            row.getObject(5, LocalDate.class),
                                            row.getObject(6, LocalDate.class),
                                            row.getLong(7),
                                            discount <= 0
                                                    ? OpenItem.Discount.NONE
                                                    : new OpenItem.Discount(
                                                            row.getObject(9, LocalDate.class), discount)),
                                    row.getLong(11),
                                    Math.abs(row.getLong(8)),
                                    row.getLong(12)));
                },
                holder,
                companyId,
                control.name());
        return out;
    }

    /** The same of items that need not be open. */
    @Transactional(readOnly = true)
    public Map<OpenItemId, List<DiscountBooking.Share>> sharesOf(Collection<Long> itemIds) {
        Map<OpenItemId, List<DiscountBooking.Share>> out = new LinkedHashMap<>();
        for (long id : itemIds) {
            jdbc.queryForList("select journal_entry_id from open_item where id = ?", Long.class, id)
                    .forEach(entry -> out.put(new OpenItemId(id), allocations.shares(entry)));
        }
        return out;
    }

    /** What of the items that give a discount bears which tax. */
    @Transactional(readOnly = true)
    public Map<OpenItemId, List<DiscountBooking.Share>> shares(Collection<DueItem> items) {
        Map<OpenItemId, List<DiscountBooking.Share>> out = new LinkedHashMap<>();
        items.forEach(i -> out.put(i.item().id(), allocations.shares(i.entryId())));
        return out;
    }
}
