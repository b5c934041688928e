package tidemark.bench;

import java.time.LocalDate;
import java.util.Arrays;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import tidemark.app.ledger.Chart;
import tidemark.app.pettycash.FundSetUp;
import tidemark.app.pettycash.PettyCashViews;
import tidemark.core.ledger.AccountType;
import tidemark.core.ledger.LedgerAccount;
import tidemark.core.pettycash.BookSpan;

/** A month of a drawer's book, with its running balance and where its float is, after 200 vouchers and after 20,000. */
final class PettyCashBenchmark implements Benchmarks.Benchmark {
    private static final int A_MONTH = 200;
    private static final int MONTHS = 100;
    private static final int PAGES = 60;
    private static final LocalDate LAST = LocalDate.of(2026, 6, 30);

    @Override
    public void run() throws Exception {
        Installation installation = new Installation();
        long few = drawer(installation, "7101", 1);
        long many = drawer(installation, "7102", MONTHS);
        double[] small = new double[PAGES];
        double[] large = new double[PAGES];
        // turn by turn, so that the machine's moods fall on both alike; the first are a warm-up
        for (int i = -40; i < PAGES; i++) {
            double ofFew = page(installation, few);
            double ofMany = page(installation, many);
            if (i >= 0) {
                small[i] = ofFew;
                large[i] = ofMany;
            }
        }
        System.out.printf(
                "a month of %d vouchers with its running balance and the identity: %,d vouchers in the drawer %.1f ms,"
                        + " %,d vouchers %.1f ms (median of %d), ratio %.2f%n",
                A_MONTH, A_MONTH, median(small), A_MONTH * MONTHS, median(large), PAGES, median(large) / median(small));
    }

    /** As many months of vouchers, each made good on its last day, the latest in June. */
    private static long drawer(Installation installation, String code, int months) {
        Chart chart = installation.bean(Chart.class);
        for (String one : new String[] {code, "9" + code}) {
            chart.add(
                    installation.company(), new LedgerAccount(one, "Drawer " + one, AccountType.ASSET, true), "bench");
        }
        long fund = installation
                .bean(FundSetUp.class)
                .make(
                        installation.company(),
                        new FundSetUp.NewFund(
                                "Drawer " + code,
                                "Bench",
                                null,
                                code,
                                "6890",
                                "9" + code,
                                "400.00",
                                LAST.minusMonths(months).withDayOfMonth(1)),
                        "bench");
        JdbcTemplate jdbc = installation.bean(JdbcTemplate.class);
        Long first = jdbc.queryForObject("select max(id) from drawer_move", Long.class);
        long base = 7_000_000_000L + Long.parseLong(code) * 1_000_000;
        for (int month = months; month > 0; month--) {
            LocalDate from = LAST.minusMonths(month - 1L).withDayOfMonth(1);
            long topUp = base + (long) month * (A_MONTH + 1);
            insert(jdbc, installation.company(), fund, topUp, month == months ? 1 : 0, from, "TOP_UP", 40_000, null);
            for (int i = 1; i <= A_MONTH; i++) {
                // what is not of the latest month was made good
                insert(
                        jdbc,
                        installation.company(),
                        fund,
                        topUp + i,
                        i,
                        from.plusDays(i * 27L / A_MONTH),
                        "VOUCHER",
                        -200,
                        month == 1 ? null : topUp);
            }
        }
        jdbc.update("update drawer_move set top_up_id = ? where id = ?", base + (long) months * (A_MONTH + 1), first);
        return fund;
    }

    private static void insert(
            JdbcTemplate jdbc,
            long company,
            long fund,
            long id,
            int number,
            LocalDate day,
            String kind,
            long cash,
            @Nullable Long topUp) {
        jdbc.update(
                "insert into drawer_move (id, company_id, fund_id, place, move_day, paper_day, kind, number, who, text,"
                        + " cost_centre, quantity, floated, cash, checks, advanced, on_the_way, due, top_up_id, reversed,"
                        + " made_by, made_at, version) values (?, ?, ?, ?, ?, ?, ?, ?, 'Kestrel Bakery', 'crew meeting',"
                        + " 'DOCK', '', 0, ?, 0, 0, 0, ?, ?, false, 'bench', current_timestamp, 0)",
                id,
                company,
                fund,
                id,
                day,
                day,
                kind,
                "PC-" + number,
                cash,
                -cash,
                topUp);
    }

    private static double median(double[] times) {
        double[] sorted = times.clone();
        Arrays.sort(sorted);
        return sorted[sorted.length / 2];
    }

    /** In milliseconds. */
    private static double page(Installation installation, long fund) {
        PettyCashViews views = installation.bean(PettyCashViews.class);
        long start = System.nanoTime();
        PettyCashViews.FundView drawer = views.fund(installation.company(), fund);
        int rows = views.book(installation.company(), fund, BookSpan.MONTH, LAST, "")
                .rows()
                .size();
        double took = (System.nanoTime() - start) / 1e6;
        if (rows <= A_MONTH || drawer.identity().cash().isEmpty()) {
            throw new IllegalStateException("a month of " + rows + " rows");
        }
        return took;
    }
}
