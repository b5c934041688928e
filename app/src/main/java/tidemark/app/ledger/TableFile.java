package tidemark.app.ledger;

import static tidemark.core.words.Catalogue.say;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import tidemark.core.problem.RuleViolation;
import tidemark.core.table.CsvWriting;

/**
 * A table to take away, as CSV or XLSX.
 *
 * @param name of the file, without ending
 * @param amounts the columns, from 0, that hold decimal amounts
 */
public record TableFile(String name, List<String> header, List<Integer> amounts, List<List<String>> rows) {
    /** More rows than this are refused, so that one request stays bearable. */
    public static final int MOST_ROWS = 200_000;

    /** The forms a table can be had in. */
    public enum Form {
        CSV,
        XLSX
    }

    public TableFile {
        if (rows.size() > MOST_ROWS) {
            throw new RuleViolation(
                    "export.rows",
                    "",
                    say("export.rows.found", rows.size()),
                    say("export.rows.expected", MOST_ROWS),
                    say("export.rows.remedy"));
        }
    }

    public ResponseEntity<byte[]> as(Form form) {
        return file(
                name + (form == Form.CSV ? ".csv" : ".xlsx"),
                form == Form.CSV
                        ? MediaType.parseMediaType("text/csv; charset=utf-8")
                        : MediaType.parseMediaType("application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"),
                form == Form.CSV ? CsvWriting.of(header, rows).getBytes(StandardCharsets.UTF_8) : xlsx());
    }

    /** A file to save; never shown inside the page. */
    public static ResponseEntity<byte[]> file(String name, MediaType type, byte[] content) {
        return ResponseEntity.ok()
                .contentType(type)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename(name, StandardCharsets.UTF_8)
                                .build()
                                .toString())
                .body(content);
    }

    private byte[] xlsx() {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (Workbook book = new Workbook(out, "Tide Mark", "1.0");
                Worksheet sheet = book.newWorksheet(say("ledger.tideMark"))) {
            for (int i = 0; i < header.size(); i++) {
                sheet.value(0, i, header.get(i));
                sheet.width(i, 18);
            }
            for (int r = 0; r < rows.size(); r++) {
                List<String> cells = rows.get(r);
                for (int i = 0; i < cells.size(); i++) {
                    if (amounts.contains(i) && !cells.get(i).isEmpty()) {
                        sheet.value(r + 1, i, new BigDecimal(cells.get(i)));
                        sheet.style(r + 1, i).format("#,##0.00;(#,##0.00)").set();
                    } else {
                        sheet.value(r + 1, i, cells.get(i));
                    }
                }
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }
}
