package tidemark.app.paymentrun;

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
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.bankdetails.BankDetails;
import tidemark.app.bankdetails.PayeeAccounts;
import tidemark.app.bankfile.BankFileTerms;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.party.DueItems;
import tidemark.app.party.Parties;
import tidemark.app.party.Party;
import tidemark.app.party.Reservations;
import tidemark.app.party.RunItems;
import tidemark.core.calendar.BankCalendar;
import tidemark.core.ledger.Control;
import tidemark.core.mandate.DebtorAccount;
import tidemark.core.party.OpenItemId;
import tidemark.core.party.PartyDue;
import tidemark.core.party.PartyMoney;
import tidemark.core.problem.Problem;

/** What is due to each payee in a run, how they are paid, and what keeps it from being paid. */
@Service
class PayeeCandidates {
    private static final List<Control> PAID = List.of(Control.PAYABLES, Control.EMPLOYEES);

    private final PayeeRepository payees;
    private final BankFileTerms terms;
    private final PayeeAccounts accounts;
    private final Parties parties;
    private final DueItems dueItems;
    private final RunItems runItems;
    private final BankAccounts bankAccounts;
    private final Companies companies;
    private final JdbcTemplate jdbc;

    PayeeCandidates(
            PayeeRepository payees,
            BankFileTerms terms,
            PayeeAccounts accounts,
            Parties parties,
            DueItems dueItems,
            RunItems runItems,
            BankAccounts bankAccounts,
            Companies companies,
            JdbcTemplate jdbc) {
        this.payees = payees;
        this.terms = terms;
        this.accounts = accounts;
        this.parties = parties;
        this.dueItems = dueItems;
        this.runItems = runItems;
        this.bankAccounts = bankAccounts;
        this.companies = companies;
        this.jdbc = jdbc;
    }

    /** How it stands with a payee. */
    enum PayeeStanding {
        PAY,
        SKIPPED,
        /** To be decided, and nothing stands against it. */
        READY,
        CANNOT,
        NOTHING_DUE
    }

    /**
     * A payee.
     *
     * @param due what is or would be paid
     * @param items all that is open of them
     * @param means how they are or would be paid
     * @param details to which they are paid by the file; none where they have none that fit it
     * @param firstTime whether nothing was paid to these details yet
     * @param changing whether others wait for a second person
     * @param decided what was decided; none where nothing was
     * @param problems what keeps it from being paid
     */
    record Candidate(
            Party party,
            PartyDue due,
            List<DueItems.DueItem> items,
            PayeeRow.Means means,
            @Nullable BankDetails details,
            boolean firstTime,
            boolean changing,
            @Nullable PayeeRow decided,
            PayeeStanding standing,
            List<Problem> problems) {
        /** What is paid to them, as far as the run goes by the bank's file. */
        DebtorAccount account() {
            return Objects.requireNonNull(details).account();
        }
    }

    /** What counts for all payees of a run. @param terms of the files of its bank account; empty where only checks go out */
    record Frame(
            PaymentRun run,
            BankAccount account,
            Optional<BankFileTerms.FileTermsForm> terms,
            Optional<BankCalendar> calendar,
            LocalDate today,
            CurrencyUnit currency) {
        private boolean fits(BankDetails details) {
            return terms.filter(t -> t.terms().isSepa() == details.account() instanceof DebtorAccount.Sepa)
                    .isPresent();
        }

        /** Whether checks are written at all. */
        boolean checks() {
            return terms.filter(t -> t.terms().isSepa()).isEmpty();
        }
    }

    Frame frame(PaymentRun run) {
        BankAccount account = bankAccounts.get(run.companyId(), run.bankAccountId());
        Optional<BankFileTerms.FileTermsForm> form = terms.find(account.id());
        return new Frame(
                run,
                account,
                form,
                form.map(f -> terms.calendar(run.companyId(), f.scheme())),
                companies.today(run.companyId()),
                bankAccounts.companyCurrency(run.companyId()));
    }

    /** All of them by name; of one alone where one is named. */
    @Transactional(readOnly = true)
    public List<Candidate> of(Frame frame, @Nullable Long only) {
        PaymentRun run = frame.run();
        long companyId = run.companyId();
        Map<Long, PayeeRow> decided = new HashMap<>();
        (only == null
                        ? payees.ofRun(run.id())
                        : payees.findByRunIdAndPartyId(run.id(), only)
                                .map(List::of)
                                .orElse(List.of()))
                .forEach(p -> decided.put(p.partyId(), p));
        PayeeRow own = only == null ? null : decided.get(only);
        Map<Long, List<DueItems.DueItem>> items = new HashMap<>();
        for (Control control : PAID) {
            items.putAll(dueItems.of(companyId, control, only, own == null ? Reservations.NOBODY : own.id()));
        }
        Map<Long, List<PartyDue.Piece>> kept = runItems.pieces(RunItems.Of.PAYMENTS, run.id(), only);
        Set<Long> ids = new TreeSet<>(items.keySet());
        ids.addAll(decided.keySet());
        Map<Long, BankDetails> current = accounts.current(ids);
        Map<Long, BankDetails> used = accounts.some(decided.values().stream()
                .map(PayeeRow::bankDetailsId)
                .filter(Objects::nonNull)
                .toList());
        Set<Long> changing = accounts.changing(ids);
        Set<Long> paidBefore = paidBefore(companyId);
        List<Candidate> out = new ArrayList<>();
        for (Party party : parties.of(companyId, ids)) {
            PayeeRow row = decided.get(party.id());
            List<DueItems.DueItem> open = items.getOrDefault(party.id(), List.of());
            PayeeRow paying = row != null && row.pays() ? row : null;
            PartyDue due = paying != null
                    ? PartyDue.kept(PartyMoney.Direction.OUT, kept.getOrDefault(paying.id(), List.of()))
                    : all(run, free(open));
            Long detailsKept = paying == null ? null : paying.bankDetailsId();
            BankDetails details = detailsKept != null
                    ? used.get(detailsKept)
                    : Optional.ofNullable(current.get(party.id()))
                            .filter(frame::fits)
                            .orElse(null);
            PayeeRow.Means means =
                    paying != null ? paying.means() : details == null ? PayeeRow.Means.CHECK : PayeeRow.Means.FILE;
            List<Problem> problems = due.amount() == 0
                    ? List.of()
                    : problems(frame, party, due.amount(), means, details, current.get(party.id()));
            out.add(new Candidate(
                    party,
                    due,
                    paying != null && own == null ? without(open, due) : open,
                    means,
                    details,
                    details != null && !paidBefore.contains(details.id()),
                    changing.contains(party.id()),
                    row,
                    standing(due, row, problems),
                    problems));
        }
        out.sort(Comparator.comparing((Candidate c) -> c.party().name(), String.CASE_INSENSITIVE_ORDER)
                .thenComparing(c -> c.party().id()));
        return out;
    }

    /** All that a run pays of what is open. */
    static PartyDue all(PaymentRun run, List<PartyDue.Free> items) {
        return PartyDue.of(PartyMoney.Direction.OUT, items, run.rule(), run.dueUpTo(), run.payOn());
    }

    static List<PartyDue.Free> free(List<DueItems.DueItem> items) {
        return items.stream().map(i -> new PartyDue.Free(i.item(), i.free())).toList();
    }

    /** What a payee's own decision reserves is free for it. */
    private static List<DueItems.DueItem> without(List<DueItems.DueItem> open, PartyDue due) {
        Map<OpenItemId, Long> own = due.reserves();
        return open.stream()
                .map(i -> new DueItems.DueItem(
                        i.item(),
                        i.entryId(),
                        i.open(),
                        Math.max(0, i.reserved() - own.getOrDefault(i.item().id(), 0L))))
                .toList();
    }

    private static PayeeStanding standing(PartyDue due, @Nullable PayeeRow row, List<Problem> problems) {
        if (row != null) {
            return row.pays() ? PayeeStanding.PAY : PayeeStanding.SKIPPED;
        }
        if (due.amount() == 0) {
            return PayeeStanding.NOTHING_DUE;
        }
        return problems.isEmpty() ? PayeeStanding.READY : PayeeStanding.CANNOT;
    }

    /** @param details to which it would be paid; {@code current} those of now, be they of the file's kind or not */
    List<Problem> problems(
            Frame frame,
            Party party,
            long amount,
            PayeeRow.Means means,
            @Nullable BankDetails details,
            @Nullable BankDetails current) {
        List<Problem> out = new ArrayList<>(frame.account().limits().problems(amount, frame.currency(), party.name()));
        if (means == PayeeRow.Means.CHECK) {
            if (!frame.checks()) {
                out.add(new Problem(
                        "payrun.checks",
                        party.name(),
                        say("payrun.checks.found"),
                        say("payrun.checks.expected"),
                        say("payrun.checks.remedy")));
            }
        } else if (details == null) {
            out.add(new Problem(
                    "payrun.details",
                    party.name(),
                    current == null ? say("payrun.details.none") : say("payrun.details.otherKind"),
                    say("payrun.details.expected"),
                    say("payrun.details.remedy")));
        } else if (current == null || current.id() != details.id()) {
            out.add(new Problem(
                    "payrun.otherDetails",
                    party.name(),
                    details.account().masked(),
                    current == null
                            ? say("payrun.otherDetails.none")
                            : say(
                                    "payrun.otherDetails.expected",
                                    current.account().masked()),
                    say("payrun.otherDetails.remedy")));
        }
        return out;
    }

    /** To which account somebody is paid by the file of a run; absent where they have none that fits it. */
    @Nullable
    BankDetails usual(Frame frame, long partyId) {
        return Optional.ofNullable(accounts.current(List.of(partyId)).get(partyId))
                .filter(frame::fits)
                .orElse(null);
    }

    /** Bank details to which a run has paid already. */
    private Set<Long> paidBefore(long companyId) {
        return new HashSet<>(jdbc.queryForList(
                "select distinct p.bank_details_id from payment_run_payee p join payment_run r on r.id = p.run_id"
                        + " where p.company_id = ? and p.bank_details_id is not null and r.state = 'RELEASED'",
                Long.class,
                companyId));
    }
}
