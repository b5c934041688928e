package tidemark.app.print;

import static tidemark.core.words.Catalogue.say;

import java.awt.Color;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.time.format.FormatStyle;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Set;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
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
import org.openpdf.text.pdf.PdfTemplate;
import org.openpdf.text.pdf.PdfWriter;

/** A sheet as it is printed, as PDF; at the foot of every page who printed it, when, and page x of y. */
public final class PrintedSheet {
    private static final Color INK = new Color(0x1F2F40);
    private static final Color MUTED = new Color(0x566069);
    private static final Color RULE = new Color(0xE3DAC7);

    private final Document document;
    private final Font body;
    private final Font bold;
    private final Font small;
    private final Font title;
    private final Font heading;

    /** What it is printed on. */
    public enum Paper {
        LETTER(PageSize.LETTER),
        A4(PageSize.A4);

        private final Rectangle size;

        Paper(Rectangle size) {
            this.size = size;
        }
    }

    /**
     * What the foot says.
     *
     * @param when as people write it, in the company's own time
     * @param copy whether it was printed before
     */
    public record Stamp(String who, String when, boolean copy) {
        /** @param zone the company's */
        public static Stamp at(String who, Instant when, ZoneId zone, boolean copy) {
            return new Stamp(who, PrintedSheet.when(when, zone), copy);
        }
    }

    private static final DateTimeFormatter WHEN = DateTimeFormatter.ofLocalizedDateTime(
                    FormatStyle.MEDIUM, FormatStyle.SHORT)
            .withLocale(Locale.US);

    /** A moment as papers write it: {@code Jul 2, 2026, 9:05 AM}. */
    public static String when(Instant moment, ZoneId zone) {
        return WHEN.format(moment.atZone(zone));
    }

    private PrintedSheet(Document document) {
        this.document = document;
        BaseFont sans = font("PublicSans-Regular.ttf");
        BaseFont strong = font("PublicSans-SemiBold.ttf");
        body = new Font(sans, 9, Font.NORMAL, INK);
        bold = new Font(strong, 9, Font.NORMAL, INK);
        small = new Font(sans, 7.5f, Font.NORMAL, MUTED);
        title = new Font(font("Newsreader-Medium.ttf"), 20, Font.NORMAL, INK);
        heading = new Font(font("Newsreader-Medium.ttf"), 13, Font.NORMAL, INK);
    }

    private static BaseFont font(String name) {
        try (InputStream in = PrintedSheet.class.getResourceAsStream("/fonts/" + name)) {
            byte[] bytes = Objects.requireNonNull(in, name).readAllBytes();
            return BaseFont.createFont(name, BaseFont.IDENTITY_H, BaseFont.EMBEDDED, true, bytes, null);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** @param content writes what stands on it, from the top */
    public static byte[] of(Paper paper, Stamp stamp, Consumer<PrintedSheet> content) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        Document document = new Document(paper.size, 50, 50, 50, 60);
        PdfWriter writer = PdfWriter.getInstance(document, out);
        PrintedSheet sheet = new PrintedSheet(document);
        writer.setPageEvent(sheet.new Foot(stamp));
        document.open();
        content.accept(sheet);
        document.close();
        return out.toByteArray();
    }

    /** What follows stands on a page of its own. */
    public void newPage() {
        document.newPage();
    }

    public void title(String text) {
        document.addTitle(text);
        document.add(new Paragraph(text, title));
    }

    public void heading(String text) {
        Paragraph p = new Paragraph(text, heading);
        p.setSpacingBefore(12);
        p.setSpacingAfter(4);
        document.add(p);
    }

    public void line(String text) {
        if (!text.isEmpty()) {
            document.add(new Paragraph(text, body));
        }
    }

    /**
     * A table, its head on every page.
     *
     * @param widths of its columns, one against another
     * @param right the columns, from 0, that stand at the right
     * @param sum the last row, in bold; empty for none
     */
    public void table(
            float[] widths, Set<Integer> right, List<String> head, List<List<String>> rows, List<String> sum) {
        PdfPTable table = new PdfPTable(widths);
        table.setWidthPercentage(100);
        table.setSpacingBefore(4);
        table.setHeaderRows(head.isEmpty() ? 0 : 1);
        row(table, head, small, right);
        rows.forEach(r -> row(table, r, body, right));
        row(table, sum, bold, right);
        document.add(table);
    }

    private static void row(PdfPTable table, List<String> cells, Font font, Set<Integer> right) {
        for (int i = 0; i < cells.size(); i++) {
            PdfPCell cell = new PdfPCell(new Phrase(cells.get(i), font));
            cell.setBorderWidth(0);
            cell.setBorderWidthBottom(0.5f);
            cell.setBorderColor(RULE);
            cell.setPadding(3);
            cell.setHorizontalAlignment(right.contains(i) ? Element.ALIGN_RIGHT : Element.ALIGN_LEFT);
            table.addCell(cell);
        }
    }

    /** How many pages there are is known when the last one is written. */
    private final class Foot extends PdfPageEventHelper {
        private final Stamp stamp;
        private @Nullable PdfTemplate pages;

        private Foot(Stamp stamp) {
            this.stamp = stamp;
        }

        @Override
        public void onOpenDocument(PdfWriter writer, Document opened) {
            pages = writer.getDirectContent().createTemplate(40, 12);
        }

        @Override
        public void onEndPage(PdfWriter writer, Document ended) {
            float y = ended.bottom() - 20;
            String printed = say("print.printedBy", stamp.who(), stamp.when());
            ColumnText.showTextAligned(
                    writer.getDirectContent(),
                    Element.ALIGN_LEFT,
                    new Phrase(stamp.copy() ? say("print.copy", printed) : printed, small),
                    ended.left(),
                    y,
                    0);
            ColumnText.showTextAligned(
                    writer.getDirectContent(),
                    Element.ALIGN_RIGHT,
                    new Phrase(say("print.pageOf", writer.getPageNumber()) + " ", small),
                    ended.right() - 16,
                    y,
                    0);
            writer.getDirectContent().addTemplate(Objects.requireNonNull(pages), ended.right() - 15, y - 2);
        }

        @Override
        public void onCloseDocument(PdfWriter writer, Document closed) {
            ColumnText.showTextAligned(
                    pages, Element.ALIGN_LEFT, new Phrase(String.valueOf(writer.getPageNumber() - 1), small), 0, 2, 0);
        }
    }
}
