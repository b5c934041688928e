package tidemark.app.party;

import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.List;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.RowMapper;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;
import tidemark.app.company.Companies;
import tidemark.core.money.MinorUnits;

/** Receipts, invoices and settlements as lists, the newest first, page by page by their key. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}")
class PartyLists {
    private static final int MOST = 500;

    private final JdbcTemplate jdbc;
    private final Companies companies;

    PartyLists(JdbcTemplate jdbc, Companies companies) {
        this.jdbc = jdbc;
        this.companies = companies;
    }

    /**
     * Money received.
     *
     * @param entryId its journal entry, which is its key
     * @param number of the entry
     * @param unsettled what of it has not settled anything yet; zero where it was booked on no party
     * @param reversed whether its entry was reversed
     */
    record ReceiptRow(
            long entryId,
            long number,
            LocalDate date,
            String reference,
            String text,
            @Nullable Long partyId,
            @Nullable String party,
            String amount,
            String unsettled,
            boolean reversed) {}

    /** @param next what to ask before for the following page; absent on the last */
    record ReceiptPage(List<ReceiptRow> rows, @Nullable Long next) {}

    /**
     * An invoice or a credit note.
     *
     * @param id of its open item, which is its key
     * @param kind {@code INVOICE} or {@code CREDIT_NOTE}
     * @param control {@code RECEIVABLES} of a customer, {@code PAYABLES} of a supplier
     */
    record InvoiceRow(
            long id,
            long entryId,
            String kind,
            String control,
            @Nullable String number,
            LocalDate date,
            LocalDate due,
            long partyId,
            String party,
            String amount,
            String open) {}

    record InvoicePage(List<InvoiceRow> rows, @Nullable Long next) {}

    /**
     * What of one item settles what of another.
     *
     * @param discount taken with it
     * @param undone the day it was undone; absent where it stands
     */
    record SettlementRow(
            long id,
            long partyId,
            String party,
            long debitItemId,
            String debit,
            long creditItemId,
            String credit,
            String amount,
            String discount,
            LocalDate from,
            @Nullable LocalDate undone,
            String by,
            java.time.Instant at) {}

    record SettlementPage(
            List<SettlementRow> rows, @Nullable Long next) {}

    /** Conditions of a list, each added where something is asked for. */
    private static final class Filter {
        private final StringBuilder sql;
        private final List<Object> values = new ArrayList<>();

        Filter(String select, long companyId) {
            sql = new StringBuilder(select);
            values.add(companyId);
        }

        Filter and(String condition, @Nullable Object value) {
            if (value != null) {
                sql.append(" and ").append(condition);
                values.add(value);
            }
            return this;
        }
    }

    /**
     * What a list is ordered by, newest first.
     *
     * @param day the day of its rows
     * @param key their identifier, of which the last of a page says where the next begins
     */
    private record Order(String table, String day, String key) {
        String columns(String alias) {
            return alias + "." + day + ", " + alias + "." + key;
        }
    }

    private static final Order BY_ENTRY = new Order("journal_entry", "entry_date", "id");
    private static final Order BY_ITEM = new Order("open_item", "item_date", "id");
    private static final Order BY_SETTLEMENT = new Order("settlement", "settled_from", "id");

    private <R> List<R> page(
            Filter filter, Order order, String alias, @Nullable Long before, int limit, RowMapper<R> row) {
        filter.and(
                "(" + order.columns(alias) + ") < (select " + order.columns("k") + " from " + order.table()
                        + " k where k.id = ?)",
                before);
        filter.sql
                .append(" order by ")
                .append(order.columns(alias).replace(",", " desc,"))
                .append(" desc limit ")
                .append(limit + 1);
        return jdbc.query(filter.sql.toString(), row, filter.values.toArray());
    }

    private static <R> List<R> shown(List<R> found, int limit) {
        return List.copyOf(found.subList(0, Math.min(limit, found.size())));
    }

    @GetMapping("/receipts")
    @Requires(Right.VIEW)
    ReceiptPage receipts(
            @PathVariable long companyId,
            @RequestParam(required = false) @Nullable Long before,
            @RequestParam(defaultValue = "100") int limit,
            @RequestParam(required = false) @Nullable Long party,
            @RequestParam(required = false) @Nullable LocalDate from,
            @RequestParam(required = false) @Nullable LocalDate to) {
        CurrencyUnit currency = companies.get(companyId).baseCurrency();
        int most = Math.clamp(limit, 1, MOST);
        Filter filter = new Filter("""
                        select e.id, e.number, e.entry_date, e.reference, e.text,
                          (select min(o.party_id) from open_item o
                            where o.journal_entry_id = e.id and o.kind = 'PAYMENT') as party_id,
                          (select min(i.name) from open_item o join party p on p.id = o.party_id
                            join party_identity i on i.id = p.identity_id
                            where o.journal_entry_id = e.id and o.kind = 'PAYMENT') as name,
                          (select sum(l.minor_units) from journal_line l
                            where l.journal_entry_id = e.id and l.minor_units > 0) as received,
                          coalesce((select -sum(o.open_minor_units) from open_item o
                            where o.journal_entry_id = e.id and o.kind = 'PAYMENT'), 0) as unsettled,
                          exists (select 1 from journal_entry r where r.reversal_of = e.id) as reversed
                        from journal_entry e
                        where e.company_id = ? and e.source = 'RECEIPT'""", companyId)
                .and(
                        "exists (select 1 from open_item o where o.journal_entry_id = e.id and o.kind = 'PAYMENT'"
                                + " and o.party_id = ?)",
                        party)
                .and("e.entry_date >= ?", from)
                .and("e.entry_date <= ?", to);
        List<ReceiptRow> found = page(
                filter,
                BY_ENTRY,
                "e",
                before,
                most,
                (row, n) -> new ReceiptRow(
                        row.getLong("id"),
                        row.getLong("number"),
                        row.getObject("entry_date", LocalDate.class),
                        row.getString("reference"),
                        row.getString("text"),
                        row.getObject("party_id", Long.class),
                        row.getString("name"),
                        MinorUnits.toDecimal(row.getLong("received"), currency),
                        MinorUnits.toDecimal(row.getLong("unsettled"), currency),
                        row.getBoolean("reversed")));
        List<ReceiptRow> rows = shown(found, most);
        return new ReceiptPage(rows, found.size() > most ? rows.getLast().entryId() : null);
    }

    /** @param open only those of which something is open, where true */
    @GetMapping("/invoices")
    @Requires(Right.VIEW)
    InvoicePage invoices(
            @PathVariable long companyId,
            @RequestParam(required = false) @Nullable Long before,
            @RequestParam(defaultValue = "100") int limit,
            @RequestParam(required = false) @Nullable Long party,
            @RequestParam(required = false) @Nullable String control,
            @RequestParam(required = false) @Nullable LocalDate from,
            @RequestParam(required = false) @Nullable LocalDate to,
            @RequestParam(defaultValue = "false") boolean open) {
        CurrencyUnit currency = companies.get(companyId).baseCurrency();
        int most = Math.clamp(limit, 1, MOST);
        Filter filter = new Filter("""
                        select o.id, o.journal_entry_id, o.kind, p.control, o.number, o.item_date, o.due_date, o.party_id,
                          i.name, o.minor_units, o.open_minor_units
                        from open_item o join party p on p.id = o.party_id
                        join party_identity i on i.id = p.identity_id
                        where o.company_id = ? and o.kind in ('INVOICE', 'CREDIT_NOTE')""", companyId)
                .and("o.party_id = ?", party)
                .and("p.control = ?", control)
                .and("o.item_date >= ?", from)
                .and("o.item_date <= ?", to)
                .and("o.open_minor_units <> ?", open ? 0L : null);
        List<InvoiceRow> found = page(
                filter,
                BY_ITEM,
                "o",
                before,
                most,
                (row, n) -> new InvoiceRow(
                        row.getLong("id"),
                        row.getLong("journal_entry_id"),
                        row.getString("kind"),
                        row.getString("control"),
                        row.getString("number"),
                        row.getObject("item_date", LocalDate.class),
                        row.getObject("due_date", LocalDate.class),
                        row.getLong("party_id"),
                        row.getString("name"),
                        MinorUnits.toDecimal(row.getLong("minor_units"), currency),
                        MinorUnits.toDecimal(row.getLong("open_minor_units"), currency)));
        List<InvoiceRow> rows = shown(found, most);
        return new InvoicePage(rows, found.size() > most ? rows.getLast().id() : null);
    }

    @GetMapping("/settlements")
    @Requires(Right.VIEW)
    SettlementPage settlements(
            @PathVariable long companyId,
            @RequestParam(required = false) @Nullable Long before,
            @RequestParam(defaultValue = "100") int limit,
            @RequestParam(required = false) @Nullable Long party,
            @RequestParam(required = false) @Nullable LocalDate from,
            @RequestParam(required = false) @Nullable LocalDate to) {
        CurrencyUnit currency = companies.get(companyId).baseCurrency();
        int most = Math.clamp(limit, 1, MOST);
        Filter filter = new Filter("""
                        select s.id, s.party_id, i.name, s.debit_item_id, d.title as debit, s.credit_item_id,
                          c.title as credit, s.minor_units, s.discount_minor_units, s.settled_from, s.undone_from,
                          s.settled_by, s.settled_at
                        from settlement s join party p on p.id = s.party_id
                        join party_identity i on i.id = p.identity_id
                        join open_item d on d.id = s.debit_item_id join open_item c on c.id = s.credit_item_id
                        where s.company_id = ?""", companyId)
                .and("s.party_id = ?", party)
                .and("s.settled_from >= ?", from)
                .and("s.settled_from <= ?", to);
        List<SettlementRow> found = page(
                filter,
                BY_SETTLEMENT,
                "s",
                before,
                most,
                (row, n) -> new SettlementRow(
                        row.getLong("id"),
                        row.getLong("party_id"),
                        row.getString("name"),
                        row.getLong("debit_item_id"),
                        row.getString("debit"),
                        row.getLong("credit_item_id"),
                        row.getString("credit"),
                        MinorUnits.toDecimal(row.getLong("minor_units"), currency),
                        MinorUnits.toDecimal(row.getLong("discount_minor_units"), currency),
                        row.getObject("settled_from", LocalDate.class),
                        row.getObject("undone_from", LocalDate.class),
                        row.getString("settled_by"),
                        row.getObject("settled_at", OffsetDateTime.class).toInstant()));
        List<SettlementRow> rows = shown(found, most);
        return new SettlementPage(rows, found.size() > most ? rows.getLast().id() : null);
    }
}
