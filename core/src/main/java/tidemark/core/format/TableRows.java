package tidemark.core.format;

import static tidemark.core.words.Catalogue.say;

import java.io.IOException;
import java.io.InputStream;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.dhatim.fastexcel.reader.Cell;
import org.dhatim.fastexcel.reader.CellType;
import org.dhatim.fastexcel.reader.ExcelReaderException;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.ReadingOptions;
import org.dhatim.fastexcel.reader.Row;
import tidemark.core.problem.RuleViolation;

/** Rows of a text table or of the first sheet of a spreadsheet, one at a time. */
final class TableRows {
    private static final int MOST_DIGITS = 40;
    private static final long LAST_DAY = 2_958_465;

    private TableRows() {}

    /** Takes rows until it has enough. */
    interface RowSink {
        /** @param number line of the file or row of the sheet, from 1; false to read no further */
        boolean row(int number, List<String> cells);
    }

    static void text(InputStream in, Charset charset, char separator, RowSink sink) throws IOException {
        SeparatedText rows = separated(in, charset, separator);
        try {
            while (rows.next()) {
                if (!sink.row(rows.number(), rows.texts())) {
                    return;
                }
            }
        } catch (CharacterCodingException e) {
            throw notIn(charset, rows.number());
        }
    }

    static SeparatedText separated(InputStream in, Charset charset, char separator) {
        return new SeparatedText(new StrictReader(in, charset), separator);
    }

    static RuleViolation notIn(Charset charset, int line) {
        return new RuleViolation(
                "file.charset",
                say("file.charset.where", line),
                say("file.charset.found2", charset.name()),
                say("file.charset.expected2", charset.name()),
                say("file.charset.remedy2"));
    }

    /**
     * The rows of the first sheet. Dates are written as 2026-06-04, numbers without grouping.
     *
     * @param point the decimal sign to write numbers with
     */
    static void sheet(InputStream in, char point, RowSink sink) throws IOException {
        try (ReadableWorkbook book = new ReadableWorkbook(in, new ReadingOptions(true, true));
                Stream<Row> rows = book.getFirstSheet().openStream()) {
            LocalDate dayZero = book.isDate1904() ? LocalDate.of(1904, 1, 1) : LocalDate.of(1899, 12, 30);
            for (Row row : (Iterable<Row>) rows::iterator) {
                List<String> cells = new ArrayList<>();
                int count = Math.min(row.getCellCount(), ColumnMapping.MOST_COLUMNS);
                for (int i = 0; i < count; i++) {
                    Cell cell = row.getCell(i);
                    cells.add(cell == null ? "" : text(cell, point, dayZero));
                }
                if (!sink.row(row.getRowNum(), cells)) {
                    return;
                }
            }
        } catch (RuleViolation e) {
            throw e;
        } catch (RuntimeException | IOException e) {
            if (e.getCause() instanceof RuleViolation refused) {
                throw refused;
            }
            throw notASheet(e);
        }
    }

    private static RuleViolation notASheet(Exception e) {
        return new RuleViolation(
                "file.xlsx",
                "",
                say(
                        "file.xlsx.found",
                        e instanceof ExcelReaderException && e.getMessage() != null ? " (" + e.getMessage() + ")" : ""),
                say("file.xlsx.expected"),
                say("file.xlsx.remedy"));
    }

    /** @param dayZero the day from which the workbook counts its dates */
    private static String text(Cell cell, char point, LocalDate dayZero) {
        if (cell.getValue() instanceof BigDecimal number
                && (cell.getType() == CellType.NUMBER || cell.getType() == CellType.FORMULA)) {
            if (number.precision() - number.scale() > MOST_DIGITS || number.scale() > MOST_DIGITS * 20) {
                return number.toString();
            }
            String format = cell.getDataFormatString();
            if (format != null && isDate(format)) {
                long days = number.longValue();
                return days < 0 || days > LAST_DAY
                        ? number.toPlainString()
                        : dayZero.plusDays(days).toString();
            }
            // a spreadsheet keeps binary fractions; nine places are more than any currency has
            BigDecimal value = number.setScale(9, RoundingMode.HALF_EVEN).stripTrailingZeros();
            String plain = value.scale() < 0 ? value.setScale(0).toPlainString() : value.toPlainString();
            return plain.replace('.', point);
        }
        String text = cell.getText();
        return text == null ? "" : text;
    }

    private static boolean isDate(String format) {
        boolean quoted = false;
        for (int i = 0; i < format.length(); i++) {
            char c = Character.toLowerCase(format.charAt(i));
            if (c == '"') {
                quoted = !quoted;
            } else if (!quoted && (c == 'y' || c == 'd')) {
                return true;
            }
        }
        return false;
    }
}
