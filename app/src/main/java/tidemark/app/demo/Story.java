package tidemark.app.demo;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import org.jspecify.annotations.Nullable;

/**
 * Half a year of Quillhaven Marina and Boatyard: what its people booked and what its banks said, from a fixed seed, so
 * that ledger and statements always fit together. Amounts are cents.
 */
final class Story {
    static final String OPERATING = "Operating";
    static final String PAYROLL = "Payroll";
    static final String RESERVE = "Reserve savings";
    static final String EURO = "Euro parts";
    static final YearMonth FIRST = YearMonth.of(2026, 1);
    static final YearMonth LAST = YearMonth.of(2026, 6);

    /**
     * One entry of the ledger.
     *
     * @param key names it for the bank items it explains
     * @param account bank account it moves
     * @param other code of the balancing account, or the name of another bank account for a transfer
     */
    record Booking(
            String key,
            LocalDate date,
            String account,
            long cents,
            String reference,
            String check,
            String party,
            String text,
            String other) {}

    /**
     * One line of a bank.
     *
     * @param explainedBy keys of the entries it stands for; empty when only the bank knew of it
     * @param bookedOn account that it is booked on, when only the bank knew of it
     */
    record BankItem(
            String account,
            LocalDate date,
            long cents,
            String reference,
            String check,
            String counterparty,
            String text,
            String code,
            List<String> explainedBy,
            @Nullable String bookedOn) {}

    static final String[] SUPPLIERS = {
        "Dunmore Timber", "Harrow Rope", "Orrin Paints", "Tidewell Electric", "Bexley Marine Fuel", "Corran Engines",
        "Ashby Sailcloth", "Lund Fasteners", "Penrose Welding", "Marlow Waste", "Skerry Safety", "Fairlead Tools"
    };
    static final String[] SUPPLIER_ACCOUNTS = {
        "5010", "5020", "5030", "6110", "5040", "5050", "5060", "5020", "6120", "6130", "6140", "5070"
    };
    static final String[] CUSTOMERS = {
        "Pell Charter", "Svea Marin AB", "Redfern Yachts", "Gannet Sailing Club", "Hollis Ferries", "Brightwater Tours"
    };
    private static final String[] CREW = {
        "A. Lindqvist",
        "B. Okafor",
        "C. Marsh",
        "D. Whitlock",
        "E. Novak",
        "F. Tamura",
        "G. Hale",
        "H. Brandt",
        "I. Castellan",
        "J. Frost",
        "K. Adeyemi",
        "L. Sorensen"
    };

    /** What the first of the crew got for the season. */
    private static final long[] BONUS = {31_250L, 28_740L, 33_115L, 29_980L, 30_405L};

    /** What the bank credited first of a slip that it credited in two parts, by the slip's key. */
    static final Map<String, Long> PARTS = Map.of("D-190", 150_000L);

    private final Random random = new Random(20_260_101L);
    private final List<Booking> bookings = new ArrayList<>();
    private final List<BankItem> items = new ArrayList<>();
    private int slip = 101;
    private int check = 20_301;
    private int payCheck = 7_001;
    private int ach = 3_301;
    private int wire = 2_201;

    Story() {
        for (YearMonth month = FIRST; !month.isAfter(LAST); month = month.plusMonths(1)) {
            operating(month);
            payroll(month);
            reserve(month);
        }
        mishaps();
        firstDaysOfJuly();
        euro();
        bookings.sort(Comparator.comparing(Booking::date));
        items.sort(Comparator.comparing(BankItem::date));
    }

    List<Booking> bookings() {
        return List.copyOf(bookings);
    }

    List<Booking> bookings(YearMonth month) {
        return bookings.stream()
                .filter(b -> YearMonth.from(b.date()).equals(month))
                .toList();
    }

    List<BankItem> items(String account, YearMonth month) {
        return items.stream()
                .filter(i ->
                        i.account().equals(account) && YearMonth.from(i.date()).equals(month))
                .toList();
    }

    private long cents(int least, int most) {
        return least * 100L + random.nextInt((most - least) * 100);
    }

    private static LocalDate workday(LocalDate date) {
        LocalDate day = date;
        while (day.getDayOfWeek() == DayOfWeek.SATURDAY || day.getDayOfWeek() == DayOfWeek.SUNDAY) {
            day = day.plusDays(1);
        }
        return day;
    }

    private LocalDate day(YearMonth month, int day) {
        LocalDate date = workday(month.atDay(Math.min(day, month.lengthOfMonth())));
        return YearMonth.from(date).equals(month) ? date : month.atEndOfMonth().minusDays(2);
    }

    private void book(
            String key,
            LocalDate date,
            long cents,
            String reference,
            String checkNo,
            String party,
            String text,
            String other) {
        bookings.add(new Booking(key, date, OPERATING, cents, reference, checkNo, party, text, other));
    }

    private void bank(
            LocalDate date,
            long cents,
            String reference,
            String checkNo,
            String party,
            String text,
            String code,
            String key) {
        items.add(new BankItem(OPERATING, date, cents, reference, checkNo, party, text, code, List.of(key), null));
    }

    private void operating(YearMonth month) {
        int[] depositDays = {1, 3, 5, 8, 9, 11, 12, 15, 17, 19, 22, 24, 26, 29};
        for (int d : depositDays) {
            LocalDate date = day(month, d);
            String reference = "D-" + slip++;
            long amount = cents(900, 4_600);
            int receipts = 2 + random.nextInt(7);
            book(
                    reference,
                    date,
                    amount,
                    reference,
                    "",
                    "",
                    "Deposit slip " + reference + ", " + receipts + " receipts",
                    "1250");
            bank(workday(date.plusDays(1)), amount, reference, "", "", "Deposit " + reference, "DEP", reference);
        }
        for (int d : new int[] {2, 5, 9, 12, 16, 19, 23, 26}) {
            LocalDate date = day(month, d);
            long amount = cents(1_100, 3_200);
            String key = "card-" + month + "-" + d;
            book(
                    key,
                    date,
                    amount,
                    "",
                    "",
                    "Halyard Pay",
                    "Card takings of " + date.minusDays(1).getDayOfMonth() + " " + name(date.minusDays(1)),
                    "1210");
            bank(
                    workday(date.plusDays(1)),
                    amount,
                    "",
                    "",
                    "Halyard Pay",
                    "HALYARD PAY SETTL 44" + (1000 + random.nextInt(9000)),
                    "CARD",
                    key);
        }
        for (int i = 0; i < 16; i++) {
            LocalDate date = day(month, 1 + i * 28 / 16);
            int supplier = random.nextInt(SUPPLIERS.length);
            String number = Integer.toString(check++);
            long amount = -cents(90, 1_400);
            String key = "check-" + number;
            book(key, date, amount, "", number, SUPPLIERS[supplier], "Check " + number, SUPPLIER_ACCOUNTS[supplier]);
            boolean never = number.equals("20301");
            if (!never) {
                bank(
                        workday(date.plusDays(2 + random.nextInt(8))),
                        amount,
                        "",
                        number,
                        "",
                        "Check " + number,
                        "CHK",
                        key);
            }
        }
        for (int i = 0; i < 8; i++) {
            LocalDate date = day(month, 2 + i * 3);
            int supplier = random.nextInt(SUPPLIERS.length);
            String reference = "ACH-" + ach++;
            long amount = -cents(200, 1_900);
            book(
                    reference,
                    date,
                    amount,
                    reference,
                    "",
                    SUPPLIERS[supplier],
                    "Payment " + reference,
                    SUPPLIER_ACCOUNTS[supplier]);
            bank(
                    workday(date.plusDays(1)),
                    amount,
                    reference,
                    "",
                    SUPPLIERS[supplier],
                    "ACH DEBIT " + SUPPLIERS[supplier].toUpperCase(java.util.Locale.ROOT),
                    "ACH",
                    reference);
        }
        for (int d : new int[] {4, 18}) {
            LocalDate date = day(month, d);
            String reference = "W-" + wire++;
            String customer = CUSTOMERS[random.nextInt(CUSTOMERS.length)];
            long amount = cents(6_000, 14_000);
            book(reference, date, amount, reference, "", customer, "Wire " + reference, "1200");
            bank(
                    date,
                    amount,
                    reference,
                    "",
                    customer,
                    "WIRE " + customer.toUpperCase(java.util.Locale.ROOT),
                    "WIRE",
                    reference);
        }
        for (int d : new int[] {7, 14, 21}) {
            LocalDate date = day(month, d);
            String payee = d == 7 ? "Quill Harbour Water" : d == 14 ? "Northshore Power" : "Bay Telecom";
            long amount = -cents(180, 760);
            String key = "debit-" + month + "-" + d;
            book(key, date, amount, "", "", payee, payee + ", direct debit", "6110");
            bank(
                    workday(date.plusDays(1)),
                    amount,
                    "",
                    "",
                    payee,
                    "DIRECT DEBIT " + payee.toUpperCase(java.util.Locale.ROOT),
                    "DD",
                    key);
        }
        for (int half = 1; half <= 2; half++) {
            LocalDate date = day(month, half == 1 ? 10 : 24);
            transfer(
                    "TR-" + month.getMonthValue() + "-" + half,
                    date,
                    date,
                    PAYROLL,
                    1_850_000L + random.nextInt(90_000));
        }
        LocalDate end = workday(month.atDay(25));
        boolean june = month.equals(LAST);
        transfer(
                "TR-" + month.getMonthValue() + "-3",
                june ? LocalDate.of(2026, 6, 30) : end,
                june ? LocalDate.of(2026, 7, 1) : workday(end.plusDays(1)),
                RESERVE,
                250_000L);
        LocalDate last = lastWorkday(month);
        only(OPERATING, last, -1_850L, "ACCOUNT MAINTENANCE FEE", "FEE", "6810");
        only(OPERATING, last, 310L + random.nextInt(200), "INTEREST CREDIT", "INT", "4810");
        if (month.getMonthValue() == 3) {
            items.removeIf(i -> i.reference().equals("D-131"));
            Booking slipOf = bookings.stream()
                    .filter(b -> b.key().equals("D-131"))
                    .findFirst()
                    .orElseThrow();
            LocalDate at = workday(slipOf.date().plusDays(1));
            bank(at, 70_000L, "", "", "", "Deposit, part 1 of 2", "DEP", "D-131");
            bank(workday(at.plusDays(1)), slipOf.cents() - 70_000L, "", "", "", "Deposit, part 2 of 2", "DEP", "D-131");
        }
    }

    private static String name(LocalDate date) {
        return date.getMonth().getDisplayName(java.time.format.TextStyle.SHORT, java.util.Locale.ENGLISH);
    }

    private static LocalDate lastWorkday(YearMonth month) {
        LocalDate day = month.atEndOfMonth();
        while (day.getDayOfWeek() == DayOfWeek.SATURDAY || day.getDayOfWeek() == DayOfWeek.SUNDAY) {
            day = day.minusDays(1);
        }
        return day;
    }

    private void transfer(String reference, LocalDate out, LocalDate in, String to, long cents) {
        bookings.add(new Booking(reference, out, OPERATING, -cents, reference, "", "", "Transfer to " + to, to));
        items.add(new BankItem(
                OPERATING,
                out,
                -cents,
                reference,
                "",
                "",
                "XFER TO " + (to.equals(PAYROLL) ? "4425" : "0093"),
                "XFER",
                List.of(reference),
                null));
        items.add(new BankItem(to, in, cents, reference, "", "", "XFER FROM 4417", "XFER", List.of(reference), null));
    }

    private void only(String account, LocalDate date, long cents, String text, String code, String bookedOn) {
        items.add(new BankItem(account, date, cents, "", "", "", text, code, List.of(), bookedOn));
    }

    private void payroll(YearMonth month) {
        for (int half = 1; half <= 2; half++) {
            LocalDate date = day(month, half == 1 ? 11 : 25);
            for (int i = half - 1; i < CREW.length; i += 2) {
                String number = Integer.toString(payCheck++);
                long amount = -cents(2_050, 2_700);
                String key = "pay-" + number;
                bookings.add(
                        new Booking(key, date, PAYROLL, amount, "", number, CREW[i], "Pay check " + number, "6210"));
                items.add(new BankItem(
                        PAYROLL,
                        workday(date.plusDays(1 + random.nextInt(6))),
                        amount,
                        "",
                        number,
                        "",
                        "Check " + number,
                        "CHK",
                        List.of(key),
                        null));
            }
            String reference = "TAX-" + month.getMonthValue() + "-" + half;
            LocalDate due = date.plusDays(1);
            long tax = -cents(2_900, 3_600);
            bookings.add(new Booking(
                    reference,
                    workday(due),
                    PAYROLL,
                    tax,
                    reference,
                    "",
                    "State Revenue Office",
                    "Payroll tax " + reference,
                    "6220"));
            items.add(new BankItem(
                    PAYROLL,
                    workday(due),
                    tax,
                    reference,
                    "",
                    "State Revenue Office",
                    "ACH DEBIT STATE REVENUE",
                    "ACH",
                    List.of(reference),
                    null));
        }
        only(PAYROLL, lastWorkday(month), -900L, "ACCOUNT MAINTENANCE FEE", "FEE", "6810");
    }

    private void reserve(YearMonth month) {
        only(RESERVE, lastWorkday(month), 41_000L + random.nextInt(900), "INTEREST PAID", "INT", "4810");
    }

    /** June as it should not be. */
    private void mishaps() {
        // a customer's check comes back, with the bank's fee
        only(OPERATING, LocalDate.of(2026, 6, 8), -64_000L, "RETURNED ITEM CHK 3318 PELL CHARTER", "RTN", "1200");
        only(OPERATING, LocalDate.of(2026, 6, 8), -1_200L, "RETURNED ITEM FEE", "FEE", "6810");
        // a wire fee that nobody booked
        only(OPERATING, LocalDate.of(2026, 6, 18), -1_500L, "INCOMING WIRE FEE", "FEE", "6810");
        // two digits swapped in a check
        LocalDate third = LocalDate.of(2026, 6, 3);
        book("check-20421", third, -49_860L, "", "20421", "Dunmore Timber", "Check 20421", "5010");
        items.add(new BankItem(
                OPERATING, LocalDate.of(2026, 6, 5), -48_960L, "", "20421", "", "Check 20421", "CHK", List.of(), null));
        // one check that paid two invoices: two entries, one line
        book("receipt-1", LocalDate.of(2026, 6, 12), 118_000L, "", "", "Gannet Sailing Club", "Invoice 6-114", "1200");
        book("receipt-2", LocalDate.of(2026, 6, 12), 75_000L, "", "", "Gannet Sailing Club", "Invoice 6-131", "1200");
        items.add(new BankItem(
                OPERATING,
                LocalDate.of(2026, 6, 15),
                193_000L,
                "",
                "",
                "",
                "LOCKBOX 88-014",
                "LBX",
                List.of("receipt-1", "receipt-2"),
                null));
        // a deposit that the bank credited in two parts
        book("D-190", LocalDate.of(2026, 6, 16), 231_500L, "D-190", "", "", "Deposit slip D-190, 5 receipts", "1250");
        items.add(new BankItem(
                OPERATING,
                LocalDate.of(2026, 6, 17),
                PARTS.getOrDefault("D-190", 0L),
                "",
                "",
                "",
                "DEPOSIT PART 1",
                "DEP",
                List.of("D-190"),
                null));
        items.add(new BankItem(
                OPERATING,
                LocalDate.of(2026, 6, 18),
                81_500L,
                "",
                "",
                "",
                "DEPOSIT PART 2",
                "DEP",
                List.of("D-190"),
                null));
        // a payment that was booked twice
        book(
                "twice-1",
                LocalDate.of(2026, 6, 17),
                -31_025L,
                "ACH-3390",
                "",
                "Tidewell Electric",
                "Payment ACH-3390",
                "6110");
        book(
                "twice-2",
                LocalDate.of(2026, 6, 19),
                -31_025L,
                "ACH-3390",
                "",
                "Tidewell Electric",
                "Payment ACH-3390",
                "6110");
        items.add(new BankItem(
                OPERATING,
                LocalDate.of(2026, 6, 18),
                -31_025L,
                "ACH-3390",
                "",
                "Tidewell Electric",
                "ACH DEBIT TIDEWELL ELECTRIC",
                "ACH",
                List.of("twice-1"),
                null));
        // money from somebody nobody knows
        only(OPERATING, LocalDate.of(2026, 6, 23), 124_000L, "ACH CREDIT UNKNOWN SENDER 7781", "ACH", "2900");
        // on its way at the month's end
        book("D-191", LocalDate.of(2026, 6, 30), 184_030L, "D-191", "", "", "Deposit slip D-191, 4 receipts", "1250");
        items.add(new BankItem(
                OPERATING,
                LocalDate.of(2026, 7, 1),
                184_030L,
                "D-191",
                "",
                "",
                "Deposit D-191",
                "DEP",
                List.of("D-191"),
                null));
    }

    /** The first days of July, once the check that came back was presented again on slip D-193: what comes back of it. */
    private void firstDaysOfJuly() {
        july(1, 24_500L, "COL-0701", "Brightwater Tours", "ACH COLLECTION BRIGHTWATER TOURS", "ACH");
        // the collection comes back without a fee; the check, presented again, with its fee in the same line
        july(2, 64_000L, "D-193", "", "Deposit D-193", "DEP");
        july(2, -24_500L, "COL-0701", "Brightwater Tours", "ACH RETURN R01 BRIGHTWATER TOURS", "RTN");
        july(2, -65_200L, "", "", "RETURNED ITEM CHK 3318 PELL CHARTER", "RTN");
        // a card day whose fee is an entry of its own, and a bonus that is one entry and was paid one by one
        LocalDate first = LocalDate.of(2026, 7, 1);
        book("july-card", first, 124_000L, "", "", "Tidepool Cards", "Card takings at the fuel dock", "4040");
        book("july-card-fee", first, -2_108L, "", "", "Tidepool Cards", "Fee on card takings", "6810");
        july(2, 121_892L, "", "Tidepool Cards", "TIDEPOOL CARDS SETTLEMENT", "CARD");
        long bonus = 0;
        for (int i = 0; i < BONUS.length; i++) {
            bonus -= BONUS[i];
            july(2, -BONUS[i], "", "", "SEASON BONUS " + CREW[i].toUpperCase(Locale.ROOT), "SAL");
        }
        book("july-bonus", first, bonus, "", "", "Dock crew", "Season bonus of the dock crew", "6210");
    }

    private void july(int day, long cents, String reference, String party, String text, String code) {
        items.add(new BankItem(
                OPERATING, LocalDate.of(2026, 7, day), cents, reference, "", party, text, code, List.of(), null));
    }

    /** The account in euros, taken over at the end of May with two items outstanding. */
    private void euro() {
        euro(LocalDate.of(2026, 6, 2), -124_000L, "NK-8801", "Hansen Propeller", "SEPA HANSEN PROPELLER", "", null);
        euro(LocalDate.of(2026, 6, 3), 86_000L, "NK-8807", "Svea Marin AB", "SEPA IN SVEA MARIN", "", null);
        euro(LocalDate.of(2026, 6, 17), -235_000L, "PY-EU-1", "Hansen Propeller", "SEPA HANSEN PROPELLER", "", null);
        euro(LocalDate.of(2026, 6, 30), -950L, "", "", "KONTOFUEHRUNG", "FEE", "6810");
    }

    private void euro(
            LocalDate date,
            long cents,
            String reference,
            String party,
            String text,
            String code,
            @Nullable String bookedOn) {
        items.add(new BankItem(EURO, date, cents, reference, "", party, text, code, List.of(), bookedOn));
    }
}
