package tidemark.core.given;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.IntConsumer;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.matching.LedgerItem;
import tidemark.core.matching.MovementKind;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;

/**
 * A made-up year of one account of a company of a kind, from a seed, of another make than {@link AccountYear}: movements of
 * mixed signs, several lines for one entry, runs whose references have a stem, joint payers, glued and cut texts. For each
 * match it is known of which class its evidence is.
 */
public final class CompanyYear {
    /** What kind of company. */
    public enum Kind {
        PRACTICE,
        WHOLESALE,
        HOUSING,
        SHOPS
    }

    /** What tells a match. */
    public enum Told {
        PLAIN("name or reference, amount"),
        REFERENCE("all of one reference or slip"),
        EQUAL("name or reference among equal amounts"),
        NUMBER("a number without its prefix"),
        AMOUNT("the amount alone"),
        SIGNS("an entry of the other sign"),
        LINES("several lines for one entry"),
        MANY("many of each"),
        DAY("all of a party or day, or a run"),
        QUOTED("several references quoted");

        public final String words;

        Told(String words) {
            this.words = words;
        }
    }

    /** Lines and entries that belong together. */
    public record Truth(Told told, Set<Long> lines, Set<Long> entries) {}

    private static final LocalDate START = LocalDate.of(2025, 1, 1);
    private static final String[] HEADS = {
        "Amber", "Birch", "Cobble", "Dapple", "Ember", "Fallow", "Garnet", "Hazel", "Indigo", "Juniper", "Kestrel",
        "Lupin", "Meadow", "Nettle", "Orchard", "Pebble", "Quarry", "Russet", "Sorrel", "Thistle", "Umber", "Verdant",
        "Willow"
    };
    private static final String[] TAILS = {
        "croft", "dale", "field", "gate", "ham", "hurst", "leigh", "mere", "mill", "stead", "stone", "wick", "worth",
        "brook"
    };
    private static final String[] TRADES = {
        "Bakery",
        "Builders",
        "Clinic",
        "Dairy",
        "Fabrics",
        "Foods",
        "Garage",
        "Glass",
        "Joinery",
        "Kitchens",
        "Paper",
        "Plants",
        "Printers",
        "Supplies",
        "Tools",
        "Traders",
        "Transport",
        "Wines"
    };
    private static final String[] GIVEN = {
        "Ada", "Bela", "Cora", "Dorian", "Edda", "Fenna", "Gero", "Hanna", "Ilja", "Jonna", "Kalle", "Linnea", "Mirao",
        "Nils", "Oona", "Pelle", "Runa", "Sven", "Tilda", "Ulla"
    };

    public final List<BankLine> lines = new ArrayList<>();
    public final List<LedgerItem> items = new ArrayList<>();
    public final List<Truth> truths = new ArrayList<>();
    private final Random random;
    private final int size;
    private long number = 2_000;
    private final List<String> firms = new ArrayList<>();
    private final List<String> people = new ArrayList<>();

    /** @param size about how many lines */
    public CompanyYear(Kind kind, int size, long seed) {
        random = new Random(seed * 31 + kind.ordinal());
        this.size = size;
        for (int i = 0; i < 20 + size / 25; i++) {
            firms.add(
                    pick(HEADS) + pick(TAILS) + " " + pick(TRADES) + (i % 3 == 0 ? " Ltd" : i % 3 == 1 ? " & Co" : ""));
        }
        Set<String> named = new TreeSet<>();
        while (named.size() < 30 + size / 12) {
            String name = pick(GIVEN) + " " + pick(HEADS) + pick(TAILS);
            if (named.add(name)) {
                people.add(name);
            }
        }
        switch (kind) {
            case PRACTICE -> practice();
            case WHOLESALE -> wholesale();
            case HOUSING -> housing();
            case SHOPS -> shops();
        }
        Collections.shuffle(lines, random);
        Collections.shuffle(items, random);
    }

    /** The truth of each line that has any. */
    public Map<Long, Truth> byLine() {
        Map<Long, Truth> out = new HashMap<>();
        truths.forEach(t -> t.lines().forEach(l -> out.put(l, t)));
        return out;
    }

    private String pick(String[] from) {
        return from[random.nextInt(from.length)];
    }

    private <T> T pick(List<T> from) {
        return from.get(random.nextInt(from.size()));
    }

    private boolean chance(double p) {
        return random.nextDouble() < p;
    }

    private long amount(int from, int to) {
        long amount = from * 100L + random.nextInt((to - from) * 100);
        return chance(.25) ? amount / 500 * 500 + 500 : amount;
    }

    private LocalDate day() {
        return business(START.plusDays(random.nextInt(365)));
    }

    private static LocalDate business(LocalDate day) {
        LocalDate d = day;
        while (d.getDayOfWeek() == DayOfWeek.SATURDAY || d.getDayOfWeek() == DayOfWeek.SUNDAY) {
            d = d.plusDays(1);
        }
        return d;
    }

    private LocalDate later(LocalDate day, int most) {
        LocalDate d = day;
        for (int n = random.nextInt(most + 1); n > 0; n--) {
            d = business(d.plusDays(1));
        }
        return business(d);
    }

    private long line(LocalDate day, long amount, String code, String reference, String text) {
        long id = lines.size() + 1L;
        lines.add(new BankLine(
                new BankLineId(id), day, day, amount, reference, "B" + (700_000 + id), "", "", text, code));
        return id;
    }

    private long entry(LocalDate day, long amount, MovementKind kind, String reference, String party, String text) {
        long id = items.size() + 1L;
        items.add(new LedgerItem(new CashEntry(new CashEntryId(id), day, amount, reference, "", party, text), kind));
        return id;
    }

    private void truth(Told told, List<Long> of, List<Long> entries) {
        truths.add(new Truth(told, new TreeSet<>(of), new TreeSet<>(entries)));
    }

    /** A name as banks write it: in capitals, often cut, now and then glued, turned round or misspelt. */
    private String written(String name) {
        String out = name.toUpperCase(Locale.ROOT);
        double how = random.nextDouble();
        if (how < .2) {
            out = out.substring(0, Math.min(out.length(), 12 + random.nextInt(6)));
        } else if (how < .3) {
            out = out.replace(" ", "").replace("&", "");
        } else if (how < .37) {
            List<String> words = new ArrayList<>(List.of(out.split(" ")));
            Collections.reverse(words);
            out = String.join(" ", words);
        } else if (how < .42) {
            int at = 1 + random.nextInt(Math.max(1, out.length() - 3));
            out = out.substring(0, at) + out.charAt(at + 1) + out.charAt(at) + out.substring(at + 2);
        }
        return out.strip();
    }

    /** A reference as payers give it: whole, as its number alone, with zeros, or not at all. */
    private String shown(String reference) {
        String digits = reference.replaceAll("[^0-9]", "");
        return switch (random.nextInt(5)) {
            case 0 -> digits;
            case 1 -> "0000" + digits;
            case 2 -> "NO" + digits;
            default -> reference;
        };
    }

    private void times(double share, IntConsumer make) {
        for (int i = 0; i < size * share; i++) {
            make.accept(i);
        }
    }

    private void without() {
        times(
                .03,
                i -> line(
                        day(),
                        -amount(3, 40),
                        "FEE",
                        "",
                        pick(List.of("SERVICE CHARGE", "ACCOUNT FEE", "CASH HANDLING"))));
        times(.01, i -> line(day(), amount(50, 900), "TRF", "", "CREDIT " + written(pick(firms))));
        times(
                .03,
                i -> entry(
                        day(), amount(50, 900), MovementKind.TRANSFER, "INV-" + number++, pick(firms), "Invoice paid"));
        times(.01, i -> entry(day(), -amount(50, 900), MovementKind.TRANSFER, "", pick(firms), "Purchase"));
    }

    private void suppliers(double share) {
        times(share, i -> {
            LocalDate day = day();
            String firm = pick(firms);
            String reference = "PI-" + number++;
            long amount = -amount(40, 3_000);
            boolean told = chance(.6);
            long l = line(
                    later(day, 2),
                    amount,
                    "TRO",
                    "",
                    "PAYMENT " + written(firm) + (told ? " " + shown(reference) : ""));
            truth(
                    told ? Told.NUMBER : Told.PLAIN,
                    List.of(l),
                    List.of(entry(day, amount, MovementKind.TRANSFER, reference, firm, "Supplier invoice")));
        });
    }

    /** A run of payments as one line, whose text has the run, the count, both or neither. */
    private void runs(double share) {
        times(share, i -> {
            LocalDate day = day();
            String run = "RN" + (4_000 + i);
            int n = 3 + random.nextInt(18);
            long total = 0;
            List<Long> entries = new ArrayList<>();
            for (int k = 1; k <= n; k++) {
                long amount = -amount(20, 2_000);
                total += amount;
                entries.add(entry(
                        day, amount, MovementKind.TRANSFER, "%s/%02d".formatted(run, k), pick(firms), "Payment run"));
            }
            String text = "BULK PAYMENT" + (chance(.5) ? " " + run : "") + (chance(.5) ? " ITEMS " + n : "");
            truth(Told.DAY, List.of(line(later(day, 1), total, "BLK", "", text)), entries);
        });
    }

    /** Wages: one entry, paid one by one. */
    private void wages(int staff) {
        for (int month = 0; month < 12; month++) {
            LocalDate day = business(START.plusMonths(month).plusDays(25));
            List<Long> of = new ArrayList<>();
            long total = 0;
            for (int k = 0; k < staff; k++) {
                long amount = -amount(1_200, 3_400);
                total += amount;
                of.add(line(day, amount, "SAL", "", "SALARY " + written(people.get(k % people.size()))));
            }
            truth(
                    Told.LINES,
                    of,
                    List.of(entry(day, total, MovementKind.PAYROLL, "", "Staff", "Wages " + (month + 1) + "/2025")));
        }
    }

    /** Takings of a card terminal, gross, with the fee as an entry of its own, sometimes of single sales. */
    private void cards(double share, String terminal, double rate, boolean singles) {
        int days = (int) Math.min(350, size * share);
        times(days / (double) size, i -> {
            LocalDate day = START.plusDays(i * 364L / days);
            int n = singles ? 2 + random.nextInt(6) : 1;
            List<Long> entries = new ArrayList<>();
            long total = 0;
            for (int k = 0; k < n; k++) {
                long amount = amount(10, singles ? 250 : 2_500);
                total += amount;
                entries.add(entry(
                        day,
                        amount,
                        MovementKind.CARD_SETTLEMENT,
                        "",
                        "Cardpool " + terminal,
                        singles ? "Card sale" : "Card takings"));
            }
            long fee = Math.round(total * rate);
            entries.add(entry(day, -fee, MovementKind.FEE, "", "Cardpool " + terminal, "Card fee"));
            truth(
                    Told.SIGNS,
                    List.of(line(later(day, 2), total - fee, "CRD", "", "CARDPOOL SETTL " + terminal)),
                    entries);
        });
    }

    /** Slips of checks and cash, whose number the bank shows or not; the coin is counted apart now and then. */
    private void slips(double share, int most) {
        times(share, i -> {
            LocalDate day = day();
            String slip = "SL" + String.format("%05d", number++);
            boolean hasSlip = chance(.8);
            int n = 2 + random.nextInt(most - 1);
            List<Long> entries = new ArrayList<>();
            long total = 0;
            for (int k = 0; k < n; k++) {
                long amount = amount(10, 300);
                total += amount;
                entries.add(entry(day, amount, MovementKind.DEPOSIT, hasSlip ? slip : "", pick(people), "Receipt"));
            }
            LocalDate banked = later(day, 2);
            String text = "PAID IN" + (chance(.5) ? " " + shown(slip) : "");
            if (chance(.15)) {
                long coin = 500 + random.nextInt(3_000);
                truth(
                        Told.MANY,
                        List.of(
                                line(banked, total - coin, "PIN", "", text),
                                line(later(banked, 1), coin, "PIN", "", text + " COIN")),
                        entries);
            } else {
                truth(hasSlip ? Told.REFERENCE : Told.DAY, List.of(line(banked, total, "PIN", "", text)), entries);
            }
        });
    }

    private void practice() {
        String[] insurers = {"Northmere Health", "Palisade Mutual", "Cedarline Cover"};
        times(.2, i -> {
            LocalDate day = day();
            String insurer = pick(insurers);
            String remittance = "ER" + (300_000 + random.nextInt(600_000));
            boolean told = chance(.7);
            List<Long> entries = new ArrayList<>();
            long total = 0;
            int n = 1 + random.nextInt(9);
            for (int k = 0; k < n; k++) {
                long amount = amount(40, 700);
                total += amount;
                entries.add(entry(
                        day, amount, MovementKind.TRANSFER, told ? remittance : "", insurer, "Claim " + pick(people)));
            }
            boolean back = chance(.2) && n > 1;
            if (back) {
                long amount = -amount(10, 39);
                total += amount;
                entries.add(entry(day, amount, MovementKind.TRANSFER, told ? remittance : "", insurer, "Taken back"));
            }
            String text = "CLAIMPMT " + written(insurer) + (told && chance(.8) ? " " + shown(remittance) : "");
            long l = line(later(day, 3), total, "TRF", "", text);
            truth(back ? Told.SIGNS : n == 1 ? Told.NUMBER : told ? Told.REFERENCE : Told.DAY, List.of(l), entries);
        });
        times(.25, i -> {
            // plans in months: the same amount of each of many
            String person = people.get(i % people.size());
            LocalDate day = business(START.plusMonths(i / people.size() % 12).plusDays(i % 28));
            long amount = List.of(2_500L, 5_000L, 7_500L, 10_000L).get(i % people.size() % 4);
            long l =
                    line(later(day, 3), amount, "TRF", "", "TRANSFER " + written(person) + (chance(.3) ? " PLAN" : ""));
            truth(Told.EQUAL, List.of(l), List.of(entry(day, amount, MovementKind.TRANSFER, "", person, "Instalment")));
        });
        slips(.2, 12);
        cards(.12, "4471820", .0185, true);
        suppliers(.12);
        wages(4 + size / 600);
        without();
    }

    private void wholesale() {
        times(.45, i -> {
            LocalDate day = day();
            String firm = pick(firms);
            int n = 1 + random.nextInt(4);
            List<Long> entries = new ArrayList<>();
            List<String> told = new ArrayList<>();
            long total = 0;
            for (int k = 0; k < n; k++) {
                long amount = amount(50, 4_000);
                String invoice = "INV-" + number++;
                total += amount;
                told.add(shown(invoice));
                entries.add(entry(
                        day.minusDays(random.nextInt(2)),
                        amount,
                        MovementKind.TRANSFER,
                        invoice,
                        firm,
                        "Invoice paid"));
            }
            double what = random.nextDouble();
            if (what < .2) {
                long amount = -(what < .1 ? Math.round(total * .02) : amount(5, 45));
                total += amount;
                entries.add(entry(
                        day,
                        amount,
                        MovementKind.TRANSFER,
                        what < .1 ? "" : "CN-" + number++,
                        firm,
                        what < .1 ? "Discount" : "Credit note"));
            }
            String list =
                    chance(.6) ? " " + String.join(",", told) : chance(.5) ? " " + told.getFirst() + " AND OTHERS" : "";
            String text = "CREDIT " + (chance(.8) ? written(firm) : "") + list;
            if (chance(.12)) {
                long first = total / 100 * (20 + random.nextInt(60));
                LocalDate paid = later(day, 2);
                truth(
                        n > 1 ? Told.MANY : Told.LINES,
                        List.of(
                                line(paid, first, "TRF", "", text),
                                line(later(paid, 3), total - first, "TRF", "", "CREDIT " + written(firm) + " REST")),
                        entries);
            } else {
                Told class_ =
                        what < .2 ? Told.SIGNS : n == 1 ? Told.NUMBER : list.contains(",") ? Told.QUOTED : Told.DAY;
                truth(class_, List.of(line(later(day, 3), total, "TRF", "", text.strip())), entries);
            }
        });
        suppliers(.2);
        runs(.08);
        wages(3 + size / 800);
        cards(.05, "7719", .0142, false);
        without();
    }

    private void housing() {
        int flats = Math.max(20, size / 14);
        long[] rents = {65_000, 72_500, 80_000, 80_000, 95_000, 110_000};
        for (int flat = 1; flat <= flats; flat++) {
            String tenant = people.get(flat);
            String other = pick(GIVEN) + " " + tenant.split(" ")[1];
            boolean joint = chance(.12);
            boolean council = !joint && chance(.15);
            String lease = "L" + (5_000 + flat);
            long rent = rents[random.nextInt(rents.length)];
            for (int month = 0; month < 12 && !council; month++) {
                LocalDate due = business(START.plusMonths(month));
                long e = entry(
                        due,
                        rent,
                        MovementKind.TRANSFER,
                        chance(.7) ? lease : "",
                        tenant,
                        "Rent flat " + flat + " " + (month + 1) + "/2025");
                LocalDate paid = later(due, chance(.1) ? 14 : 4);
                String text = switch (random.nextInt(4)) {
                    case 0 -> "CREDIT" + tenant.toUpperCase(Locale.ROOT).replace(" ", "") + "FLAT" + flat + "RENT";
                    case 1 -> written(tenant) + " RENT";
                    case 2 -> written(tenant) + " " + shown(lease);
                    default -> written(tenant) + " RENT " + String.format("%02d/2025", month + 1);
                };
                if (joint) {
                    long half = rent / 2;
                    truth(
                            Told.LINES,
                            List.of(
                                    line(paid, half, "TRF", "", text),
                                    line(
                                            later(paid, 2),
                                            rent - half,
                                            "TRF",
                                            "",
                                            written(other) + " RENT FLAT " + flat)),
                            List.of(e));
                } else {
                    truth(Told.EQUAL, List.of(line(paid, rent, "TRF", "", text)), List.of(e));
                }
            }
        }
        for (int month = 0; month < 12; month++) {
            LocalDate due = business(START.plusMonths(month).plusDays(7));
            String run = "HB" + (2_025 * 100 + month + 1);
            List<Long> entries = new ArrayList<>();
            long total = 0;
            int n = 4 + flats / 8;
            for (int k = 1; k <= n; k++) {
                long amount = rents[random.nextInt(rents.length)];
                total += amount;
                entries.add(entry(
                        due,
                        amount,
                        MovementKind.TRANSFER,
                        run + "-" + String.format("%03d", k),
                        "Town council",
                        "Housing aid"));
            }
            truth(
                    Told.DAY,
                    List.of(line(
                            later(due, 2), total, "TRF", "", "TOWN COUNCIL" + (chance(.5) ? " " + n + " CASES" : ""))),
                    entries);
        }
        suppliers(.15);
        runs(.03);
        slips(.04, 6);
        without();
    }

    private void shops() {
        for (String shop : List.of("Quay", "Mill Lane", "Station")) {
            String bag = "T" + (10 + random.nextInt(90));
            int days = Math.min(360, size / 8);
            for (int d = 0; d < days; d++) {
                LocalDate day = START.plusDays(d * 360L / days);
                long amount = amount(200, 1_800);
                long e = entry(day, amount, MovementKind.DEPOSIT, "", "Shop " + shop, "Cash takings");
                LocalDate banked = later(day, 2);
                String text = "CASH " + bag + " " + (1_000 + d);
                if (chance(.4)) {
                    long coin = 300 + random.nextInt(9_000);
                    truth(
                            Told.LINES,
                            List.of(
                                    line(banked, amount - coin, "CSH", "", text),
                                    line(later(banked, 1), coin, "CSH", "", text)),
                            List.of(e));
                } else {
                    truth(Told.AMOUNT, List.of(line(banked, amount, "CSH", "", text)), List.of(e));
                }
            }
        }
        cards(.14, "550912", .0169, true);
        cards(.14, "550913", .0169, false);
        times(.08, i -> {
            // several days of vouchers in one, less what was cashed in
            LocalDate day = START.plusDays(random.nextInt(360));
            List<Long> entries = new ArrayList<>();
            long total = 0;
            for (int k = 0; k < 2 + random.nextInt(3); k++) {
                long amount = amount(30, 400);
                total += amount;
                entries.add(entry(day, amount, MovementKind.TRANSFER, "VC" + (8_000 + i), "Gladgift", "Vouchers sold"));
            }
            long back = -amount(2, 29);
            entries.add(entry(day, back, MovementKind.TRANSFER, "VC" + (8_000 + i), "Gladgift", "Vouchers cashed in"));
            truth(
                    Told.SIGNS,
                    List.of(line(
                            later(day, 3),
                            total + back,
                            "TRF",
                            "",
                            "GLADGIFT " + (chance(.7) ? shown("VC" + (8_000 + i)) : "PAYOUT"))),
                    entries);
        });
        suppliers(.1);
        runs(.02);
        without();
    }

    @Override
    public String toString() {
        return lines.size() + " lines, " + items.size() + " entries, " + Arrays.toString(Kind.values());
    }
}
