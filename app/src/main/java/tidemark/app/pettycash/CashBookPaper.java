package tidemark.app.pettycash;

import static tidemark.core.words.Catalogue.say;

import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.springframework.stereotype.Component;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.print.PrintedSheet;
import tidemark.core.problem.Words;

/** The book of a drawer and its counts as they are printed. */
@Component
class CashBookPaper {
    private final PettyCashViews views;
    private final DrawerCounts counts;
    private final Companies companies;
    private final Clock clock;

    CashBookPaper(PettyCashViews views, DrawerCounts counts, Companies companies, Clock clock) {
        this.views = views;
        this.counts = counts;
        this.companies = companies;
        this.clock = clock;
    }

    byte[] book(long companyId, long fundId, LocalDate from, LocalDate to, PrintedSheet.Paper paper, String who) {
        Company company = companies.get(companyId);
        PettyCashViews.FundView fund = views.fund(companyId, fundId);
        PettyCashViews.DrawerBook book = views.whole(companyId, fundId, from, to);
        List<List<String>> rows = new ArrayList<>();
        rows.add(List.of("", "", say("pettycash.printCarried"), "", "", book.carried()));
        book.rows()
                .forEach(r -> rows.add(List.of(
                        Words.day(r.day()),
                        r.number(),
                        r.text().isEmpty() ? r.who() : r.who() + ", " + r.text(),
                        r.in(),
                        r.out(),
                        r.holds())));
        return PrintedSheet.of(paper, PrintedSheet.Stamp.at(who, clock.instant(), company.zone(), false), sheet -> {
            sheet.title(say("pettycash.printBook", fund.name()));
            sheet.line(company.name());
            sheet.line(say("pettycash.printSpan", Words.day(book.from()), Words.day(book.to()), fund.keeper()));
            sheet.table(
                    new float[] {14, 12, 38, 12, 12, 12},
                    Set.of(3, 4, 5),
                    List.of(
                            say("pettycash.printDay"),
                            say("pettycash.printNumber"),
                            say("pettycash.printFor"),
                            say("pettycash.printIn"),
                            say("pettycash.printOut"),
                            say("pettycash.printHolds")),
                    rows,
                    List.of("", "", say("pettycash.printInAll"), book.in(), book.out(), book.closing()));
            sheet.line(say("pettycash.printSigned"));
        });
    }

    byte[] count(long companyId, long fundId, long countId, PrintedSheet.Paper paper, String who) {
        Company company = companies.get(companyId);
        PettyCashViews.FundView fund = views.fund(companyId, fundId);
        PettyCashViews.DrawerCountView count = views.count(companyId, counts.get(companyId, countId));
        return PrintedSheet.of(paper, PrintedSheet.Stamp.at(who, clock.instant(), company.zone(), false), sheet -> {
            sheet.title(say("pettycash.printCount", fund.name()));
            sheet.line(company.name());
            sheet.line(say(
                    "pettycash.printCounted",
                    count.countedBy(),
                    PrintedSheet.when(count.begunAt(), company.zone()),
                    count.surprise() ? say("pettycash.printSurprise") : ""));
            sheet.table(
                    new float[] {50, 20, 30},
                    Set.of(1, 2),
                    List.of(say("pettycash.printPiece"), say("pettycash.printHowMany"), say("pettycash.printAmount")),
                    count.pieces().stream()
                            .map(p -> List.of(p.name(), Integer.toString(p.count()), p.comesTo()))
                            .toList(),
                    List.of(say("pettycash.printInAll"), "", count.counted()));
            if (count.shouldBe() != null) {
                sheet.line(
                        say("pettycash.printShouldBe", count.shouldBe(), Objects.requireNonNullElse(count.over(), "")));
            }
            sheet.line(say("pettycash.printSigned"));
        });
    }
}
