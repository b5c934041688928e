package tidemark.core.format;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import java.io.FilterReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
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
    static final int LONGEST_ROW = 1 << 18;

    private TableRows() {}

    /** Takes rows until it has enough. */
    interface RowSink {
        /** @param number line of the file or row of the sheet, from 1; false to read no further */
        boolean row(int number, List<String> cells);
    }

    static void text(InputStream in, Charset charset, char separator, RowSink sink) throws IOException {
        int row = 0;
        try (CsvReader<CsvRecord> reader = CsvReader.builder()
                .fieldSeparator(separator)
                .allowExtraFields(true)
                .allowMissingFields(true)
                .allowExtraCharsAfterClosingQuote(true)
                .skipEmptyLines(false)
                .maxBufferSize(LONGEST_ROW)
                .ofCsvRecord(new PlainText(in, charset))) {
            for (CsvRecord one : reader) {
                row = (int) one.getStartingLineNumber();
                if (!sink.row(row, one.getFields())) {
                    return;
                }
            }
        } catch (CsvParseException | UncheckedIOException e) {
            throw broken(row, charset, e);
        } catch (CharacterCodingException e) {
            throw broken(row, charset, e);
        }
    }

    private static RuleViolation broken(int row, Charset charset, Exception e) {
        Throwable cause = e;
        while (cause != null) {
            if (cause instanceof RuleViolation refused) {
                return refused;
            }
            if (cause instanceof CharacterCodingException) {
                return new RuleViolation(
                        "file.charset",
                        "line " + (row + 1),
                        "bytes that are not " + charset.name(),
                        "text in " + charset.name(),
                        "Choose another character set, or save the file as CSV (UTF-8) again.");
            }
            cause = cause.getCause();
        }
        return new RuleViolation(
                "file.csv",
                "line " + (row + 1),
                "text that is not well-formed, or a row of more than " + LONGEST_ROW + " characters",
                "separated values with balanced quotes",
                "Save the file as CSV again.");
    }

    /** Text without its byte order mark; a NUL character is refused. */
    static final class PlainText extends FilterReader {
        private boolean begun;

        PlainText(InputStream in, Charset charset) {
            super(new InputStreamReader(
                    in,
                    charset.newDecoder()
                            .onMalformedInput(CodingErrorAction.REPORT)
                            .onUnmappableCharacter(CodingErrorAction.REPORT)));
        }

        @Override
        public int read(char[] into, int offset, int length) throws IOException {
            int count = in.read(into, offset, length);
            for (int i = offset; i < offset + count; i++) {
                if (into[i] == 0) {
                    throw new RuleViolation(
                            "file.nul",
                            "",
                            "a NUL character",
                            "text",
                            "Fetch the file from the bank again; this one is damaged or no text file.");
                }
            }
            if (!begun && count > 0) {
                begun = true;
                if (into[offset] == '\uFEFF') {
                    System.arraycopy(into, offset + 1, into, offset, count - 1);
                    return count == 1 ? read(into, offset, length) : count - 1;
                }
            }
            return count;
        }

        @Override
        public int read() throws IOException {
            char[] one = new char[1];
            return read(one, 0, 1) < 0 ? -1 : one[0];
        }
    }

    /**
     * The rows of the first sheet. Dates are written as 2026-06-04, numbers without grouping.
     *
     * @param point the decimal sign to write numbers with
     */
    static void sheet(InputStream in, char point, RowSink sink) throws IOException {
        try (ReadableWorkbook book = new ReadableWorkbook(in, new ReadingOptions(true, true));
                Stream<Row> rows = book.getFirstSheet().openStream()) {
            for (Row row : (Iterable<Row>) rows::iterator) {
                List<String> cells = new ArrayList<>();
                int count = Math.min(row.getCellCount(), ColumnMapping.MOST_COLUMNS);
                for (int i = 0; i < count; i++) {
                    Cell cell = row.getCell(i);
                    cells.add(cell == null ? "" : text(cell, point));
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
                "a spreadsheet that cannot be read"
                        + (e instanceof ExcelReaderException && e.getMessage() != null
                                ? " (" + e.getMessage() + ")"
                                : ""),
                "an XLSX workbook with the lines on its first sheet",
                "Open it in a spreadsheet program and save it as XLSX or CSV again.");
    }

    private static String text(Cell cell, char point) {
        CellType type = cell.getType();
        if (type == CellType.NUMBER || (type == CellType.FORMULA && cell.getValue() instanceof BigDecimal)) {
            String format = cell.getDataFormatString();
            if (format != null && isDate(format)) {
                return cell.asDate().toLocalDate().toString();
            }
            // a spreadsheet keeps binary fractions; nine places are more than any currency has
            BigDecimal value =
                    cell.asNumber().setScale(9, RoundingMode.HALF_EVEN).stripTrailingZeros();
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
