package tidemark.core.format;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.Charset;
import java.nio.charset.CharsetDecoder;
import java.nio.charset.CoderResult;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import tidemark.core.problem.RuleViolation;

/**
 * A first guess at how a bank's table is to be read, from its head: character set, separator, header row, order of
 * dates, decimal sign, and each column by the words in its heading and by what stands below.
 *
 * @param mapping the guess; empty where no column of dates or amounts was found
 * @param rows the first rows as they stand in the file
 * @param sure whether nothing had to be chosen between two readings
 */
public record MappingGuess(
        String charset, char separator, Optional<ColumnMapping> mapping, List<List<String>> rows, boolean sure) {
    private static final int SAMPLE = 60;
    private static final char[] SEPARATORS = {',', ';', '\t', '|'};
    private static final Map<Column, List<String>> WORDS = words();

    private static Map<Column, List<String>> words() {
        Map<Column, List<String>> words = new LinkedHashMap<>();
        words.put(Column.BALANCE, List.of("balance", "saldo", "solde", "kontostand"));
        words.put(
                Column.VALUE_DATE,
                List.of("value date", "valued", "valuta", "value_date", "valuedate", "wertstellung", "date valeur"));
        words.put(
                Column.BOOKING_DATE,
                List.of(
                        "booking date",
                        "posting date",
                        "post date",
                        "posted",
                        "buchung",
                        "booking_date",
                        "transaction date",
                        "date",
                        "datum",
                        "fecha",
                        "data"));
        words.put(
                Column.MONEY_IN,
                List.of("money in", "credit", "paid in", "deposit", "haben", "crédit", "received", "in"));
        words.put(
                Column.MONEY_OUT,
                List.of("money out", "debit", "paid out", "withdrawal", "soll", "débit", "spent", "out"));
        words.put(
                Column.SIDE,
                List.of("side", "dr/cr", "cr/dr", "debit/credit", "credit/debit", "sign", "d/c", "c/d", "s/h"));
        words.put(Column.AMOUNT, List.of("amount", "betrag", "montant", "importe", "value", "sum", "umsatz"));
        words.put(Column.CURRENCY, List.of("currency", "währung", "ccy", "devise", "waehrung"));
        words.put(Column.ACCOUNT, List.of("account", "iban", "konto", "compte"));
        words.put(Column.CHECK_NUMBER, List.of("check", "cheque", "check number", "check no", "serial"));
        words.put(
                Column.BANK_REFERENCE,
                List.of("bank reference", "bank ref", "transaction id", "bank_reference", "bank id", "fitid"));
        words.put(
                Column.REFERENCE,
                List.of("reference", "end to end", "referenz", "référence", "ref", "customer reference"));
        words.put(
                Column.COUNTERPARTY,
                List.of("counterparty", "payee", "payer", "name", "party", "beneficiary", "empfänger", "auftraggeber"));
        words.put(Column.CODE, List.of("code", "type", "transaction type"));
        words.put(
                Column.TEXT,
                List.of(
                        "description",
                        "text",
                        "details",
                        "memo",
                        "narrative",
                        "purpose",
                        "verwendungszweck",
                        "libellé",
                        "particulars",
                        "remittance"));
        return words;
    }

    /** @param head at least the first rows of the file, or the whole workbook */
    public static MappingGuess of(byte[] head, boolean spreadsheet) throws IOException {
        Charset charset = charset(head);
        char separator = ',';
        List<List<String>> rows = List.of();
        if (spreadsheet) {
            rows = sheet(head);
        } else {
            int best = -1;
            for (char candidate : SEPARATORS) {
                List<List<String>> tried = text(head, charset, candidate);
                int score = score(tried);
                if (score > best) {
                    best = score;
                    separator = candidate;
                    rows = tried;
                }
            }
        }
        return guess(charset.name(), separator, rows);
    }

    /** The character set of a text: by its mark, else UTF-8 where it fits, else Windows-1252. */
    public static Charset charset(byte[] head) {
        if (head.length >= 2 && head[0] == (byte) 0xFF && head[1] == (byte) 0xFE) {
            return StandardCharsets.UTF_16LE;
        }
        if (head.length >= 2 && head[0] == (byte) 0xFE && head[1] == (byte) 0xFF) {
            return StandardCharsets.UTF_16BE;
        }
        CharsetDecoder utf8 = StandardCharsets.UTF_8.newDecoder().onMalformedInput(CodingErrorAction.REPORT);
        CoderResult result = utf8.decode(ByteBuffer.wrap(head), CharBuffer.allocate(head.length + 1), false);
        return result.isError() ? Charset.forName("windows-1252") : StandardCharsets.UTF_8;
    }

    private static List<List<String>> text(byte[] head, Charset charset, char separator) throws IOException {
        List<List<String>> rows = new ArrayList<>();
        try {
            TableRows.text(new ByteArrayInputStream(head), charset, separator, (number, cells) -> {
                rows.add(cells);
                return rows.size() < SAMPLE;
            });
        } catch (RuleViolation e) {
            // the head may end in the middle of a quoted field or of a character
            if (rows.isEmpty()) {
                throw e;
            }
        }
        return rows;
    }

    private static List<List<String>> sheet(byte[] book) throws IOException {
        List<List<String>> rows = new ArrayList<>();
        TableRows.sheet(new ByteArrayInputStream(book), '.', (number, cells) -> {
            while (rows.size() < number - 1 && rows.size() < SAMPLE) {
                rows.add(List.of());
            }
            rows.add(cells);
            return rows.size() < SAMPLE;
        });
        return rows;
    }

    /** How many fields the rows have that have the most usual number of fields. */
    private static int score(List<List<String>> rows) {
        Map<Integer, Integer> counts = new HashMap<>();
        for (List<String> row : rows) {
            counts.merge(row.size(), 1, Integer::sum);
        }
        int best = 0;
        for (Map.Entry<Integer, Integer> e : counts.entrySet()) {
            if (e.getKey() > 1) {
                best = Math.max(best, e.getValue() * (e.getKey() - 1));
            }
        }
        return best;
    }

    private static MappingGuess guess(String charset, char separator, List<List<String>> rows) {
        int first = firstLine(rows);
        if (first < 0) {
            return new MappingGuess(charset, separator, Optional.empty(), rows, false);
        }
        int above = first - 1;
        while (above >= 0 && rows.get(above).stream().allMatch(String::isBlank)) {
            above--;
        }
        boolean headed = above >= 0 && rows.get(above).size() >= 2;
        List<String> header = headed ? rows.get(above) : List.of();
        List<List<String>> body = rows.subList(first, rows.size()).stream()
                .filter(r ->
                        r.size() >= rows.get(first).size() - 1 && r.stream().anyMatch(MappingGuess::isDate))
                .toList();
        Map<Column, List<Integer>> columns = headed ? byWords(header, body) : new EnumMap<>(Column.class);
        byContent(body, columns);
        List<String> dates = values(body, columns.get(Column.BOOKING_DATE));
        DateOrder order = DateOrder.of(dates);
        boolean sure = order != DateOrder.UNTOLD && headed;
        try {
            return new MappingGuess(
                    charset,
                    separator,
                    Optional.of(new ColumnMapping(
                            "",
                            charset,
                            separator,
                            headed ? above : first,
                            header,
                            order == DateOrder.UNTOLD ? DateOrder.MONTH_FIRST : order,
                            point(body, columns),
                            false,
                            columns)),
                    rows,
                    sure);
        } catch (RuleViolation e) {
            return new MappingGuess(charset, separator, Optional.empty(), rows, false);
        }
    }

    /** The first row that holds both a date and an amount; -1 where none does. */
    private static int firstLine(List<List<String>> rows) {
        for (int i = 0; i < rows.size(); i++) {
            if (rows.get(i).stream().anyMatch(MappingGuess::isDate)
                    && rows.get(i).stream().anyMatch(MappingGuess::isAmount)) {
                return i;
            }
        }
        return -1;
    }

    private static boolean isDate(String cell) {
        String text = cell.strip();
        if (text.length() < 6 || text.length() > 30) {
            return false;
        }
        for (DateOrder order : List.of(DateOrder.MONTH_FIRST, DateOrder.DAY_FIRST)) {
            try {
                order.parse(text.length() > 10 && text.charAt(10) == 'T' ? text.substring(0, 10) : text, 1, "");
                return true;
            } catch (RuleViolation e) {
                // not in this order
            }
        }
        return false;
    }

    private static boolean isAmount(String cell) {
        String plain = DecimalText.plain(cell, DecimalText.pointOf(cell));
        if (plain.isEmpty() || plain.length() > 20 || isDate(cell)) {
            return false;
        }
        boolean digit = false;
        for (int i = plain.startsWith("-") ? 1 : 0; i < plain.length(); i++) {
            char c = plain.charAt(i);
            digit |= c >= '0' && c <= '9';
            if ((c < '0' || c > '9') && c != '.') {
                return false;
            }
        }
        return digit;
    }

    private static Map<Column, List<Integer>> byWords(List<String> header, List<List<String>> body) {
        EnumMap<Column, List<Integer>> columns = new EnumMap<>(Column.class);
        boolean[] used = new boolean[header.size()];
        for (boolean whole : new boolean[] {true, false}) {
            WORDS.forEach((column, words) -> {
                for (int i = 0; i < header.size(); i++) {
                    if (!used[i]
                            && !columns.containsKey(column)
                            && matches(header.get(i), words, whole)
                            && holds(column, body, i)) {
                        columns.put(column, List.of(i));
                        used[i] = true;
                    }
                }
            });
        }
        if (columns.containsKey(Column.MONEY_IN) && columns.containsKey(Column.MONEY_OUT)) {
            columns.remove(Column.AMOUNT);
            columns.remove(Column.SIDE);
        } else {
            columns.remove(Column.MONEY_IN);
            columns.remove(Column.MONEY_OUT);
        }
        return columns;
    }

    private static boolean matches(String heading, List<String> words, boolean whole) {
        String plain = heading.strip().toLowerCase(Locale.ROOT).replace('_', ' ');
        return words.stream()
                .anyMatch(w -> whole ? plain.equals(w.replace('_', ' ')) : plain.contains(w) && w.length() > 2);
    }

    private static boolean holds(Column column, List<List<String>> body, int place) {
        return switch (column) {
            case BOOKING_DATE, VALUE_DATE -> all(body, place, MappingGuess::isDate);
            case AMOUNT, BALANCE, MONEY_IN, MONEY_OUT -> all(body, place, MappingGuess::isAmount);
            default -> true;
        };
    }

    private static boolean all(List<List<String>> body, int place, java.util.function.Predicate<String> test) {
        boolean any = false;
        for (List<String> row : body) {
            String cell = place < row.size() ? row.get(place) : "";
            if (!cell.isBlank()) {
                if (!test.test(cell)) {
                    return false;
                }
                any = true;
            }
        }
        return any;
    }

    private static void byContent(List<List<String>> body, Map<Column, List<Integer>> columns) {
        int width = body.stream().mapToInt(List::size).max().orElse(0);
        for (int i = 0; i < width; i++) {
            int place = i;
            if (columns.values().stream().anyMatch(p -> p.contains(place))) {
                continue;
            }
            if (!columns.containsKey(Column.BOOKING_DATE) && all(body, i, MappingGuess::isDate)) {
                columns.put(Column.BOOKING_DATE, List.of(i));
            } else if (!columns.containsKey(Column.AMOUNT)
                    && !columns.containsKey(Column.MONEY_IN)
                    && all(body, i, c -> isAmount(c) && (c.contains(".") || c.contains(",")))) {
                columns.put(Column.AMOUNT, List.of(i));
            }
        }
    }

    private static List<String> values(List<List<String>> body, @Nullable List<Integer> places) {
        if (places == null) {
            return List.of();
        }
        int place = places.getFirst();
        return body.stream()
                .filter(r -> place < r.size() && !r.get(place).isBlank())
                .map(r -> r.get(place))
                .toList();
    }

    private static char point(List<List<String>> body, Map<Column, List<Integer>> columns) {
        int commas = 0;
        int points = 0;
        for (Column column : List.of(Column.AMOUNT, Column.MONEY_IN, Column.MONEY_OUT, Column.BALANCE)) {
            for (String value : values(body, columns.get(column))) {
                if (value.indexOf('.') >= 0 || value.indexOf(',') >= 0) {
                    if (DecimalText.pointOf(value) == ',') {
                        commas++;
                    } else {
                        points++;
                    }
                }
            }
        }
        return commas > points ? ',' : '.';
    }
}
