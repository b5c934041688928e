package tidemark.bench;

import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import tidemark.app.company.BankAccount;
import tidemark.app.ledger.EntrySource;
import tidemark.app.ledger.Ledger;
import tidemark.app.matching.Matches;
import tidemark.app.reconcile.LadderViews;
import tidemark.app.reconcile.MonthViews;
import tidemark.app.statement.incoming.IncomingFiles;
import tidemark.core.ledger.BankLineBooking;
import tidemark.core.ledger.PartyId;
import tidemark.core.statement.BankLine;

/**
 * Accepting a candidate, and showing the month again afterwards (header, proof and a page of rows), with 100,000 open
 * lines against 1,000 of them, on the real database. The proposals of the whole month are worked out anew apart from it,
 * once the person pauses.
 */
final class LadderBenchmark implements Benchmarks.Benchmark {
    private static final YearMonth MONTH = YearMonth.of(2026, 1);
    private static final int WARM_UP = 15;
    private static final int ROUNDS = 31;
    private static final int BATCH = 1_000;

    @Override
    public void run() throws Exception {
        Installation installation = new Installation();
        Ladder large = new Ladder(installation, 100_000);
        Ladder small = new Ladder(installation, 1_000);
        Pairs.compare(
                "accepting a match and showing the month",
                WARM_UP,
                ROUNDS,
                "100,000 lines",
                round -> large.acceptNext(),
                "1,000 lines",
                round -> small.acceptNext());
        System.out.printf(
                "accepting alone: 100,000 lines %.0f ms (slowest %.0f), 1,000 lines %.0f ms (median of %d)%n",
                Pairs.median(large.accepting),
                Arrays.stream(large.accepting).max().orElseThrow(),
                Pairs.median(small.accepting),
                ROUNDS);
    }

    private static final class Ladder {
        private final Installation installation;
        private final long account;
        private final List<Long> entries = new ArrayList<>();
        private final double[] accepting = new double[ROUNDS];
        private int next;

        Ladder(Installation installation, int count) {
            this.installation = installation;
            BankAccount bank = installation.account();
            account = bank.id();
            Statements100k.Made made = Statements100k.make(
                    bank.number(), count, 0, MONTH.atDay(1), MONTH.atEndOfMonth(), "L" + count + "-");
            installation
                    .bean(IncomingFiles.class)
                    .takeNow(installation.company(), account, "l.xml", made.file(), "bench");
            Ledger ledger = installation.bean(Ledger.class);
            String cash = ledger.account(installation.company(), bank.ledgerAccountId())
                    .code();
            List<Ledger.Posting> postings = new ArrayList<>();
            for (BankLine line : made.lines()) {
                LocalDate day = line.bookingDate();
                postings.add(new Ledger.Posting(
                        BankLineBooking.entry(
                                new BankLineBooking.Movement(
                                        day,
                                        CurrencyUnit.USD,
                                        line.minorUnits(),
                                        line.reference(),
                                        line.counterparty(),
                                        line.text()),
                                cash,
                                "6010",
                                PartyId.NONE),
                        line.checkNumber(),
                        ""));
            }
            for (int i = 0; i < count; i += BATCH) {
                List<Ledger.Posting> some = postings.subList(i, Math.min(count, i + BATCH));
                ledger.book(installation.company(), some, EntrySource.FILE, null, "bench")
                        .cashEntries()
                        .forEach(c -> entries.add(c.id()));
            }
            long start = System.nanoTime();
            installation.bean(MonthViews.class).month(installation.company(), account, MONTH);
            System.out.printf(
                    "%,d open lines: the month worked out for the first time in %.1f s%n",
                    count, (System.nanoTime() - start) / 1e9);
        }

        void acceptNext() {
            MonthViews views = installation.bean(MonthViews.class);
            LadderViews ladder = installation.bean(LadderViews.class);
            long line = ladder.rows(installation.company(), account, MONTH, LadderViews.Show.ALL, "", next, 1)
                    .rows()
                    .getFirst()
                    .lineId();
            long start = System.nanoTime();
            installation
                    .bean(Matches.class)
                    .match(installation.company(), account, Set.of(line), Set.of(entries.get(next)), "bench");
            accepting[next % accepting.length] = (System.nanoTime() - start) / 1e6;
            views.month(installation.company(), account, MONTH);
            ladder.rows(installation.company(), account, MONTH, LadderViews.Show.ALL, "", 0, 100);
            next++;
        }
    }
}
