package tidemark.app.demo;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import tidemark.core.deposit.CardTakings;
import tidemark.core.receipt.Tender;

/**
 * What lies behind the story's movements: the invoices that its payments settle, the takings behind its deposit slips
 * and card settlements. From its own seed, so that the story's statements stay as they are.
 */
final class DemoBusiness {
    private static final String[] WORK = {
        "Hull repair", "Engine service", "Antifouling", "Mast work", "Winter storage", "Berth rent", "Rigging"
    };
    private static final String[] WORK_ACCOUNTS = {"4020", "4020", "4020", "4020", "4060", "4050", "4020"};

    /** What was sold by card on a day. */
    record Takings(LocalDate date, long cents, String text) {}

    /** A check of a customer behind a deposit slip, which settles the debt of that booking key. */
    private record CustomerCheck(String key, String customer, long cents) {}

    /**
     * What was received at the desk, to be put on a slip.
     *
     * @param key of the debt it settles; empty for money of somebody who is not on the books
     */
    record DeskReceipt(String key, LocalDate date, Tender tender, String payer, String number, long cents) {}

    private static final BigDecimal AGREED = new BigDecimal("0.025");

    /** A slip of one of the days before 8 June has the check that comes back then. */
    private static final LocalDate BOUNCES_FROM = LocalDate.of(2026, 6, 1);

    private static final long BOUNCES = 64_000L;

    private final Random random = new Random(77_104L);
    private final List<Debt> debts = new ArrayList<>();
    private final List<Takings> takings = new ArrayList<>();
    private final Map<String, List<DeskReceipt>> desk = new HashMap<>();
    private final Map<String, String> supplierAccount = new HashMap<>();
    private final List<String> customers;
    private boolean bouncing;
    private int invoice = 4_101;
    private int bill = 88_210;

    DemoBusiness(List<Story.Booking> bookings, List<String> customers, List<String> suppliers) {
        this.customers = customers;
        for (int i = 0; i < Story.SUPPLIERS.length; i++) {
            supplierAccount.put(Story.SUPPLIERS[i], Story.SUPPLIER_ACCOUNTS[i]);
        }
        for (Story.Booking b : bookings) {
            if (paysSupplier(b)) {
                bill(b);
            } else if (b.other().equals("1200")) {
                invoice(b.key(), b.date(), b.party(), b.cents(), b.text());
            } else if (b.key().startsWith("D-")) {
                behindSlip(b);
            } else if (b.other().equals("1210")) {
                takings.add(new Takings(
                        b.date().minusDays(1),
                        b.cents() + cardFee(b),
                        b.text().replace("Card takings", "Fuel and shop by card")));
            }
        }
        stillOpen(suppliers);
        debts.sort(Comparator.comparing(Debt::date).thenComparing(Debt::number));
    }

    /** What the card processor keeps of takings that it pays net. */
    static long cardFee(Story.Booking b) {
        // on 22 June it kept 19.00 more than was agreed
        long more = b.date().equals(LocalDate.of(2026, 6, 23)) ? 1_900 : 0;
        long gross = b.cents() + more;
        while (gross - CardTakings.fee(gross, AGREED) - more < b.cents()) {
            gross++;
        }
        return gross - b.cents();
    }

    static boolean paysSupplier(Story.Booking b) {
        return b.account().equals(Story.OPERATING)
                && b.cents() < 0
                && Arrays.asList(Story.SUPPLIERS).contains(b.party())
                && !b.key().equals("twice-2");
    }

    private void bill(Story.Booking b) {
        long paid = -b.cents();
        boolean early = b.party().length() % 4 == 0 && random.nextInt(3) == 0;
        long gross = early ? paid * 100 / 98 : paid;
        debts.add(new Debt(
                b.key(),
                false,
                b.party(),
                "B" + bill++,
                b.date().minusDays(early ? 8 : 12 + random.nextInt(16)),
                gross,
                paid,
                gross - paid,
                b.other(),
                b.other().startsWith("5") ? "YARD" : "OFFICE",
                "",
                ""));
    }

    private void invoice(String key, LocalDate paidOn, String customer, long paid, String text) {
        boolean early = customer.length() % 4 == 0 && random.nextInt(2) == 0;
        long gross = early ? paid * 100 / 98 : paid;
        int work = random.nextInt(WORK.length);
        String number = text.startsWith("Invoice ") ? text.substring(8) : "Q-" + invoice++;
        debts.add(new Debt(
                key,
                true,
                customer,
                number,
                paidOn.minusDays(early ? 9 : 14 + random.nextInt(20)),
                gross,
                paid,
                gross - paid,
                WORK_ACCOUNTS[work],
                WORK_ACCOUNTS[work].equals("4020") ? "YARD" : "DOCK",
                WORK_ACCOUNTS[work].equals("4020") ? "ST" : "",
                WORK[work]));
    }

    /** One or two customers' receipts, the rest of the slip from the tills. */
    private void behindSlip(Story.Booking b) {
        List<CustomerCheck> checks = new ArrayList<>();
        long rest = b.cents();
        int count = 1 + random.nextInt(2);
        for (int i = 1; i <= count; i++) {
            String customer = customers.get(random.nextInt(customers.size()));
            long part = b.cents() * (20 + random.nextInt(20)) / 100;
            String key = b.key() + "/" + i;
            invoice(key, b.date(), customer, part, "");
            checks.add(new CustomerCheck(key, customer, part));
            rest -= part;
        }
        List<DeskReceipt> received = new ArrayList<>();
        if (!bouncing && !b.date().isBefore(BOUNCES_FROM) && rest > 2 * BOUNCES) {
            bouncing = true;
            rest -= BOUNCES;
            received.add(bounces(b));
        }
        received.addAll(atTheDesk(b, checks, rest));
        desk.put(b.key(), received);
    }

    /** The check that the bank takes back on 8 June. */
    private DeskReceipt bounces(Story.Booking b) {
        String key = b.key() + "/0";
        debts.add(new Debt(
                key,
                true,
                "Pell Charter",
                "Q-3318",
                b.date().minusDays(24),
                BOUNCES,
                BOUNCES,
                0,
                "4050",
                "DOCK",
                "",
                "Berth rent"));
        return new DeskReceipt(key, before(b.date(), 1), Tender.CHECK, "Pell Charter", "3318", BOUNCES);
    }

    /** The checks came a day or two before, the tills were emptied on the day and the one before. */
    private static List<DeskReceipt> atTheDesk(Story.Booking b, List<CustomerCheck> checks, long tills) {
        List<DeskReceipt> out = new ArrayList<>();
        for (CustomerCheck c : checks) {
            String number = String.valueOf(1_000 + c.cents() % 8_989);
            out.add(new DeskReceipt(
                    c.key(), before(b.date(), 1 + out.size()), Tender.CHECK, c.customer(), number, c.cents()));
        }
        // the slip that the bank credits in two parts comes to both of them
        long visitor = Story.PARTS.getOrDefault(b.key(), 0L)
                - checks.stream().mapToLong(CustomerCheck::cents).sum();
        if (visitor > 0) {
            out.add(new DeskReceipt("", b.date(), Tender.CHECK, "Visiting yacht Tern", "2077", visitor));
        }
        long counter = tills - Math.max(0, visitor);
        long first = counter * 6 / 10;
        out.add(new DeskReceipt("", before(b.date(), 1), Tender.CASH, "Chandlery", "till 1", first));
        out.add(new DeskReceipt("", b.date(), Tender.CASH, "Chandlery", "till 2", counter - first));
        return out;
    }

    private static LocalDate before(LocalDate date, int days) {
        LocalDate day = date.minusDays(days);
        return day.isBefore(Story.FIRST.atDay(1)) ? Story.FIRST.atDay(1) : day;
    }

    /** What is on the slip of that booking key; nothing where it is none. */
    List<DeskReceipt> onSlip(String key) {
        return desk.getOrDefault(key, List.of());
    }

    /** What was received at the desk in the month, in its order, with the key of its slip. */
    List<Map.Entry<String, DeskReceipt>> atTheDesk(YearMonth month) {
        return desk.entrySet().stream()
                .sorted(Map.Entry.comparingByKey())
                .flatMap(e -> e.getValue().stream().map(r -> Map.entry(e.getKey(), r)))
                .filter(e -> YearMonth.from(e.getValue().date()).equals(month))
                .sorted(Comparator.comparing(e -> e.getValue().date()))
                .toList();
    }

    private void stillOpen(List<String> suppliers) {
        for (int i = 0; i < 58; i++) {
            String customer = customers.get(i * 7 % customers.size());
            LocalDate date = LocalDate.of(2026, 6, 30).minusDays(random.nextInt(i % 6 == 0 ? 110 : 40));
            int work = random.nextInt(WORK.length);
            debts.add(new Debt(
                    "",
                    true,
                    customer,
                    "Q-" + invoice++,
                    date,
                    (300 + random.nextInt(4_200)) * 100L + random.nextInt(100),
                    0,
                    0,
                    WORK_ACCOUNTS[work],
                    WORK_ACCOUNTS[work].equals("4020") ? "YARD" : "DOCK",
                    WORK_ACCOUNTS[work].equals("4020") ? "ST" : "",
                    WORK[work]));
        }
        String[] accounts = {"6150", "6160", "6170", "6120", "5050", "6130"};
        for (int i = 0; i < 34; i++) {
            String supplier = suppliers.get(i * 7 % suppliers.size());
            debts.add(new Debt(
                    "",
                    false,
                    supplier,
                    "B" + bill++,
                    LocalDate.of(2026, 6, 29).minusDays(random.nextInt(45)),
                    (120 + random.nextInt(2_300)) * 100L + random.nextInt(100),
                    0,
                    0,
                    supplierAccount.getOrDefault(supplier, accounts[i % accounts.length]),
                    "OFFICE",
                    "",
                    ""));
        }
    }

    /** Those dated in the month; with the first month, those before it too. */
    List<Debt> debts(YearMonth month) {
        return debts.stream()
                .filter(d -> month.equals(Story.FIRST)
                        ? !YearMonth.from(d.date()).isAfter(month)
                        : YearMonth.from(d.date()).equals(month))
                .toList();
    }

    List<Takings> takings(YearMonth month) {
        return takings.stream()
                .filter(t -> month.equals(Story.FIRST)
                        ? !YearMonth.from(t.date()).isAfter(month)
                        : YearMonth.from(t.date()).equals(month))
                .toList();
    }
}
