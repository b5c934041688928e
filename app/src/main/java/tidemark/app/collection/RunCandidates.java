package tidemark.app.collection;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.bankfile.BankFileTerms;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.mandate.MandateChanges;
import tidemark.app.mandate.MandateRow;
import tidemark.app.mandate.Mandates;
import tidemark.app.party.DueItems;
import tidemark.app.party.Parties;
import tidemark.app.party.Party;
import tidemark.app.party.Reservations;
import tidemark.app.party.RunItems;
import tidemark.core.calendar.BankCalendar;
import tidemark.core.collection.RunDays;
import tidemark.core.ledger.Control;
import tidemark.core.mandate.Mandate;
import tidemark.core.mandate.MandateState;
import tidemark.core.mandate.ReturnEffect;
import tidemark.core.party.OpenItemId;
import tidemark.core.party.PartyDue;
import tidemark.core.party.PartyMoney;
import tidemark.core.problem.Problem;
import tidemark.core.problem.Words;

/** What is due of each customer in a run, and what keeps it from being collected. */
@Service
class RunCandidates {
    private final CollectionRepository collections;
    private final BankFileTerms terms;
    private final Mandates mandates;
    private final MandateChanges changes;
    private final Parties parties;
    private final DueItems dueItems;
    private final RunItems runItems;
    private final BankAccounts bankAccounts;
    private final Companies companies;
    private final JdbcTemplate jdbc;

    RunCandidates(
            CollectionRepository collections,
            BankFileTerms terms,
            Mandates mandates,
            MandateChanges changes,
            Parties parties,
            DueItems dueItems,
            RunItems runItems,
            BankAccounts bankAccounts,
            Companies companies,
            JdbcTemplate jdbc) {
        this.collections = collections;
        this.terms = terms;
        this.mandates = mandates;
        this.changes = changes;
        this.parties = parties;
        this.dueItems = dueItems;
        this.runItems = runItems;
        this.bankAccounts = bankAccounts;
        this.companies = companies;
        this.jdbc = jdbc;
    }

    /** How it stands with a customer. */
    enum Standing {
        COLLECT,
        SKIPPED,
        /** To be decided, and nothing stands against it. */
        READY,
        /** To be decided, once the customer was asked. */
        ASK_FIRST,
        CANNOT,
        NO_MANDATE,
        NOTHING_DUE
    }

    /**
     * A customer.
     *
     * @param due what is or would be collected
     * @param items all that is open of them
     * @param decided what was decided; none where nothing was
     * @param problems what keeps it from being collected
     * @param again where the same came back before and is presented once more
     */
    record Candidate(
            Party party,
            PartyDue due,
            List<DueItems.DueItem> items,
            @Nullable MandateRow mandate,
            @Nullable CollectionRow decided,
            Standing standing,
            List<Problem> problems,
            RunDays.Notice notice,
            Optional<Again> again) {
        boolean undecided() {
            return standing == Standing.READY || standing == Standing.ASK_FIRST;
        }
    }

    /**
     * The same amount for the same items came back, for a reason for which it may be presented again.
     *
     * @param times how often it was already presented again
     * @param first the day on which it was collected first
     */
    record Again(String reason, int times, LocalDate first) {}

    /** The last collection of a customer that came back. */
    private record Back(long amount, Set<Long> items, Again again) {}

    /** What counts for all customers of a run. @param changes until when what banks said of mandates is to be applied */
    record Frame(
            CollectionRun run,
            BankFileTerms.FileTermsForm terms,
            BankCalendar calendar,
            LocalDate today,
            Map<Long, LocalDate> changes) {}

    Frame frame(CollectionRun run) {
        BankFileTerms.FileTermsForm form = terms.get(bankAccounts.get(run.companyId(), run.bankAccountId()));
        return new Frame(
                run,
                form,
                terms.calendar(run.companyId(), form.scheme()),
                companies.today(run.companyId()),
                changes.waiting(run.companyId()));
    }

    /** All of them by name; of one customer alone where one is named. */
    @Transactional(readOnly = true)
    public List<Candidate> of(Frame frame, @Nullable Long only) {
        CollectionRun run = frame.run();
        long companyId = run.companyId();
        Map<Long, CollectionRow> decided = new HashMap<>();
        (only == null
                        ? collections.ofRun(run.id())
                        : collections
                                .findByRunIdAndPartyId(run.id(), only)
                                .map(List::of)
                                .orElse(List.of()))
                .forEach(c -> decided.put(c.partyId(), c));
        CollectionRow own = only == null ? null : decided.get(only);
        Map<Long, List<DueItems.DueItem>> items =
                dueItems.of(companyId, Control.RECEIVABLES, only, own == null ? Reservations.NOBODY : own.id());
        Map<Long, MandateRow> standing = chosen(companyId, frame.terms().terms().isSepa(), only);
        Map<Long, MandateRow> used = mandates.some(decided.values().stream()
                .map(CollectionRow::mandateId)
                .filter(Objects::nonNull)
                .toList());
        Map<Long, List<PartyDue.Piece>> kept = runItems.pieces(RunItems.Of.COLLECTIONS, run.id(), only);
        Map<String, LocalDate> told = told(companyId, run.collectOn());
        Map<Long, Back> back = back(companyId, run.id(), only);
        Set<Long> ids = new TreeSet<>(items.keySet());
        ids.addAll(standing.keySet());
        ids.addAll(decided.keySet());
        List<Candidate> out = new ArrayList<>();
        for (Party party : parties.of(companyId, ids)) {
            CollectionRow row = decided.get(party.id());
            MandateRow mandate = row != null && row.collects()
                    ? used.get(Objects.requireNonNull(row.mandateId()))
                    : standing.get(party.id());
            List<DueItems.DueItem> open = items.getOrDefault(party.id(), List.of());
            PartyDue due = row != null && row.collects()
                    ? PartyDue.kept(PartyMoney.Direction.IN, kept.getOrDefault(row.id(), List.of()))
                    : all(
                            run,
                            open.stream()
                                    .map(i -> new PartyDue.Free(i.item(), i.free()))
                                    .toList());
            out.add(candidate(
                    frame,
                    party,
                    due,
                    own == null ? without(open, due, row) : open,
                    mandate,
                    row,
                    told,
                    again(back.get(party.id()), due)));
        }
        out.sort(Comparator.comparing((Candidate c) -> c.party().name(), String.CASE_INSENSITIVE_ORDER)
                .thenComparing(c -> c.party().id()));
        return out;
    }

    /** All that is due of a customer up to the run's day. */
    static PartyDue all(CollectionRun run, List<PartyDue.Free> items) {
        return PartyDue.of(
                PartyMoney.Direction.IN, items, PartyDue.Wanted.dueUpTo(run.dueUpTo()), run.dueUpTo(), run.collectOn());
    }

    /** What a customer's own collection reserves is free for it. */
    private static List<DueItems.DueItem> without(
            List<DueItems.DueItem> open, PartyDue due, @Nullable CollectionRow row) {
        if (row == null || !row.collects()) {
            return open;
        }
        Map<OpenItemId, Long> own = due.reserves();
        return open.stream()
                .map(i -> new DueItems.DueItem(
                        i.item(),
                        i.entryId(),
                        i.open(),
                        Math.max(0, i.reserved() - own.getOrDefault(i.item().id(), 0L))))
                .toList();
    }

    private Candidate candidate(
            Frame frame,
            Party party,
            PartyDue due,
            List<DueItems.DueItem> items,
            @Nullable MandateRow mandate,
            @Nullable CollectionRow row,
            Map<String, LocalDate> told,
            Optional<Again> again) {
        RunDays.Notice notice = mandate == null
                ? new RunDays.Notice(Optional.empty(), Optional.empty())
                : notice(frame.run().collectOn(), mandate, due.amount(), told);
        List<Problem> problems = mandate == null || due.amount() == 0
                ? List.of()
                : problems(frame, mandate, due.amount(), notice, again);
        return new Candidate(
                party, due, items, mandate, row, standing(due, mandate, row, problems), problems, notice, again);
    }

    private static Standing standing(
            PartyDue due, @Nullable MandateRow mandate, @Nullable CollectionRow row, List<Problem> problems) {
        if (row != null) {
            return row.collects() ? Standing.COLLECT : Standing.SKIPPED;
        }
        if (due.amount() == 0) {
            return Standing.NOTHING_DUE;
        }
        if (mandate == null) {
            return Standing.NO_MANDATE;
        }
        if (!problems.isEmpty()) {
            return Standing.CANNOT;
        }
        return mandate.state() == MandateState.ASKED_FIRST ? Standing.ASK_FIRST : Standing.READY;
    }

    List<Problem> problems(Frame frame, MandateRow row, long amount, RunDays.Notice notice, Optional<Again> again) {
        Mandate mandate = row.mandate();
        LocalDate day = frame.run().collectOn();
        List<Problem> out = new ArrayList<>(mandate.hindrances(day, amount, frame.calendar()));
        int lead = frame.terms().lead(mandate.kind());
        if (lead > frame.terms().leadDays()) {
            out.addAll(RunDays.problems(day, frame.today(), lead, frame.calendar()));
        }
        notice.problem(frame.today(), mandate.reference()).ifPresent(out::add);
        LocalDate applyBy = frame.changes().get(row.id());
        if (applyBy != null) {
            out.add(new Problem(
                    "mandate.changeWaits",
                    mandate.reference(),
                    say("mandate.changeWaits.found"),
                    say("mandate.changeWaits.expected", Words.day(applyBy)),
                    say("mandate.changeWaits.remedy")));
        }
        again.filter(a -> !ReturnEffect.mayPresentAgain(a.reason(), a.times(), a.first(), day))
                .ifPresent(a -> out.add(new Problem(
                        "collect.again",
                        mandate.reference(),
                        say("collect.again.found", a.times(), Words.day(a.first())),
                        say("collect.again.expected", ReturnEffect.MOST_TIMES, ReturnEffect.WITHIN_DAYS),
                        say("collect.again.remedy"))));
        return out;
    }

    RunDays.Notice notice(LocalDate collectOn, MandateRow row, long amount, Map<String, LocalDate> told) {
        return RunDays.notice(
                row.mandate(),
                collectOn,
                amount,
                row.lastAmount(),
                row.noticeDays(),
                Optional.ofNullable(told.get(row.id() + "/" + amount)));
    }

    /** Whether what is collected now is what came back then. */
    Optional<Again> again(Frame frame, long partyId, PartyDue due) {
        return again(back(frame.run().companyId(), frame.run().id(), partyId).get(partyId), due);
    }

    private static Optional<Again> again(@Nullable Back back, PartyDue due) {
        return back != null
                        && back.amount() == due.amount()
                        && due.pieces().stream()
                                .allMatch(
                                        p -> back.items().contains(p.item().id().value()))
                ? Optional.of(back.again())
                : Optional.empty();
    }

    /** The last collection of each customer, where it came back for a reason for which it may be presented again. */
    private Map<Long, Back> back(long companyId, long runId, @Nullable Long only) {
        Map<Long, Back> out = new HashMap<>();
        jdbc.query(
                "select c.party_id, c.id, c.minor_units, c.back_reason, c.again, coalesce(c.first_on, r.collect_on), c.came_back,"
                        + " k.item_id from collection c join collection_run r on r.id = c.run_id"
                        + " join collection_item k on k.collection_id = c.id"
                        + " where c.company_id = ? and c.run_id <> ? and c.decision = 'COLLECT' and r.state in ('RELEASED', 'BOOKED')"
                        + (only == null ? "" : " and c.party_id = " + only.longValue())
                        + " and c.id = (select max(l.id) from collection l join collection_run x on x.id = l.run_id"
                        + "   where l.party_id = c.party_id and l.decision = 'COLLECT' and l.run_id <> ?"
                        + "   and x.state in ('RELEASED', 'BOOKED'))",
                row -> {
                    String reason = row.getString(4);
                    if (row.getBoolean(7) && ReturnEffect.of(reason) == ReturnEffect.PRESENT_AGAIN) {
                        Again again = new Again(reason, row.getInt(5), row.getObject(6, LocalDate.class));
                        long amount = row.getLong(3);
                        out.computeIfAbsent(row.getLong(1), k -> new Back(amount, new HashSet<>(), again))
                                .items()
                                .add(row.getLong(8));
                    }
                },
                companyId,
                runId,
                runId);
        return out;
    }

    /** When customers were told of a day, by mandate and amount. */
    Map<String, LocalDate> told(long companyId, LocalDate collectOn) {
        Map<String, LocalDate> out = new HashMap<>();
        jdbc.query(
                "select mandate_id, minor_units, min(told_on) from collection_notice where company_id = ? and collect_on = ?"
                        + " group by mandate_id, minor_units",
                row -> {
                    out.put(row.getLong(1) + "/" + row.getLong(2), row.getObject(3, LocalDate.class));
                },
                companyId,
                collectOn);
        return out;
    }

    /** The mandate of each customer: one that may be collected by before one that may not, the latest signed first. */
    private Map<Long, MandateRow> chosen(long companyId, boolean sepa, @Nullable Long only) {
        Map<Long, MandateRow> out = new HashMap<>();
        if (only != null) {
            best(mandates.of(companyId, only), sepa).ifPresent(m -> out.put(only, m));
            return out;
        }
        mandates.standing(companyId).forEach((party, of) -> best(of, sepa).ifPresent(m -> out.put(party, m)));
        return out;
    }

    private static Optional<MandateRow> best(List<MandateRow> of, boolean sepa) {
        return of.stream()
                .filter(m -> m.mandate().kind().isSepa() == sepa && m.state() != MandateState.ENDED)
                .min(Comparator.comparing(MandateRow::state));
    }
}
