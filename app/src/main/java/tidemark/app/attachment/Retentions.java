package tidemark.app.attachment;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.Companies;
import tidemark.core.paper.PaperUse;
import tidemark.core.problem.Fields;
import tidemark.core.problem.RuleViolation;

/** How long papers are kept, and what goes when its time has passed: what is in it, for good; its digest stays. */
@Service
class Retentions {
    private static final int MOST_LISTED = 500;

    private final PaperRepository papers;
    private final StoredPaperRepository stored;
    private final PaperRetentionRepository rules;
    private final Papers kept;
    private final Companies companies;
    private final ActivityLog activity;

    Retentions(
            PaperRepository papers,
            StoredPaperRepository stored,
            PaperRetentionRepository rules,
            Papers kept,
            Companies companies,
            ActivityLog activity) {
        this.papers = papers;
        this.stored = stored;
        this.rules = rules;
        this.kept = kept;
        this.companies = companies;
        this.activity = activity;
    }

    record RetentionView(PaperUse use, String words, int years, int usualYears) {}

    /** @param keptUntil the last day that it had to be there */
    record PastTime(Papers.Listed paper, LocalDate keptUntil) {}

    /** @param rules by use; {@code pastTime} what may go now */
    record RetentionSheet(List<RetentionView> rules, List<PastTime> pastTime) {}

    private Map<PaperUse, Integer> years(long companyId) {
        Map<PaperUse, Integer> out = new EnumMap<>(PaperUse.class);
        for (PaperUse use : PaperUse.values()) {
            out.put(use, use.usualYears());
        }
        rules.findByCompanyId(companyId).forEach(r -> out.put(r.use(), r.years()));
        return out;
    }

    @Transactional(readOnly = true)
    LocalDate keptUntil(long companyId, long paperId) {
        Paper paper = kept.get(companyId, paperId);
        return PaperUse.keptUntil(
                paper.belongsToDay(),
                years(companyId).getOrDefault(paper.use(), paper.use().usualYears()));
    }

    @Transactional(readOnly = true)
    RetentionSheet sheet(long companyId) {
        Map<PaperUse, Integer> years = years(companyId);
        List<RetentionView> views = new ArrayList<>();
        List<PastTime> past = new ArrayList<>();
        LocalDate today = companies.today(companyId);
        years.forEach((use, n) -> {
            views.add(new RetentionView(use, use.words(), n, use.usualYears()));
            papers.pastTime(companyId, use, LocalDate.of(today.getYear() - n, 1, 1), Limit.of(MOST_LISTED))
                    .forEach(p -> past.add(new PastTime(p, PaperUse.keptUntil(p.day(), n))));
        });
        past.sort(Comparator.comparing(PastTime::keptUntil)
                .thenComparing(p -> p.paper().id()));
        return new RetentionSheet(views, past.stream().limit(MOST_LISTED).toList());
    }

    @Transactional
    RetentionSheet keeps(long companyId, PaperUse use, int years, String who) {
        PaperRetention rule = rules.findByCompanyId(companyId).stream()
                .filter(r -> r.use() == use)
                .findFirst()
                .orElseGet(() -> new PaperRetention(companyId, use));
        rule.keeps(years);
        rules.saveAndFlush(rule);
        activity.record(
                companyId, who, "paper.retention", "company", companyId, say("paper.retention", use.words(), years));
        return sheet(companyId);
    }

    /** Held whatever its time, for a reason; with an empty one it is not any longer. */
    @Transactional
    Papers.Listed hold(long companyId, long paperId, String reason, String who) {
        Paper paper = kept.get(companyId, paperId);
        String why = reason.isBlank() ? "" : Fields.text(reason, "reason", 200);
        paper.held(why);
        papers.saveAndFlush(paper);
        activity.record(
                companyId,
                who,
                "paper.held",
                "paper",
                paperId,
                why.isEmpty() ? say("paper.letGo", paper.name()) : say("paper.held", paper.name(), why));
        return papers.listed(paperId);
    }

    /** Takes out for good what is in papers whose time has passed; all or none. */
    @Transactional
    RetentionSheet remove(long companyId, List<Long> ids, String who) {
        Map<PaperUse, Integer> years = years(companyId);
        LocalDate today = companies.today(companyId);
        for (long id : ids) {
            Paper asked = kept.get(companyId, id);
            StoredPaper one = stored.lock(asked.storedPaperId()).orElseThrow();
            // the same may be kept with several, and each has its own time
            for (Paper paper : papers.findByStoredPaperIdOrderById(asked.storedPaperId())) {
                LocalDate until = PaperUse.keptUntil(
                        paper.belongsToDay(),
                        years.getOrDefault(paper.use(), paper.use().usualYears()));
                if (!paper.hold().isEmpty() || !until.isBefore(today)) {
                    throw new RuleViolation(
                            "attachment.early",
                            "",
                            paper.hold().isEmpty()
                                    ? say("attachment.early.found", paper.name(), until)
                                    : say("attachment.early.held", paper.name(), paper.hold()),
                            say("attachment.early.expected"),
                            say("attachment.early.remedy"));
                }
            }
            one.goes(today, who);
            activity.record(companyId, who, "paper.gone", "paper", id, say("paper.gone", asked.name(), one.sha256()));
        }
        stored.flush();
        return sheet(companyId);
    }
}
