package tidemark.core.given;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.matching.LedgerItem;
import tidemark.core.matching.MovementKind;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;

/**
 * A made-up year of one account, from a seed: what the ledger has, what the bank shows, and which belongs to which. It
 * holds late checks, bundled deposits, deposits credited in parts, card settlements net of fee, recurring equal
 * amounts, payers with equal amounts on one day, keying errors, misspelt and cut names, entries made twice, returned
 * credits, lines and entries without counterpart, and decoys of equal amount.
 */
public final class AccountYear {
    /** How such a year is made up; shares are of the movements. */
    public record Profile(
            String name,
            double checks,
            double deposits,
            double cards,
            double debits,
            double wires,
            double referenceTold,
            double nameTold,
            double roundAmounts,
            double decoys,
            double subsetDecoys,
            double keyingErrors) {}

    public static final Profile TYPICAL = new Profile("typical", .28, .1, .07, .2, .35, .75, .85, .15, .02, 0, .008);
    public static final Profile CHECKS = new Profile("checks", .8, .08, .02, .04, .06, .7, .8, .2, .02, 0, .008);
    public static final Profile RETAIL = new Profile("retail", .08, .3, .4, .1, .12, .6, .7, .1, .02, 0, .008);
    public static final Profile SPARSE = new Profile("sparse", .2, .1, .1, .2, .4, .15, .35, .3, .04, 0, .01);
    public static final Profile ADVERSARIAL =
            new Profile("adversarial", .2, .25, .1, .15, .3, .4, .5, .85, .25, .5, .01);
    public static final List<Profile> ALL = List.of(TYPICAL, CHECKS, RETAIL, SPARSE, ADVERSARIAL);

    private static final String[] WORDS = {"NORTH", "SOUTH", "EAST", "WEST", "HARBOR", "STATION", "MARKET", "BRIDGE"};
    private static final LocalDate START = LocalDate.of(2025, 1, 1);
    private static final String[] FIRST = {
        "Harbor",
        "Northgate",
        "Blackwater",
        "Silverbrook",
        "Oakline",
        "Marlin",
        "Tidewell",
        "Copper",
        "Juniper",
        "Redfern",
        "Halyard",
        "Windmere",
        "Granite",
        "Lantern",
        "Maple",
        "Coldspring",
        "Osprey",
        "Kestrel",
        "Bramble",
        "Saltmarsh",
        "Ferrow",
        "Quarry",
        "Aldermoor",
        "Brightwell",
        "Castor",
        "Dovetail",
        "Elmhurst",
        "Foxglove",
        "Gullane",
        "Hazelby",
        "Ironwood",
        "Jasmine",
        "Larkspur",
        "Mistral",
        "Pinecrest",
        "Ravensford",
        "Thornbury"
    };
    private static final String[] SECOND = {
        "Freight", "Timber", "Supply", "Marine", "Foods", "Logistics", "Printing", "Electric", "Bakery", "Machine",
        "Textiles", "Glass", "Dairy", "Tool", "Paper", "Optical", "Garden", "Chemical", "Hardware", "Insurance",
        "Dental", "Roofing", "Catering", "Packaging", "Fittings"
    };
    private static final String[] THIRD = {
        "Inc", "LLC", "Company", "Partners", "Group", "Works", "Ltd", "Associates", ""
    };

    /** What belongs together; {@code exact} where the amounts add up. */
    public record Truth(Set<Long> lines, Set<Long> entries, boolean exact) {}

    public final List<BankLine> lines = new ArrayList<>();
    public final List<LedgerItem> items = new ArrayList<>();
    public final List<Truth> truths = new ArrayList<>();
    private final Random random;
    private final Profile profile;
    private final int days;
    private final List<String> parties = new ArrayList<>();
    private final long[] recurring;
    private long nextLine = 1;
    private long nextEntry = 1;
    private int nextCheck = 10_001;
    private int nextInvoice = 41_007;
    private final Set<String> settled = new TreeSet<>();
    private int nextDebit;
    private int nextSlip = 501;
    private final long[] commonAmounts = {50_000, 100_000, 25_000, 12_500, 75_000, 200_000, 150_000, 9_900, 49_900};

    public AccountYear(Profile profile, int size, long seed) {
        this(profile, size, seed, 365);
    }

    /** @param days over how many days it goes; not a year then, but as many lines a day as are wanted */
    public AccountYear(Profile profile, int size, long seed, int days) {
        this.days = days;
        this.profile = profile;
        this.random = new Random(seed * 7919 + profile.name().hashCode());
        int partyCount = Math.clamp(size / 60, 30, 4_000);
        for (int i = 0; i < partyCount; i++) {
            parties.add((pick(FIRST) + " " + pick(SECOND) + " " + pick(THIRD)).strip());
        }
        recurring = new long[partyCount];
        for (int i = 0; i < partyCount; i++) {
            recurring[i] = amount();
        }
        while (lines.size() < size) {
            movement(day());
        }
        Collections.shuffle(lines, random);
        Collections.shuffle(items, random);
    }

    private String pick(String[] from) {
        return from[random.nextInt(from.length)];
    }

    private LocalDate day() {
        LocalDate day = START.plusDays(random.nextInt(days));
        return workday(day);
    }

    private static LocalDate workday(LocalDate day) {
        LocalDate out = day;
        while (out.getDayOfWeek() == DayOfWeek.SATURDAY || out.getDayOfWeek() == DayOfWeek.SUNDAY) {
            out = out.plusDays(1);
        }
        return out;
    }

    private LocalDate later(LocalDate day, int businessDays) {
        LocalDate out = day;
        for (int i = 0; i < businessDays; i++) {
            out = workday(out.plusDays(1));
        }
        return out;
    }

    private long amount() {
        if (random.nextDouble() < profile.roundAmounts()) {
            return commonAmounts[random.nextInt(commonAmounts.length)];
        }
        return Math.max(300, Math.round(Math.exp(10.8 + 1.3 * random.nextGaussian())));
    }

    private boolean chance(double p) {
        return random.nextDouble() < p;
    }

    private int lag(double share0, int most) {
        if (chance(share0)) {
            return 0;
        }
        return 1 + Math.min(most, (int) (-Math.log(1 - random.nextDouble()) * most / 3));
    }

    private void movement(LocalDate day) {
        double kind = random.nextDouble();
        if (chance(profile.decoys())) {
            decoy(day);
        }
        if (chance(.025)) {
            // only the bank knows
            boolean fee = chance(.6);
            bank(
                    day,
                    fee ? -(100 + random.nextInt(5_000)) : amount() * (chance(.5) ? 1 : -1),
                    "",
                    "",
                    fee ? "FEE" : "OTH",
                    fee ? "SERVICE CHARGE" : text("", pick(FIRST)));
        }
        if (chance(.012)) {
            // on the way at the year's end, or never presented
            ledger(day, amount() * (chance(.3) ? 1 : -1), MovementKind.OTHER, "", party(), "");
        }
        if (chance(.004)) {
            long amount = amount();
            String name = party();
            bank(day, amount, "", "", "ACH", text("", name));
            bank(later(day, 1 + random.nextInt(4)), -amount, "", "", "RET", "RETURN " + text("", name));
        }
        kind -= profile.checks();
        if (kind < 0) {
            check(day);
            return;
        }
        kind -= profile.deposits();
        if (kind < 0) {
            deposit(day);
            return;
        }
        kind -= profile.cards();
        if (kind < 0) {
            card(day);
            return;
        }
        kind -= profile.debits();
        if (kind < 0) {
            debit();
            return;
        }
        wire(day);
    }

    private String party() {
        // few pay often, many seldom
        return parties.get((int) (parties.size() * Math.pow(random.nextDouble(), 1.8)));
    }

    private void check(LocalDate day) {
        String number = Integer.toString(nextCheck++);
        long amount = -amount();
        String name = party();
        int lag = chance(.03) ? 30 + random.nextInt(60) : 2 + (int) (-Math.log(1 - random.nextDouble()) * 6);
        long e = ledger(day, keyed(amount), MovementKind.CHECK, number, name, "");
        boolean told = chance(.97);
        String shown = chance(.01) ? slipped(number) : number;
        long l = bank(later(day, lag), amount, told ? shown : "", "", "CHK", told ? "CHECK " + shown : "CHECK PAID");
        tie(List.of(l), List.of(e));
        if (chance(.004)) {
            ledger(day, amount, MovementKind.CHECK, number, name, "");
        }
    }

    private void deposit(LocalDate day) {
        int count = chance(.25) ? 1 : 2 + random.nextInt(8);
        String slip = "D" + nextSlip++;
        List<Long> entries = new ArrayList<>();
        long sum = 0;
        for (int i = 0; i < count; i++) {
            long amount = amount();
            entries.add(ledger(day, amount, MovementKind.DEPOSIT, slip, party(), "Deposit"));
            sum += amount;
            if (chance(profile.subsetDecoys() * .3)) {
                ledger(day, amount, MovementKind.DEPOSIT, "", party(), "");
            }
        }
        LocalDate at = later(day, lag(.4, 2));
        String reference = chance(profile.referenceTold()) ? slip : "";
        if (count == 1 && chance(.15) && sum > 2_000) {
            long part = sum / 3 + random.nextInt((int) Math.min(1_000, sum / 3));
            long a = bank(at, part, "", reference, "DEP", "DEPOSIT");
            long b = bank(later(at, random.nextInt(3)), sum - part, "", reference, "DEP", "DEPOSIT");
            tie(List.of(a, b), entries);
            return;
        }
        long l = bank(at, sum, "", reference, "DEP", "DEPOSIT");
        tie(List.of(l), entries);
    }

    /** A terminal's takings of a day, one settlement for each day and terminal. */
    private void card(LocalDate day) {
        int terminal = 1;
        while (!settled.add(day + "/" + terminal)) {
            terminal++;
        }
        int count = chance(.5) ? 1 : 2 + random.nextInt(5);
        List<Long> entries = new ArrayList<>();
        long gross = 0;
        String batch = chance(.5) ? "T" + terminal + "-" + day.toString().replace("-", "") : "";
        for (int i = 0; i < count; i++) {
            long amount = amount();
            entries.add(ledger(
                    day, amount, MovementKind.CARD_SETTLEMENT, batch, "Card takings, till " + WORDS[terminal % 8], ""));
            gross += amount;
        }
        long fee = chance(.6) ? Math.round(gross * .0219) + 10 : 0;
        boolean told = chance(profile.referenceTold());
        long l = bank(
                later(day, 1 + (chance(.2) ? 1 : 0)),
                gross - fee,
                "",
                "",
                "CRD",
                "MERCHANT SETTLEMENT " + (told ? batch.isEmpty() ? "TILL " + WORDS[terminal % 8] : batch : ""));
        tie(List.of(l), entries);
    }

    /** The next month of the next contract; each is due on its own day of the month. */
    private void debit() {
        int months = days * 12 / 365;
        int p = (nextDebit / months) % parties.size();
        LocalDate due = workday(START.plusMonths(nextDebit % months).plusDays((p * 7) % 27));
        nextDebit++;
        long amount = -recurring[p];
        String reference = "M" + (7_000 + p);
        long e = ledger(due, keyed(amount), MovementKind.DIRECT_DEBIT, reference, parties.get(p), "");
        long l = bank(
                later(due, lag(.5, 3)),
                amount,
                "",
                chance(profile.referenceTold()) ? reference : "",
                "DD",
                text("", chance(profile.nameTold()) ? parties.get(p) : ""));
        tie(List.of(l), List.of(e));
    }

    private void wire(LocalDate day) {
        boolean in = chance(.55);
        long amount = amount() * (in ? 1 : -1);
        String name = party();
        String invoice = "INV-" + nextInvoice++;
        long e = ledger(day, keyed(amount), in ? MovementKind.OTHER : MovementKind.WIRE, invoice, name, "");
        boolean told = chance(profile.referenceTold());
        boolean own = told && chance(.4);
        String code = told && !own ? (chance(.1) ? slipped(invoice) : chance(.3) ? invoice.substring(4) : invoice) : "";
        LocalDate at = later(day, lag(.45, 4));
        long bankAmount = amount;
        boolean kept = in && chance(.01);
        if (kept) {
            bankAmount = amount - 1_500;
        }
        if (bankAmount <= 0 && in) {
            bankAmount = amount;
        }
        long l = bank(
                at,
                bankAmount,
                "",
                own ? invoice : "",
                in ? "ACH" : "WIR",
                text(code, chance(profile.nameTold()) ? name : ""));
        tie(List.of(l), List.of(e));
        if (chance(.03)) {
            // another payer with the same amount on the same day
            String other = party();
            String otherInvoice = "INV-" + nextInvoice++;
            long e2 = ledger(day, amount, in ? MovementKind.OTHER : MovementKind.WIRE, otherInvoice, other, "");
            long l2 = bank(
                    at,
                    amount,
                    "",
                    chance(profile.referenceTold()) ? otherInvoice : "",
                    in ? "ACH" : "WIR",
                    text("", chance(profile.nameTold()) ? other : ""));
            tie(List.of(l2), List.of(e2));
        }
        if (chance(.003)) {
            ledger(day.plusDays(random.nextInt(3)), amount, MovementKind.OTHER, invoice, name, "");
        }
    }

    private void decoy(LocalDate day) {
        if (items.isEmpty()) {
            return;
        }
        LedgerItem like = items.get(items.size() - 1 - random.nextInt(Math.min(items.size(), 200)));
        ledger(
                workday(like.entry().date().plusDays(random.nextInt(9) - 4)),
                like.entry().minorUnits(),
                like.kind() == MovementKind.CHECK ? MovementKind.OTHER : like.kind(),
                chance(.5) ? "INV-" + nextInvoice++ : "",
                party(),
                "");
    }

    private long keyed(long amount) {
        if (!chance(profile.keyingErrors())) {
            return amount;
        }
        String digits = Long.toString(Math.abs(amount));
        if (chance(.7) && digits.length() > 2) {
            int at = random.nextInt(digits.length() - 1);
            digits = digits.substring(0, at) + digits.charAt(at + 1) + digits.charAt(at) + digits.substring(at + 2);
        } else {
            digits = digits + "0";
        }
        long out = Math.max(1, Long.parseLong(digits));
        return amount < 0 ? -out : out;
    }

    private String slipped(String code) {
        int at = code.length() - 1 - random.nextInt(Math.min(4, code.length()));
        char c = code.charAt(at);
        char other = (char) ('0' + (c - '0' + 1 + random.nextInt(8)) % 10);
        return code.substring(0, at) + other + code.substring(at + 1);
    }

    /** Remittance text as a bank passes it on. */
    private String text(String code, String name) {
        String shown = name.toUpperCase(Locale.ROOT);
        if (!shown.isEmpty() && chance(.12)) {
            int at = 1 + random.nextInt(shown.length() - 1);
            shown = shown.substring(0, at)
                    + (char) ('A' + random.nextInt(26))
                    + shown.substring(Math.min(shown.length(), at + 1));
        }
        if (chance(.1) && shown.contains(" ")) {
            String[] words = shown.split(" ");
            Collections.reverse(java.util.Arrays.asList(words));
            shown = String.join(" ", words);
        }
        String out = (chance(.5) ? shown + " " + code : code + " " + shown).strip();
        if (chance(.4)) {
            out = (chance(.5) ? "TRANSFER " : "PAYMENT ") + out;
        }
        return out.length() > 30 && chance(.5) ? out.substring(0, 30).strip() : out.strip();
    }

    private long bank(LocalDate day, long amount, String check, String reference, String code, String text) {
        long id = nextLine++;
        lines.add(new BankLine(
                new BankLineId(id),
                day,
                day,
                amount == 0 ? 1 : amount,
                reference,
                "B" + (900_000 + random.nextInt(90_000_000)),
                check,
                "",
                text,
                code));
        return id;
    }

    private long ledger(LocalDate day, long amount, MovementKind kind, String reference, String party, String text) {
        long id = nextEntry++;
        boolean check = kind == MovementKind.CHECK;
        items.add(new LedgerItem(
                new CashEntry(
                        new CashEntryId(id),
                        day,
                        amount == 0 ? 1 : amount,
                        check ? "" : reference,
                        check ? reference : "",
                        party,
                        text),
                kind));
        return id;
    }

    private void tie(List<Long> l, List<Long> e) {
        long bank = 0;
        for (BankLine line : lines.subList(Math.max(0, lines.size() - 12), lines.size())) {
            bank += l.contains(line.id().value()) ? line.minorUnits() : 0;
        }
        long ours = 0;
        for (LedgerItem item : items.subList(Math.max(0, items.size() - 60), items.size())) {
            ours += e.contains(item.id().value()) ? item.entry().minorUnits() : 0;
        }
        truths.add(new Truth(new TreeSet<>(l), new TreeSet<>(e), bank == ours));
    }

    public Map<Long, Truth> byLine() {
        Map<Long, Truth> out = new HashMap<>();
        truths.forEach(t -> t.lines().forEach(l -> out.put(l, t)));
        return out;
    }
}
