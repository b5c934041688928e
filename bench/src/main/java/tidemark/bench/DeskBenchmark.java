package tidemark.bench;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import tidemark.app.deposit.DepositSlips;
import tidemark.app.deposit.SlipBankings;
import tidemark.app.deposit.Slips;
import tidemark.app.ledger.GrossLine;
import tidemark.app.party.Receipts;
import tidemark.core.deposit.SlipPartition;
import tidemark.core.money.MinorUnits;
import tidemark.core.receipt.Tender;

/** A desk with 10,000 receipts in hand and a slip of 400 checks, against one with a tenth of the receipts. */
final class DeskBenchmark implements Benchmarks.Benchmark {
    private static final int RECEIPTS = 10_000;
    private static final int ON_SLIP = 400;
    private static final int WARM = 40;
    private static final LocalDate DAY = LocalDate.of(2026, 6, 5);
    private static final String WHO = "bench";

    private record Desk(
            DepositSlips slips,
            SlipBankings bankings,
            long company,
            long slip,
            List<Long> receipts,
            List<String> amounts) {}

    @Override
    public void run() throws Exception {
        // the first slip of all is banked by code that was never run before; it warms what the others are measured with
        Desk first = desk(ON_SLIP);
        for (int i = 0; i < ON_SLIP; i++) {
            put(first, i);
        }
        key(first, ON_SLIP - 1);
        double cold = bank(first);
        Desk large = desk(RECEIPTS);
        Desk small = desk(RECEIPTS / 10);
        double[][] put = {new double[ON_SLIP], new double[ON_SLIP]};
        double[][] keyed = {new double[ON_SLIP], new double[ON_SLIP]};
        // in turns, so that a slow stretch of the machine meets both
        for (int i = 0; i < ON_SLIP; i++) {
            put[0][i] = put(large, i);
            put[1][i] = put(small, i);
        }
        for (int i = 0; i < ON_SLIP; i++) {
            keyed[0][i] = key(large, i);
            keyed[1][i] = key(small, i);
        }
        tell("a receipt put on the slip", put);
        tell("a check keyed", keyed);
        double much = bank(large);
        double little = bank(small);
        System.out.printf("desk: banking the first slip of %d checks after a start: %.0f ms%n", ON_SLIP, cold);
        System.out.printf(
                "desk: banking a slip of %d checks: %.0f ms with %,d receipts in hand, %.0f ms with %,d (target 500);"
                        + " %.2f times as long (target 10)%n",
                ON_SLIP, much, RECEIPTS, little, RECEIPTS / 10, much / little);
        partition();
    }

    private static void tell(String what, double[][] times) {
        double[] many = Arrays.copyOfRange(times[0], WARM, ON_SLIP);
        double[] few = Arrays.copyOfRange(times[1], WARM, ON_SLIP);
        Arrays.sort(many);
        Arrays.sort(few);
        System.out.printf(
                "desk: %s with %,d receipts in hand: median %.1f ms, 95th percentile %.1f ms (target 100); with %,d: %.1f and"
                        + " %.1f ms; %.2f times as long at the median (target 10)%n",
                what,
                RECEIPTS,
                at(many, 0.5),
                at(many, 0.95),
                RECEIPTS / 10,
                at(few, 0.5),
                at(few, 0.95),
                at(many, 0.5) / at(few, 0.5));
    }

    private static double put(Desk desk, int i) {
        long begun = System.nanoTime();
        desk.slips().change(desk.company(), desk.slip(), List.of(desk.receipts().get(i)), List.of(), WHO);
        return (System.nanoTime() - begun) / 1e6;
    }

    private static double key(Desk desk, int i) {
        DepositSlips.Keyed count =
                new DepositSlips.Keyed(null, desk.amounts().subList(0, i + 1), Map.of(), null, false);
        long begun = System.nanoTime();
        desk.slips().count(desk.company(), desk.slip(), count, WHO);
        return (System.nanoTime() - begun) / 1e6;
    }

    private static double bank(Desk desk) {
        long begun = System.nanoTime();
        desk.bankings().bank(desk.company(), desk.slip(), null, Slips.Prepared.NOTHING.on(DAY), WHO);
        return (System.nanoTime() - begun) / 1e6;
    }

    /** Proposing which of 400 receipts make three credits never takes longer than its bound of sums allows. */
    private static void partition() {
        List<SlipPartition.Receipt> receipts = new ArrayList<>();
        long total = 0;
        for (int i = 0; i < ON_SLIP; i++) {
            long amount = amount(i);
            receipts.add(new SlipPartition.Receipt(amount, List.of("site", "day " + i % 7)));
            total += amount;
        }
        long begun = System.nanoTime();
        SlipPartition found = SlipPartition.of(receipts, List.of(total / 3, total / 4, total - total / 3 - total / 4));
        System.out.printf(
                "desk: a partition of %d receipts over three credits: %.0f ms, %s%n",
                ON_SLIP, (System.nanoTime() - begun) / 1e6, found.isFound() ? "found" : "none told");
    }

    private static long amount(int i) {
        return 1_000L + (i * 7_919L) % 90_000;
    }

    private static Desk desk(int receipts) throws Exception {
        Installation installation = new Installation();
        long company = installation.company();
        Receipts bookings = installation.bean(Receipts.class);
        TransactionTemplate all = new TransactionTemplate(installation.bean(PlatformTransactionManager.class));
        List<String> amounts = new ArrayList<>();
        for (int from = 0; from < receipts; from += 200) {
            int first = from;
            all.executeWithoutResult(t -> {
                for (int i = first; i < first + 200; i++) {
                    String amount = MinorUnits.toDecimal(amount(i), org.joda.money.CurrencyUnit.USD);
                    amounts.add(amount);
                    bookings.bookPlain(company, receipt(i, amount), WHO);
                }
            });
        }
        DepositSlips slips = installation.bean(DepositSlips.class);
        long slip = slips.open(company, installation.account().id(), null, "", DAY, "", "", WHO)
                .id();
        List<Long> ids = installation
                .bean(JdbcTemplate.class)
                .queryForList("select id from receipt_in_hand where company_id = ? order by id", Long.class, company);
        return new Desk(slips, installation.bean(SlipBankings.class), company, slip, ids, amounts);
    }

    private static Receipts.NewReceipt receipt(int i, String amount) {
        return new Receipts.NewReceipt(
                null,
                "Payer " + i % 900,
                DAY,
                "",
                amount,
                "C-" + i,
                "",
                null,
                List.of(),
                List.of(new GrossLine("6010", amount, "", "", "")),
                true,
                Tender.CHECK,
                null,
                null);
    }

    private static double at(double[] sorted, double part) {
        return sorted[(int) (part * (sorted.length - 1))];
    }
}
