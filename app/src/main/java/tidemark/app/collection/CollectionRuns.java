package tidemark.app.collection;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.bankfile.BankFileTerms;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.company.NumberCounters;
import tidemark.app.mandate.MandateRow;
import tidemark.app.party.Reservations;
import tidemark.app.party.RunItems;
import tidemark.core.collection.RunDays;
import tidemark.core.collection.RunState;
import tidemark.core.money.MinorUnits;
import tidemark.core.party.OpenItemId;
import tidemark.core.party.PartyDue;
import tidemark.core.party.PartyMoney;
import tidemark.core.problem.Fields;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;
import tidemark.core.problem.Words;

/** Opens runs and decides on customers. Every change locks the bank account, then the journal. */
@Service
public class CollectionRuns {
    private final CollectionRunRepository runs;
    private final CollectionRepository collections;
    private final BankFileTerms terms;
    private final RunCandidates candidates;
    private final RunItems runItems;
    private final Reservations reservations;
    private final BankAccounts bankAccounts;
    private final Companies companies;
    private final NumberCounters numbers;
    private final ActivityLog activity;
    private final JdbcTemplate jdbc;
    private final Clock clock;

    CollectionRuns(
            CollectionRunRepository runs,
            CollectionRepository collections,
            BankFileTerms terms,
            RunCandidates candidates,
            RunItems runItems,
            Reservations reservations,
            BankAccounts bankAccounts,
            Companies companies,
            NumberCounters numbers,
            ActivityLog activity,
            JdbcTemplate jdbc,
            Clock clock) {
        this.runs = runs;
        this.collections = collections;
        this.terms = terms;
        this.candidates = candidates;
        this.runItems = runItems;
        this.reservations = reservations;
        this.bankAccounts = bankAccounts;
        this.companies = companies;
        this.numbers = numbers;
        this.activity = activity;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /**
     * A run as it is begun, or its head as it is changed.
     *
     * @param oneEntry one entry for the run; else one for each customer
     */
    public record RunHead(
            @NotNull LocalDate dueUpTo,
            @NotNull LocalDate collectOn,
            boolean oneEntry,
            @NotNull @Size(max = 200) String note) {}

    @Transactional
    public CollectionRun open(long companyId, long bankAccountId, RunHead head, String who) {
        BankAccount account = bankAccounts.lock(companyId, bankAccountId);
        bankAccounts.lockJournal(companyId);
        terms.get(account);
        checkDay(companyId, account, head.collectOn());
        CollectionRun run = new CollectionRun(
                companyId,
                bankAccountId,
                numbers.take(companyId, CollectionDocuments.RUNS, null, head.collectOn()),
                head.dueUpTo(),
                head.collectOn(),
                who,
                clock.instant());
        run.head(head.dueUpTo(), head.collectOn(), head.oneEntry(), head.note().strip());
        runs.saveAndFlush(run);
        record(run, who, "collection.opened", say("collection.opened.opened", run.title(), Words.day(run.collectOn())));
        return run;
    }

    void record(CollectionRun run, String who, String what, String words) {
        activity.record(run.companyId(), who, what, "collection_run", run.id(), words);
    }

    private void checkDay(long companyId, BankAccount account, LocalDate day) {
        BankFileTerms.FileTermsForm form = terms.get(account);
        List<Problem> problems = RunDays.problems(
                day, companies.today(companyId), form.leadDays(), terms.calendar(companyId, form.scheme()));
        if (!problems.isEmpty()) {
            throw new RuleViolation(problems);
        }
        if (account.mark().holds(day)) {
            throw new RuleViolation(
                            "mark.held",
                            "collectOn",
                            say("mark.held.found3", day, account.name()),
                            say("mark.held.expected3", account.mark().date()),
                            say("mark.held.remedy3"))
                    .with("mark", account.mark().date());
        }
    }

    CollectionRun get(long companyId, long id) {
        return runs.findByIdAndCompanyId(id, companyId).orElseThrow(() -> new NotFound(say("collection.run")));
    }

    /** Locks the run's bank account and the journal, then reads the run as it is now. */
    CollectionRun locked(long companyId, long id) {
        long account = runs.accountOf(companyId, id).orElseThrow(() -> new NotFound(say("collection.run")));
        bankAccounts.lock(companyId, account);
        bankAccounts.lockJournal(companyId);
        return get(companyId, id);
    }

    private CollectionRun open(long companyId, long id) {
        CollectionRun run = locked(companyId, id);
        if (run.state() != RunState.OPEN) {
            // says which state it is in, and what to do
            run.state().after(RunState.Move.RELEASE, run.title());
        }
        return run;
    }

    static void checkSeen(CollectionRun run, int version) {
        if (run.version() != version) {
            throw new RuleViolation(
                    "run.changed",
                    "",
                    say("run.changed.found", run.title()),
                    say("run.changed.expected"),
                    say("run.changed.remedy"));
        }
    }

    /** Changes its head; what was decided stays, with the discounts and checks of its new day. */
    @Transactional
    public CollectionRun change(long companyId, long id, int version, RunHead head, String who) {
        CollectionRun run = open(companyId, id);
        checkSeen(run, version);
        BankAccount account = bankAccounts.get(companyId, run.bankAccountId());
        if (!head.collectOn().equals(run.collectOn())) {
            checkDay(companyId, account, head.collectOn());
        }
        boolean dueOtherwise =
                !head.collectOn().equals(run.collectOn()) || !head.dueUpTo().equals(run.dueUpTo());
        run.head(head.dueUpTo(), head.collectOn(), head.oneEntry(), head.note().strip());
        runs.saveAndFlush(run);
        if (dueOtherwise) {
            dueAgain(run, who);
        }
        record(
                run,
                who,
                "collection.changed",
                say("collection.changed.changed", run.title(), Words.day(run.collectOn())));
        return run;
    }

    /** What was decided is worked out anew for the run's days. */
    private void dueAgain(CollectionRun run, String who) {
        RunCandidates.Frame frame = candidates.frame(run);
        for (CollectionRow row : collections.ofRun(run.id())) {
            if (row.collects()) {
                RunCandidates.Candidate now = one(frame, row.partyId());
                PartyDue due = row.changed()
                        ? chosen(run, now, runItems.settled(RunItems.Of.COLLECTIONS, row.id()))
                        : RunCandidates.all(run, free(now));
                if (due.amount() == 0) {
                    drop(row);
                } else {
                    presentedAgain(row, candidates.again(frame, row.partyId(), due));
                    keep(row, due, Objects.requireNonNull(now.mandate()), row.changed(), who);
                }
            }
        }
    }

    private RunCandidates.Candidate one(RunCandidates.Frame frame, long partyId) {
        return candidates.of(frame, partyId).stream()
                .findFirst()
                .orElseThrow(() -> new NotFound(say("collection.customer")));
    }

    /** The item of a customer that is due first in a run. */
    @Transactional(readOnly = true)
    public long firstItem(long companyId, long runId, long partyId) {
        return one(candidates.frame(get(companyId, runId)), partyId)
                .due()
                .pieces()
                .getFirst()
                .item()
                .id()
                .value();
    }

    private static List<PartyDue.Free> free(RunCandidates.Candidate of) {
        return of.items().stream()
                .map(i -> new PartyDue.Free(i.item(), i.free()))
                .toList();
    }

    private PartyDue chosen(CollectionRun run, RunCandidates.Candidate of, Map<OpenItemId, Long> settled) {
        return PartyDue.chosen(
                PartyMoney.Direction.IN,
                free(of),
                settled,
                run.collectOn(),
                bankAccounts.companyCurrency(run.companyId()));
    }

    /** So much of an item, with its discount and what credits pay of it; of a credit, what it pays. */
    public record ItemAmount(
            long itemId, @NotNull @Size(max = 40) String amount) {}

    /**
     * @param items absent for all that is due; else what is collected of each
     * @param expected what was shown, plain decimal; absent where it does not matter
     */
    public record Collecting(
            @Nullable @Size(max = 500) List<@Valid ItemAmount> items,
            @Nullable @Size(max = 40) String expected) {}

    /** Collects from a customer in the run; what is collected is reserved until it is booked. */
    @Transactional
    public CollectionRun collect(long companyId, long runId, long partyId, Collecting request, String who) {
        CollectionRun run = open(companyId, runId);
        Company company = companies.get(companyId);
        CurrencyUnit currency = company.baseCurrency();
        RunCandidates.Frame frame = candidates.frame(run);
        RunCandidates.Candidate of = one(frame, partyId);
        PartyDue all = RunCandidates.all(run, free(of));
        PartyDue due = all;
        if (request.items() != null) {
            Map<OpenItemId, Long> settled = new HashMap<>();
            for (ItemAmount i : request.items()) {
                long units = i.amount().isBlank() ? 0 : company.amountStyle().minorUnits(i.amount(), currency, "items");
                if (units != 0) {
                    settled.merge(new OpenItemId(i.itemId()), units, Math::addExact);
                }
            }
            due = chosen(run, of, settled);
        }
        if (due.amount() == 0) {
            throw new RuleViolation(
                    "collect.nothing",
                    of.party().name(),
                    say("collection.nothingDue"),
                    say("collection.nothingDue.expected"),
                    say("collection.nothingDue.remedy"));
        }
        if (request.expected() != null && MinorUnits.parse(request.expected(), currency, "expected") != due.amount()) {
            throw new RuleViolation(
                    "collect.other",
                    of.party().name(),
                    MinorUnits.grouped(due.amount(), currency),
                    say("collect.other.expected", request.expected()),
                    say("collect.other.remedy"));
        }
        MandateRow mandate = of.mandate();
        if (mandate == null) {
            throw new RuleViolation(
                    "collect.mandate",
                    of.party().name(),
                    say("collect.mandate.found"),
                    say("collect.mandate.expected"),
                    say("collect.mandate.remedy"));
        }
        List<Problem> problems = candidates.problems(
                frame,
                mandate,
                due.amount(),
                candidates.notice(run.collectOn(), mandate, due.amount(), candidates.told(companyId, run.collectOn())),
                candidates.again(frame, partyId, due));
        if (!problems.isEmpty()) {
            throw new RuleViolation(problems);
        }
        CollectionRow row = of.decided() == null ? new CollectionRow(run, partyId, who, clock.instant()) : of.decided();
        boolean changed = !due.equals(all);
        presentedAgain(row, candidates.again(frame, partyId, due));
        keep(row, due, mandate, changed, who);
        record(
                run,
                who,
                "collection.collect",
                say(
                        "collection.collect.decided",
                        run.title(),
                        MinorUnits.grouped(due.amount(), currency),
                        of.party().name()));
        return run;
    }

    private static void presentedAgain(CollectionRow row, Optional<RunCandidates.Again> again) {
        row.presentedAgain(
                again.map(a -> a.times() + 1).orElse(0),
                again.map(RunCandidates.Again::first).orElse(null));
    }

    private void keep(CollectionRow row, PartyDue due, MandateRow mandate, boolean changed, String who) {
        row.collect(mandate.id(), due.amount(), changed, who, clock.instant());
        CollectionRow kept = collections.saveAndFlush(row);
        runItems.keep(RunItems.Of.COLLECTIONS, kept.id(), due);
    }

    /** Collects from all that are ready. @return from how many */
    @Transactional
    public int collectAll(long companyId, long runId, String who) {
        CollectionRun run = open(companyId, runId);
        List<RunCandidates.Candidate> ready = candidates.of(candidates.frame(run), null).stream()
                .filter(c -> c.standing() == RunCandidates.Standing.READY)
                .toList();
        List<CollectionRow> rows = new ArrayList<>();
        for (RunCandidates.Candidate c : ready) {
            CollectionRow row = new CollectionRow(run, c.party().id(), who, clock.instant());
            row.collect(Objects.requireNonNull(c.mandate()).id(), c.due().amount(), false, who, clock.instant());
            presentedAgain(row, c.again());
            rows.add(row);
        }
        List<CollectionRow> kept = collections.saveAllAndFlush(rows);
        Map<Long, PartyDue> due = new HashMap<>();
        for (int i = 0; i < kept.size(); i++) {
            due.put(kept.get(i).id(), ready.get(i).due());
        }
        runItems.keepAll(RunItems.Of.COLLECTIONS, due);
        if (!kept.isEmpty()) {
            record(run, who, "collection.all", say("collection.all.decided", run.title(), kept.size()));
        }
        return kept.size();
    }

    @Transactional
    public CollectionRun skip(long companyId, long runId, long partyId, String reason, String who) {
        CollectionRun run = open(companyId, runId);
        RunCandidates.Candidate of = one(candidates.frame(run), partyId);
        String why = Fields.text(reason, "reason", 200);
        CollectionRow row = of.decided() == null ? new CollectionRow(run, partyId, who, clock.instant()) : of.decided();
        row.skip(why, who, clock.instant());
        runItems.clear(RunItems.Of.COLLECTIONS, collections.saveAndFlush(row).id());
        record(
                run,
                who,
                "collection.skip",
                say("collection.skip.decided", run.title(), of.party().name(), why));
        return run;
    }

    /** Takes back what was decided of a customer. */
    @Transactional
    public CollectionRun undecide(long companyId, long runId, long partyId, String who) {
        CollectionRun run = open(companyId, runId);
        collections.findByRunIdAndPartyId(runId, partyId).ifPresent(row -> {
            drop(row);
            record(run, who, "collection.undecided", say("collection.undecided.tookBack", run.title()));
        });
        return run;
    }

    private void drop(CollectionRow row) {
        runItems.clear(RunItems.Of.COLLECTIONS, row.id());
        collections.delete(row);
        collections.flush();
    }

    /** Gives a run up before its release: nothing was booked, and what it had reserved is free. */
    @Transactional
    public CollectionRun takeBack(long companyId, long runId, int version, String who) {
        CollectionRun run = locked(companyId, runId);
        checkSeen(run, version);
        run.move(RunState.Move.TAKE_BACK);
        runs.saveAndFlush(run);
        collections.ofRun(runId).forEach(c -> reservations.release(c.id()));
        record(run, who, "collection.takenBack", say("collection.takenBack.tookBack", run.title()));
        return run;
    }

    /** Writes down that customers were told of amount and day. @return how many */
    @Transactional(propagation = Propagation.MANDATORY)
    public int told(CollectionRun run, List<RunCandidates.Candidate> of, String who) {
        LocalDate today = companies.today(run.companyId());
        jdbc.batchUpdate(
                "insert into collection_notice (company_id, mandate_id, collect_on, minor_units, told_on, told_by)"
                        + " values (?, ?, ?, ?, ?, ?)",
                of.stream()
                        .map(c -> new Object[] {
                            run.companyId(),
                            Objects.requireNonNull(c.mandate()).id(),
                            run.collectOn(),
                            c.due().amount(),
                            today,
                            who
                        })
                        .toList());
        if (!of.isEmpty()) {
            record(run, who, "collection.told", say("collection.told.told", run.title(), of.size()));
        }
        return of.size();
    }
}
