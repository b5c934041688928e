package tidemark.app.draft;

import static tidemark.core.words.Catalogue.say;

import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import tidemark.app.access.Actor;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.database.LockedRow;
import tidemark.app.database.RowLocks;
import tidemark.app.ledger.JournalEntryRow;
import tidemark.app.ledger.Ledger;
import tidemark.app.ledger.LedgerViews;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Keeps drafts and posts them, one or many. */
@Service
public class Drafts {
    /** One run is one transaction. */
    private static final int MOST = 500;

    private final DraftRepository drafts;
    private final PostingRunRepository runs;
    private final DraftForms forms;
    private final LedgerViews ledgerViews;
    private final Companies companies;
    private final BankAccounts bankAccounts;
    private final ActivityLog activity;
    private final RowLocks locks;
    private final jakarta.persistence.EntityManager em;
    private final TransactionTemplate transaction;
    private final JsonMapper json;
    private final Clock clock;

    Drafts(
            DraftRepository drafts,
            PostingRunRepository runs,
            DraftForms forms,
            LedgerViews ledgerViews,
            Companies companies,
            BankAccounts bankAccounts,
            ActivityLog activity,
            RowLocks locks,
            jakarta.persistence.EntityManager em,
            PlatformTransactionManager transactions,
            JsonMapper json,
            Clock clock) {
        this.drafts = drafts;
        this.runs = runs;
        this.forms = forms;
        this.ledgerViews = ledgerViews;
        this.companies = companies;
        this.bankAccounts = bankAccounts;
        this.activity = activity;
        this.locks = locks;
        this.em = em;
        this.transaction = new TransactionTemplate(transactions);
        this.json = json;
        this.clock = clock;
    }

    public record DraftView(
            long id,
            String kind,
            String title,
            String amount,
            LocalDate date,
            @Nullable String site,
            @Nullable String account,
            String madeBy,
            Instant changedAt,
            int version) {}

    /** @param more whether more fit than are listed, which are as many as one run may post */
    public record DraftList(List<DraftView> drafts, boolean more) {}

    /** @param body the form as it was typed */
    public record DraftDetail(DraftView draft, Map<String, Object> body) {}

    /** What a list of drafts shows; absent for all. */
    public record Filter(
            @Nullable String kind,
            @Nullable Long site,
            @Nullable Long account,
            String person,
            LocalDate from,
            LocalDate to) {}

    @Transactional(readOnly = true)
    public DraftList list(long companyId, Filter f) {
        Map<Long, String> names = names(companyId);
        List<Draft> found = drafts.list(
                companyId, f.kind(), f.site(), f.account(), f.person(), f.from(), f.to(), Limit.of(MOST + 1));
        return new DraftList(found.stream().limit(MOST).map(d -> view(d, names)).toList(), found.size() > MOST);
    }

    /** Drafts are kept as they were typed: how a company writes amounts changes only when none is open. */
    @Transactional(readOnly = true)
    public void checkNoneOpen(long companyId) {
        long open = drafts.countByCompanyIdAndState(companyId, Draft.State.OPEN);
        if (open > 0) {
            throw new RuleViolation(
                    "style.drafts",
                    "amountStyle",
                    say("style.drafts.found", open),
                    say("style.drafts.expected"),
                    say("style.drafts.remedy"));
        }
    }

    private Map<Long, String> names(long companyId) {
        Map<Long, String> out = new HashMap<>();
        companies.sites(companyId).forEach(s -> out.put(s.id(), s.name()));
        bankAccounts.list(companyId).forEach(a -> out.put(a.id(), a.name()));
        return out;
    }

    private static DraftView view(Draft d, Map<Long, String> names) {
        return new DraftView(
                d.id(),
                d.kind(),
                d.title(),
                d.amount(),
                d.draftDate(),
                d.siteId() == null ? null : names.get(d.siteId()),
                d.bankAccountId() == null ? null : names.get(d.bankAccountId()),
                d.madeBy(),
                d.changedAt(),
                d.version());
    }

    @Transactional(readOnly = true)
    public DraftDetail get(long companyId, long id) {
        Draft draft = find(companyId, id);
        return new DraftDetail(view(draft, names(companyId)), form(draft.body()));
    }

    @SuppressWarnings("unchecked")
    private Map<String, Object> form(String body) {
        return new LinkedHashMap<>(json.readValue(body, Map.class));
    }

    private Draft find(long companyId, long id) {
        Draft draft = drafts.findByIdAndCompanyId(id, companyId).orElseThrow(() -> new NotFound(say("draft.draft")));
        if (draft.state() != Draft.State.OPEN) {
            throw gone(draft);
        }
        return draft;
    }

    private static RuleViolation gone(Draft draft) {
        return new RuleViolation(
                "draft.gone",
                "",
                say(
                        "draft.gone.found3",
                        draft.title(),
                        draft.state() == Draft.State.POSTED ? say("draft.gone.found") : say("draft.gone.found2")),
                say("draft.gone.expected"),
                say("draft.gone.remedy"));
    }

    private Draft lock(long companyId, long id) {
        return locks.lock(LockedRow.DRAFT, Draft.class, id)
                .filter(d -> d.companyId() == companyId)
                .orElseThrow(() -> new NotFound(say("draft.draft")));
    }

    /** Keeps a form as it is; a version older than what is kept is told apart, and nothing is overwritten. */
    @Transactional
    public DraftView keep(
            long companyId, @Nullable Long id, int version, String kind, Map<String, Object> body, String who) {
        Draft draft;
        if (id == null) {
            draft = new Draft(companyId, kind, who, clock.instant());
        } else {
            draft = lock(companyId, id);
            if (draft.state() != Draft.State.OPEN) {
                throw gone(draft);
            }
            if (draft.version() != version) {
                throw new RuleViolation(
                        "draft.changed",
                        "",
                        say("draft.changed.found"),
                        say("draft.changed.expected"),
                        say("draft.changed.remedy"));
            }
        }
        JsonNode tree = json.valueToTree(body);
        String text = json.writeValueAsString(tree);
        if (text.length() > 400_000) {
            throw new RuleViolation(
                    "draft.size",
                    "",
                    say("draft.size.found", text.length()),
                    say("draft.size.expected"),
                    say("draft.size.remedy"));
        }
        draft.keep(text, forms.summary(draft.kind(), tree, place(companyId)), clock.instant());
        drafts.saveAndFlush(draft);
        activity.record(
                companyId, who, "draft.kept", "draft", draft.id(), say("draft.kept.keptTheDraft", draft.title()));
        return view(draft, names(companyId));
    }

    private DraftForms.Place place(long companyId) {
        Set<Long> sites = new HashSet<>();
        companies.sites(companyId).forEach(s -> sites.add(s.id()));
        Set<Long> accounts = new HashSet<>();
        bankAccounts.list(companyId).forEach(a -> accounts.add(a.id()));
        return new DraftForms.Place(
                companyId,
                companies.get(companyId).baseCurrency(),
                companies.get(companyId).amountStyle(),
                companies.today(companyId),
                sites,
                accounts);
    }

    @Transactional
    public void discard(long companyId, long id, String who) {
        Draft draft = lock(companyId, id);
        if (draft.state() != Draft.State.OPEN) {
            throw gone(draft);
        }
        draft.close(Draft.State.DISCARDED);
        activity.record(
                companyId,
                who,
                "draft.discarded",
                "draft",
                id,
                say("draft.discarded.discardedTheDraft", draft.title()));
    }

    /** What became of one draft. */
    public record Outcome(
            long draftId,
            String title,
            @Nullable Long entryId,
            @Nullable String refusal) {}

    /** @param runId absent for a preview */
    public record RunView(
            @Nullable Long runId,
            Instant at,
            String by,
            @Nullable LocalDate accountingDate,
            int posted,
            int refused,
            List<Outcome> outcomes,
            LedgerViews.@Nullable BookedView booked) {}

    private record Refused(long draftId, String reason) {}

    /** Ends an attempt, which is then rolled back and made again without the draft that was refused. */
    private static final class Again extends RuntimeException {
        @java.io.Serial
        private static final long serialVersionUID = 1L;

        private final transient Refused refused;

        Again(Refused refused) {
            super(refused.reason());
            this.refused = refused;
        }
    }

    /**
     * Posts drafts in one transaction. A draft that is refused is left as it is and logged with the reason; the others
     * are then posted as if it had not been among them. A preview does the same and keeps nothing.
     */
    public RunView post(
            long companyId, List<Long> ids, @Nullable LocalDate accountingDate, boolean preview, Actor actor) {
        if (ids.isEmpty() || ids.size() > MOST) {
            throw new RuleViolation(
                    "run.size",
                    "",
                    say("run.size.found", ids.size()),
                    say("run.size.expected", MOST),
                    say("run.size.remedy"));
        }
        Map<Long, String> refused = new LinkedHashMap<>();
        while (true) {
            try {
                return java.util.Objects.requireNonNull(transaction.execute(status -> {
                    RunView view = attempt(companyId, ids, refused, accountingDate, preview, actor);
                    if (preview) {
                        status.setRollbackOnly();
                    }
                    return view;
                }));
            } catch (Again again) {
                refused.put(again.refused.draftId(), again.refused.reason());
            }
        }
    }

    private RunView attempt(
            long companyId,
            List<Long> ids,
            Map<Long, String> refused,
            @Nullable LocalDate accountingDate,
            boolean preview,
            Actor actor) {
        String who = actor.name();
        Ledger.Booked booked = Ledger.Booked.nothing();
        List<Outcome> outcomes = new ArrayList<>();
        List<Draft> taken =
                ids.stream().distinct().sorted().map(id -> lock(companyId, id)).toList();
        bankAccounts.lockAll(companyId);
        for (Draft draft : taken) {
            String refusal = refused.get(draft.id());
            if (refusal != null) {
                outcomes.add(new Outcome(draft.id(), draft.title(), null, refusal));
                continue;
            }
            try {
                if (draft.state() != Draft.State.OPEN) {
                    throw gone(draft);
                }
                Ledger.Booked one = forms.post(draft, accountingDate, actor);
                booked.add(one);
                draft.close(Draft.State.POSTED);
                outcomes.add(new Outcome(
                        draft.id(),
                        draft.title(),
                        preview
                                ? null
                                : one.entries().stream()
                                        .findFirst()
                                        .map(JournalEntryRow::id)
                                        .orElse(null),
                        null));
            } catch (RuleViolation e) {
                throw new Again(new Refused(
                        draft.id(),
                        String.join(
                                " ", e.problems().stream().map(Problem::message).toList())));
            } catch (NotFound e) {
                throw new Again(new Refused(draft.id(), say("draft.noSuchOpenTheDraftAndMend", e.getMessage())));
            }
        }
        int posted = outcomes.size() - refused.size();
        LedgerViews.BookedView shown = ledgerViews.booked(companyId, booked, preview);
        PostingRun run = new PostingRun(companyId, who, clock.instant(), accountingDate, posted, refused.size());
        runs.save(run);
        outcomes.forEach(o -> em.persist(new PostingRunItem(
                run.id(), o.draftId(), o.title(), o.entryId(), o.refusal() == null ? "" : o.refusal())));
        activity.record(
                companyId,
                who,
                "drafts.posted",
                "posting_run",
                run.id(),
                say("draft.postedDraftsRefused").formatted(posted, refused.size()));
        return new RunView(
                preview ? null : run.id(), run.runAt(), who, accountingDate, posted, refused.size(), outcomes, shown);
    }

    /** The last runs, newest first, each with what was posted and what was refused and why. */
    @Transactional(readOnly = true)
    public List<RunView> runs(long companyId) {
        return runs.latest(companyId, Limit.of(30)).stream()
                .map(r -> new RunView(
                        r.id(),
                        r.runAt(),
                        r.runBy(),
                        r.accountingDate(),
                        r.posted(),
                        r.refused(),
                        runs.items(r.id()).stream()
                                .map(i -> new Outcome(
                                        i.draftId(),
                                        i.title(),
                                        i.journalEntryId(),
                                        i.refusal().isEmpty() ? null : i.refusal()))
                                .toList(),
                        null))
                .toList();
    }
}
