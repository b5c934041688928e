package tidemark.app.draft;

import static tidemark.core.words.Catalogue.say;

import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.attachment.Papers;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.database.LockedRow;
import tidemark.app.database.RowLocks;
import tidemark.app.ledger.Ledger;
import tidemark.core.problem.RuleViolation;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Keeps drafts until they are posted or discarded. */
@Service
public class Drafts {
    /** As many as one run may post. */
    static final int MOST = 500;

    private final DraftRepository drafts;
    private final DraftForms forms;
    private final Companies companies;
    private final BankAccounts bankAccounts;
    private final ActivityLog activity;
    private final RowLocks locks;
    private final Papers papers;
    private final JsonMapper json;
    private final Clock clock;

    Drafts(
            DraftRepository drafts,
            DraftForms forms,
            Companies companies,
            BankAccounts bankAccounts,
            ActivityLog activity,
            RowLocks locks,
            Papers papers,
            JsonMapper json,
            Clock clock) {
        this.drafts = drafts;
        this.forms = forms;
        this.companies = companies;
        this.bankAccounts = bankAccounts;
        this.activity = activity;
        this.locks = locks;
        this.papers = papers;
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

    /** @param body the form as it was typed; {@code papers} that it keeps */
    public record DraftDetail(DraftView draft, Map<String, Object> body, List<Papers.Listed> papers) {}

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

    /** A draft as it is kept, with the number of its papers. */
    public record Kept(DraftView draft, JsonNode body, int papers) {}

    /** Those of one kind on these days, as many as one run may post. */
    @Transactional(readOnly = true)
    public List<Kept> kept(long companyId, String kind, LocalDate from, LocalDate to) {
        Map<Long, String> names = names(companyId);
        return drafts.list(companyId, kind, null, null, "", from, to, Limit.of(MOST)).stream()
                .map(d -> new Kept(
                        view(d, names),
                        json.readTree(d.body()),
                        papers.ofDraft(d.id()).size()))
                .toList();
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
        return new DraftDetail(view(draft, names(companyId)), form(draft.body()), papers.ofDraft(id));
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

    /**
     * Keeps a form as it is; a version older than what is kept is told apart, and nothing is overwritten.
     *
     * @param paperIds the papers that it keeps from now on; absent for those it has
     */
    @Transactional
    public DraftView keep(
            long companyId,
            @Nullable Long id,
            int version,
            String kind,
            Map<String, Object> body,
            @Nullable List<Long> paperIds,
            String who) {
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
        papers.ofDraft(companyId, paperIds, draft.id());
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
        papers.discarded(companyId, id);
        activity.record(
                companyId,
                who,
                "draft.discarded",
                "draft",
                id,
                say("draft.discarded.discardedTheDraft", draft.title()));
    }

    /** Locks a draft for a run. */
    @Transactional(propagation = Propagation.MANDATORY)
    Draft lockToPost(long companyId, long id) {
        return lock(companyId, id);
    }

    /** Locks a draft that a second person decides about. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void lockToDecide(long companyId, long id) {
        lock(companyId, id);
    }

    /** The form as it is kept, whatever became of the draft. */
    @Transactional(readOnly = true)
    public String body(long companyId, long id) {
        return drafts.findByIdAndCompanyId(id, companyId)
                .orElseThrow(() -> new NotFound(say("draft.draft")))
                .body();
    }

    /** A locked draft was booked by the one who brought its form: it is done, and its papers are those of the entry. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void booked(long companyId, long id, Ledger.Booked booked) {
        Draft draft = lock(companyId, id);
        checkOpen(draft);
        draft.close(Draft.State.POSTED);
        booked.entries().stream().findFirst().ifPresent(e -> papers.posted(id, e.id(), e.entryDate()));
    }

    static void checkOpen(Draft draft) {
        if (draft.state() != Draft.State.OPEN) {
            throw gone(draft);
        }
    }
}
