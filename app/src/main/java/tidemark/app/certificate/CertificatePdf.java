package tidemark.app.certificate;

import static tidemark.core.words.Catalogue.say;

import java.awt.Color;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import org.joda.money.CurrencyUnit;
import org.openpdf.text.Document;
import org.openpdf.text.Element;
import org.openpdf.text.Font;
import org.openpdf.text.PageSize;
import org.openpdf.text.Paragraph;
import org.openpdf.text.Phrase;
import org.openpdf.text.Rectangle;
import org.openpdf.text.pdf.BaseFont;
import org.openpdf.text.pdf.ColumnText;
import org.openpdf.text.pdf.PdfPCell;
import org.openpdf.text.pdf.PdfPTable;
import org.openpdf.text.pdf.PdfPageEventHelper;
import org.openpdf.text.pdf.PdfWriter;
import tidemark.core.money.MinorUnits;

/** Prints a certificate on paper: only what its sealed content says, in the same order. */
final class CertificatePdf {
    private static final Color INK = new Color(0x1F, 0x2F, 0x40);
    private static final Color MUTED = new Color(0x5B, 0x67, 0x70);
    private static final Color RULE = new Color(0xE3, 0xDA, 0xC7);
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMMM uuuu", Locale.ENGLISH);
    private static final DateTimeFormatter SHORT_DAY = DateTimeFormatter.ofPattern("d MMM uuuu", Locale.ENGLISH);
    private static final DateTimeFormatter TIME =
            DateTimeFormatter.ofPattern("d MMMM uuuu, HH:mm 'UTC'", Locale.ENGLISH);
    private static final Map<String, String> ROW_NAMES = Map.ofEntries(
            Map.entry("perBank", say("certificate.perBank")),
            Map.entry("onTheWayBefore", say("certificate.onTheWayBefore")),
            Map.entry("onTheWayNow", say("certificate.onTheWayNow")),
            Map.entry("notPresentedBefore", say("certificate.notPresentedBefore")),
            Map.entry("notPresentedNow", say("certificate.notPresentedNow")),
            Map.entry("bankErrors", say("certificate.bankErrors")),
            Map.entry("netted", say("certificate.nettedInOneMovement")),
            Map.entry("adjustedBank", say("certificate.adjustedBank")),
            Map.entry("perLedger", say("certificate.perLedger")),
            Map.entry("notBookedIn", say("certificate.atTheBankNotBookedIn")),
            Map.entry("notBookedOut", say("certificate.atTheBankNotBookedOut")),
            Map.entry("ledgerErrors", say("certificate.ledgerErrors")),
            Map.entry("adjustedLedger", say("certificate.adjustedLedger")));

    private final Map<String, Object> content;
    private final CurrencyUnit currency;
    private final Font body;
    private final Font bold;
    private final Font small;
    private final Font title;
    private final Font heading;

    private CertificatePdf(Map<String, Object> content) throws IOException {
        this.content = content;
        this.currency = CurrencyUnit.of(text(content, "currency"));
        BaseFont sans = font("PublicSans-Regular.ttf");
        BaseFont strong = font("PublicSans-SemiBold.ttf");
        BaseFont serif = font("Newsreader-Medium.ttf");
        body = new Font(sans, 9, Font.NORMAL, INK);
        bold = new Font(strong, 9, Font.NORMAL, INK);
        small = new Font(sans, 7.5f, Font.NORMAL, MUTED);
        title = new Font(serif, 20, Font.NORMAL, INK);
        heading = new Font(serif, 13, Font.NORMAL, INK);
    }

    private static BaseFont font(String name) throws IOException {
        try (InputStream in = CertificatePdf.class.getResourceAsStream("/fonts/" + name)) {
            byte[] bytes = Objects.requireNonNull(in, name).readAllBytes();
            return BaseFont.createFont(name, BaseFont.IDENTITY_H, BaseFont.EMBEDDED, true, bytes, null);
        }
    }

    /** @param content the sealed content; @param seal its seal in hexadecimal */
    static byte[] write(Map<String, Object> content, String seal) {
        try {
            return new CertificatePdf(content).write(seal);
        } catch (IOException e) {
            throw new IllegalStateException("The certificate could not be printed", e);
        }
    }

    private byte[] write(String seal) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        Document document = new Document(PageSize.A4, 50, 50, 50, 60);
        PdfWriter writer = PdfWriter.getInstance(document, out);
        writer.setPageEvent(new Footer(seal));
        document.addTitle(
                say("certificate.certificateOfReconciliation", text(content, "account"), text(content, "month")));
        document.open();
        document.add(new Paragraph(text(content, "company"), body));
        document.add(spaced(say("certificate.certificateOfReconciliation2"), title, 4, 2));
        document.add(new Paragraph(
                say("certificate.monthEnded")
                        .formatted(
                                text(content, "account"),
                                currency.getCode(),
                                DAY.format(
                                        YearMonth.parse(text(content, "month")).atEndOfMonth())),
                body));
        document.add(proof());
        document.add(spaced(say("certificate.proofOfCash"), heading, 14, 4));
        document.add(proofOfCash());
        items(document, say("certificate.onTheWay"), "onTheWay");
        items(document, say("certificate.notPresented"), "notPresented");
        items(document, say("certificate.atTheBankNotBookedIn"), "notBookedIn");
        items(document, say("certificate.atTheBankNotBookedOut"), "notBookedOut");
        items(document, say("certificate.bankErrorsToBePutRight"), "bankErrors");
        items(document, say("certificate.ledgerErrorsToBePutRight"), "ledgerErrors");
        document.add(signatures());
        Map<String, Object> replaced = content.containsKey("replaces") ? map(content, "replaces") : Map.of();
        if (!replaced.isEmpty()) {
            document.add(spaced(
                    say(
                            "certificate.replacesTheCertificateWithSeal",
                            text(replaced, "seal").substring(0, 16),
                            text(replaced, "reason")),
                    small,
                    8,
                    0));
        }
        document.close();
        return out.toByteArray();
    }

    private static Paragraph spaced(String text, Font font, float before, float after) {
        Paragraph p = new Paragraph(text, font);
        p.setSpacingBefore(before);
        p.setSpacingAfter(after);
        return p;
    }

    private PdfPTable proof() {
        Map<String, Object> proof = map(content, "proof");
        PdfPTable table = table(new float[] {30, 17, 6, 30, 17}, 12);
        proofRow(
                table,
                say("certificate.balanceOnTheBankStatement"),
                text(proof, "bankBalance"),
                say("certificate.balanceInTheLedger"),
                text(proof, "ledgerBalance"),
                body);
        proofRow(
                table,
                say("certificate.onTheWay"),
                total(proof, "onTheWay"),
                say("certificate.atTheBankNotBookedIn"),
                total(proof, "notBookedIn"),
                body);
        proofRow(
                table,
                say("certificate.notPresented"),
                total(proof, "notPresented"),
                say("certificate.atTheBankNotBookedOut"),
                total(proof, "notBookedOut"),
                body);
        proofRow(
                table,
                say("certificate.bankErrorsToBePutRight"),
                total(proof, "bankErrors"),
                say("certificate.ledgerErrorsToBePutRight"),
                total(proof, "ledgerErrors"),
                body);
        proofRow(
                table,
                say("certificate.adjustedBankBalance2"),
                text(proof, "adjustedBank"),
                say("certificate.adjustedLedgerBalance2"),
                text(proof, "adjustedLedger"),
                bold);
        return table;
    }

    private void proofRow(
            PdfPTable table, String left, String leftAmount, String right, String rightAmount, Font font) {
        boolean sum = font == bold;
        cell(table, left, font, Element.ALIGN_LEFT, sum);
        cell(table, amount(leftAmount), font, Element.ALIGN_RIGHT, sum);
        cell(table, "", font, Element.ALIGN_LEFT, false);
        cell(table, right, font, Element.ALIGN_LEFT, sum);
        cell(table, amount(rightAmount), font, Element.ALIGN_RIGHT, sum);
    }

    private PdfPTable proofOfCash() {
        Map<String, Object> cash = map(content, "proofOfCash");
        PdfPTable table = table(new float[] {36, 16, 16, 16, 16}, 0);
        table.setHeaderRows(1);
        cell(table, "", small, Element.ALIGN_LEFT, false);
        cell(table, SHORT_DAY.format(LocalDate.parse(text(content, "from"))), small, Element.ALIGN_RIGHT, false);
        cell(table, say("certificate.in"), small, Element.ALIGN_RIGHT, false);
        cell(table, say("certificate.out"), small, Element.ALIGN_RIGHT, false);
        cell(table, SHORT_DAY.format(LocalDate.parse(text(content, "to"))), small, Element.ALIGN_RIGHT, false);
        list(cash, "bank").forEach(row -> cashRow(table, row, body));
        cashRow(table, map(cash, "adjustedBank"), bold);
        list(cash, "ledger").forEach(row -> cashRow(table, row, body));
        cashRow(table, map(cash, "adjustedLedger"), bold);
        return table;
    }

    private void cashRow(PdfPTable table, Map<String, Object> row, Font font) {
        boolean sum = font == bold;
        List<String> amounts = List.of("opening", "in", "out", "closing").stream()
                .map(column -> text(row, column))
                .toList();
        // what did not happen is left out, so that what counts is seen; a sum is always written
        if (!sum && amounts.stream().allMatch(CertificatePdf::isZero)) {
            return;
        }
        cell(table, ROW_NAMES.getOrDefault(text(row, "name"), text(row, "name")), font, Element.ALIGN_LEFT, sum);
        for (String value : amounts) {
            cell(table, !sum && isZero(value) ? "" : amount(value), font, Element.ALIGN_RIGHT, sum);
        }
    }

    private static boolean isZero(String amount) {
        return new BigDecimal(amount).signum() == 0;
    }

    private void items(Document document, String name, String key) {
        List<Map<String, Object>> items = list(map(map(content, "proof"), key), "items");
        if (items.isEmpty()) {
            return;
        }
        document.add(spaced(name, heading, 14, 4));
        PdfPTable table = table(new float[] {18, 62, 20}, 0);
        for (Map<String, Object> item : items) {
            cell(table, SHORT_DAY.format(LocalDate.parse(text(item, "date"))), body, Element.ALIGN_LEFT, false);
            String note = item.containsKey("note") ? " (" + text(item, "note") + ")" : "";
            cell(table, text(item, "title") + note, body, Element.ALIGN_LEFT, false);
            cell(table, amount(text(item, "amount")), body, Element.ALIGN_RIGHT, false);
        }
        cell(table, "", bold, Element.ALIGN_LEFT, true);
        cell(table, say("certificate.total"), bold, Element.ALIGN_LEFT, true);
        cell(table, amount(total(map(content, "proof"), key)), bold, Element.ALIGN_RIGHT, true);
        document.add(table);
    }

    private PdfPTable signatures() {
        PdfPTable table = table(new float[] {47, 6, 47}, 28);
        table.setKeepTogether(true);
        cell(table, say("certificate.preparedBy"), small, Element.ALIGN_LEFT, false);
        cell(table, "", small, Element.ALIGN_LEFT, false);
        cell(table, say("certificate.certifiedBy"), small, Element.ALIGN_LEFT, false);
        Font name = new Font(heading.getBaseFont(), 12, Font.NORMAL, INK);
        cell(table, text(map(content, "preparedBy"), "name"), name, Element.ALIGN_LEFT, false);
        cell(table, "", name, Element.ALIGN_LEFT, false);
        cell(table, text(map(content, "certifiedBy"), "name"), name, Element.ALIGN_LEFT, false);
        cell(table, at("preparedBy"), small, Element.ALIGN_LEFT, true);
        cell(table, "", small, Element.ALIGN_LEFT, false);
        cell(
                table,
                at("certifiedBy")
                        + (Boolean.TRUE.equals(content.get("onePerson"))
                                ? say("certificate.onePersonPreparedAndCertifiedAsThis")
                                : ""),
                small,
                Element.ALIGN_LEFT,
                true);
        return table;
    }

    private String at(String who) {
        return TIME.format(Instant.parse(text(map(content, who), "at")).atOffset(ZoneOffset.UTC));
    }

    private static PdfPTable table(float[] widths, float before) {
        PdfPTable table = new PdfPTable(widths);
        table.setWidthPercentage(100);
        table.setSpacingBefore(before);
        return table;
    }

    private static void cell(PdfPTable table, String text, Font font, int align, boolean ruled) {
        PdfPCell cell = new PdfPCell(new Phrase(text, font));
        cell.setHorizontalAlignment(align);
        cell.setBorder(ruled ? Rectangle.TOP : Rectangle.NO_BORDER);
        cell.setBorderColor(ruled ? INK : RULE);
        cell.setPadding(3);
        cell.setPaddingLeft(align == Element.ALIGN_RIGHT ? 3 : 0);
        table.addCell(cell);
    }

    private String amount(String decimal) {
        return MinorUnits.report(MinorUnits.parse(decimal, currency, ""), currency);
    }

    private static String total(Map<String, Object> proof, String key) {
        return text(map(proof, key), "total");
    }

    private static String text(Map<String, Object> node, String key) {
        return Objects.requireNonNull((String) node.get(key), key);
    }

    @SuppressWarnings("unchecked")
    private static Map<String, Object> map(Map<String, Object> node, String key) {
        return Objects.requireNonNull((Map<String, Object>) node.get(key), key);
    }

    @SuppressWarnings("unchecked")
    private static List<Map<String, Object>> list(Map<String, Object> node, String key) {
        return Objects.requireNonNull((List<Map<String, Object>>) node.get(key), key);
    }

    /** Seal and page number at the foot of every page. */
    private final class Footer extends PdfPageEventHelper {
        private final String seal;

        private Footer(String seal) {
            this.seal = seal;
        }

        @Override
        public void onEndPage(PdfWriter writer, Document document) {
            float y = document.bottom() - 20;
            ColumnText.showTextAligned(
                    writer.getDirectContent(),
                    Element.ALIGN_LEFT,
                    new Phrase(say("certificate.seal2", seal), small),
                    document.left(),
                    y,
                    0);
            ColumnText.showTextAligned(
                    writer.getDirectContent(),
                    Element.ALIGN_RIGHT,
                    new Phrase(say("certificate.page", writer.getPageNumber()), small),
                    document.right(),
                    y,
                    0);
        }
    }
}
