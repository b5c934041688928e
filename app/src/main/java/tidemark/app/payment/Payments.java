package tidemark.app.payment;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.Actor;
import tidemark.app.access.Limits;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.approval.Approvals;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.ledger.GrossLine;
import tidemark.app.ledger.Ledger;
import tidemark.app.party.Allocations;
import tidemark.app.party.Parties;
import tidemark.app.party.Party;
import tidemark.app.party.Reservations;
import tidemark.core.money.AmountStyle;
import tidemark.core.money.MinorUnits;
import tidemark.core.party.PartyMoney;
import tidemark.core.payment.PaymentKind;
import tidemark.core.payment.PaymentState;
import tidemark.core.problem.Fields;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;
import tools.jackson.databind.json.JsonMapper;

/** Makes, releases, books and voids payments. Every change takes the bank account first, then the company. */
@Service
public class Payments {
    private final PaymentRepository payments;
    private final Parties parties;
    private final Companies companies;
    private final BankAccounts bankAccounts;
    private final Ledger ledger;
    private final Reservations reservations;
    private final PaymentNumbers numbers;
    private final PaymentForms forms;
    private final PaymentBookings bookings;
    private final OutOfAccount outOfAccount;
    private final Approvals approvals;
    private final ActivityLog activity;
    private final JsonMapper json;
    private final Clock clock;

    Payments(
            PaymentRepository payments,
            Parties parties,
            Companies companies,
            BankAccounts bankAccounts,
            Ledger ledger,
            Reservations reservations,
            PaymentNumbers numbers,
            PaymentForms forms,
            PaymentBookings bookings,
            OutOfAccount outOfAccount,
            Approvals approvals,
            ActivityLog activity,
            JsonMapper json,
            Clock clock) {
        this.payments = payments;
        this.parties = parties;
        this.companies = companies;
        this.bankAccounts = bankAccounts;
        this.ledger = ledger;
        this.reservations = reservations;
        this.numbers = numbers;
        this.forms = forms;
        this.bookings = bookings;
        this.outOfAccount = outOfAccount;
        this.approvals = approvals;
        this.activity = activity;
        this.json = json;
        this.clock = clock;
    }

    /**
     * What a payment pays.
     *
     * @param expenses in the account's currency; below zero for what is deducted
     */
    public record Parts(
            @NotNull @Size(max = 500) List<Allocations.@Valid ItemPart> items,
            @NotNull @Size(max = 40) String onAccount,
            @NotNull @Size(max = 200) List<@Valid GrossLine> expenses) {
        /** The same with plain decimals, to be kept. */
        Parts plain(AmountStyle style) {
            return new Parts(
                    items.stream().map(i -> i.plain(style)).toList(),
                    style.plain(onAccount).orElse(onAccount),
                    expenses.stream().map(e -> e.plain(style)).toList());
        }
    }

    /** @param number empty for the next of the account's checks, or of the company's payments */
    public record NewPayment(
            long bankAccountId,
            @NotNull PaymentKind kind,
            @NotNull @Size(max = 40) String number,
            @Nullable Long partyId,
            @NotNull @Size(max = 120) String payee,
            @NotNull LocalDate date,
            @Nullable Long siteId,
            @NotNull @Size(max = 400) String text,
            @NotNull @Valid Parts parts) {}

    /** The payments that were made, and what was booked of them. */
    public record Made(List<Payment> payments, Ledger.Booked booked) {}

    @Transactional
    public Made make(long companyId, NewPayment request, Actor who) {
        return make(companyId, request, companies.get(companyId).amountStyle(), who);
    }

    /** @param style how its amounts are written */
    @Transactional
    public Made make(long companyId, NewPayment request, AmountStyle style, Actor who) {
        BankAccount account = lockAccount(
                companyId,
                request.bankAccountId(),
                request.parts().expenses().stream().map(GrossLine::account).toList());
        Making making = making(account, request.kind(), null, null);
        Payment payment = prepare(account, style, request, making, "", who);
        reserve(making);
        Ledger.Booked booked = Ledger.Booked.nothing();
        if (payment.state() == PaymentState.WAITS_FOR_DATE && hasCome(payment)) {
            booked.add(bookings.book(account, payment, who.name()));
        }
        return new Made(List.of(payment), booked);
    }

    /** What goes out of a locked account, with all that was made before. */
    OutOfAccount.Running outOf(BankAccount account) {
        payments.flush();
        return outOfAccount.of(account);
    }

    /** Locks the account, with those that others of these codes belong to, then the journal. */
    BankAccount lockAccount(long companyId, long bankAccountId, Collection<String> codes) {
        BankAccount account = bankAccounts.lockWith(companyId, bankAccountId, ledger.accountIds(companyId, codes));
        bankAccounts.lockJournal(companyId);
        return account;
    }

    boolean hasCome(Payment payment) {
        return !payment.paymentDate().isAfter(companies.today(payment.companyId(), payment.siteId()));
    }

    /**
     * Payments that are made in one go.
     *
     * @param releasedBy who has released them already; absent where those above the limit wait for it
     * @param reserved what each of them is to settle, by item; taken up as they are prepared
     */
    record Making(
            PaymentNumbers.Taker taker,
            OutOfAccount.Running out,
            @Nullable Long batch,
            @Nullable String releasedBy,
            Map<Long, Map<Long, Long>> reserved) {}

    /** Of one kind out of an account that is locked. */
    Making making(BankAccount account, PaymentKind kind, @Nullable Long batch, @Nullable String releasedBy) {
        return new Making(numbers.of(account, kind), outOf(account), batch, releasedBy, new LinkedHashMap<>());
    }

    /** What was prepared is reserved; only now, since writing out looks through all that was prepared before. */
    void reserve(Making making) {
        if (!making.reserved().isEmpty()) {
            payments.flush();
            reservations.reserveAll(making.reserved());
            making.reserved().clear();
        }
    }

    /** Checks a payment and gives it its number; it waits for its release or its date, be that today. */
    Payment prepare(
            BankAccount account, AmountStyle style, NewPayment request, Making making, String label, Actor who) {
        Company company = companies.get(account.companyId());
        checkPlace(account, request, label);
        Party party = request.partyId() == null ? null : parties.get(company.id(), request.partyId());
        String payee = request.payee().isBlank() && party != null
                ? party.name()
                : Fields.text(request.payee(), label.isEmpty() ? "payee" : say("payment.payee", label), 120);
        PartyMoney.Use use =
                forms.use(company, style, account, party, request.parts(), request.date(), label, Reservations.NOBODY);
        long total = PaymentForms.ownTotal(company, style, account, use, request.parts());
        List<Problem> problems = account.limits()
                .problems(total, account.currency(), label.isEmpty() ? "amount" : say("payment.amount", label));
        if (!problems.isEmpty()) {
            throw new RuleViolation(problems);
        }
        if (account.mark().holds(request.date())) {
            throw new RuleViolation(
                            "mark.held",
                            label.isEmpty() ? "date" : say("mark.held.where", label),
                            say("mark.held.found3", request.date(), account.name()),
                            say("mark.held.expected3", account.mark().date()),
                            say("mark.held.remedy3"))
                    .with("mark", account.mark().date());
        }
        making.out().add(request.date(), total, label.isEmpty() ? "amount" : say("payment.amount", label));
        OptionalLong limit = company.secondPersonAbove(companies.today(company.id(), request.siteId()));
        boolean second = making.releasedBy() == null && limit.isPresent() && use.total() > limit.getAsLong();
        Payment payment = new Payment(
                new Payment.Facts(
                        company.id(),
                        account.id(),
                        request.siteId(),
                        request.kind(),
                        making.taker()
                                .take(
                                        request.number(),
                                        label.isEmpty() ? "number" : say("payment.number", label),
                                        request.siteId(),
                                        request.date()),
                        payee,
                        request.partyId(),
                        request.date(),
                        total,
                        request.text().strip(),
                        json.writeValueAsString(request.parts().plain(style)),
                        account.bookOnClearing(),
                        making.batch(),
                        who,
                        clock.instant()),
                second ? PaymentState.WAITS_FOR_RELEASE : PaymentState.WAITS_FOR_DATE);
        payments.save(payment);
        Map<Long, Long> settles = new HashMap<>();
        use.items().parts().forEach(p -> settles.put(p.item().id().value(), p.settled()));
        if (!settles.isEmpty()) {
            making.reserved().put(payment.id(), settles);
        }
        if (making.releasedBy() != null) {
            payment.released(making.releasedBy());
        }
        activity.record(
                company.id(),
                who.name(),
                "payment.made",
                "payment",
                payment.id(),
                say("payment.toFrom")
                        .formatted(
                                Payment.upper(payment.title()),
                                payee,
                                MinorUnits.grouped(total, account.currency()),
                                account.name()));
        if (second) {
            approvals.ask(
                    company.id(),
                    PaymentApproval.KIND,
                    payment.id(),
                    say("payment.toFrom")
                            .formatted(
                                    Payment.upper(payment.title()),
                                    payee,
                                    MinorUnits.grouped(total, account.currency()) + " "
                                            + account.currency().getCode(),
                                    account.name()),
                    payment.content(),
                    who);
        }
        return payment;
    }

    private void checkPlace(BankAccount account, NewPayment request, String label) {
        if (!account.active()) {
            throw new RuleViolation(
                    "bank-account.inactive",
                    label.isEmpty() ? "bankAccountId" : label,
                    say("bank-account.inactive.found", account.name()),
                    say("bank-account.inactive.expected"),
                    say("bank-account.inactive.remedy"));
        }
        Limits.checkSite(request.siteId(), label);
        String site = request.siteId() == null
                ? say("payment.noSite")
                : companies.site(account.companyId(), request.siteId()).name();
        Set<Long> allowed = account.settings().sites();
        if (!allowed.isEmpty() && (request.siteId() == null || !allowed.contains(request.siteId()))) {
            throw new RuleViolation(
                    "site.not-allowed",
                    label.isEmpty() ? "siteId" : label,
                    say("site.not-allowed.found", site, account.name()),
                    say("site.not-allowed.expected"),
                    say("site.not-allowed.remedy"));
        }
    }

    Payment get(long companyId, long id) {
        return payments.findByIdAndCompanyId(id, companyId).orElseThrow(() -> new NotFound(say("payment.payment2")));
    }

    /** Locks the payment's account, then reads the payment as it is now. */
    Payment lock(long companyId, long id) {
        return lock(companyId, id, false);
    }

    /** The same with the other bank accounts that its expenses are booked on. */
    Payment lockToBook(long companyId, long id) {
        return lock(companyId, id, true);
    }

    private Payment lock(long companyId, long id, boolean withExpenses) {
        PaymentRepository.Place place =
                payments.placeOf(companyId, id).orElseThrow(() -> new NotFound(say("payment.payment2")));
        List<String> codes = withExpenses
                ? json.readValue(place.getParts(), Parts.class).expenses().stream()
                        .map(GrossLine::account)
                        .toList()
                : List.of();
        lockAccount(companyId, place.getBankAccountId(), codes);
        return get(companyId, id);
    }

    /** The ledger accounts of the bank accounts that voiding these payments, or making them again, may touch. */
    @Transactional(readOnly = true)
    public Set<Long> accountsToBook(long companyId, Collection<Long> ids) {
        List<String> codes = new ArrayList<>();
        for (long id : ids) {
            PaymentRepository.Place place =
                    payments.placeOf(companyId, id).orElseThrow(() -> new NotFound(say("payment.payment2")));
            json.readValue(place.getParts(), Parts.class).expenses().forEach(e -> codes.add(e.account()));
        }
        return new HashSet<>(ledger.accountIds(companyId, codes));
    }

    /** The same payment once more, on another day and under a number of its own; the account is locked with all others. */
    @Transactional
    public Made makeAgain(long companyId, long id, LocalDate date, Actor who) {
        Payment payment = get(companyId, id);
        NewPayment same = new NewPayment(
                payment.bankAccountId(),
                payment.kind(),
                "",
                payment.partyId(),
                payment.payee(),
                date,
                payment.siteId(),
                payment.text(),
                json.readValue(payment.parts(), Parts.class));
        return make(companyId, same, AmountStyle.POINT, who);
    }

    /** A second person has approved a payment above the limit: it is booked if its date has come. */
    Ledger.Booked release(long companyId, long id, Actor who) {
        Payment payment = get(companyId, id);
        payment.move(PaymentState.Move.RELEASE);
        payment.released(who.name());
        activity.record(
                companyId,
                who.name(),
                "payment.released",
                "payment",
                id,
                say("payment.released.released", payment.title()));
        return hasCome(payment)
                ? bookings.book(bankAccounts.get(companyId, payment.bankAccountId()), payment, who.name())
                : Ledger.Booked.nothing();
    }

    /** A second person has declined it: it is void, its number stays taken, what it was to settle is free again. */
    void declined(long companyId, long id, String reason, Actor who) {
        Payment payment = get(companyId, id);
        payment.move(PaymentState.Move.VOID);
        reservations.release(id);
        payment.voided(null, who.name(), reason);
        activity.record(
                companyId,
                who.name(),
                "payment.void",
                "payment",
                id,
                say("payment.void.declined", payment.title(), reason));
    }
}
