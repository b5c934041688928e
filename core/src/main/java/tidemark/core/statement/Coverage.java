package tidemark.core.statement;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.joda.money.CurrencyUnit;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.Problem;
import tidemark.core.problem.Words;

/**
 * Which days of an account its statements cover, month by month, and where one does not follow on from the one before.
 *
 * @param months from the month after the opening date, in order
 * @param breaks places where the balances do not meet, oldest first
 */
public record Coverage(List<Month> months, List<Problem> breaks) {
    public Coverage {
        months = List.copyOf(months);
        breaks = List.copyOf(breaks);
    }

    /** Days without a statement, both inclusive. */
    public record Span(LocalDate from, LocalDate to) {}

    /** @param missing spans of the month that no statement covers, in order; empty when it is complete */
    public record Month(YearMonth month, List<Span> missing) {
        public Month {
            missing = List.copyOf(missing);
        }

        public boolean complete() {
            return missing.isEmpty();
        }
    }

    /**
     * Cost: O(statements log statements + months).
     *
     * @param opening balance and day that the first statement follows on from
     * @param last the last month to tell of
     */
    public static Coverage of(
            Balance opening, List<StatementHeader> statements, YearMonth last, CurrencyUnit currency) {
        List<StatementHeader> sorted = statements.stream()
                .sorted(Comparator.comparing(StatementHeader::from))
                .toList();
        List<Problem> breaks = new ArrayList<>();
        List<Span> gaps = new ArrayList<>();
        LocalDate covered = opening.date();
        long balance = opening.minorUnits();
        for (StatementHeader s : sorted) {
            boolean gap = s.from().isAfter(covered.plusDays(1));
            if (gap) {
                gaps.add(new Span(covered.plusDays(1), s.from().minusDays(1)));
            }
            if (s.openingMinorUnits() != balance) {
                breaks.add(new Problem(
                        gap ? "statement.missing" : "statement.opening",
                        "",
                        say(
                                "statement.aStatementFromThatOpensWith",
                                Words.day(s.from()),
                                MinorUnits.report(s.openingMinorUnits(), currency)),
                        say("statement.withWhichClosed", MinorUnits.report(balance, currency), Words.day(covered)),
                        gap
                                ? say(
                                        "statement.readTheStatementForTo",
                                        Words.day(covered.plusDays(1)),
                                        Words.day(s.from().minusDays(1)))
                                : say("statement.lookWhichOfTheTwoIsRight")));
            }
            covered = s.to().isAfter(covered) ? s.to() : covered;
            balance = s.closingMinorUnits();
        }
        LocalDate end = last.atEndOfMonth();
        if (covered.isBefore(end)) {
            gaps.add(new Span(covered.plusDays(1), end));
        }
        List<Month> months = new ArrayList<>();
        for (YearMonth month = YearMonth.from(opening.date()).plusMonths(1);
                !month.isAfter(last);
                month = month.plusMonths(1)) {
            List<Span> missing = new ArrayList<>();
            for (Span gap : gaps) {
                LocalDate from = later(gap.from(), month.atDay(1));
                LocalDate to = gap.to().isBefore(month.atEndOfMonth()) ? gap.to() : month.atEndOfMonth();
                if (!from.isAfter(to)) {
                    missing.add(new Span(from, to));
                }
            }
            months.add(new Month(month, missing));
        }
        return new Coverage(months, breaks);
    }

    private static LocalDate later(LocalDate a, LocalDate b) {
        return a.isAfter(b) ? a : b;
    }
}
