package tidemark.app.outstanding;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.Actor;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.ledger.JournalLineRow;
import tidemark.app.ledger.Ledger;
import tidemark.app.ledger.Reversals;
import tidemark.app.linebooking.AccountBooks;
import tidemark.app.linebooking.AccountBooksReader;
import tidemark.app.payment.Payment;
import tidemark.app.payment.PaymentVoids;
import tidemark.app.payment.Payments;
import tidemark.core.ledger.BankLineBooking;
import tidemark.core.ledger.PartyId;
import tidemark.core.ledger.Purpose;
import tidemark.core.money.MinorUnits;
import tidemark.core.payment.CheckFate;
import tidemark.core.problem.Fields;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;
import tidemark.core.problem.Words;

/** Decides on outstanding checks, many in one step: all of it or nothing. */
@Service
public class CheckDecisions {
    private final OutstandingChecks checks;
    private final CheckNoteRepository notes;
    private final SetAside setAside;
    private final Payments payments;
    private final PaymentVoids voids;
    private final Reversals reversals;
    private final Ledger ledger;
    private final BankAccounts bankAccounts;
    private final Companies companies;
    private final AccountBooksReader books;
    private final ActivityLog activity;

    CheckDecisions(
            OutstandingChecks checks,
            CheckNoteRepository notes,
            SetAside setAside,
            Payments payments,
            PaymentVoids voids,
            Reversals reversals,
            Ledger ledger,
            BankAccounts bankAccounts,
            Companies companies,
            AccountBooksReader books,
            ActivityLog activity) {
        this.checks = checks;
        this.notes = notes;
        this.setAside = setAside;
        this.payments = payments;
        this.voids = voids;
        this.reversals = reversals;
        this.ledger = ledger;
        this.bankAccounts = bankAccounts;
        this.companies = companies;
        this.books = books;
        this.activity = activity;
    }

    /**
     * What is decided.
     *
     * @param checks by their keys
     * @param date on which it is booked; of a check that is written anew also its date
     * @param paper why the bank will not pay what is void; asked for then alone
     * @param reason why it is void, or kept
     * @param until the last day it is kept
     * @param confirmation of the bank that it stops them
     * @param fee of the bank for each that is stopped; empty for none
     */
    public record Decision(
            @NotNull CheckFate fate,
            @NotNull @NotEmpty @Size(max = 500) List<@NotNull @Pattern(regexp = "[PE][0-9]{1,18}") String> checks,
            @NotNull LocalDate date,
            CheckFate.@Nullable Paper paper,
            @NotNull @Size(max = 120) String reason,
            @Nullable LocalDate until,
            @NotNull @Size(max = 80) String confirmation,
            @NotNull @Size(max = 40) String fee) {}

    /**
     * What became of one.
     *
     * @param paymentId of the check that was written in its place
     * @param waits whether that one waits for a second person, or for its date
     */
    public record Outcome(
            OutstandingChecks.Check check,
            String words,
            @Nullable Long paymentId,
            boolean waits,
            List<String> warnings) {}

    public record Decided(List<Outcome> outcomes, Ledger.Booked booked) {}

    @Transactional
    public Decided decide(long companyId, Decision decision, Actor who) {
        Set<String> keys = new LinkedHashSet<>(decision.checks());
        Company company = companies.get(companyId);
        checkForm(decision, company);
        lock(companyId, keys);
        Map<String, OutstandingChecks.Check> known = checks.all(companyId);
        List<Problem> problems = new ArrayList<>();
        keys.forEach(key -> problems.addAll(fit(known.get(key), decision)));
        if (!problems.isEmpty()) {
            throw new RuleViolation(problems);
        }
        Ledger.Booked booked = Ledger.Booked.nothing();
        List<Outcome> outcomes = new ArrayList<>();
        for (String key : keys) {
            OutstandingChecks.Check check = Objects.requireNonNull(known.get(key));
            outcomes.add(named(check, () -> one(company, check, decision, booked, who)));
        }
        return new Decided(outcomes, booked);
    }

    private void checkForm(Decision d, Company company) {
        List<Problem> problems = new ArrayList<>();
        if (d.fate().voids() && d.paper() == null) {
            problems.add(missing("paper", say("check.paper.expected")));
        }
        if ((d.fate().voids() || d.fate() == CheckFate.KEEP) && d.reason().isBlank()) {
            problems.add(missing("reason", say("check.reason.expected")));
        }
        if (d.fate() == CheckFate.STOP && d.confirmation().isBlank()) {
            problems.add(missing("confirmation", say("check.confirmation.expected")));
        }
        LocalDate today = companies.today(company.id());
        if (d.fate() == CheckFate.KEEP && (d.until() == null || !d.until().isAfter(today))) {
            problems.add(new Problem(
                    "check.until",
                    "until",
                    d.until() == null ? "" : Words.day(d.until()),
                    say("check.until.expected", Words.day(today)),
                    say("check.until.remedy")));
        }
        if (!problems.isEmpty()) {
            throw new RuleViolation(problems);
        }
    }

    private static Problem missing(String where, String expected) {
        return new Problem("check.asked", where, "", expected, say("check.asked.remedy"));
    }

    /** Takes every account that any of them touches before anything is read to be changed. */
    private void lock(long companyId, Set<String> keys) {
        Map<String, OutstandingChecks.Check> known = checks.all(companyId);
        Set<Long> accounts = new HashSet<>();
        List<Long> ofPayments = new ArrayList<>();
        for (String key : keys) {
            OutstandingChecks.Check check = known.get(key);
            if (check == null) {
                continue;
            }
            accounts.add(bankAccounts.get(companyId, check.bankAccountId()).ledgerAccountId());
            if (check.paymentId() != null) {
                ofPayments.add(check.paymentId());
            } else if (check.entryId() != null) {
                ledger.linesOf(List.of(check.entryId())).stream()
                        .map(JournalLineRow::ledgerAccountId)
                        .forEach(accounts::add);
            }
        }
        accounts.addAll(payments.accountsToBook(companyId, ofPayments));
        bankAccounts.lockByLedgerAccounts(companyId, accounts);
        bankAccounts.lockJournal(companyId);
    }

    /** What stands against it that can be said of all of them at once. */
    private static List<Problem> fit(OutstandingChecks.@Nullable Check check, Decision d) {
        if (check == null) {
            return List.of(new Problem(
                    "check.gone",
                    "checks",
                    say("check.gone.found"),
                    say("check.gone.expected"),
                    say("check.gone.remedy")));
        }
        String where = upper(check.title());
        if (d.fate() == CheckFate.ANEW && check.paymentId() == null) {
            return List.of(new Problem(
                    "check.noPayment",
                    where,
                    say("check.noPayment.found"),
                    say("check.noPayment.expected"),
                    say("check.noPayment.remedy")));
        }
        if (d.fate() == CheckFate.VOID && check.paymentId() == null && check.entryId() == null) {
            return List.of(new Problem(
                    "check.takenOver",
                    where,
                    say("check.takenOver.found"),
                    say("check.takenOver.expected"),
                    say("check.takenOver.remedy")));
        }
        if (d.fate() == CheckFate.STOP && check.stoppedOn() != null) {
            return List.of(new Problem(
                    "check.stopped",
                    where,
                    say("check.stopped.found", Words.day(check.stoppedOn()), check.stopConfirmation()),
                    say("check.stopped.expected"),
                    say("check.stopped.remedy")));
        }
        if (d.fate().voids() && d.paper() == CheckFate.Paper.STOPPED && check.stoppedOn() == null) {
            return List.of(new Problem(
                    "check.notStopped",
                    where,
                    say("check.notStopped.found"),
                    say("check.notStopped.expected"),
                    say("check.notStopped.remedy")));
        }
        return List.of();
    }

    /** What refuses one of many names it. */
    private static <T> T named(OutstandingChecks.Check check, Supplier<T> work) {
        try {
            return work.get();
        } catch (RuleViolation refusal) {
            throw new RuleViolation(refusal.problems().stream()
                    .map(p -> p.at(
                            p.where().isEmpty()
                                    ? upper(check.title())
                                    : say("outstanding.whereOf", upper(check.title()), p.where())))
                    .toList());
        }
    }

    private static String upper(String title) {
        return Character.toUpperCase(title.charAt(0)) + title.substring(1);
    }

    private Outcome one(Company company, OutstandingChecks.Check check, Decision d, Ledger.Booked booked, Actor who) {
        return switch (d.fate()) {
            case VOID -> {
                booked.add(voided(check, d, who));
                yield outcome(check, d, CheckFate.VOID.words());
            }
            case ANEW -> {
                booked.add(voided(check, d, who));
                Payments.Made made =
                        payments.makeAgain(company.id(), Objects.requireNonNull(check.paymentId()), d.date(), who);
                booked.add(made.booked());
                Payment fresh = made.payments().getFirst();
                yield new Outcome(
                        check,
                        say("check.fate.anewUnder", fresh.number()),
                        fresh.id(),
                        made.booked().entries().isEmpty(),
                        warnings(d));
            }
            case UNCLAIMED -> {
                booked.add(setAside.setAside(check, d.date(), who.name()));
                yield outcome(check, d, CheckFate.UNCLAIMED.words());
            }
            case KEEP -> {
                CheckNote note = note(check);
                note.keep(Objects.requireNonNull(d.until()), Fields.text(d.reason(), "reason", 120), who.name());
                notes.saveAndFlush(note);
                record(
                        check,
                        who,
                        "check.kept",
                        say("check.kept.kept", check.title(), Words.day(d.until()), d.reason()));
                yield outcome(check, d, say("check.fate.keptUntil", Words.day(d.until())));
            }
            case STOP -> {
                booked.add(stopped(company, check, d, who));
                yield outcome(check, d, CheckFate.STOP.words());
            }
        };
    }

    private static Outcome outcome(OutstandingChecks.Check check, Decision d, String words) {
        return new Outcome(check, words, null, false, warnings(d));
    }

    private static List<String> warnings(Decision d) {
        return d.fate().voids() && d.paper() == CheckFate.Paper.NEITHER
                ? List.of(say("check.paper.mayBePaid"))
                : List.of();
    }

    private CheckNote note(OutstandingChecks.Check check) {
        return (check.paymentId() != null
                        ? notes.findByPaymentId(check.paymentId())
                        : notes.findByCashEntryId(Objects.requireNonNull(check.cashEntryId())))
                .orElseGet(() -> new CheckNote(check));
    }

    private Ledger.Booked voided(OutstandingChecks.Check check, Decision d, Actor who) {
        CheckFate.Paper paper = Objects.requireNonNull(d.paper());
        String reason = say("check.voided.reason", d.reason().strip(), paper.words());
        if (check.paymentId() != null) {
            return voids.voidPayment(check.companyId(), check.paymentId(), d.date(), reason, who.name())
                    .booked();
        }
        Ledger.Booked booked =
                reversals.reverse(check.companyId(), Objects.requireNonNull(check.entryId()), d.date(), who.name());
        record(check, who, "check.void", say("check.void.voided", check.title(), reason));
        return booked;
    }

    private Ledger.Booked stopped(Company company, OutstandingChecks.Check check, Decision d, Actor who) {
        BankAccount account = bankAccounts.get(company.id(), check.bankAccountId());
        long fee = d.fee().isBlank() ? 0 : company.amountStyle().minorUnits(d.fee(), account.currency(), "fee");
        if (fee < 0) {
            throw new RuleViolation("check.fee", "fee", d.fee(), say("check.fee.expected"), say("check.fee.remedy"));
        }
        String confirmation = Fields.text(d.confirmation(), "confirmation", 80);
        Ledger.Booked booked = Ledger.Booked.nothing();
        Long feeEntry = null;
        if (fee > 0) {
            AccountBooks own = books.of(account);
            BankLineBooking.Movement out = own.movement(
                    d.date(), -fee, confirmation, "", say("outstanding.stopFeeText", check.number(), confirmation));
            booked = ledger.book(
                    company.id(),
                    List.of(new Ledger.Posting(
                            BankLineBooking.entry(out, own.cashCode(), own.codeFor(Purpose.CHARGES), PartyId.NONE),
                            "",
                            "")),
                    OutstandingDocuments.STOP_FEE,
                    null,
                    who.name());
            feeEntry = booked.entries().getFirst().id();
        }
        CheckNote note = note(check);
        note.stop(d.date(), confirmation, feeEntry, who.name());
        notes.saveAndFlush(note);
        record(
                check,
                who,
                "check.stopped",
                fee == 0
                        ? say("check.stopped.told", check.title(), confirmation)
                        : say(
                                "check.stopped.toldForFee",
                                check.title(),
                                confirmation,
                                MinorUnits.grouped(fee, account.currency())));
        return booked;
    }

    private void record(OutstandingChecks.Check check, Actor who, String action, String text) {
        boolean payment = check.paymentId() != null;
        activity.record(
                check.companyId(),
                who.name(),
                action,
                payment ? "payment" : "cash_entry",
                payment ? Objects.requireNonNull(check.paymentId()) : Objects.requireNonNull(check.cashEntryId()),
                text);
    }
}
