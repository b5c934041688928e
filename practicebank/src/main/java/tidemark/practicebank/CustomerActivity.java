package tidemark.practicebank;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * The bank's days, made from its seed: checks clear days after they were written, deposits are credited whole, in
 * parts, late, or at an amount that is put right later; some of their checks come back, with a fee beside them, in the same
 * line, or none, and when they are presented again some come back a second time; a collection comes back without a fee; a
 * check is now and then lost and never paid; what is in files moves as they say; fees and interest fall on a month's last business day, and now and then the
 * bank books something on the wrong account and puts it right. The same seed and instructions make the same books, and a
 * later date never changes an earlier day.
 */
final class CustomerActivity {
    private static final long RETURN_FEE = 1_200;

    private final State state;
    private final FileDesk desk;

    CustomerActivity(State state) {
        this(state, new FileDesk(state));
    }

    CustomerActivity(State state, FileDesk desk) {
        this.state = state;
        this.desk = desk;
    }

    /** One movement of an account; with the day on which it is booked. */
    record Line(
            String id,
            LocalDate day,
            long cents,
            String endToEnd,
            String check,
            String name,
            String text,
            String code) {}

    /** The booked lines of an account up to the bank's date, oldest first. */
    List<Line> booked(State.Account account) {
        return all(account).stream().filter(l -> !l.day().isAfter(state.date)).toList();
    }

    /** What will be booked on the next business day; some of it is announced with other words, some not at all. */
    List<Line> pending(State.Account account) {
        LocalDate next = after(state.date, 1);
        List<Line> out = new ArrayList<>();
        for (Line line : all(account)) {
            long dice = dice(line.id() + "/pending", 10);
            if (line.day().equals(next) && dice > 1) {
                out.add(
                        dice > 3
                                ? line
                                : new Line(
                                        "",
                                        line.day(),
                                        line.cents(),
                                        "",
                                        "",
                                        "",
                                        "CARD OR CHECK IN CLEARING",
                                        line.code()));
            }
        }
        return out;
    }

    long balance(State.Account account) {
        return account.opening()
                + booked(account).stream().mapToLong(Line::cents).sum();
    }

    private List<Line> all(State.Account account) {
        List<Line> out = new ArrayList<>();
        for (State.Instruction i : state.instructions) {
            if (i.account().equals(account.id())) {
                clear(i, out);
            }
        }
        out.addAll(desk.lines(account));
        months(account, out);
        errors(account, out);
        out.sort(java.util.Comparator.comparing(Line::day).thenComparing(Line::id));
        return out;
    }

    private void clear(State.Instruction i, List<Line> out) {
        long dice = dice(i.id(), 100);
        switch (i.kind()) {
            case "CHECK" -> {
                LocalDate day = after(i.day(), 2 + (int) dice(i.id() + "/days", 8));
                if (dice == 99) {
                    // lost on its way to the payee: nobody ever presents it
                    return;
                }
                if (dice < 4) {
                    long wrong = swapped(i.cents());
                    out.add(line(i.id(), day, wrong, i, "CHECK PAID", "475"));
                    if (wrong != i.cents()) {
                        out.add(line(
                                i.id() + "-c",
                                after(day, 3),
                                i.cents() - wrong,
                                i,
                                "CORRECTION OF CHECK " + i.check(),
                                "999"));
                    }
                } else {
                    out.add(line(i.id(), day, i.cents(), i, "CHECK PAID", "475"));
                }
            }
            case "DEPOSIT" -> {
                boolean late = dice >= 20 && dice < 30;
                LocalDate day = after(i.day(), late ? 4 + (int) dice(i.id() + "/days", 4) : 1);
                long part = part(i, dice);
                long wrong = swapped(i.cents());
                if (dice >= 30 && dice < 36 && wrong != i.cents()) {
                    out.add(line(i.id(), day, wrong, i, "DEPOSIT", "301"));
                    out.add(line(
                            i.id() + "-c",
                            after(day, 4),
                            i.cents() - wrong,
                            i,
                            "CORRECTION OF DEPOSIT " + i.reference(),
                            "399"));
                } else if (dice < 20 && part > 0 && part < i.cents()) {
                    out.add(line(i.id() + "-1", day, part, i, "DEPOSIT PART 1", "301"));
                    out.add(line(i.id() + "-2", after(day, 1), i.cents() - part, i, "DEPOSIT PART 2", "301"));
                } else {
                    out.add(line(i.id(), day, i.cents(), i, "DEPOSIT", "301"));
                }
                long back = comesBack(i, dice);
                if (back > 0) {
                    returned(i, after(day, 5), back, out);
                }
            }
            default ->
                out.add(line(
                        i.id(),
                        after(i.day(), 1),
                        i.cents(),
                        i,
                        i.cents() < 0 ? "TRANSFER OUT" : "TRANSFER IN",
                        i.cents() < 0 ? "495" : "195"));
        }
    }

    /** What of a deposit comes back: one of its items, a collection whole, half of what is not known; 0 for nothing. */
    private long comesBack(State.Instruction i, long dice) {
        if (dice >= 94) {
            if (!i.items().isEmpty()) {
                return i.items().get((int) dice(i.id() + "/item", i.items().size()));
            }
            return i.name().isEmpty() ? i.cents() / 2 : i.cents();
        }
        // what came back before and is presented again comes back again as often as not
        return dice(i.id() + "/again", 2) == 0
                ? i.items().stream()
                        .filter(cents -> cameBackBefore(i, cents))
                        .findFirst()
                        .orElse(0L)
                : 0;
    }

    private boolean cameBackBefore(State.Instruction again, long cents) {
        return state.instructions.stream()
                .filter(i -> i.kind().equals("DEPOSIT")
                        && i.account().equals(again.account())
                        && i.day().isBefore(again.day().minusDays(5))
                        && i.day().isAfter(again.day().minusDays(90)))
                .anyMatch(i -> dice(i.id(), 100) >= 94 && comesBack(i, dice(i.id(), 100)) == cents);
    }

    /** The bank's fee stands beside it, in the same line, or there is none; never one for a collection. */
    private void returned(State.Instruction i, LocalDate day, long cents, List<Line> out) {
        if (!i.name().isEmpty() && i.items().isEmpty()) {
            out.add(line(
                    i.id() + "-r", day, -cents, i, "ACH RETURN R01 " + i.name().toUpperCase(Locale.ROOT), "257"));
            return;
        }
        long fee = dice(i.id() + "/fee", 3);
        out.add(line(
                i.id() + "-r",
                day,
                fee == 2 ? -cents - RETURN_FEE : -cents,
                i,
                "RETURNED ITEM " + i.reference(),
                "555"));
        if (fee == 0) {
            out.add(line(i.id() + "-f", day, -RETURN_FEE, i, "RETURNED ITEM FEE", "698"));
        }
    }

    /** What of a deposit is credited first: some of its items, or a share where they are not known. */
    private static long part(State.Instruction i, long dice) {
        if (i.items().size() < 2) {
            return i.cents() > 200 ? i.cents() * (30 + dice) / 100 : 0;
        }
        return i.items().subList(0, 1 + (int) (dice % (i.items().size() - 1))).stream()
                .mapToLong(Long::longValue)
                .sum();
    }

    private static Line line(String id, LocalDate day, long cents, State.Instruction i, String text, String code) {
        return new Line("PB" + id, day, cents, i.reference(), i.check(), i.name(), text, code);
    }

    private void months(State.Account account, List<Line> out) {
        LocalDate until = state.date.plusDays(10);
        for (YearMonth m = YearMonth.from(state.begin.plusDays(1)); !m.atDay(1).isAfter(until); m = m.plusMonths(1)) {
            LocalDate last = m.atEndOfMonth();
            while (!isBusinessDay(last)) {
                last = last.minusDays(1);
            }
            String id = account.id() + "-" + m;
            if (account.savings()) {
                out.add(new Line("PBi" + id, last, 2_000 + dice(id, 3_000), "", "", "", "INTEREST PAID", "354"));
            } else {
                out.add(new Line("PBf" + id, last, -(1_500 + dice(id, 8) * 250), "", "", "", "MAINTENANCE FEE", "698"));
            }
        }
    }

    /** About once in forty business days the bank books another customer's payment here, and takes it back. */
    private void errors(State.Account account, List<Line> out) {
        for (LocalDate day = state.begin.plusDays(1); !day.isAfter(state.date.plusDays(10)); day = day.plusDays(1)) {
            String id = account.id() + "-" + day;
            if (isBusinessDay(day) && dice(id + "/error", 40) == 0) {
                long cents = 1_000 + dice(id, 90_000);
                out.add(new Line("PBe" + id, day, -cents, "", "", "Gannet Freight", "PREAUTHORIZED DEBIT", "455"));
                out.add(new Line("PBe" + id + "-c", after(day, 2), cents, "", "", "", "CORRECTION OF " + day, "399"));
            }
        }
    }

    /** Two neighbouring digits change places, the first two that differ from the right. */
    static long swapped(long cents) {
        char[] digits = Long.toString(Math.abs(cents)).toCharArray();
        for (int i = digits.length - 1; i > 0; i--) {
            if (digits[i] != digits[i - 1] && !(i == 1 && digits[i] == '0')) {
                char d = digits[i];
                digits[i] = digits[i - 1];
                digits[i - 1] = d;
                break;
            }
        }
        long value = Long.parseLong(new String(digits));
        return cents < 0 ? -value : value;
    }

    static boolean isBusinessDay(LocalDate day) {
        return day.getDayOfWeek() != DayOfWeek.SATURDAY && day.getDayOfWeek() != DayOfWeek.SUNDAY;
    }

    static LocalDate after(LocalDate day, int businessDays) {
        LocalDate out = day;
        for (int i = 0; i < businessDays; ) {
            out = out.plusDays(1);
            if (isBusinessDay(out)) {
                i++;
            }
        }
        return out;
    }

    /** A number below a bound that depends on the seed and the name alone. */
    private long dice(String name, int bound) {
        return dice(state.seed, name, bound);
    }

    static long dice(long seed, String name, int bound) {
        long z = seed * 0x9E3779B97F4A7C15L;
        for (int i = 0; i < name.length(); i++) {
            z = (z ^ name.charAt(i)) * 0xBF58476D1CE4E5B9L;
            z ^= z >>> 27;
        }
        z = (z ^ (z >>> 31)) * 0x94D049BB133111EBL;
        return Long.remainderUnsigned(z ^ (z >>> 29), bound);
    }
}
