package tidemark.app.paymentrun;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.Valid;
import jakarta.validation.constraints.DecimalMax;
import jakarta.validation.constraints.DecimalMin;
import jakarta.validation.constraints.Digits;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.bankdetails.BankDetails;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.company.NumberCounters;
import tidemark.app.party.Reservations;
import tidemark.app.party.RunItems;
import tidemark.core.collection.RunDays;
import tidemark.core.money.MinorUnits;
import tidemark.core.party.OpenItemId;
import tidemark.core.party.PartyDue;
import tidemark.core.party.PartyMoney;
import tidemark.core.paymentrun.PaymentRunState;
import tidemark.core.problem.Fields;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;
import tidemark.core.problem.Words;

/** Opens payment runs and decides on payees. Every change locks the bank account, then the journal. */
@Service
public class PaymentRuns {
    private final PaymentRunRepository runs;
    private final PayeeRepository payees;
    private final PayeeCandidates candidates;
    private final RunItems runItems;
    private final Reservations reservations;
    private final BankAccounts bankAccounts;
    private final Companies companies;
    private final NumberCounters numbers;
    private final ActivityLog activity;
    private final Clock clock;

    PaymentRuns(
            PaymentRunRepository runs,
            PayeeRepository payees,
            PayeeCandidates candidates,
            RunItems runItems,
            Reservations reservations,
            BankAccounts bankAccounts,
            Companies companies,
            NumberCounters numbers,
            ActivityLog activity,
            Clock clock) {
        this.runs = runs;
        this.payees = payees;
        this.candidates = candidates;
        this.runItems = runItems;
        this.reservations = reservations;
        this.bankAccounts = bankAccounts;
        this.companies = companies;
        this.numbers = numbers;
        this.activity = activity;
        this.clock = clock;
    }

    /**
     * A run as it is begun, or its head as it is changed.
     *
     * @param dueUpTo the last day before the next run: what falls due until then is paid
     * @param leastRate what a discount has to earn in a year to be taken early, in per cent
     */
    public record PayHead(
            @NotNull LocalDate dueUpTo,
            @NotNull LocalDate payOn,

            @NotNull @DecimalMin("0") @DecimalMax("99999.9") @Digits(integer = 5, fraction = 1)
            BigDecimal leastRate,

            @NotNull @Size(max = 200) String note) {}

    @Transactional
    public PaymentRun open(long companyId, long bankAccountId, PayHead head, String who) {
        BankAccount account = bankAccounts.lock(companyId, bankAccountId);
        bankAccounts.lockJournal(companyId);
        if (!account.currency().equals(bankAccounts.companyCurrency(companyId))) {
            throw new RuleViolation(
                    "payrun.currency",
                    "bankAccountId",
                    account.currency().getCode(),
                    say(
                            "payrun.currency.expected",
                            bankAccounts.companyCurrency(companyId).getCode()),
                    say("payrun.currency.remedy"));
        }
        if (!account.active()) {
            throw new RuleViolation(
                    "payrun.closed",
                    "bankAccountId",
                    say("payrun.closed.found", account.name()),
                    say("payrun.closed.expected"),
                    say("payrun.closed.remedy"));
        }
        PaymentRun run = new PaymentRun(
                companyId,
                bankAccountId,
                numbers.take(companyId, PaymentRunDocuments.RUNS, null, head.payOn()),
                who,
                clock.instant());
        take(run, head);
        checkDay(candidates.frame(run));
        runs.saveAndFlush(run);
        record(run, who, "payrun.opened", say("payrun.opened.opened", run.title(), Words.day(run.payOn())));
        return run;
    }

    private static void take(PaymentRun run, PayHead head) {
        run.head(head.dueUpTo(), head.payOn(), head.leastRate(), head.note().strip());
    }

    void record(PaymentRun run, String who, String what, String words) {
        activity.record(run.companyId(), who, what, "payment_run", run.id(), words);
    }

    /** What is wrong with the day of a run; none where nothing is. */
    static List<Problem> dayProblems(PayeeCandidates.Frame frame) {
        PaymentRun run = frame.run();
        List<Problem> out = new ArrayList<>();
        if (frame.calendar().isPresent() && frame.terms().isPresent()) {
            RunDays.problems(
                            run.payOn(),
                            frame.today(),
                            frame.terms().get().paymentLead(),
                            frame.calendar().get())
                    .forEach(p -> out.add(p.at("payOn")));
        } else if (run.payOn().isBefore(frame.today())) {
            out.add(new Problem(
                    "payrun.past",
                    "payOn",
                    Words.day(run.payOn()),
                    say("payrun.past.expected", Words.day(frame.today())),
                    say("payrun.past.remedy")));
        }
        BankAccount account = frame.account();
        if (account.mark().holds(run.payOn())) {
            out.add(new Problem(
                            "mark.held",
                            "payOn",
                            say("mark.held.found3", run.payOn(), account.name()),
                            say("mark.held.expected3", account.mark().date()),
                            say("mark.held.remedy3"))
                    .with("mark", account.mark().date()));
        }
        return out;
    }

    private static void checkDay(PayeeCandidates.Frame frame) {
        List<Problem> problems = dayProblems(frame);
        if (!problems.isEmpty()) {
            throw new RuleViolation(problems);
        }
    }

    PaymentRun get(long companyId, long id) {
        return runs.findByIdAndCompanyId(id, companyId).orElseThrow(() -> new NotFound(say("payrun.run")));
    }

    /** Locks the run's bank account and the journal, then reads the run as it is now. */
    PaymentRun locked(long companyId, long id) {
        long account = runs.accountOf(companyId, id).orElseThrow(() -> new NotFound(say("payrun.run")));
        bankAccounts.lock(companyId, account);
        bankAccounts.lockJournal(companyId);
        return get(companyId, id);
    }

    private PaymentRun open(long companyId, long id) {
        PaymentRun run = locked(companyId, id);
        if (run.state() != PaymentRunState.OPEN) {
            // says which state it is in, and what to do
            run.state().after(PaymentRunState.Move.HAND_OVER, run.title());
        }
        return run;
    }

    static void checkSeen(PaymentRun run, int version) {
        if (run.version() != version) {
            throw new RuleViolation(
                    "run.changed",
                    "",
                    say("run.changed.found", run.title()),
                    say("run.changed.expected"),
                    say("run.changed.remedy"));
        }
    }

    /** Changes its head; what was decided stays, with the discounts of its new day. */
    @Transactional
    public PaymentRun change(long companyId, long id, int version, PayHead head, String who) {
        PaymentRun run = open(companyId, id);
        checkSeen(run, version);
        boolean otherDay = !head.payOn().equals(run.payOn());
        boolean dueOtherwise = otherDay
                || !head.dueUpTo().equals(run.dueUpTo())
                || head.leastRate().compareTo(run.leastRate()) != 0;
        take(run, head);
        if (otherDay) {
            checkDay(candidates.frame(run));
        }
        runs.saveAndFlush(run);
        if (dueOtherwise) {
            dueAgain(run, who);
        }
        record(run, who, "payrun.changed", say("payrun.changed.changed", run.title(), Words.day(run.payOn())));
        return run;
    }

    /** What was decided is worked out anew for the run's days. */
    private void dueAgain(PaymentRun run, String who) {
        PayeeCandidates.Frame frame = candidates.frame(run);
        for (PayeeRow row : payees.ofRun(run.id())) {
            if (row.pays()) {
                PayeeCandidates.Candidate now = one(frame, row.partyId());
                PartyDue due = row.changed()
                        ? chosen(frame, now, runItems.settled(RunItems.Of.PAYMENTS, row.id()))
                        : PayeeCandidates.all(run, PayeeCandidates.free(now.items()));
                if (due.amount() == 0) {
                    drop(row);
                } else {
                    keep(row, due, row.means(), now.details(), row.changed(), who);
                }
            }
        }
    }

    private PayeeCandidates.Candidate one(PayeeCandidates.Frame frame, long partyId) {
        return candidates.of(frame, partyId).stream().findFirst().orElseThrow(() -> new NotFound(say("payrun.payee")));
    }

    private static PartyDue chosen(
            PayeeCandidates.Frame frame, PayeeCandidates.Candidate of, Map<OpenItemId, Long> settled) {
        return PartyDue.chosen(
                PartyMoney.Direction.OUT,
                PayeeCandidates.free(of.items()),
                settled,
                frame.run().payOn(),
                frame.currency());
    }

    /** So much of an item, with its discount and what credits pay of it; of a credit, what it pays. */
    public record PaidAmount(
            long itemId, @NotNull @Size(max = 40) String amount) {}

    /**
     * @param items absent for all that is due; else what is paid of each
     * @param byCheck absent for the usual way
     * @param expected what was shown, plain decimal; absent where it does not matter
     */
    public record Paying(
            @Nullable @Size(max = 500) List<@Valid PaidAmount> items,
            @Nullable Boolean byCheck,
            @Nullable @Size(max = 40) String expected) {}

    /** Pays somebody in the run; what is paid is reserved until it is booked. */
    @Transactional
    public PaymentRun pay(long companyId, long runId, long partyId, Paying request, String who) {
        PaymentRun run = open(companyId, runId);
        Company company = companies.get(companyId);
        PayeeCandidates.Frame frame = candidates.frame(run);
        PayeeCandidates.Candidate of = one(frame, partyId);
        PartyDue all = PayeeCandidates.all(run, PayeeCandidates.free(of.items()));
        PartyDue due = all;
        if (request.items() != null) {
            Map<OpenItemId, Long> settled = new HashMap<>();
            for (PaidAmount i : request.items()) {
                long units = i.amount().isBlank()
                        ? 0
                        : company.amountStyle().minorUnits(i.amount(), frame.currency(), "items");
                if (units != 0) {
                    settled.merge(new OpenItemId(i.itemId()), units, Math::addExact);
                }
            }
            due = chosen(frame, of, settled);
        } else if (of.decided() != null && of.decided().pays() && of.decided().changed()) {
            // only the way in which it is paid changes
            due = of.due();
        }
        if (due.amount() == 0) {
            throw new RuleViolation(
                    "payrun.nothing",
                    of.party().name(),
                    say("payrun.nothingDue"),
                    say("payrun.nothingDue.expected"),
                    say("payrun.nothingDue.remedy"));
        }
        if (request.expected() != null
                && MinorUnits.parse(request.expected(), frame.currency(), "expected") != due.amount()) {
            throw new RuleViolation(
                    "payrun.other",
                    of.party().name(),
                    MinorUnits.grouped(due.amount(), frame.currency()),
                    say("payrun.other.expected", request.expected()),
                    say("payrun.other.remedy"));
        }
        BankDetails details = candidates.usual(frame, partyId);
        PayeeRow.Means means = request.byCheck() == null
                ? (details == null ? PayeeRow.Means.CHECK : PayeeRow.Means.FILE)
                : request.byCheck() ? PayeeRow.Means.CHECK : PayeeRow.Means.FILE;
        List<Problem> problems = candidates.problems(frame, of.party(), due.amount(), means, details, details);
        if (!problems.isEmpty()) {
            throw new RuleViolation(problems);
        }
        PayeeRow row = of.decided() == null ? new PayeeRow(run, partyId, who, clock.instant()) : of.decided();
        keep(row, due, means, details, !due.equals(all), who);
        record(
                run,
                who,
                "payrun.pay",
                say(
                        "payrun.pay.decided",
                        run.title(),
                        MinorUnits.grouped(due.amount(), frame.currency()),
                        of.party().name()));
        return run;
    }

    private void keep(
            PayeeRow row,
            PartyDue due,
            PayeeRow.Means means,
            @Nullable BankDetails details,
            boolean changed,
            String who) {
        row.pay(
                means,
                means == PayeeRow.Means.FILE && details != null ? details.id() : null,
                due.amount(),
                changed,
                who,
                clock.instant());
        runItems.keep(RunItems.Of.PAYMENTS, payees.saveAndFlush(row).id(), due);
    }

    /** Pays all that are ready. @return how many */
    @Transactional
    public int payAll(long companyId, long runId, String who) {
        PaymentRun run = open(companyId, runId);
        List<PayeeCandidates.Candidate> ready = candidates.of(candidates.frame(run), null).stream()
                .filter(c -> c.standing() == PayeeCandidates.PayeeStanding.READY)
                .toList();
        List<PayeeRow> rows = new ArrayList<>();
        for (PayeeCandidates.Candidate c : ready) {
            PayeeRow row = new PayeeRow(run, c.party().id(), who, clock.instant());
            BankDetails details = c.details();
            row.pay(
                    c.means(),
                    c.means() == PayeeRow.Means.FILE && details != null ? details.id() : null,
                    c.due().amount(),
                    false,
                    who,
                    clock.instant());
            rows.add(row);
        }
        List<PayeeRow> kept = payees.saveAllAndFlush(rows);
        Map<Long, PartyDue> due = new HashMap<>();
        for (int i = 0; i < kept.size(); i++) {
            due.put(kept.get(i).id(), ready.get(i).due());
        }
        runItems.keepAll(RunItems.Of.PAYMENTS, due);
        if (!kept.isEmpty()) {
            record(run, who, "payrun.all", say("payrun.all.decided", run.title(), kept.size()));
        }
        return kept.size();
    }

    @Transactional
    public PaymentRun skip(long companyId, long runId, long partyId, String reason, String who) {
        PaymentRun run = open(companyId, runId);
        PayeeCandidates.Candidate of = one(candidates.frame(run), partyId);
        String why = Fields.text(reason, "reason", 200);
        PayeeRow row = of.decided() == null ? new PayeeRow(run, partyId, who, clock.instant()) : of.decided();
        row.skip(why, who, clock.instant());
        runItems.clear(RunItems.Of.PAYMENTS, payees.saveAndFlush(row).id());
        record(
                run,
                who,
                "payrun.skip",
                say("payrun.skip.decided", run.title(), of.party().name(), why));
        return run;
    }

    /** Takes back what was decided of a payee. */
    @Transactional
    public PaymentRun undecide(long companyId, long runId, long partyId, String who) {
        PaymentRun run = open(companyId, runId);
        payees.findByRunIdAndPartyId(runId, partyId).ifPresent(row -> {
            drop(row);
            record(run, who, "payrun.undecided", say("payrun.undecided.tookBack", run.title()));
        });
        return run;
    }

    private void drop(PayeeRow row) {
        runItems.clear(RunItems.Of.PAYMENTS, row.id());
        payees.delete(row);
        payees.flush();
    }

    /** Gives a run up before its release: nothing was booked, and what it had reserved is free. */
    @Transactional
    public PaymentRun takeBack(long companyId, long runId, int version, String who) {
        PaymentRun run = locked(companyId, runId);
        checkSeen(run, version);
        run.move(PaymentRunState.Move.TAKE_BACK);
        runs.saveAndFlush(run);
        payees.ofRun(runId).forEach(p -> reservations.release(p.id()));
        record(run, who, "payrun.takenBack", say("payrun.takenBack.tookBack", run.title()));
        return run;
    }
}
