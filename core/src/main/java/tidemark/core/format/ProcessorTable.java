package tidemark.core.format;

import static tidemark.core.words.Catalogue.say;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import tidemark.core.money.AmountStyle;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

/**
 * How a card processor's report is read: a text table or the first sheet of a spreadsheet, one row a batch, with a header
 * row whose names say which column holds what.
 *
 * @param separator between the fields of a text table
 * @param dates the order of day, month and year
 * @param decimalPoint {@code .} or {@code ,}
 * @param columns the name of the column that holds each thing, as it stands in the header
 */
public record ProcessorTable(char separator, DateOrder dates, char decimalPoint, Map<Part, String> columns) {
    /** Batches beyond this are refused, so that one report stays one transaction of bearable size. */
    public static final int MOST_ROWS = 20_000;

    private static final int MOST_PROBLEMS = 50;

    /** What a column of the report holds. */
    public enum Part {
        /** The day of the takings; needed. */
        DAY("date", "day", "batch_date", "business_date", "transaction_date"),
        /** What the cards were charged; needed. */
        GROSS("gross", "gross_sales", "sales", "amount", "charges", "takings"),
        SITE("site", "location", "store", "outlet", "merchant"),
        NUMBER("batch", "batch_number", "number", "reference", "batch_id"),
        REFUNDS("refunds", "refund", "returns"),
        CHARGEBACKS("chargebacks", "chargeback", "disputes"),
        RESERVE("reserve", "held", "hold"),
        FEE("fee", "fees", "discount", "commission"),
        /** What the processor pays for the batch; where the report tells it, each row must come to it. */
        NET("net", "paid", "payout", "deposit", "funded");

        private final Set<String> usual;

        Part(String... usual) {
            this.usual = Set.of(usual);
        }
    }

    /**
     * A row of the report; minor units, each zero or above.
     *
     * @param line of the file, or row of the sheet
     * @param site as it is written; empty where it is not told
     * @param number of the batch; empty where it is not told
     */
    public record Row(
            int line,
            LocalDate day,
            String site,
            String number,
            long gross,
            long refunds,
            long chargebacks,
            long reserve,
            long fee) {}

    /** @throws RuleViolation {@code processor.columns} where the day or the gross has no column, or two share one */
    public ProcessorTable {
        columns = Map.copyOf(columns);
        boolean twice = new HashSet<>(columns.values()).size() < columns.size();
        if (!columns.containsKey(Part.DAY) || !columns.containsKey(Part.GROSS) || twice || dates == DateOrder.UNTOLD) {
            throw new RuleViolation(
                    "processor.columns",
                    "columns",
                    twice ? say("processor.columns.twice") : say("processor.columns.found"),
                    say("processor.columns.expected"),
                    say("processor.columns.remedy"));
        }
    }

    /**
     * What a report looks like to somebody who has to say which column holds what.
     *
     * @param header the names of its columns
     * @param rows the first rows below it
     * @param columns what each column seems to hold, by its name
     */
    public record Looked(
            char separator,
            DateOrder dates,
            char decimalPoint,
            List<String> header,
            List<List<String>> rows,
            Map<Part, String> columns) {}

    /** Looks at a report without reading it. Cost: O(size). */
    public static Looked look(byte[] content) {
        char separator = separator(content);
        List<List<String>> all = rows(content, separator, '.', 200);
        List<String> header = all.isEmpty() ? List.of() : all.getFirst();
        List<List<String>> below = all.isEmpty() ? List.of() : all.subList(1, all.size());
        Map<Part, String> columns = new EnumMap<>(Part.class);
        for (String name : header) {
            for (Part part : Part.values()) {
                if (part.usual.contains(plain(name))) {
                    columns.putIfAbsent(part, name);
                }
            }
        }
        List<String> dates = column(header, below, columns.get(Part.DAY));
        boolean comma = column(header, below, columns.get(Part.GROSS)).stream()
                .anyMatch(a -> a.matches(".*,\\d{1,2}$") && !a.matches(".*\\.\\d{1,2}$"));
        return new Looked(
                separator,
                DateOrder.of(dates),
                comma ? ',' : '.',
                header,
                below.stream().limit(5).toList(),
                columns);
    }

    private static List<String> column(List<String> header, List<List<String>> rows, @Nullable String name) {
        int at = name == null ? -1 : header.indexOf(name);
        return at < 0
                ? List.of()
                : rows.stream().filter(r -> at < r.size()).map(r -> r.get(at)).toList();
    }

    /** Whether the report has all the columns that are looked for. */
    public boolean fits(byte[] content) {
        List<List<String>> first = rows(content, separator, decimalPoint, 1);
        return !first.isEmpty()
                && first.getFirst().stream()
                        .map(ProcessorTable::plain)
                        .collect(Collectors.toSet())
                        .containsAll(columns.values().stream()
                                .map(ProcessorTable::plain)
                                .toList());
    }

    /**
     * All batches of a report, or every problem by its line: a missing column, a day or amount that cannot be read, an
     * amount below zero, a row that does not come to its net. Refunds, chargebacks, reserve and fee are taken without
     * their sign, since processors write them with either. Cost: O(size).
     *
     * @throws RuleViolation with at most fifty problems
     */
    public List<Row> read(byte[] content, CurrencyUnit currency) {
        List<List<String>> all = rows(content, separator, decimalPoint, MOST_ROWS + 2);
        if (all.size() < 2 || all.size() > MOST_ROWS + 1) {
            throw new RuleViolation(
                    "processor.rows",
                    "",
                    say("processor.rows.found", Math.max(0, all.size() - 1)),
                    say("processor.rows.expected", MOST_ROWS),
                    say("processor.rows.remedy"));
        }
        List<Problem> problems = new ArrayList<>();
        Map<Part, Integer> places = places(all.getFirst(), problems);
        refuse(problems);
        List<Row> out = new ArrayList<>();
        for (int i = 1; i < all.size() && problems.size() < MOST_PROBLEMS; i++) {
            if (all.get(i).stream().anyMatch(c -> !c.isBlank())) {
                try {
                    out.add(row(i + 1, all.get(i), places, currency));
                } catch (RuleViolation e) {
                    problems.addAll(e.problems());
                }
            }
        }
        refuse(problems);
        return List.copyOf(out);
    }

    private static void refuse(List<Problem> problems) {
        if (!problems.isEmpty()) {
            throw new RuleViolation(problems);
        }
    }

    private Map<Part, Integer> places(List<String> header, List<Problem> problems) {
        List<String> plain = header.stream().map(ProcessorTable::plain).toList();
        Map<Part, Integer> places = new EnumMap<>(Part.class);
        columns.forEach((part, name) -> {
            int at = plain.indexOf(plain(name));
            if (at < 0) {
                problems.add(new Problem(
                        "processor.column",
                        name,
                        say("processor.column.found", String.join(", ", header)),
                        say("processor.column.expected", name),
                        say("processor.column.remedy")));
            }
            places.put(part, at);
        });
        return places;
    }

    private Row row(int line, List<String> cells, Map<Part, Integer> places, CurrencyUnit currency) {
        long gross = amount(line, Part.GROSS, cells, places, currency);
        long refunds = amount(line, Part.REFUNDS, cells, places, currency);
        long chargebacks = amount(line, Part.CHARGEBACKS, cells, places, currency);
        long reserve = amount(line, Part.RESERVE, cells, places, currency);
        long fee = amount(line, Part.FEE, cells, places, currency);
        Row row = new Row(
                line,
                dates.parse(cell(Part.DAY, cells, places), line, columns.getOrDefault(Part.DAY, "")),
                cell(Part.SITE, cells, places),
                cell(Part.NUMBER, cells, places),
                gross,
                Math.abs(refunds),
                Math.abs(chargebacks),
                Math.abs(reserve),
                Math.abs(fee));
        if (gross < 0) {
            throw new RuleViolation(
                    "processor.gross",
                    where(line, Part.GROSS),
                    cell(Part.GROSS, cells, places),
                    say("processor.gross.expected"),
                    say("processor.gross.remedy"));
        }
        long net = gross - row.refunds() - row.chargebacks() - row.reserve() - row.fee();
        if (!cell(Part.NET, cells, places).isEmpty() && amount(line, Part.NET, cells, places, currency) != net) {
            throw new RuleViolation(
                    "processor.net",
                    where(line, Part.NET),
                    cell(Part.NET, cells, places),
                    say("processor.net.expected", MinorUnits.grouped(net, currency)),
                    say("processor.net.remedy"));
        }
        return row;
    }

    private String where(int line, Part part) {
        return say("processor.where", line, columns.getOrDefault(part, ""));
    }

    private long amount(int line, Part part, List<String> cells, Map<Part, Integer> places, CurrencyUnit currency) {
        String text = cell(part, cells, places);
        if (text.isEmpty()) {
            return 0;
        }
        AmountStyle style = decimalPoint == ',' ? AmountStyle.COMMA : AmountStyle.POINT;
        return style.minorUnits(text, currency, where(line, part));
    }

    private static String cell(Part part, List<String> cells, Map<Part, Integer> places) {
        int at = places.getOrDefault(part, -1);
        return at < 0 || at >= cells.size() ? "" : cells.get(at).strip();
    }

    private static String plain(String name) {
        return name.strip().toLowerCase(Locale.ROOT).replaceAll("[\\s_]+", "_");
    }

    private static boolean isSheet(byte[] content) {
        return content.length > 3 && content[0] == 'P' && content[1] == 'K';
    }

    private static char separator(byte[] content) {
        String first = new String(content, 0, Math.min(content.length, 4_000), StandardCharsets.ISO_8859_1)
                .lines()
                .findFirst()
                .orElse("");
        char best = ',';
        long most = 0;
        for (char c : new char[] {',', ';', '\t'}) {
            long count = first.chars().filter(x -> x == c).count();
            if (count > most) {
                best = c;
                most = count;
            }
        }
        return best;
    }

    private static List<List<String>> rows(byte[] content, char separator, char point, int most) {
        List<List<String>> out = new ArrayList<>();
        try {
            TableRows.RowSink sink = (number, cells) -> {
                out.add(List.copyOf(cells));
                return out.size() < most;
            };
            if (isSheet(content)) {
                TableRows.sheet(new ByteArrayInputStream(content), point, sink);
            } else {
                int mark = content.length > 2 && (content[0] & 0xff) == 0xef && (content[1] & 0xff) == 0xbb ? 3 : 0;
                TableRows.text(
                        new ByteArrayInputStream(content, mark, content.length - mark),
                        StandardCharsets.UTF_8,
                        separator,
                        sink);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out;
    }
}
