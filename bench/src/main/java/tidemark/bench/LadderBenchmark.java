package tidemark.bench;

import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import tidemark.app.company.BankAccount;
import tidemark.app.ledger.EntrySource;
import tidemark.app.ledger.Ledger;
import tidemark.app.matching.Matches;
import tidemark.app.reconcile.LadderViews;
import tidemark.app.reconcile.MonthViews;
import tidemark.app.statement.Arrivals;
import tidemark.core.ledger.BankLineBooking;
import tidemark.core.ledger.PartyId;
import tidemark.core.statement.BankLine;

/**
 * Accepting a candidate and showing the month again (header, proof and a page of rows), with 5,000 open lines against
 * 500 of them, on the real database.
 */
final class LadderBenchmark implements Benchmarks.Benchmark {
    private static final YearMonth MONTH = YearMonth.of(2026, 1);

    @Override
    public void run() throws Exception {
        Installation installation = new Installation();
        Ladder large = new Ladder(installation, 5_000);
        Ladder small = new Ladder(installation, 500);
        Pairs.compare(
                "accepting a match and showing the month",
                15,
                31,
                "5,000 lines",
                round -> large.acceptNext(),
                "500 lines",
                round -> small.acceptNext());
        System.out.printf(
                "accepting alone: 5,000 lines %.0f ms, 500 lines %.0f ms (median of the last 31)%n",
                Pairs.median(large.accepting), Pairs.median(small.accepting));
    }

    private static final class Ladder {
        private final Installation installation;
        private final long account;
        private final List<Long> entries = new ArrayList<>();
        private final double[] accepting = new double[31];
        private int next;

        Ladder(Installation installation, int count) {
            this.installation = installation;
            BankAccount bank = installation.account();
            account = bank.id();
            Statements100k.Made made = Statements100k.make(
                    bank.number(), count, 0, MONTH.atDay(1), MONTH.atEndOfMonth(), "L" + count + "-");
            installation.bean(Arrivals.class).takeNow(installation.company(), account, "l.xml", made.file(), "bench");
            Ledger ledger = installation.bean(Ledger.class);
            String cash = ledger.account(installation.company(), bank.ledgerAccountId())
                    .code();
            List<Ledger.Draft> drafts = new ArrayList<>();
            for (BankLine line : made.lines()) {
                LocalDate day = line.bookingDate();
                drafts.add(new Ledger.Draft(
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
            ledger.book(installation.company(), drafts, EntrySource.FILE, null, "bench")
                    .cashEntries()
                    .forEach(c -> entries.add(c.id()));
        }

        void acceptNext() {
            MonthViews views = installation.bean(MonthViews.class);
            LadderViews ladder = installation.bean(LadderViews.class);
            long line = ladder.rows(installation.company(), account, MONTH, next, 1)
                    .rows()
                    .getFirst()
                    .lineId();
            long start = System.nanoTime();
            installation
                    .bean(Matches.class)
                    .match(installation.company(), account, Set.of(line), Set.of(entries.get(next)), "bench");
            accepting[next % accepting.length] = (System.nanoTime() - start) / 1e6;
            views.month(installation.company(), account, MONTH);
            ladder.rows(installation.company(), account, MONTH, 0, 100);
            next++;
        }
    }
}
