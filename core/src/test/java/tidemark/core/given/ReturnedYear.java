package tidemark.core.given;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import tidemark.core.receipt.Tender;
import tidemark.core.returned.ReturnSearch;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;

/**
 * A year of receipts of which some came back, told by banks that write as they please. Of what a bank writes of a check, the
 * number is whole in 62 %, cut in 12 %, with a slip in 4 %, and left out in 22 %; the payer is whole in 35 %, cut in 25 %,
 * misspelt in 12 % and left out in 28 %. A fifth of the amounts are rents that several customers pay alike. One line in
 * twelve takes back two or three at once; one bank in three puts its fee into the line. Seven in a hundred come back after
 * more than two weeks, one in ten was banked on another account.
 */
public final class ReturnedYear {
    private static final String[] FIRST = {
        "Amber", "Brisk", "Cobalt", "Dapple", "Ember", "Fallow", "Gilded", "Harvest", "Ivory", "Juniper", "Kestrel",
        "Linden", "Meadow", "Nimbus", "Ochre", "Pebble", "Quarry", "Russet", "Sable", "Thistle"
    };
    private static final String[] SECOND = {
        "Foundry",
        "Gardens",
        "Haulage",
        "Instruments",
        "Joinery",
        "Kitchens",
        "Laundry",
        "Masonry",
        "Nursery",
        "Optics",
        "Plumbing",
        "Roofing",
        "Stables",
        "Textiles",
        "Upholstery",
        "Veterinary"
    };
    private static final String[] HEADS = {
        "RETURNED DEPOSITED ITEM",
        "DEPOSIT ITEM RTN",
        "RETURN CHK",
        "CHECK RETURNED UNPAID",
        "RTN ITEM NSF",
        "UNPAID CHQ"
    };
    private static final long[] RENTS = {25_000, 40_000, 62_500, 85_000};

    /** A line that takes something back, with what it takes back in truth. */
    public record Came(BankLine line, List<ReturnSearch.Original> truth, long fee) {}

    public final List<ReturnSearch.Original> originals = new ArrayList<>();
    public final List<Came> came = new ArrayList<>();
    public final long usualFee;

    private final Random random;
    private final boolean feeInLine;
    private final String head;

    public ReturnedYear(long seed) {
        random = new Random(seed);
        usualFee = 500 + 100L * random.nextInt(20);
        feeInLine = random.nextInt(3) == 0;
        head = HEADS[random.nextInt(HEADS.length)];
        int customers = 20 + random.nextInt(60);
        List<String> names = new ArrayList<>();
        for (int i = 0; i < customers; i++) {
            names.add(FIRST[random.nextInt(FIRST.length)] + " " + SECOND[random.nextInt(SECOND.length)]
                    + (random.nextInt(4) == 0 ? " LLC" : ""));
        }
        int[] checks = new int[customers];
        for (int i = 0; i < customers; i++) {
            checks[i] = (int) Math.pow(10, 2 + random.nextInt(4)) + random.nextInt(900);
        }
        LocalDate first = LocalDate.of(2031, 1, 2);
        int slip = 400;
        for (LocalDate day = first; day.getYear() == 2031; day = day.plusDays(1)) {
            if (day.getDayOfWeek() == DayOfWeek.SATURDAY || day.getDayOfWeek() == DayOfWeek.SUNDAY) {
                continue;
            }
            slip++;
            int count = random.nextInt(7);
            for (int i = 0; i < count; i++) {
                receive(day, names, checks, slip);
            }
        }
        comeBack();
    }

    private void receive(LocalDate day, List<String> names, int[] checks, int slip) {
        int who = random.nextInt(names.size());
        boolean direct = random.nextInt(5) == 0;
        Tender tender = !direct && random.nextInt(8) == 0 ? Tender.CARD : Tender.CHECK;
        long amount = random.nextInt(5) == 0
                ? RENTS[random.nextInt(RENTS.length)]
                : Math.round(Math.exp(9 + random.nextGaussian() * 1.2)) + 500;
        checks[who] += 1 + random.nextInt(3);
        originals.add(new ReturnSearch.Original(
                originals.size() + 1L,
                tender,
                direct,
                tender == Tender.CARD ? "card " + (1000 + random.nextInt(9000)) : String.valueOf(checks[who]),
                names.get(who),
                direct ? "" : "DS" + slip,
                amount,
                day,
                random.nextInt(10) == 0 ? 2 : 1));
    }

    private void comeBack() {
        List<ReturnSearch.Original> taken = new ArrayList<>();
        int times = 18 + random.nextInt(10);
        for (int i = 0; i < times; i++) {
            ReturnSearch.Original first = originals.get(random.nextInt(originals.size()));
            if (taken.contains(first)) {
                continue;
            }
            List<ReturnSearch.Original> truth = new ArrayList<>(List.of(first));
            if (random.nextInt(12) == 0 && first.tender() == Tender.CHECK && !first.direct()) {
                originals.stream()
                        .filter(o -> !o.equals(first)
                                && o.tender() == Tender.CHECK
                                && !o.direct()
                                && !taken.contains(o)
                                && Math.abs(o.bankedOn().toEpochDay()
                                                - first.bankedOn().toEpochDay())
                                        <= 2)
                        .limit(1 + random.nextInt(2))
                        .forEach(truth::add);
            }
            taken.addAll(truth);
            LocalDate last = truth.stream()
                    .map(ReturnSearch.Original::bankedOn)
                    .max(LocalDate::compareTo)
                    .orElseThrow();
            LocalDate day = workday(last.plusDays(
                    random.nextInt(100) < 7 && !first.direct() ? 15 + random.nextInt(25) : 1 + random.nextInt(7)));
            long fee = feeInLine && first.tender() == Tender.CHECK && !first.direct() ? usualFee : 0;
            long sum =
                    truth.stream().mapToLong(ReturnSearch.Original::minorUnits).sum();
            came.add(new Came(line(i + 1L, day, -sum - fee, truth), truth, fee));
        }
    }

    private static LocalDate workday(LocalDate day) {
        LocalDate out = day;
        while (out.getDayOfWeek() == DayOfWeek.SATURDAY || out.getDayOfWeek() == DayOfWeek.SUNDAY) {
            out = out.plusDays(1);
        }
        return out;
    }

    private BankLine line(long id, LocalDate day, long amount, List<ReturnSearch.Original> truth) {
        ReturnSearch.Original one = truth.getFirst();
        String text = one.direct()
                ? "ACH RETURN R0" + (1 + random.nextInt(2)) + " " + payer(one.payer())
                : one.tender() == Tender.CARD
                        ? "CHARGEBACK " + one.number().replace("card ", random.nextBoolean() ? "****" : "")
                        : head
                                + truth.stream()
                                        .map(o -> " " + number(o.number()) + " " + payer(o.payer()))
                                        .reduce("", String::concat);
        String cut = text.length() > 60 ? text.substring(0, 60) : text;
        return new BankLine(
                new BankLineId(id), day, day, amount, "", "B" + (7_000_000 + random.nextInt(900_000)), "", "", cut, "");
    }

    private String number(String number) {
        int how = random.nextInt(100);
        if (how < 62) {
            return random.nextInt(3) == 0 ? "000000".substring(Math.min(6, number.length())) + number : number;
        }
        if (how < 74 && number.length() > 3) {
            return number.substring(number.length() - 3);
        }
        if (how < 78 && number.length() > 3) {
            int at = random.nextInt(number.length() - 1);
            char[] digits = number.toCharArray();
            char held = digits[at];
            digits[at] = digits[at + 1];
            digits[at + 1] = held;
            return new String(digits);
        }
        return "";
    }

    private String payer(String name) {
        String plain = name.toUpperCase(java.util.Locale.ROOT);
        int how = random.nextInt(100);
        if (how < 35) {
            return plain;
        }
        if (how < 60) {
            return plain.substring(0, Math.min(plain.length(), 7 + random.nextInt(5)));
        }
        if (how < 72) {
            int at = 1 + random.nextInt(plain.length() - 2);
            return plain.substring(0, at) + plain.substring(at + 1);
        }
        return "";
    }
}
