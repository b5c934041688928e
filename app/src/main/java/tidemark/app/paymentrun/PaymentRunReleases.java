package tidemark.app.paymentrun;

import static tidemark.core.words.Catalogue.say;

import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.Actor;
import tidemark.app.approval.Approvals;
import tidemark.app.bankdetails.BankDetails;
import tidemark.app.bankfile.BankFileTerms;
import tidemark.app.bankfile.WrittenFile;
import tidemark.app.bankfile.WrittenFiles;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.ledger.Ledger;
import tidemark.app.party.Allocations;
import tidemark.app.party.Reservations;
import tidemark.app.party.RunItems;
import tidemark.app.payment.Payment;
import tidemark.app.payment.PaymentVoids;
import tidemark.app.payment.Payments;
import tidemark.app.payment.RunPayments;
import tidemark.core.bankfile.AchReversal;
import tidemark.core.bankfile.BankFileParts;
import tidemark.core.bankfile.FileTerms;
import tidemark.core.calendar.BankCalendar;
import tidemark.core.collection.RunDays;
import tidemark.core.ledger.Control;
import tidemark.core.money.MinorUnits;
import tidemark.core.party.PartyDue;
import tidemark.core.payment.PaymentKind;
import tidemark.core.payment.PaymentState;
import tidemark.core.paymentrun.PaymentRunFile;
import tidemark.core.paymentrun.PaymentRunState;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

/**
 * Hands payment runs over to a second person, and does what they release: credits pay their share, payments are made with
 * their numbers, and the file is written once. What is released is only reversed, or single payments of it voided.
 */
@Service
public class PaymentRunReleases {
    private static final int MOST_PROBLEMS = 50;
    /** Batches of a file, each of which may have one trace of its own. */
    private static final int BATCHES = 20;

    private static final int LONGEST_TEXT = 78;

    private final PaymentRuns books;
    private final PaymentRunRepository runs;
    private final PayeeRepository payees;
    private final PayeeCandidates candidates;
    private final RunItems runItems;
    private final Reservations reservations;
    private final RunPayments payments;
    private final PaymentVoids voids;
    private final WrittenFiles files;
    private final BankFileTerms terms;
    private final Approvals approvals;
    private final BankAccounts bankAccounts;
    private final Companies companies;
    private final EntityManager em;
    private final Clock clock;

    PaymentRunReleases(
            PaymentRuns books,
            PaymentRunRepository runs,
            PayeeRepository payees,
            PayeeCandidates candidates,
            RunItems runItems,
            Reservations reservations,
            RunPayments payments,
            PaymentVoids voids,
            WrittenFiles files,
            BankFileTerms terms,
            Approvals approvals,
            BankAccounts bankAccounts,
            Companies companies,
            EntityManager em,
            Clock clock) {
        this.books = books;
        this.runs = runs;
        this.payees = payees;
        this.candidates = candidates;
        this.runItems = runItems;
        this.reservations = reservations;
        this.payments = payments;
        this.voids = voids;
        this.files = files;
        this.terms = terms;
        this.approvals = approvals;
        this.bankAccounts = bankAccounts;
        this.companies = companies;
        this.em = em;
        this.clock = clock;
    }

    /**
     * Hands a run over to a second person, who releases all of it or none. In a company of one person it is released at once.
     *
     * @return what was booked where it was released at once
     */
    @Transactional
    public Ledger.Booked handOver(long companyId, long runId, int version, Actor who) {
        PaymentRun run = books.locked(companyId, runId);
        PaymentRuns.checkSeen(run, version);
        run.state().after(PaymentRunState.Move.HAND_OVER, run.title());
        PayeeCandidates.Frame frame = candidates.frame(run);
        List<PayeeCandidates.Candidate> paying = checked(frame);
        trial(frame, paying);
        run.handOver(who, clock.instant());
        runs.saveAndFlush(run);
        long units = paying.stream().mapToLong(c -> c.due().amount()).reduce(0, Math::addExact);
        String title = say(
                "payrun.handedOver.title",
                run.title(),
                MinorUnits.grouped(units, frame.currency()) + " "
                        + frame.currency().getCode(),
                paying.size(),
                frame.account().name());
        books.record(run, who.name(), "payrun.handedOver", title);
        if (companies.get(companyId).onePerson()) {
            return released(companyId, runId, who);
        }
        approvals.ask(companyId, PaymentRunApproval.KIND, runId, title, content(companyId, runId), who);
        return Ledger.Booked.nothing();
    }

    /** Everything of a run once more. */
    private List<PayeeCandidates.Candidate> checked(PayeeCandidates.Frame frame) {
        PaymentRun run = frame.run();
        List<Problem> problems = new ArrayList<>(PaymentRuns.dayProblems(frame));
        List<PayeeCandidates.Candidate> paying = new ArrayList<>();
        int undecided = 0;
        long units = 0;
        for (PayeeCandidates.Candidate c : candidates.of(frame, null)) {
            if (c.standing() == PayeeCandidates.PayeeStanding.PAY) {
                paying.add(c);
                problems.addAll(c.problems());
                units = Math.addExact(units, c.due().amount());
            } else if (c.standing() == PayeeCandidates.PayeeStanding.READY) {
                undecided++;
            }
        }
        if (undecided > 0) {
            problems.addFirst(new Problem(
                    "payrun.undecided",
                    "",
                    say("payrun.undecided.found", undecided),
                    say("payrun.undecided.expected"),
                    say("payrun.undecided.remedy")));
        }
        if (paying.isEmpty()) {
            problems.add(new Problem(
                    "payrun.empty",
                    "",
                    say("payrun.empty.found"),
                    say("payrun.empty.expected"),
                    say("payrun.empty.remedy")));
        }
        if (problems.isEmpty()) {
            payments.checkDay(frame.account(), run.payOn(), units);
        } else {
            throw new RuleViolation(problems.subList(0, Math.min(MOST_PROBLEMS, problems.size())));
        }
        return paying;
    }

    /** All that a second person releases: whom it pays, how, to which account, and how much of which items. */
    @Transactional(propagation = Propagation.MANDATORY)
    public String content(long companyId, long runId) {
        PaymentRun run = books.get(companyId, runId);
        List<String> lines = new ArrayList<>(List.of(
                Long.toString(run.bankAccountId()), run.number(), run.payOn().toString()));
        Map<Long, List<PartyDue.Piece>> pieces = runItems.pieces(RunItems.Of.PAYMENTS, runId, null);
        payees.ofRun(runId).stream()
                .filter(PayeeRow::pays)
                .sorted(Comparator.comparing(PayeeRow::partyId))
                .forEach(p -> {
                    lines.add(p.partyId() + " " + p.means() + " " + p.bankDetailsId() + " " + p.minorUnits());
                    pieces.getOrDefault(p.id(), List.of())
                            .forEach(i -> lines.add(" " + i.item().id().value() + " " + i.paid() + " " + i.discount()
                                    + " " + i.netted()));
                });
        return String.join("\n", lines);
    }

    /** Whoever handed it over fetches it back, to decide again. */
    @Transactional
    public PaymentRun fetchBack(long companyId, long runId, String who) {
        PaymentRun run = books.locked(companyId, runId);
        run.giveBack("");
        runs.saveAndFlush(run);
        approvals.changed(companyId, PaymentRunApproval.KIND, runId, who, say("payrun.fetchedBack"));
        books.record(run, who, "payrun.fetchedBack", say("payrun.fetchedBack.fetched", run.title()));
        return run;
    }

    /** A second person has declined it: it is to be decided again, and nothing of it is lost. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void declined(long companyId, long runId, String reason, Actor who) {
        PaymentRun run = books.get(companyId, runId);
        run.giveBack(reason);
        runs.saveAndFlush(run);
        books.record(run, who.name(), "payrun.declined", say("payrun.declined.declined", run.title(), reason));
    }

    /** A second person has released it. The account and the journal are locked. @return what was booked */
    @Transactional(propagation = Propagation.MANDATORY)
    public Ledger.Booked released(long companyId, long runId, Actor who) {
        PaymentRun run = books.get(companyId, runId);
        PayeeCandidates.Frame frame = candidates.frame(run);
        List<PayeeCandidates.Candidate> paying = checked(frame);
        Ledger.Booked out = Ledger.Booked.nothing();
        for (PayeeCandidates.Candidate c : paying) {
            out.items()
                    .addAll(runItems.net(
                            RunItems.Of.PAYMENTS, companyId, row(c).id(), c.due(), run.payOn(), who.name()));
        }
        reservations.releaseAll(paying.stream().map(c -> row(c).id()).toList());
        boolean oneSum = frame.terms().filter(t -> !t.singly()).isPresent();
        long batch = ((Number) em.createNativeQuery("select next value for row_id", Long.class)
                        .getSingleResult())
                .longValue();
        Payments.Made made = payments.make(
                frame.account(),
                run.payOn(),
                paying.stream().map(c -> wanted(run, c, oneSum, frame)).toList(),
                batch,
                run.handedOver(),
                who.name());
        out.add(made.booked());
        WrittenFile file = written(frame, paying, made.payments(), who);
        run.release(file == null ? null : file.id(), batch, oneSum, who.name(), clock.instant());
        runs.saveAndFlush(run);
        books.record(
                run,
                who.name(),
                "payrun.released",
                file == null
                        ? say("payrun.released.checks", run.title(), paying.size())
                        : say("payrun.released.released", run.title(), paying.size(), file.name(), file.sha256()));
        return out;
    }

    private static PayeeRow row(PayeeCandidates.Candidate c) {
        return Objects.requireNonNull(c.decided());
    }

    private static RunPayments.Wanted wanted(
            PaymentRun run, PayeeCandidates.Candidate c, boolean oneSum, PayeeCandidates.Frame frame) {
        boolean byFile = c.means() == PayeeRow.Means.FILE;
        return new RunPayments.Wanted(
                byFile ? PaymentKind.BANK_TRANSFER : PaymentKind.CHECK,
                c.party().id(),
                c.party().name(),
                run.number() + ": " + text(c),
                c.due().pieces().stream()
                        .filter(p -> p.paid() + p.discount() > 0)
                        .map(p -> new Allocations.ItemPart(
                                p.item().id().value(),
                                MinorUnits.toDecimal(p.paid(), frame.currency()),
                                p.discount() == 0 ? null : MinorUnits.toDecimal(p.discount(), frame.currency())))
                        .toList(),
                byFile && oneSum);
    }

    /** What it is for, as far as a file holds it. */
    private static String text(PayeeCandidates.Candidate c) {
        String all = String.join(
                ", ", c.due().pieces().stream().map(p -> p.item().title()).toList());
        return all.length() > LONGEST_TEXT ? all.substring(0, LONGEST_TEXT) : all;
    }

    /** The file of those that are paid by it; none where all get checks. */
    private @Nullable WrittenFile written(
            PayeeCandidates.Frame frame, List<PayeeCandidates.Candidate> paying, List<Payment> made, Actor who) {
        PaymentRun run = frame.run();
        List<PaymentRunFile.Paid> paid = new ArrayList<>();
        List<PayeeRow> rows = new ArrayList<>();
        long byFile =
                paying.stream().filter(c -> c.means() == PayeeRow.Means.FILE).count();
        long next = byFile == 0 ? 0 : terms.takeTraces(run.bankAccountId(), (int) byFile + BATCHES);
        for (int i = 0; i < paying.size(); i++) {
            PayeeCandidates.Candidate c = paying.get(i);
            Payment payment = made.get(i);
            if (c.means() == PayeeRow.Means.FILE) {
                paid.add(paid(run, c, endToEnd(payment.id()), next));
                row(c).paidBy(payment.id(), next++);
            } else {
                row(c).paidBy(payment.id(), null);
            }
            rows.add(row(c));
        }
        payees.saveAllAndFlush(rows);
        if (paid.isEmpty()) {
            return null;
        }
        BankFileTerms.FileTermsForm form = frame.terms().orElseThrow();
        BankFileParts.Head head = head(frame, terms.takeFileNumber(run.bankAccountId()));
        return keep(
                form,
                head,
                run,
                PaymentRunFile.write(form.terms(), head, paid),
                who.name(),
                who.personId() != run.handedOver().personId());
    }

    private WrittenFile keep(
            BankFileTerms.FileTermsForm form,
            BankFileParts.Head head,
            PaymentRun run,
            BankFileParts.Written written,
            String who,
            boolean released) {
        return files.keep(
                run.companyId(),
                run.bankAccountId(),
                new WrittenFiles.Called(
                        head.number(),
                        head.id(),
                        form.nameOf("payments", head.number(), head.created().toLocalDate())),
                written.content(),
                written.report(),
                who,
                released);
    }

    private BankFileParts.Head head(PayeeCandidates.Frame frame, long number) {
        Company company = companies.get(frame.run().companyId());
        return new BankFileParts.Head(
                number,
                "T" + frame.account().id() + "-" + number,
                LocalDateTime.ofInstant(clock.instant(), company.zone()));
    }

    /** What the bank sends back with a return of a payment. */
    static String endToEnd(long paymentId) {
        return "P" + paymentId;
    }

    private static PaymentRunFile.Paid paid(PaymentRun run, PayeeCandidates.Candidate c, String id, long trace) {
        BankDetails details = Objects.requireNonNull(c.details());
        return new PaymentRunFile.Paid(
                id,
                trace,
                c.account(),
                details.holder(),
                c.party().control() != Control.EMPLOYEES,
                c.due().amount(),
                run.payOn(),
                text(c));
    }

    /** What a run would be written as, now; nothing is kept. Absent where nobody is paid by a file. */
    @Transactional(readOnly = true)
    public BankFileParts.@Nullable Written trial(PayeeCandidates.Frame frame, List<PayeeCandidates.Candidate> paying) {
        List<PaymentRunFile.Paid> paid = new ArrayList<>();
        for (PayeeCandidates.Candidate c : paying) {
            if (c.means() == PayeeRow.Means.FILE && c.details() != null) {
                paid.add(paid(frame.run(), c, endToEnd(row(c).id()), paid.size() + 1L));
            }
        }
        if (paid.isEmpty() || frame.terms().isEmpty()) {
            return null;
        }
        BankFileTerms.FileTermsForm form = frame.terms().get();
        return PaymentRunFile.write(form.terms(), head(frame, form.nextFile()), paid);
    }

    /**
     * Reverses a released run: all of its payments are void, what they settled is open again as before, the credits too. An ACH
     * file is taken back by another within five banking days.
     *
     * @throws RuleViolation {@code payrun.paid} where the bank has paid one of them
     */
    @Transactional
    public Ledger.Booked reverse(long companyId, long runId, LocalDate day, String who) {
        PaymentRun run = books.locked(companyId, runId);
        run.state().after(PaymentRunState.Move.REVERSE, run.title());
        List<PayeeRow> rows =
                payees.ofRun(runId).stream().filter(PayeeRow::pays).toList();
        Map<Long, Payment> made = new HashMap<>();
        payments.some(rows.stream().map(PayeeRow::paymentId).toList()).forEach(p -> made.put(p.id(), p));
        for (Payment p : made.values()) {
            if (p.clearingEntryId() != null) {
                throw new RuleViolation(
                        "payrun.paid",
                        "",
                        say("payrun.paid.found", p.title(), p.payee()),
                        say("payrun.paid.expected"),
                        say("payrun.paid.remedy"));
            }
        }
        PayeeCandidates.Frame frame = candidates.frame(run);
        Set<String> ids = rows.stream()
                .filter(r -> r.means() == PayeeRow.Means.FILE
                        && Objects.requireNonNull(made.get(r.paymentId())).state() != PaymentState.VOID)
                .map(r -> endToEnd(Objects.requireNonNull(r.paymentId())))
                .collect(Collectors.toSet());
        Ledger.Booked out = Ledger.Booked.nothing();
        for (PayeeRow row : rows) {
            Payment payment = Objects.requireNonNull(made.get(row.paymentId()));
            if (payment.state() != PaymentState.VOID) {
                LocalDate on = payment.state() == PaymentState.BOOKED && day.isBefore(payment.paymentDate())
                        ? payment.paymentDate()
                        : day;
                out.add(voids.voidPayment(companyId, payment.id(), on, say("payrun.reversedIn", run.title()), who)
                        .booked());
            }
        }
        LocalDate undone = day.isBefore(run.payOn()) ? run.payOn() : day;
        out.items()
                .addAll(runItems.undoNettings(
                        RunItems.Of.PAYMENTS,
                        companyId,
                        rows.stream().map(PayeeRow::id).toList(),
                        undone,
                        who));
        run.reversed(reversalFile(frame, ids, who));
        runs.saveAndFlush(run);
        books.record(run, who, "payrun.reversed", say("payrun.reversed.reversed", run.title()));
        return out;
    }

    private @Nullable Long reversalFile(PayeeCandidates.Frame frame, Set<String> ids, String who) {
        PaymentRun run = frame.run();
        Long released = run.bankFileId();
        if (released == null
                || ids.isEmpty()
                || frame.terms().isEmpty()
                || !(frame.terms().get().terms() instanceof FileTerms.Ach ach)) {
            return null;
        }
        BankCalendar calendar = frame.calendar().orElseThrow();
        if (!RunDays.mayReverse(run.payOn(), frame.today(), calendar)) {
            return null;
        }
        BankFileTerms.FileTermsForm form = frame.terms().get();
        LocalDate settles = RunDays.first(frame.today(), form.paymentLead(), calendar);
        BankFileParts.Head head = head(frame, terms.takeFileNumber(run.bankAccountId()));
        byte[] content = files.get(run.companyId(), released).content();
        return keep(
                        form,
                        head,
                        run,
                        AchReversal.write(
                                ach, head, content, ids, settles.isBefore(run.payOn()) ? run.payOn() : settles),
                        who,
                        false)
                .id();
    }
}
