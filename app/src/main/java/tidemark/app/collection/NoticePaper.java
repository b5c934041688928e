package tidemark.app.collection;

import static tidemark.core.words.Catalogue.say;

import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.mandate.MandateRow;
import tidemark.app.print.PrintedSheet;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;
import tidemark.core.problem.Words;

/** The notices to those who are told of amount and day before. */
@Service
public class NoticePaper {
    private final CollectionRuns books;
    private final RunCandidates candidates;
    private final Companies companies;
    private final Clock clock;

    NoticePaper(CollectionRuns books, RunCandidates candidates, Companies companies, Clock clock) {
        this.books = books;
        this.candidates = candidates;
        this.companies = companies;
        this.clock = clock;
    }

    /** Writes those that are still due, one after the other, and keeps that they were written today. */
    @Transactional
    public byte[] print(long companyId, long runId, PrintedSheet.Paper paper, String who) {
        CollectionRun run = books.locked(companyId, runId);
        RunCandidates.Frame frame = candidates.frame(run);
        List<RunCandidates.Candidate> due = candidates.of(frame, null).stream()
                .filter(c -> c.standing() == RunCandidates.Standing.COLLECT
                        && c.notice().due(frame.today()))
                .toList();
        if (due.isEmpty()) {
            throw new RuleViolation(
                    "notice.none",
                    "",
                    say("notice.none.found"),
                    say("notice.none.expected"),
                    say("notice.none.remedy"));
        }
        books.told(run, due, who);
        Company company = companies.get(companyId);
        CurrencyUnit currency = company.baseCurrency();
        return PrintedSheet.of(paper, PrintedSheet.Stamp.at(who, clock.instant(), company.zone(), false), sheet -> {
            for (RunCandidates.Candidate c : due) {
                MandateRow mandate = Objects.requireNonNull(c.mandate());
                sheet.newPage();
                sheet.line(company.name());
                sheet.title(say("notice.title"));
                sheet.line(c.party().name());
                c.party().address().lines().forEach(sheet::line);
                sheet.line(say(
                        "notice.text",
                        Words.day(run.collectOn()),
                        MinorUnits.grouped(c.due().amount(), currency) + " " + currency.getCode(),
                        mandate.mandate().account().masked(),
                        mandate.reference()));
                List<List<String>> rows = new ArrayList<>();
                c.due()
                        .pieces()
                        .forEach(p -> rows.add(
                                List.of(p.item().title(), MinorUnits.grouped(p.paid() + p.netted(), currency))));
                c.due()
                        .netted()
                        .forEach(n ->
                                rows.add(List.of(n.credit().title(), MinorUnits.report(-n.minorUnits(), currency))));
                sheet.table(
                        new float[] {70, 30},
                        Set.of(1),
                        List.of(say("notice.item"), say("notice.amount", currency.getCode())),
                        rows,
                        List.of(say("notice.total"), MinorUnits.grouped(c.due().amount(), currency)));
            }
        });
    }
}
