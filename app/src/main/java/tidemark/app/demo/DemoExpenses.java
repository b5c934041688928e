package tidemark.app.demo;

import java.awt.Color;
import java.awt.Font;
import java.awt.FontFormatException;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.time.LocalDate;
import java.util.List;
import java.util.Objects;
import javax.imageio.ImageIO;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;
import tidemark.app.attachment.Papers;
import tidemark.app.expense.Expense;
import tidemark.app.expense.Expenses;
import tidemark.app.party.Parties;
import tidemark.core.expense.PaidBy;
import tidemark.core.ledger.Control;
import tidemark.core.problem.Words;

/** Expenses that employees paid out of pocket, with pictures of their receipts drawn here. */
@Component
@ConditionalOnProperty(name = "tidemark.demo", havingValue = "true")
class DemoExpenses {
    private final Expenses expenses;
    private final Papers papers;
    private final Parties parties;
    private final DemoClock clock;

    DemoExpenses(Expenses expenses, Papers papers, Parties parties, DemoClock clock) {
        this.expenses = expenses;
        this.papers = papers;
        this.parties = parties;
        this.clock = clock;
    }

    private record Told(
            LocalDate day,
            String who,
            String text,
            String employee,
            String account,
            String tax,
            String centre,
            String amount,
            String tags,
            boolean picture) {}

    void tell(DemoLedger.Place place) {
        clock.tell(LocalDate.of(2026, 7, 2), 8, 58);
        List.of(
                        new Told(
                                LocalDate.of(2026, 6, 24),
                                "Ostby Chandlery",
                                "fuses and clamps for the pump",
                                "Joss Penhale",
                                "5070",
                                "STP",
                                "YARD",
                                "38.20",
                                "pump, spares",
                                true),
                        new Told(
                                LocalDate.of(2026, 6, 27),
                                "Island Ferry",
                                "crossing to the survey",
                                "Ruben Achterberg",
                                "6160",
                                "",
                                "YARD",
                                "18.00",
                                "survey",
                                false),
                        new Told(
                                LocalDate.of(2026, 6, 29),
                                "Quill Stationers",
                                "charts for the office wall",
                                "Joss Penhale",
                                "6170",
                                "STP",
                                "OFFICE",
                                "21.40",
                                "office",
                                true))
                .forEach(t -> book(place, t));
    }

    private void book(DemoLedger.Place place, Told t) {
        long company = place.companyId();
        Long picture = t.picture() ? Long.valueOf(picture(place, t)) : null;
        long employee = parties.list(company, Control.EMPLOYEES).stream()
                .filter(p -> p.name().equals(t.employee()))
                .findFirst()
                .orElseThrow()
                .id();
        expenses.book(company, form(t, employee, picture), place.maren());
    }

    private static Expenses.NewExpense form(Told t, long employee, @Nullable Long picture) {
        return new Expenses.NewExpense(
                Expense.Kind.EXPENSE,
                PaidBy.EMPLOYEE,
                null,
                null,
                employee,
                t.day(),
                null,
                false,
                t.who(),
                "",
                t.text(),
                null,
                List.of(new Expenses.ExpenseLine(
                        t.account(), t.amount(), "", "", t.tax().isEmpty() ? null : t.tax(), t.centre(), "")),
                t.tags(),
                null,
                picture == null ? null : List.of(picture),
                null,
                null);
    }

    private long picture(DemoLedger.Place place, Told t) {
        byte[] drawn = receipt(t);
        String name = t.who().toLowerCase(java.util.Locale.ROOT).replace(' ', '-') + ".png";
        return papers.handIn(
                        place.companyId(),
                        name,
                        drawn.length,
                        drawn,
                        place.maren().name())
                .paper()
                .id();
    }

    /** A receipt as a till prints it. */
    private static byte[] receipt(Told t) {
        BufferedImage paper = new BufferedImage(460, 600, BufferedImage.TYPE_INT_RGB);
        Graphics2D pen = paper.createGraphics();
        pen.setRenderingHint(RenderingHints.KEY_TEXT_ANTIALIASING, RenderingHints.VALUE_TEXT_ANTIALIAS_ON);
        pen.setColor(new Color(0xFBF9F2));
        pen.fillRect(0, 0, 460, 600);
        pen.setColor(new Color(0x2B2B2B));
        pen.setFont(font().deriveFont(30f));
        pen.drawString(t.who(), 40, 80);
        pen.setFont(font().deriveFont(18f));
        pen.drawString(Words.day(t.day()), 40, 120);
        pen.drawLine(40, 150, 420, 150);
        pen.drawString(t.text(), 40, 200);
        pen.drawString(t.amount(), 340, 240);
        pen.drawLine(40, 280, 420, 280);
        pen.setFont(font().deriveFont(26f));
        pen.drawString("Total", 40, 330);
        pen.drawString(t.amount(), 320, 330);
        pen.setFont(font().deriveFont(16f));
        pen.drawString("Paid in cash. Thank you.", 40, 400);
        pen.dispose();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            ImageIO.write(paper, "png", out);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }

    private static Font font() {
        try (InputStream in = DemoExpenses.class.getResourceAsStream("/fonts/PublicSans-Regular.ttf")) {
            return Font.createFont(Font.TRUETYPE_FONT, Objects.requireNonNull(in));
        } catch (IOException | FontFormatException e) {
            throw new IllegalStateException("the font that ships cannot be read", e);
        }
    }
}
