package tidemark.core.workpaper;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.joda.money.CurrencyUnit;
import tidemark.core.workpaper.WorkPaper.Figure;
import tidemark.core.workpaper.WorkPaper.Item;
import tidemark.core.workpaper.WorkPaper.Section;

/** Which checks of an account are void, and which numbers between the first and the last are nowhere in the books. */
public final class CheckNumbersPaper {
    /** A gap this wide is the beginning of another box of checks, not checks that are missing. */
    private static final long ANOTHER_BOX = 250;

    private CheckNumbersPaper() {}

    /** What became of a check. */
    public enum Fate {
        PAID,
        OUTSTANDING,
        VOID
    }

    /** A check in the books. @param minorUnits above zero */
    public record Written(long number, LocalDate date, String payee, Fate fate, String detail, long minorUnits) {}

    /** Nothing else in the books counts checks, so it is held against nothing. Of a number that stands twice the first counts, and both are listed. Cost: O(checks log checks). */
    public static WorkPaper of(List<Written> checks, LocalDate at, CurrencyUnit currency) {
        List<Written> sorted = checks.stream()
                .sorted(Comparator.comparingLong(Written::number).thenComparing(Written::date))
                .toList();
        TreeMap<Long, Written> byNumber = new TreeMap<>();
        List<Item> twice = new ArrayList<>();
        for (Written check : sorted) {
            if (byNumber.putIfAbsent(check.number(), check) != null) {
                twice.add(item(check));
            }
        }
        List<Item> missing = new ArrayList<>();
        long before = 0;
        boolean first = true;
        for (long number : byNumber.keySet()) {
            long gap = first || number - before > ANOTHER_BOX ? 0 : number - before - 1;
            if (gap > 0) {
                missing.add(new Item(
                        Optional.empty(),
                        gap == 1
                                ? String.valueOf(number - 1)
                                : say("workpaper.fromTo", String.valueOf(before + 1), String.valueOf(number - 1)),
                        gap == 1 ? say("workpaper.oneNumber") : say("workpaper.numbers", gap),
                        0));
            }
            first = false;
            before = number;
        }
        Map<Fate, Long> sums = new EnumMap<>(Fate.class);
        sorted.forEach(c -> sums.merge(c.fate(), c.minorUnits(), Math::addExact));
        long all = sorted.stream().mapToLong(Written::minorUnits).reduce(0, Math::addExact);
        List<Figure> figures = List.of(
                new Figure(say("workpaper.checksPaid"), sums.getOrDefault(Fate.PAID, 0L), false),
                new Figure(say("workpaper.checksOutstanding"), sums.getOrDefault(Fate.OUTSTANDING, 0L), false),
                new Figure(say("workpaper.checksVoid"), sums.getOrDefault(Fate.VOID, 0L), false),
                new Figure(say("workpaper.checksWritten"), all, true));
        Section voided = new Section(
                say("workpaper.checksVoid"),
                sorted.stream()
                        .filter(c -> c.fate() == Fate.VOID)
                        .map(CheckNumbersPaper::item)
                        .toList());
        return new WorkPaper(
                at,
                currency,
                figures,
                List.of(
                        voided,
                        new Section(say("workpaper.numbersMissing"), missing),
                        new Section(say("workpaper.numbersTwice"), twice)),
                List.of());
    }

    private static Item item(Written check) {
        return new Item(
                Optional.of(check.date()),
                check.number() + (check.payee().isEmpty() ? "" : ", " + check.payee()),
                check.detail(),
                check.minorUnits());
    }
}
