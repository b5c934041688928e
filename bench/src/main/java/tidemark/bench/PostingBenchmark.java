package tidemark.bench;

import java.sql.Connection;
import java.sql.Date;
import java.sql.PreparedStatement;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import javax.sql.DataSource;
import org.joda.money.CurrencyUnit;
import org.springframework.jdbc.core.JdbcTemplate;
import tidemark.app.ledger.AccountViews;
import tidemark.app.ledger.Chart;
import tidemark.app.ledger.EntrySource;
import tidemark.app.ledger.Ledger;
import tidemark.core.ledger.AccountType;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.JournalLine;
import tidemark.core.ledger.LedgerAccount;

/**
 * Posting 100,000 entries of 4 lines through the service, checked and totalled, against plain JDBC batches of the same
 * rows into the same tables, both committing every 1,000 entries; then opening pages of an account of 10,000 lines and of
 * one of over a million, at random places.
 */
final class PostingBenchmark implements Benchmarks.Benchmark {
    private static final int ENTRIES = 100_000;
    private static final int BATCH = 1_000;
    private static final int PAGES = 200;
    private static final LocalDate FIRST = LocalDate.of(2025, 7, 1);
    private static final LocalDate LAST = FIRST.plusDays(364);

    private long[] ids = {6_000_000_000L};

    @Override
    public void run() throws Exception {
        Installation installation = new Installation();
        Ledger ledger = installation.bean(Ledger.class);
        long company = installation.company();
        long few = add(installation, "7001");
        long many = add(installation, "7002");
        long other = add(installation, "7003");
        DataSource books = installation.bean(DataSource.class);
        Pairs.compare(
                "posting 100,000 entries of 4 lines",
                1,
                2,
                "service",
                round -> {
                    for (int i = 0; i < ENTRIES; i += BATCH) {
                        ledger.book(company, postings("7002", i, BATCH), EntrySource.FILE, null, "bench");
                    }
                },
                "JDBC batches",
                round -> insert(books, company, many, other, round));
        ledger.book(company, postings("7001", 0, 5_000), EntrySource.FILE, null, "bench");
        JdbcTemplate jdbc = installation.bean(JdbcTemplate.class);
        // the rows that went past the service are not in the totals yet
        jdbc.update("delete from account_day");
        jdbc.update("""
                insert into account_day
                select ledger_account_id, entry_date,
                  sum(greatest(minor_units, 0)), sum(greatest(-minor_units, 0)), sum(own_minor_units)
                from journal_line group by ledger_account_id, entry_date""");
        double[] small = pages(installation, few);
        double[] large = pages(installation, many);
        System.out.printf(
                "opening a page of 200 lines: %,d lines %.1f ms, %,d lines %.1f ms (95th percentile of %d; medians %.1f and %.1f), ratio %.2f%n",
                count(jdbc, few),
                small[1],
                count(jdbc, many),
                large[1],
                PAGES,
                small[0],
                large[0],
                large[1] / small[1]);
    }

    private static long count(JdbcTemplate jdbc, long account) {
        Long count = jdbc.queryForObject(
                "select count(*) from journal_line where ledger_account_id = ?", Long.class, account);
        return count == null ? 0 : count;
    }

    private static long add(Installation installation, String code) {
        return installation
                .bean(Chart.class)
                .add(
                        installation.company(),
                        new LedgerAccount(code, "Account " + code, AccountType.EXPENSE, true),
                        "bench")
                .id();
    }

    private static LocalDate day(int entry) {
        return FIRST.plusDays((long) entry * 365 / ENTRIES);
    }

    /** Two lines of each entry on the account that is looked at, two on another. */
    private static List<Ledger.Posting> postings(String code, int from, int count) {
        List<Ledger.Posting> out = new ArrayList<>(count);
        for (int i = from; i < from + count; i++) {
            int entry = code.equals("7001") ? i * (ENTRIES / count) : i;
            out.add(new Ledger.Posting(
                    new JournalEntry(
                            day(entry),
                            CurrencyUnit.USD,
                            "R" + i,
                            "Entry of the benchmark",
                            List.of(
                                    JournalLine.debit(code, 5_000 + i % 900, "Party " + i % 50, "first"),
                                    JournalLine.debit(code, 100, "", "second"),
                                    JournalLine.credit("7003", 5_000 + i % 900, "", "third"),
                                    JournalLine.credit("7003", 100, "", "fourth"))),
                    "",
                    ""));
        }
        return out;
    }

    private void insert(DataSource books, long company, long account, long other, int round) throws Exception {
        try (Connection connection = books.getConnection();
                PreparedStatement entry = connection.prepareStatement("""
                        insert into journal_entry (id, company_id, number, entry_date, document_date, source, reference,
                          text, booked_by, booked_at)
                        values (?, ?, ?, ?, ?, 'FILE', ?, 'Entry of the benchmark', 'bench', current_timestamp)""");
                PreparedStatement line = connection.prepareStatement("""
                        insert into journal_line (id, journal_entry_id, line_number, ledger_account_id, entry_date,
                          minor_units, own_minor_units, party, text, cost_centre, tax_code)
                        values (?, ?, ?, ?, ?, ?, ?, ?, ?, '', '')""")) {
            connection.setAutoCommit(false);
            for (int i = 0; i < ENTRIES; i++) {
                long id = ids[0]++;
                Date day = Date.valueOf(day(i));
                entry.setLong(1, id);
                entry.setLong(2, company);
                entry.setLong(3, 1_000_000_000L + (long) round * ENTRIES + i);
                entry.setDate(4, day);
                entry.setDate(5, day);
                entry.setString(6, "R" + i);
                entry.addBatch();
                long[] amounts = {5_000 + i % 900, 100, -(5_000 + i % 900), -100};
                String[] texts = {"first", "second", "third", "fourth"};
                for (int l = 0; l < 4; l++) {
                    line.setLong(1, ids[0]++);
                    line.setLong(2, id);
                    line.setInt(3, l + 1);
                    line.setLong(4, l < 2 ? account : other);
                    line.setDate(5, day);
                    line.setLong(6, amounts[l]);
                    line.setLong(7, amounts[l]);
                    line.setString(8, l == 0 ? "Party " + i % 50 : "");
                    line.setString(9, texts[l]);
                    line.addBatch();
                }
                if ((i + 1) % BATCH == 0) {
                    entry.executeBatch();
                    line.executeBatch();
                    connection.commit();
                }
            }
        }
    }

    /** Median and 95th percentile in milliseconds of opening pages at random places, after a warm-up. */
    private static double[] pages(Installation installation, long account) {
        AccountViews views = installation.bean(AccountViews.class);
        JdbcTemplate jdbc = installation.bean(JdbcTemplate.class);
        Random random = new Random(7);
        double[] times = new double[PAGES];
        for (int i = -40; i < PAGES; i++) {
            LocalDate day = FIRST.plusDays(random.nextInt(360));
            List<Long> lines = jdbc.queryForList(
                    "select id from journal_line where ledger_account_id = ? and entry_date = ?",
                    Long.class,
                    account,
                    day);
            AccountViews.Place place = new AccountViews.Place(day, lines.get(random.nextInt(lines.size())));
            long start = System.nanoTime();
            AccountViews.AccountLedgerView page =
                    views.accountLedger(installation.company(), account, FIRST, LAST, place, 200);
            if (i >= 0) {
                times[i] = (System.nanoTime() - start) / 1e6;
            }
            if (page.lines().isEmpty()) {
                throw new IllegalStateException("An empty page at " + place);
            }
        }
        Arrays.sort(times);
        return new double[] {times[PAGES / 2], times[(int) (PAGES * 0.95)]};
    }
}
