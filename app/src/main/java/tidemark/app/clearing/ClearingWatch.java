package tidemark.app.clearing;

import static tidemark.core.words.Catalogue.say;

import java.sql.Date;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Isolation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.company.Companies;
import tidemark.app.ledger.AccountTotals;
import tidemark.app.ledger.ChartAccount;
import tidemark.app.ledger.EntrySources;
import tidemark.app.ledger.Ledger;
import tidemark.app.ledger.PostingListener;
import tidemark.core.clearing.ClearingAccount;
import tidemark.core.ledger.AccountPeriods.DayTotal;
import tidemark.core.money.MinorUnits;

/** What is in each account that money passes through, since when, why, and where it is looked after. */
@Service
public class ClearingWatch {
    /** At the least so far back is read, for how long it usually takes. */
    private static final int DAYS = 365;

    static final int MOST_LINES = 20_000;
    private static final int MOST_ITEMS = 100;
    private static final LocalDate EVER = LocalDate.of(1900, 1, 1);

    private final ClearingAccounts accounts;
    private final AccountTotals totals;
    private final Ledger ledger;
    private final EntrySources sources;
    private final List<PostingListener> listeners;
    private final Companies companies;
    private final JdbcTemplate jdbc;

    ClearingWatch(
            ClearingAccounts accounts,
            AccountTotals totals,
            Ledger ledger,
            EntrySources sources,
            List<PostingListener> listeners,
            Companies companies,
            JdbcTemplate jdbc) {
        this.accounts = accounts;
        this.totals = totals;
        this.ledger = ledger;
        this.sources = sources;
        this.listeners = listeners;
        this.companies = companies;
        this.jdbc = jdbc;
    }

    /**
     * A clearing account on a day.
     *
     * @param serves what it is for
     * @param balance in the company's currency, debits above zero
     * @param late items that are there for longer than is usual
     * @param since the day of the oldest item; absent where there is none
     * @param usualDays after how many days nine in ten had gone; absent where too few have
     * @param desk whether it holds receipts in hand, which the desk lists by receipt
     */
    public record WatchedAccount(
            long ledgerAccountId,
            String code,
            String name,
            List<String> serves,
            String balance,
            int items,
            int late,
            @Nullable LocalDate since,
            long days,
            @Nullable Long usualDays,
            boolean desk) {}

    /**
     * What is left of one or several lines.
     *
     * @param in what is on the debit side of the account, or {@code out} on the credit side
     * @param what made it, in words
     * @param path of the screen that shows it
     */
    public record WatchedItem(
            @Nullable LocalDate since,
            long days,
            boolean late,
            String title,
            String party,
            String what,
            @Nullable String in,
            @Nullable String out,
            String why,
            @Nullable Long entryId,
            @Nullable String path) {}

    /** @param more whether there are more than are listed */
    public record WatchedDetail(WatchedAccount account, LocalDate on, List<WatchedItem> items, boolean more) {}

    private record Source(String source, String entryText) {}

    private record Read(ClearingAccount account, Map<Long, Source> sources) {}

    /** All of the company's, as they were at the end of a day. */
    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public List<WatchedAccount> all(long companyId, @Nullable LocalDate day) {
        LocalDate on = day == null ? companies.today(companyId) : day;
        Map<Long, ChartAccount> chart = ledger.chartById(companyId);
        return accounts.of(companyId).stream()
                .map(w -> view(companyId, w, Objects.requireNonNull(chart.get(w.ledgerAccountId())), read(w, on), on))
                .toList();
    }

    /** One of them with what is in it, the oldest first. */
    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public WatchedDetail one(long companyId, long ledgerAccountId, @Nullable LocalDate day) {
        LocalDate on = day == null ? companies.today(companyId) : day;
        ClearingAccounts.Watched watched = accounts.of(companyId).stream()
                .filter(w -> w.ledgerAccountId() == ledgerAccountId)
                .findFirst()
                .orElseThrow(() -> new NotFound(say("clearing.account")));
        Read read = read(watched, on);
        List<ClearingAccount.Item> items = read.account().items();
        return new WatchedDetail(
                view(companyId, watched, ledger.account(companyId, ledgerAccountId), read, on),
                on,
                items.stream()
                        .limit(MOST_ITEMS)
                        .map(i -> item(companyId, i, read, on, true))
                        .toList(),
                items.size() > MOST_ITEMS);
    }

    /** Every item of every account, for a file. */
    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public List<WatchedDetail> everything(long companyId, @Nullable LocalDate day) {
        LocalDate on = day == null ? companies.today(companyId) : day;
        Map<Long, ChartAccount> chart = ledger.chartById(companyId);
        List<WatchedDetail> out = new ArrayList<>();
        for (ClearingAccounts.Watched watched : accounts.of(companyId)) {
            Read read = read(watched, on);
            out.add(new WatchedDetail(
                    view(companyId, watched, Objects.requireNonNull(chart.get(watched.ledgerAccountId())), read, on),
                    on,
                    read.account().items().stream()
                            .map(i -> item(companyId, i, read, on, false))
                            .toList(),
                    false));
        }
        return out;
    }

    private WatchedAccount view(
            long companyId, ClearingAccounts.Watched watched, ChartAccount account, Read read, LocalDate on) {
        CurrencyUnit c = companies.get(companyId).baseCurrency();
        List<ClearingAccount.Item> items = read.account().items();
        LocalDate since = items.isEmpty() ? null : items.getFirst().since();
        return new WatchedAccount(
                account.id(),
                account.code(),
                account.name(),
                List.copyOf(watched.serves()),
                MinorUnits.toDecimal(read.account().left(), c),
                items.size(),
                (int) items.stream().filter(i -> read.account().isLate(i, on)).count(),
                since,
                items.isEmpty() ? 0 : items.getFirst().days(on),
                read.account().usualDays().isPresent()
                        ? read.account().usualDays().getAsLong()
                        : null,
                watched.desk());
    }

    private WatchedItem item(long companyId, ClearingAccount.Item item, Read read, LocalDate on, boolean withWay) {
        CurrencyUnit c = companies.get(companyId).baseCurrency();
        ClearingAccount.Line line = item.lines().isEmpty() ? null : item.lines().getFirst();
        Source source = line == null ? null : read.sources().get(line.entry());
        String amount = MinorUnits.toDecimal(Math.absExact(item.left()), c);
        return new WatchedItem(
                item.since(),
                item.days(on),
                read.account().isLate(item, on),
                line == null ? "" : title(line, source),
                line == null ? "" : line.party(),
                source == null ? "" : sources.of(source.source()).words(),
                item.left() > 0 ? amount : null,
                item.left() > 0 ? null : amount,
                item.words(),
                line == null ? null : line.entry(),
                line == null || !withWay ? null : way(companyId, line.entry()));
    }

    private static String title(ClearingAccount.Line line, @Nullable Source source) {
        String text = line.text().isBlank() && source != null ? source.entryText() : line.text();
        return text.isBlank() ? line.reference() : text;
    }

    /** Where what made the entry is looked after; the entry itself where nothing else made it. */
    private String way(long companyId, long entryId) {
        return listeners.stream()
                .flatMap(l -> l.links(companyId, entryId).stream())
                .map(PostingListener.Link::path)
                .findFirst()
                .orElse("/ledger/entries/" + entryId);
    }

    /**
     * The account as it was at the end of a day. Read is from the day after it last came to nothing, a year before at the
     * least; what was left before all the lines that are read is an item of its own.
     */
    private Read read(ClearingAccounts.Watched watched, LocalDate on) {
        long id = watched.ledgerAccountId();
        LocalDate from = EVER;
        long running = 0;
        long before = 0;
        for (DayTotal day : totals.days(id, EVER, on)) {
            running = Math.addExact(running, Math.subtractExact(day.debits(), day.credits()));
            if (running == 0 && !day.day().isAfter(on.minusDays(DAYS))) {
                from = day.day().plusDays(1);
            }
        }
        Map<Long, Source> made = new HashMap<>();
        List<ClearingAccount.Line> lines = lines(id, from, on, made);
        if (lines.size() > MOST_LINES) {
            // whole days alone, so that the balance before them is one of a day's end
            from = lines.getFirst().date().plusDays(1);
            LocalDate first = from;
            lines.removeIf(l -> l.date().isBefore(first));
            before = totals.balance(id, from.minusDays(1));
        }
        return new Read(ClearingAccount.of(before, from, lines, watched.filledBy()), made);
    }

    /** The latest of a span, one more than are wanted where there are more. */
    private List<ClearingAccount.Line> lines(long id, LocalDate from, LocalDate to, Map<Long, Source> made) {
        List<ClearingAccount.Line> latestFirst = jdbc.query(
                """
                select l.id, e.id as entry, coalesce(e.reversal_of, 0) as reversal_of, l.entry_date, l.minor_units,
                  e.reference, l.party, l.text, e.source, e.text as entry_text
                from journal_line l join journal_entry e on e.id = l.journal_entry_id
                where l.ledger_account_id = ? and l.entry_date between ? and ?
                order by l.ledger_account_id desc, l.entry_date desc, l.id desc
                fetch first ? rows only""",
                (row, i) -> {
                    made.put(row.getLong("entry"), new Source(row.getString("source"), row.getString("entry_text")));
                    return new ClearingAccount.Line(
                            row.getLong("id"),
                            row.getLong("entry"),
                            row.getLong("reversal_of"),
                            row.getDate("entry_date").toLocalDate(),
                            row.getLong("minor_units"),
                            row.getString("reference"),
                            row.getString("party"),
                            row.getString("text"));
                },
                id,
                Date.valueOf(from),
                Date.valueOf(to),
                MOST_LINES + 1);
        Set<String> references = new HashSet<>();
        latestFirst.forEach(l -> references.add(l.reference()));
        List<ClearingAccount.Line> out = new ArrayList<>();
        // a line of a larger entry bears the number of what it takes on as its text: a receipt's on a slip
        latestFirst
                .reversed()
                .forEach(l -> out.add(
                        references.contains(l.text())
                                ? new ClearingAccount.Line(
                                        l.id(),
                                        l.entry(),
                                        l.reversalOf(),
                                        l.date(),
                                        l.minorUnits(),
                                        l.text(),
                                        l.party(),
                                        l.text())
                                : l));
        return out;
    }
}
