package tidemark.app.payment;

import static tidemark.core.words.Catalogue.say;

import java.io.ByteArrayOutputStream;
import java.time.LocalDate;
import java.util.List;
import org.openpdf.text.Document;
import org.openpdf.text.Element;
import org.openpdf.text.Font;
import org.openpdf.text.FontFactory;
import org.openpdf.text.PageSize;
import org.openpdf.text.Paragraph;
import org.openpdf.text.Phrase;
import org.openpdf.text.pdf.PdfPCell;
import org.openpdf.text.pdf.PdfPTable;
import org.openpdf.text.pdf.PdfWriter;
import tidemark.core.problem.Words;

/** The printed register of checks and other payments. */
final class RegisterPdf {
    private static final Font TITLE = FontFactory.getFont(FontFactory.TIMES_BOLD, 16);
    private static final Font HEAD = FontFactory.getFont(FontFactory.HELVETICA_BOLD, 8);
    private static final Font TEXT = FontFactory.getFont(FontFactory.HELVETICA, 8);

    private RegisterPdf() {}

    static byte[] of(String company, LocalDate from, LocalDate to, PaymentViews.RegisterView register) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        Document document = new Document(PageSize.A4.rotate(), 36, 36, 36, 36);
        PdfWriter.getInstance(document, out);
        document.open();
        document.add(new Paragraph(say("payment.registerOfPayments"), TITLE));
        document.add(new Paragraph(say("payment.to", company, Words.day(from), Words.day(to)), TEXT));
        PdfPTable table = new PdfPTable(new float[] {9, 10, 14, 10, 22, 25, 11, 12});
        table.setWidthPercentage(100);
        table.setSpacingBefore(10);
        table.setHeaderRows(1);
        List.of("Number", "Date", "Account", "Kind", "Payee", "For", "Amount", "State")
                .forEach(h -> table.addCell(cell(h, HEAD, h.equals("Amount"))));
        for (PaymentViews.PaymentView p : register.payments()) {
            List<String> row = PaymentViews.row(p);
            for (int i = 0; i < row.size(); i++) {
                table.addCell(cell(i == 6 ? row.get(i) + " " + p.currency() : row.get(i), TEXT, i == 6));
            }
        }
        document.add(table);
        for (PaymentViews.RegisterSum sum : register.sums()) {
            document.add(new Paragraph(
                    say("payment.paymentsInBookedWaitingVoid")
                            .formatted(
                                    sum.count(),
                                    sum.currency(),
                                    sum.booked(),
                                    sum.waiting(),
                                    sum.unclaimed(),
                                    sum.voided()),
                    HEAD));
        }
        document.close();
        return out.toByteArray();
    }

    private static PdfPCell cell(String text, Font font, boolean amount) {
        PdfPCell cell = new PdfPCell(new Phrase(text, font));
        cell.setBorderWidth(0);
        cell.setBorderWidthBottom(0.5f);
        cell.setPadding(3);
        cell.setHorizontalAlignment(amount ? Element.ALIGN_RIGHT : Element.ALIGN_LEFT);
        return cell;
    }
}
