package tidemark.app.draft;

import static tidemark.core.words.Catalogue.say;

import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Component;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.print.PrintedSheet;
import tidemark.core.problem.Words;

/** The log of a posting run as it is printed. */
@Component
class RunPaper {
    private final Companies companies;
    private final Clock clock;

    RunPaper(Companies companies, Clock clock) {
        this.companies = companies;
        this.clock = clock;
    }

    byte[] of(long companyId, PostingRuns.RunView run, PrintedSheet.Paper paper, String who) {
        Company company = companies.get(companyId);
        String ran = PrintedSheet.when(run.at(), company.zone());
        return PrintedSheet.of(paper, PrintedSheet.Stamp.at(who, clock.instant(), company.zone(), false), sheet -> {
            sheet.title(say("draft.printTitle"));
            sheet.line(company.name());
            sheet.line(say("draft.printRun", ran, run.by(), run.posted(), run.refused()));
            sheet.line(run.accountingDate() == null ? "" : say("draft.printDated", Words.day(run.accountingDate())));
            sheet.line(run.valueDate() == null ? "" : say("draft.printRates", Words.day(run.valueDate())));
            for (PostingRuns.Stop stop : PostingRuns.Stop.values()) {
                List<List<String>> rows = new ArrayList<>();
                run.outcomes().stream()
                        .filter(o -> o.stop() == stop)
                        .forEach(o -> rows.add(List.of(o.title(), o.refusal() == null ? "" : o.refusal(), o.amount())));
                if (!rows.isEmpty()) {
                    sheet.heading(words(stop));
                    sheet.table(
                            new float[] {45, 40, 15},
                            Set.of(2),
                            List.of(
                                    say("draft.printWhat"),
                                    stop == PostingRuns.Stop.REFUSED ? say("draft.printWhy") : "",
                                    say("draft.printAmount")),
                            rows,
                            List.of());
                }
            }
        });
    }

    private static String words(PostingRuns.Stop stop) {
        return switch (stop) {
            case READY -> say("draft.posted");
            case SECOND_PERSON -> say("draft.askedOfASecondPerson");
            case LATER -> say("draft.keptUntilTheirDate");
            case REFUSED -> say("draft.refused");
        };
    }
}
