package tidemark.core.format;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.joda.money.CurrencyUnit;
import tidemark.core.given.BankFiles;
import tidemark.core.money.MinorUnits;
import tidemark.core.statement.BankLine;

/** Workbooks written part by part, so that each part can be as odd as it may be. */
final class Workbooks {
    private static final String MAIN = "http://schemas.openxmlformats.org/spreadsheetml/2006/main";
    private static final String OFFICE = "http://schemas.openxmlformats.org/officeDocument/2006/relationships";

    private Workbooks() {}

    /** A workbook whose first sheet and shared texts are these documents. */
    static byte[] of(byte[] sheet, byte[] shared) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            part(
                    zip,
                    "[Content_Types].xml",
                    text("<Types xmlns='http://schemas.openxmlformats.org/package/2006/content-types'>"
                            + type("/xl/workbook.xml", "sheet.main")
                            + type("/xl/worksheets/sheet1.xml", "worksheet")
                            + type("/xl/sharedStrings.xml", "sharedStrings")
                            + type("/xl/styles.xml", "styles")
                            + "</Types>"));
            part(
                    zip,
                    "xl/workbook.xml",
                    text("<workbook xmlns='" + MAIN + "' xmlns:r='" + OFFICE
                            + "'><sheets><sheet name='Lines' sheetId='1' r:id='r1'/></sheets></workbook>"));
            part(
                    zip,
                    "xl/_rels/workbook.xml.rels",
                    text("<Relationships xmlns='http://schemas.openxmlformats.org/package/2006/relationships'>"
                            + "<Relationship Id='r1' Type='" + OFFICE + "/worksheet' Target='worksheets/sheet1.xml'/>"
                            + "</Relationships>"));
            part(
                    zip,
                    "xl/styles.xml",
                    text("<styleSheet xmlns='" + MAIN + "'><cellXfs count='2'><xf numFmtId='0'/><xf numFmtId='14'/>"
                            + "</cellXfs></styleSheet>"));
            part(zip, "xl/sharedStrings.xml", shared);
            part(zip, "xl/worksheets/sheet1.xml", sheet);
        }
        return out.toByteArray();
    }

    static byte[] of(String rows, String sharedTexts) throws IOException {
        return of(sheet(rows), text("<sst xmlns='" + MAIN + "'>" + sharedTexts + "</sst>"));
    }

    static byte[] sheet(String rows) {
        return text("<worksheet xmlns='" + MAIN + "'><sheetData>" + rows + "</sheetData></worksheet>");
    }

    static byte[] text(String xml) {
        return xml.getBytes(StandardCharsets.UTF_8);
    }

    private static String type(String part, String kind) {
        return "<Override PartName='" + part + "' ContentType='application/vnd.openxmlformats-officedocument"
                + ".spreadsheetml." + kind + "+xml'/>";
    }

    private static void part(ZipOutputStream zip, String name, byte[] content) throws IOException {
        zip.putNextEntry(new ZipEntry(name));
        zip.write(content);
        zip.closeEntry();
    }

    /** The lines of a statement: days as serial numbers, amounts as binary fractions, a balance made by a formula. */
    static byte[] of(BankFiles.Made made) throws IOException {
        StringBuilder rows = new StringBuilder("<row r='1'>");
        String[] heads = {"Date", "Value date", "Text", "Amount", "Balance"};
        for (int i = 0; i < heads.length; i++) {
            rows.append("<c r='")
                    .append((char) ('A' + i))
                    .append("1' t='s'><v>")
                    .append(i)
                    .append("</v></c>");
        }
        rows.append("</row>");
        long balance = made.header().openingMinorUnits();
        int row = 1;
        for (BankLine line : made.lines()) {
            row++;
            balance += line.minorUnits();
            rows.append("<row r='").append(row).append("'>");
            rows.append("<c r='A%d' s='1'><v>%d</v></c>".formatted(row, serial(line.bookingDate())));
            rows.append("<c r='B%d' s='1'><v>%d</v></c>".formatted(row, serial(line.valueDate())));
            rows.append("<c r='C%d' t='inlineStr'><is><t>%s</t></is></c>".formatted(row, line.text()));
            rows.append("<c r='D%d'><v>%s</v></c>".formatted(row, line.minorUnits() / 100.0));
            rows.append("<c r='E%d'><f>E%d+D%d</f><v>%s</v></c></row>"
                    .formatted(row, row - 1, row, MinorUnits.toDecimal(balance, CurrencyUnit.USD)));
        }
        StringBuilder shared = new StringBuilder();
        for (String head : heads) {
            shared.append("<si><t>").append(head).append("</t></si>");
        }
        return of(rows.toString(), shared.toString());
    }

    /** Days since the last day of 1899, as spreadsheets count them. */
    private static long serial(LocalDate day) {
        return ChronoUnit.DAYS.between(LocalDate.of(1899, 12, 30), day);
    }
}
