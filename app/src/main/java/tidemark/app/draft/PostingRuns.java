package tidemark.app.draft;

import static tidemark.core.words.Catalogue.say;

import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import tidemark.app.access.Actor;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.approval.Approvals;
import tidemark.app.attachment.Papers;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.MasterData;
import tidemark.app.ledger.JournalEntryRow;
import tidemark.app.ledger.Ledger;
import tidemark.app.ledger.LedgerViews;
import tidemark.app.payment.PaymentBatches;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

/** Posts what waits, many at once: drafts, and payments whose date has come. */
@Service
public class PostingRuns {
    private final Drafts drafts;
    private final PostingRunRepository runs;
    private final DraftForms forms;
    private final PaymentBatches payments;
    private final Approvals approvals;
    private final LedgerViews ledgerViews;
    private final BankAccounts bankAccounts;
    private final Papers papers;
    private final ActivityLog activity;
    private final EntityManager em;
    private final TransactionTemplate transaction;
    private final Clock clock;

    PostingRuns(
            Drafts drafts,
            PostingRunRepository runs,
            DraftForms forms,
            PaymentBatches payments,
            Approvals approvals,
            LedgerViews ledgerViews,
            BankAccounts bankAccounts,
            Papers papers,
            ActivityLog activity,
            EntityManager em,
            PlatformTransactionManager transactions,
            Clock clock) {
        this.drafts = drafts;
        this.runs = runs;
        this.forms = forms;
        this.payments = payments;
        this.approvals = approvals;
        this.ledgerViews = ledgerViews;
        this.bankAccounts = bankAccounts;
        this.papers = papers;
        this.activity = activity;
        this.em = em;
        this.transaction = new TransactionTemplate(transactions);
        this.clock = clock;
    }

    /** What stops something from being in the books at once. */
    public enum Stop {
        READY,
        /** A second person is asked, or will be. */
        SECOND_PERSON,
        /** It is taken, and booked when its date comes. */
        LATER,
        REFUSED
    }

    /**
     * What a run posts.
     *
     * @param accountingDate in place of each draft's own; a payment keeps the date that it waited for
     * @param valueDate whose exchange rates foreign amounts take; absent for those of the day that each is booked on
     * @param together by which runs in several companies are one; empty for one alone
     */
    public record Asked(
            List<Long> draftIds,
            List<Long> paymentIds,
            @Nullable LocalDate accountingDate,
            @Nullable LocalDate valueDate,
            String together) {
        int size() {
            return draftIds.size() + paymentIds.size();
        }
    }

    /** What became of one draft or payment. */
    public record Outcome(
            @Nullable Long draftId,
            @Nullable Long paymentId,
            String title,
            String amount,
            Stop stop,
            @Nullable Long entryId,
            @Nullable String refusal) {}

    /** @param runId absent for a preview */
    public record RunView(
            @Nullable Long runId,
            Instant at,
            String by,
            @Nullable LocalDate accountingDate,
            @Nullable LocalDate valueDate,
            String together,
            int posted,
            int refused,
            List<Outcome> outcomes,
            LedgerViews.@Nullable BookedView booked) {}

    /** One of what a run is to post. */
    private record Key(@Nullable Long draftId, @Nullable Long paymentId) {}

    /** Ends an attempt, which is then rolled back and made again without what was refused. */
    private static final class Again extends RuntimeException {
        @java.io.Serial
        private static final long serialVersionUID = 1L;

        private final transient Key key;

        Again(Key key, String reason) {
            super(reason);
            this.key = key;
        }
    }

    /**
     * Posts in one transaction. What is refused is left as it is and logged with the reason; the others are then posted as
     * if it had not been among them. A preview does the same and keeps nothing.
     */
    public RunView post(long companyId, Asked asked, boolean preview, Actor actor) {
        if (asked.size() == 0 || asked.size() > Drafts.MOST) {
            throw new RuleViolation(
                    "run.size",
                    "",
                    say("run.size.found", asked.size()),
                    say("run.size.expected", Drafts.MOST),
                    say("run.size.remedy"));
        }
        List<Key> keys = new ArrayList<>();
        asked.draftIds().stream().distinct().sorted().forEach(id -> keys.add(new Key(id, null)));
        asked.paymentIds().stream().distinct().sorted().forEach(id -> keys.add(new Key(null, id)));
        Map<Key, String> refused = new LinkedHashMap<>();
        while (true) {
            try {
                return Objects.requireNonNull(transaction.execute(status -> {
                    RunView view = attempt(companyId, keys, asked, refused, preview, actor);
                    if (preview) {
                        status.setRollbackOnly();
                    }
                    return view;
                }));
            } catch (Again again) {
                boolean first = refused.isEmpty();
                refused.put(again.key, Objects.requireNonNull(again.getMessage()));
                if (first) {
                    refusedAlone(
                            companyId, keys.subList(keys.indexOf(again.key) + 1, keys.size()), asked, refused, actor);
                }
            }
        }
    }

    /** Each that is refused by itself is found in one trial of its own, rather than in an attempt of all for every one. */
    private void refusedAlone(long companyId, List<Key> keys, Asked asked, Map<Key, String> refused, Actor actor) {
        for (Key key : keys) {
            try {
                transaction.executeWithoutResult(status -> {
                    attempt(companyId, List.of(key), asked, Map.of(), true, actor);
                    status.setRollbackOnly();
                });
            } catch (Again again) {
                refused.put(again.key, Objects.requireNonNull(again.getMessage()));
            }
        }
    }

    private RunView attempt(
            long companyId, List<Key> keys, Asked asked, Map<Key, String> refused, boolean preview, Actor actor) {
        Ledger.Booked booked = Ledger.Booked.nothing();
        List<Outcome> outcomes = new ArrayList<>();
        Map<Long, Draft> taken = new LinkedHashMap<>();
        keys.stream()
                .map(Key::draftId)
                .filter(Objects::nonNull)
                .forEach(id -> taken.put(id, drafts.lockToPost(companyId, id)));
        bankAccounts.lockAll(companyId);
        if (!asked.paymentIds().isEmpty()) {
            bankAccounts.lockJournal(companyId);
        }
        int asking = approvals.asked(companyId);
        for (Key key : keys) {
            Draft draft = key.draftId() == null ? null : Objects.requireNonNull(taken.get(key.draftId()));
            String title = draft == null
                    ? payments.titleOf(companyId, Objects.requireNonNull(key.paymentId()))
                    : draft.title();
            String amount = draft == null ? "" : draft.amount();
            String refusal = refused.get(key);
            if (refusal != null) {
                outcomes.add(new Outcome(key.draftId(), key.paymentId(), title, amount, Stop.REFUSED, null, refusal));
                continue;
            }
            Ledger.Booked one = post(companyId, key, draft, asked, actor);
            booked.add(one);
            int now = approvals.asked(companyId);
            Stop stop = now > asking ? Stop.SECOND_PERSON : one.entries().isEmpty() ? Stop.LATER : Stop.READY;
            asking = now;
            outcomes.add(new Outcome(
                    key.draftId(),
                    key.paymentId(),
                    title,
                    amount,
                    stop,
                    preview
                            ? null
                            : one.entries().stream()
                                    .findFirst()
                                    .map(JournalEntryRow::id)
                                    .orElse(null),
                    null));
        }
        return kept(companyId, outcomes, booked, asked, preview, actor.name());
    }

    private Ledger.Booked post(long companyId, Key key, @Nullable Draft draft, Asked asked, Actor actor) {
        try {
            return MasterData.atRatesOf(asked.valueDate(), () -> {
                if (draft == null) {
                    return payments.bookOne(companyId, Objects.requireNonNull(key.paymentId()), actor);
                }
                Drafts.checkOpen(draft);
                Ledger.Booked one = forms.post(draft, asked.accountingDate(), actor);
                draft.close(Draft.State.POSTED);
                one.entries().stream().findFirst().ifPresent(e -> papers.posted(draft.id(), e.id(), e.entryDate()));
                return one;
            });
        } catch (RuleViolation e) {
            throw new Again(
                    key,
                    String.join(" ", e.problems().stream().map(Problem::message).toList()));
        } catch (NotFound e) {
            throw new Again(key, say("draft.noSuchOpenTheDraftAndMend", e.getMessage()));
        }
    }

    private RunView kept(
            long companyId, List<Outcome> outcomes, Ledger.Booked booked, Asked asked, boolean preview, String who) {
        int refused =
                (int) outcomes.stream().filter(o -> o.stop() == Stop.REFUSED).count();
        int posted = outcomes.size() - refused;
        LedgerViews.BookedView shown = ledgerViews.booked(companyId, booked, preview);
        PostingRun run = runs.save(new PostingRun(companyId, who, clock.instant(), asked, posted, refused));
        outcomes.forEach(o -> em.persist(new PostingRunItem(run.id(), o)));
        activity.record(
                companyId,
                who,
                "drafts.posted",
                "posting_run",
                run.id(),
                say("draft.postedDraftsRefused").formatted(posted, refused));
        return new RunView(
                preview ? null : run.id(),
                run.runAt(),
                who,
                asked.accountingDate(),
                asked.valueDate(),
                asked.together(),
                posted,
                refused,
                outcomes,
                shown);
    }

    /** The last runs, newest first, each with what was posted and what was refused and why. */
    @Transactional(readOnly = true)
    public List<RunView> runs(long companyId) {
        return runs.latest(companyId, Limit.of(30)).stream().map(this::logged).toList();
    }

    /** One of them. */
    @Transactional(readOnly = true)
    public RunView run(long companyId, long runId) {
        return logged(runs.findByIdAndCompanyId(runId, companyId).orElseThrow(() -> new NotFound(say("draft.run"))));
    }

    private RunView logged(PostingRun r) {
        return new RunView(
                r.id(),
                r.runAt(),
                r.runBy(),
                r.accountingDate(),
                r.valueDate(),
                r.together(),
                r.posted(),
                r.refused(),
                runs.items(r.id()).stream().map(PostingRunItem::outcome).toList(),
                null);
    }
}
