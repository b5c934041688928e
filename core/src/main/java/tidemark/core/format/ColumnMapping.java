package tidemark.core.format;

import static tidemark.core.words.Catalogue.say;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;
import tidemark.core.problem.Words;

/**
 * How a bank's own table is read: learned once, used for every later file of the same shape.
 *
 * @param charset a character set of the platform, such as {@code UTF-8}; not used for spreadsheets
 * @param separator between the fields of a text file
 * @param skipRows rows before the header row, or before the first line where there is none
 * @param header the header row as it was learned; empty where the file has none
 * @param dates the order of day, month and year
 * @param decimalPoint {@code .} or {@code ,}
 * @param turned whether plus means out of the account
 * @param columns the places, from 0, of each thing that the table holds
 */
public record ColumnMapping(
        String name,
        String charset,
        char separator,
        int skipRows,
        List<String> header,
        DateOrder dates,
        char decimalPoint,
        boolean turned,
        Map<Column, List<Integer>> columns) {
    static final int MOST_COLUMNS = 200;
    private static final Pattern OPENING =
            Pattern.compile("\\b(opening|beginning|starting|initial)\\b|brought forward|anfangs|inicial|solde initial");

    /** @throws RuleViolation naming everything that does not fit together */
    public ColumnMapping {
        header = List.copyOf(header);
        EnumMap<Column, List<Integer>> copy = new EnumMap<>(Column.class);
        columns.forEach((column, places) -> {
            if (!places.isEmpty()) {
                copy.put(column, List.copyOf(places));
            }
        });
        columns = copy;
        List<Problem> problems = new ArrayList<>();
        check(columns, problems);
        if (decimalPoint != '.' && decimalPoint != ',') {
            problems.add(new Problem(
                    "mapping.decimal",
                    "decimalPoint",
                    "“" + decimalPoint + "”",
                    say("mapping.decimal.expected"),
                    say("mapping.decimal.remedy")));
        }
        if (dates == DateOrder.UNTOLD) {
            problems.add(new Problem(
                    "mapping.dates",
                    "dates",
                    say("mapping.dates.found"),
                    say("mapping.dates.expected"),
                    say("mapping.dates.remedy")));
        }
        if (skipRows < 0 || skipRows > 200 || header.size() > MOST_COLUMNS) {
            problems.add(new Problem(
                    "mapping.rows",
                    "skipRows",
                    say(
                            "mapping.rows.found",
                            skipRows,
                            Words.count(header.size(), say("noun.column"), say("noun.columns"))),
                    say("mapping.rows.expected", MOST_COLUMNS),
                    say("mapping.rows.remedy")));
        }
        try {
            java.nio.charset.Charset.forName(charset);
        } catch (IllegalArgumentException e) {
            problems.add(new Problem(
                    "mapping.charset",
                    "charset",
                    "“" + charset + "”",
                    say("mapping.charset.expected"),
                    say("mapping.charset.remedy")));
        }
        if (!problems.isEmpty()) {
            throw new RuleViolation(problems);
        }
    }

    private static void check(Map<Column, List<Integer>> columns, List<Problem> problems) {
        if (!columns.containsKey(Column.BOOKING_DATE)) {
            problems.add(missing("BOOKING_DATE", say("format.theBookingDate")));
        }
        boolean one = columns.containsKey(Column.AMOUNT);
        boolean two = columns.containsKey(Column.MONEY_IN) || columns.containsKey(Column.MONEY_OUT);
        if (one == two) {
            problems.add(new Problem(
                    "mapping.amount",
                    "columns",
                    one ? say("mapping.amount.found") : say("mapping.amount.found2"),
                    say("mapping.amount.expected"),
                    say("mapping.amount.remedy")));
        } else if (two && !(columns.containsKey(Column.MONEY_IN) && columns.containsKey(Column.MONEY_OUT))) {
            problems.add(missing(
                    columns.containsKey(Column.MONEY_IN) ? "MONEY_OUT" : "MONEY_IN",
                    say("format.theOtherOneOfMoneyInAnd")));
        }
        Set<Integer> used = new HashSet<>();
        columns.forEach((column, places) -> {
            if (column != Column.TEXT && places.size() > 1) {
                problems.add(new Problem(
                        "mapping.twice",
                        column.name(),
                        say("mapping.twice.found", places.size()),
                        say("mapping.twice.expected"),
                        say("mapping.twice.remedy")));
            }
            for (int place : places) {
                if (place < 0 || place >= MOST_COLUMNS) {
                    problems.add(new Problem(
                            "mapping.place",
                            column.name(),
                            say("mapping.place.found", place + 1),
                            say("mapping.place.expected", MOST_COLUMNS),
                            say("mapping.place.remedy")));
                } else if (!used.add(place) && column != Column.TEXT) {
                    problems.add(new Problem(
                            "mapping.twice",
                            column.name(),
                            say("mapping.twice.found2", place + 1),
                            say("mapping.twice.expected2"),
                            say("mapping.twice.remedy2")));
                }
            }
        });
    }

    private static Problem missing(String column, String of) {
        return new Problem(
                "mapping.column",
                column,
                say("mapping.column.found", of),
                say("mapping.column.expected"),
                say("mapping.column.remedy"));
    }

    /** Whether a header row is the learned one, whatever its capitals and surrounding blanks. */
    public boolean fits(List<String> row) {
        if (header.isEmpty() || row.size() < header.size()) {
            return false;
        }
        for (int i = 0; i < header.size(); i++) {
            if (!plain(header.get(i)).equals(plain(row.get(i)))) {
                return false;
            }
        }
        return true;
    }

    private static String plain(String cell) {
        return cell.strip().toLowerCase(Locale.ROOT);
    }

    String cell(Column column, List<String> row) {
        List<Integer> places = columns.get(column);
        if (places == null) {
            return "";
        }
        if (places.size() == 1) {
            int place = places.getFirst();
            return place < row.size() ? row.get(place).strip() : "";
        }
        String joined = "";
        for (int place : places) {
            joined = LineDraft.join(joined, place < row.size() ? row.get(place).strip() : "");
        }
        return joined;
    }

    /** Whether the column of balances holds the opening one, the same on every row, by what its header says. */
    boolean tellsOpeningBalance() {
        List<Integer> places = columns.get(Column.BALANCE);
        return places != null
                && places.getFirst() < header.size()
                && OPENING.matcher(plain(header.get(places.getFirst()))).find();
    }

    boolean has(Column column) {
        return columns.containsKey(column);
    }
}
