package tidemark.app.workpaper;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import tidemark.app.ledger.TableFile;
import tidemark.app.print.PrintedSheet;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.Words;
import tidemark.core.workpaper.WorkPaper;

/** A list for the file as page, table and paper; each shows the same figures. */
final class WorkPaperViews {
    private static final String PEN = "____________________";

    private WorkPaperViews() {}

    record PaperFigure(String words, String amount, boolean sum) {}

    /** @param days to the day of the list; absent where the row has no date */
    record PaperRow(@Nullable LocalDate date, @Nullable Long days, String title, String detail, String amount) {}

    record PaperSection(String title, String total, List<PaperRow> rows) {}

    record PaperTie(String left, String leftFigure, String right, String rightFigure, boolean agrees) {}

    /**
     * A list as it is shown. Amounts are decimal text.
     *
     * @param of the bank account, or the person
     */
    record WorkPaperView(
            String title,
            String of,
            LocalDate at,
            String currency,
            List<PaperFigure> figures,
            List<PaperSection> sections,
            List<PaperTie> ties,
            boolean agrees) {}

    static WorkPaperView view(WorkPapers.Titled titled) {
        WorkPaper paper = titled.paper();
        CurrencyUnit c = paper.currency();
        return new WorkPaperView(
                titled.title(),
                titled.of(),
                paper.at(),
                c.getCode(),
                paper.figures().stream()
                        .map(f -> new PaperFigure(f.words(), MinorUnits.toDecimal(f.minorUnits(), c), f.sum()))
                        .toList(),
                paper.sections().stream()
                        .map(s -> new PaperSection(
                                s.title(),
                                MinorUnits.toDecimal(s.total(), c),
                                s.items().stream()
                                        .map(i -> new PaperRow(
                                                i.date().orElse(null),
                                                i.daysAt(paper.at()).orElse(null),
                                                i.title(),
                                                i.detail(),
                                                MinorUnits.toDecimal(i.minorUnits(), c)))
                                        .toList()))
                        .toList(),
                paper.ties().stream()
                        .map(t -> new PaperTie(
                                t.left(),
                                MinorUnits.grouped(t.leftUnits(), c),
                                t.right(),
                                MinorUnits.grouped(t.rightUnits(), c),
                                t.agrees()))
                        .toList(),
                paper.agrees());
    }

    /** All rows of all sections, then the sums and what is held against what. */
    static TableFile table(WorkPapers.Titled titled, String name) {
        WorkPaperView view = view(titled);
        List<List<String>> rows = new ArrayList<>();
        for (PaperSection section : view.sections()) {
            for (PaperRow row : section.rows()) {
                rows.add(List.of(
                        section.title(),
                        row.date() == null ? "" : row.date().toString(),
                        row.days() == null ? "" : row.days().toString(),
                        row.title(),
                        row.detail(),
                        row.amount(),
                        view.currency()));
            }
        }
        view.figures()
                .forEach(f -> rows.add(List.of(
                        say("workpaper.sums"), view.at().toString(), "", f.words(), "", f.amount(), view.currency())));
        view.ties()
                .forEach(t -> rows.add(List.of(
                        t.agrees() ? say("workpaper.agrees") : say("workpaper.doesNotAgree"),
                        view.at().toString(),
                        "",
                        t.left() + " " + t.leftFigure(),
                        t.right() + " " + t.rightFigure(),
                        "",
                        view.currency())));
        return new TableFile(
                name, List.of("part", "date", "days", "title", "detail", "amount", "currency"), List.of(5), rows);
    }

    /** On paper, with lines for those who sign it. */
    static byte[] pdf(WorkPapers.Titled titled, PrintedSheet.Paper size, PrintedSheet.Stamp stamp) {
        WorkPaper paper = titled.paper();
        CurrencyUnit c = paper.currency();
        return PrintedSheet.of(size, stamp, sheet -> {
            sheet.line(titled.company().name());
            sheet.title(titled.title());
            sheet.line(say("workpaper.ofAtIn", titled.of(), Words.day(paper.at()), c.getCode()));
            sheet.table(
                    new float[] {75, 25},
                    Set.of(1),
                    List.of(),
                    paper.figures().stream()
                            .map(f -> List.of(f.words(), MinorUnits.report(f.minorUnits(), c)))
                            .toList(),
                    List.of());
            for (WorkPaper.Section section : paper.sections()) {
                sheet.heading(section.title());
                sheet.table(
                        new float[] {14, 8, 36, 24, 18},
                        Set.of(1, 4),
                        List.of(
                                say("workpaper.date"),
                                say("workpaper.days"),
                                say("workpaper.what"),
                                say("workpaper.detail"),
                                say("workpaper.amount", c.getCode())),
                        section.items().stream()
                                .map(i -> List.of(
                                        i.date().map(Words::day).orElse(""),
                                        i.daysAt(paper.at())
                                                .map(String::valueOf)
                                                .orElse(""),
                                        i.title(),
                                        i.detail(),
                                        MinorUnits.report(i.minorUnits(), c)))
                                .toList(),
                        List.of("", "", say("workpaper.inAll"), "", MinorUnits.report(section.total(), c)));
            }
            if (!paper.ties().isEmpty()) {
                sheet.heading(say("workpaper.heldAgainst"));
                sheet.table(
                        new float[] {34, 16, 34, 16},
                        Set.of(1, 3),
                        List.of(),
                        paper.ties().stream()
                                .map(t -> List.of(
                                        t.left(),
                                        MinorUnits.grouped(t.leftUnits(), c),
                                        t.agrees() ? t.right() : say("workpaper.butIs", t.right()),
                                        MinorUnits.grouped(t.rightUnits(), c)))
                                .toList(),
                        List.of());
            }
            sheet.heading(say("workpaper.signed"));
            sheet.table(
                    new float[] {20, 45, 35},
                    Set.of(),
                    List.of(),
                    List.of(
                            List.of(say("workpaper.preparedBy"), PEN, say("workpaper.on", PEN)),
                            List.of(say("workpaper.reviewedBy"), PEN, say("workpaper.on", PEN))),
                    List.of());
        });
    }
}
