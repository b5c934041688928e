package tidemark.bench;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import tidemark.app.bankfile.BankFileTerms;
import tidemark.app.collection.CollectionRuns;
import tidemark.app.collection.RunReleases;
import tidemark.app.collection.RunViews;
import tidemark.app.company.Companies;
import tidemark.app.ledger.GrossLine;
import tidemark.app.mandate.Mandates;
import tidemark.app.party.Invoices;
import tidemark.app.party.Parties;
import tidemark.core.calendar.BankCalendar;
import tidemark.core.ledger.Control;
import tidemark.core.mandate.Mandate;
import tidemark.core.money.MinorUnits;
import tidemark.core.party.InvoiceBooking;
import tidemark.core.party.Terms;

/** A run of 5,000 customers with two invoices each, against one of 500. */
final class CollectionBenchmark implements Benchmarks.Benchmark {
    private static final int CUSTOMERS = 5_000;
    private static final int TENTH = CUSTOMERS / 10;
    private static final int DECISIONS = 60;
    private static final int WARM = 10;
    private static final int OPENINGS = 5;
    private static final String WHO = "bench";

    private record Books(Installation installation, long company, long account, List<Long> parties, LocalDate day) {
        <T> T bean(Class<T> type) {
            return installation.bean(type);
        }
    }

    @Override
    public void run() throws Exception {
        // what is run for the first time warms what the others are measured with
        Books first = books(TENTH);
        whole(first, open(first));
        Books large = books(CUSTOMERS);
        Books small = books(TENTH);
        long many = open(large);
        long few = open(small);
        double[][] opened = {new double[OPENINGS], new double[OPENINGS]};
        for (int i = 0; i < OPENINGS; i++) {
            opened[0][i] = look(large, many);
            opened[1][i] = look(small, few);
        }
        tell("opening a run", opened, 0, 2_000);
        double[][] decided = {new double[DECISIONS], new double[DECISIONS]};
        for (int i = 0; i < DECISIONS; i++) {
            decided[0][i] = decide(large, many, i);
            decided[1][i] = decide(small, few, i);
        }
        tell("a decision", decided, WARM, 100);
        double much = whole(large, many);
        double little = whole(small, few);
        System.out.printf(
                "collections: file and booking of %,d customers, one entry each: %.0f ms (target 5,000); of %,d: %.0f ms; %.2f"
                        + " times as long (target 10)%n",
                CUSTOMERS, much, TENTH, little, much / little);
    }

    private static void tell(String what, double[][] times, int warm, int target) {
        double[] many = Arrays.copyOfRange(times[0], warm, times[0].length);
        double[] few = Arrays.copyOfRange(times[1], warm, times[1].length);
        Arrays.sort(many);
        Arrays.sort(few);
        System.out.printf(
                "collections: %s of %,d customers: median %.1f ms (target %,d); of %,d: %.1f ms; %.2f times as long (target"
                        + " 10)%n",
                what,
                CUSTOMERS,
                many[many.length / 2],
                target,
                TENTH,
                few[few.length / 2],
                many[many.length / 2] / few[few.length / 2]);
    }

    private static long open(Books books) {
        return books.bean(CollectionRuns.class)
                .open(
                        books.company(),
                        books.account(),
                        new CollectionRuns.RunHead(books.day(), books.day(), false, ""),
                        WHO)
                .id();
    }

    private static double look(Books books, long run) {
        RunViews views = books.bean(RunViews.class);
        long begun = System.nanoTime();
        views.get(books.company(), run);
        return (System.nanoTime() - begun) / 1e6;
    }

    private static double decide(Books books, long run, int i) {
        CollectionRuns runs = books.bean(CollectionRuns.class);
        RunViews views = books.bean(RunViews.class);
        long party = books.parties().get(i);
        CollectionRuns.Collecting all = new CollectionRuns.Collecting(null, null);
        long begun = System.nanoTime();
        runs.collect(books.company(), run, party, all, WHO);
        views.row(books.company(), run, party);
        return (System.nanoTime() - begun) / 1e6;
    }

    /** All that are left are collected, the file is written, and everything booked; how long the last two took. */
    private static double whole(Books books, long runId) {
        books.bean(CollectionRuns.class).collectAll(books.company(), runId, WHO);
        int version = books.bean(RunViews.class).get(books.company(), runId).version();
        RunReleases releases = books.bean(RunReleases.class);
        long begun = System.nanoTime();
        releases.release(books.company(), Map.of(runId, version), WHO);
        return (System.nanoTime() - begun) / 1e6;
    }

    private static Books books(int customers) throws Exception {
        Installation installation = new Installation();
        long company = installation.company();
        long account = installation.account().id();
        LocalDate today = installation.bean(Companies.class).today(company);
        // the run is of today where banks work, so that it is booked with its release
        LocalDate day = BankCalendar.of(BankCalendar.System.UNITED_STATES).onOrAfter(today);
        installation
                .bean(BankFileTerms.class)
                .keep(
                        company,
                        account,
                        new BankFileTerms.FileTermsForm(
                                BankFileTerms.FileScheme.ACH,
                                "099177300",
                                "BENCH BANK",
                                "1830042177",
                                "BENCH",
                                "1830042177",
                                "RENT",
                                "PAYMENT",
                                "",
                                8,
                                9,
                                "",
                                "",
                                "",
                                true,
                                false,
                                0,
                                0,
                                1,
                                false,
                                "",
                                1),
                        WHO);
        Parties parties = installation.bean(Parties.class);
        Mandates mandates = installation.bean(Mandates.class);
        Invoices invoices = installation.bean(Invoices.class);
        TransactionTemplate all = new TransactionTemplate(installation.bean(PlatformTransactionManager.class));
        List<Long> ids = new ArrayList<>();
        for (int from = 0; from < customers; from += 100) {
            int first = from;
            all.executeWithoutResult(t -> {
                List<Invoices.NewInvoice> owed = new ArrayList<>();
                for (int i = first; i < first + 100; i++) {
                    long party = parties.keep(
                                    company,
                                    null,
                                    Control.RECEIVABLES,
                                    new Parties.Card("", "Customer " + i, "", new Terms(30, BigDecimal.ZERO, 0), true),
                                    WHO)
                            .id();
                    ids.add(party);
                    mandates.make(company, mandate(party, i, today), WHO);
                    owed.add(invoice(party, "A-" + i, today, 1_000 + i * 37L % 90_000));
                    owed.add(invoice(party, "B-" + i, today, 2_000 + i * 91L % 90_000));
                }
                invoices.bookAll(company, owed, WHO);
            });
        }
        return new Books(installation, company, account, ids, day);
    }

    private static Mandates.NewMandate mandate(long party, int i, LocalDate today) {
        return new Mandates.NewMandate(
                party,
                "M-" + i,
                today.minusYears(1),
                "",
                Mandate.Kind.ACH_BUSINESS,
                true,
                "021880526",
                Integer.toString(10_000_000 + i),
                false,
                "",
                "",
                null,
                null,
                "");
    }

    private static Invoices.NewInvoice invoice(long party, String number, LocalDate today, long cents) {
        return new Invoices.NewInvoice(
                party,
                InvoiceBooking.Kind.INVOICE,
                number,
                today.minusDays(40),
                null,
                today.minusDays(10),
                null,
                "",
                List.of(new GrossLine(
                        "4010", MinorUnits.toDecimal(cents, org.joda.money.CurrencyUnit.USD), "", "", "")));
    }
}
