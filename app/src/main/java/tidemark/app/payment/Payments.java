package tidemark.app.payment;

import jakarta.persistence.EntityManager;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.Missing;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.ledger.CancellingPairs;
import tidemark.app.ledger.Chart;
import tidemark.app.ledger.EntrySource;
import tidemark.app.ledger.ItemTerms;
import tidemark.app.ledger.Ledger;
import tidemark.app.party.Allocations;
import tidemark.app.party.Parties;
import tidemark.app.party.Party;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.PartyId;
import tidemark.core.ledger.Purpose;
import tidemark.core.ledger.Taxes;
import tidemark.core.money.MinorUnits;
import tidemark.core.party.Allocation;
import tidemark.core.party.OpenItem;
import tidemark.core.payment.PaymentBooking;
import tidemark.core.payment.PaymentFile;
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
    private final Allocations allocations;
    private final Ledger ledger;
    private final Chart chart;
    private final Companies companies;
    private final BankAccounts bankAccounts;
    private final PaymentNumbers numbers;
    private final PaymentForms forms;
    private final CancellingPairs cancellingPairs;
    private final ActivityLog activity;
    private final JsonMapper json;
    private final EntityManager em;
    private final Clock clock;

    Payments(
            PaymentRepository payments,
            Parties parties,
            Allocations allocations,
            Ledger ledger,
            Chart chart,
            Companies companies,
            BankAccounts bankAccounts,
            PaymentNumbers numbers,
            PaymentForms forms,
            CancellingPairs cancellingPairs,
            ActivityLog activity,
            JsonMapper json,
            EntityManager em,
            Clock clock) {
        this.payments = payments;
        this.parties = parties;
        this.allocations = allocations;
        this.ledger = ledger;
        this.chart = chart;
        this.companies = companies;
        this.bankAccounts = bankAccounts;
        this.numbers = numbers;
        this.forms = forms;
        this.cancellingPairs = cancellingPairs;
        this.activity = activity;
        this.json = json;
        this.em = em;
        this.clock = clock;
    }

    /** @param amount gross decimal text in the account's currency; below zero for what is deducted */
    public record ExpenseLine(
            @NotNull @Size(max = 20) String account,
            @NotNull @Size(max = 40) String amount,
            @Nullable @Size(max = 20) String taxCode,
            @Nullable @Size(max = 20) String costCentre,
            @NotNull @Size(max = 200) String text) {}

    /** What a payment pays. */
    public record Parts(
            @NotNull @Size(max = 500) List<Allocations.@Valid ItemPart> items,
            @NotNull @Size(max = 40) String onAccount,
            @NotNull @Size(max = 200) List<@Valid ExpenseLine> expenses) {}

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
    public Made make(long companyId, NewPayment wish, String who) {
        BankAccount account = take(companyId, wish.bankAccountId());
        PaymentNumbers.Taker taker = numbers.of(account, wish.kind());
        Payment payment = prepare(account, wish, taker, null, "", who);
        Ledger.Booked booked = Ledger.Booked.nothing();
        if (payment.state() == PaymentState.WAITS_FOR_DATE && hasCome(payment)) {
            booked.add(book(account, payment, who));
        }
        return new Made(List.of(payment), booked);
    }

    private BankAccount take(long companyId, long bankAccountId) {
        BankAccount account = bankAccounts.forChange(companyId, bankAccountId);
        bankAccounts.companyForNumbering(companyId);
        return account;
    }

    private boolean hasCome(Payment payment) {
        return !payment.paymentDate().isAfter(LocalDate.now(clock));
    }

    private Payment prepare(
            BankAccount account,
            NewPayment wish,
            PaymentNumbers.Taker taker,
            @Nullable Long batch,
            String label,
            String who) {
        Company company = companies.get(account.companyId());
        checkPlace(account, wish, label);
        Party party = wish.partyId() == null ? null : parties.get(company.id(), wish.partyId());
        String payee = wish.payee().isBlank() && party != null
                ? party.name()
                : Fields.text(wish.payee(), label.isEmpty() ? "payee" : label + ", payee", 120);
        PaymentBooking.Parts parts = forms.parts(company, account, party, wish.parts(), wish.date(), label);
        long total = PaymentForms.ownTotal(company, account, parts, wish.parts());
        List<Problem> problems =
                account.limits().problems(total, account.currency(), label.isEmpty() ? "amount" : label + ", amount");
        if (!problems.isEmpty()) {
            throw new RuleViolation(problems);
        }
        if (account.mark().holds(wish.date())) {
            throw new RuleViolation(
                    "mark.held",
                    label.isEmpty() ? "date" : label + ", date",
                    wish.date() + " on " + account.name(),
                    "a date after " + account.mark().date() + ", up to which it is certified",
                    "Choose a later date.");
        }
        Long limit = company.secondPersonAbove();
        boolean second = limit != null && parts.total() > limit;
        Payment payment = new Payment(
                new Payment.Facts(
                        company.id(),
                        account.id(),
                        wish.siteId(),
                        wish.kind(),
                        taker.take(wish.number(), label.isEmpty() ? "number" : label + ", number"),
                        payee,
                        wish.partyId(),
                        wish.date(),
                        total,
                        wish.text().strip(),
                        json.writeValueAsString(wish.parts()),
                        account.bookOnClearing(),
                        batch,
                        who,
                        clock.instant()),
                second ? PaymentState.WAITS_FOR_RELEASE : PaymentState.WAITS_FOR_DATE);
        payments.save(payment);
        activity.record(
                company.id(),
                who,
                "payment.made",
                "payment",
                payment.id(),
                "%s to %s, %s, from %s"
                        .formatted(
                                payment.title(), payee, MinorUnits.grouped(total, account.currency()), account.name()));
        return payment;
    }

    private void checkPlace(BankAccount account, NewPayment wish, String label) {
        if (!account.active()) {
            throw new RuleViolation(
                    "bank-account.inactive",
                    label.isEmpty() ? "bankAccountId" : label,
                    account.name() + ", which is no longer used",
                    "an account in use",
                    "Choose another account.");
        }
        if (wish.siteId() != null) {
            String site = companies.site(account.companyId(), wish.siteId()).name();
            Set<Long> allowed = account.settings().sites();
            if (!allowed.isEmpty() && !allowed.contains(wish.siteId())) {
                throw new RuleViolation(
                        "site.not-allowed",
                        label.isEmpty() ? "siteId" : label,
                        site + " paying from " + account.name(),
                        "a site that may use this account",
                        "Choose another account, or have an administrator allow the site.");
            }
        }
    }

    private Ledger.Booked book(BankAccount account, Payment payment, String who) {
        return bookAll(account, List.of(payment), List.of(""), who);
    }

    /** Books payments that wait for nothing any more, in one go. */
    private Ledger.Booked bookAll(BankAccount account, List<Payment> ready, List<String> labels, String who) {
        Company company = companies.get(account.companyId());
        Map<String, Taxes.Tax> taxes = ledger.taxes(company.id());
        String cash = ledger.account(company.id(), account.ledgerAccountId()).code();
        List<Ledger.Draft> drafts = new ArrayList<>();
        Map<Payment, Allocation> settles = new HashMap<>();
        for (int i = 0; i < ready.size(); i++) {
            Payment payment = ready.get(i);
            Party party = payment.partyId() == null ? null : parties.get(company.id(), payment.partyId());
            PaymentBooking.Parts parts = forms.parts(
                    company,
                    account,
                    party,
                    json.readValue(payment.parts(), Parts.class),
                    payment.paymentDate(),
                    labels.get(i));
            settles.put(payment, parts.items());
            String money = payment.onClearing() ? chart.serving(company.id(), account, Purpose.IN_TRANSIT_OUT) : cash;
            String text = payment.text().isEmpty() ? upper(payment.title()) : payment.text();
            JournalEntry entry = PaymentBooking.out(
                    new PaymentBooking.Terms(
                            payment.paymentDate(), company.baseCurrency(), payment.number(), text, money),
                    party == null
                            ? new PaymentBooking.Counterpart(PartyId.NONE, payment.payee(), "", "")
                            : allocations.counterpart(company, party),
                    parts,
                    taxes);
            if (!account.currency().equals(company.baseCurrency())) {
                entry = PaymentBooking.inOwnCurrency(entry, money, -payment.minorUnits());
            }
            drafts.add(new Ledger.Draft(
                    entry,
                    payment.kind() == PaymentKind.CHECK ? payment.number() : "",
                    labels.get(i),
                    payment.siteId(),
                    new ItemTerms(
                            ItemTerms.Kind.PAYMENT,
                            "",
                            upper(payment.title()),
                            payment.paymentDate(),
                            OpenItem.Discount.NONE)));
            payment.move(PaymentState.Move.BOOK);
        }
        Ledger.Booked booked = ledger.book(company.id(), drafts, EntrySource.PAYMENT, null, who);
        for (int i = 0; i < ready.size(); i++) {
            Payment payment = ready.get(i);
            payment.booked(booked.entries().get(i).id());
            Allocation allocation = java.util.Objects.requireNonNull(settles.get(payment));
            if (!allocation.parts().isEmpty()) {
                Ledger.Booked one =
                        new Ledger.Booked(List.of(booked.entries().get(i)), List.of(), List.of(), new ArrayList<>());
                allocations.settle(company.id(), one, allocation, payment.paymentDate(), who);
                booked.items().addAll(one.items());
            }
        }
        return booked;
    }

    static String upper(String title) {
        return Character.toUpperCase(title.charAt(0)) + title.substring(1);
    }

    Payment get(long companyId, long id) {
        return payments.findByIdAndCompanyId(id, companyId).orElseThrow(() -> new Missing("payment"));
    }

    /** Takes the payment's account, then reads the payment as it is now. */
    Payment forChange(long companyId, long id) {
        long accountId = get(companyId, id).bankAccountId();
        take(companyId, accountId);
        Payment payment = get(companyId, id);
        em.refresh(payment);
        return payment;
    }

    /** A second person releases a payment above the limit; it is booked if its date has come. */
    @Transactional
    public Made release(long companyId, long id, String who) {
        Payment payment = forChange(companyId, id);
        payment.move(PaymentState.Move.RELEASE);
        if (payment.madeBy().equals(who)) {
            throw new RuleViolation(
                    "payment.second",
                    "",
                    who + ", who made the payment",
                    "a second person",
                    "Ask somebody else who prepares to release it.");
        }
        payment.released(who);
        activity.record(companyId, who, "payment.released", "payment", id, "Released " + payment.title());
        Ledger.Booked booked = Ledger.Booked.nothing();
        if (hasCome(payment)) {
            booked.add(book(bankAccounts.get(companyId, payment.bankAccountId()), payment, who));
        }
        return new Made(List.of(payment), booked);
    }

    /** Books all payments whose date has come, account by account. */
    @Transactional
    public Made bookDue(long companyId, String who) {
        LocalDate today = LocalDate.now(clock);
        List<Payment> made = new ArrayList<>();
        Ledger.Booked booked = Ledger.Booked.nothing();
        List<BankAccount> accounts = bankAccounts.takeAll(companyId);
        bankAccounts.companyForNumbering(companyId);
        for (BankAccount account : accounts) {
            List<Payment> due = payments.register(
                    companyId,
                    account.id(),
                    Set.of(PaymentState.WAITS_FOR_DATE),
                    LocalDate.EPOCH,
                    today,
                    "",
                    org.springframework.data.domain.Limit.unlimited());
            if (!due.isEmpty()) {
                booked.add(
                        bookAll(account, due, due.stream().map(Payment::title).toList(), who));
                made.addAll(due);
            }
        }
        return new Made(made, booked);
    }

    /** Voids a payment that the bank has not paid; what it settled is open again, its number stays taken. */
    @Transactional
    public Made voidPayment(long companyId, long id, LocalDate date, String reason, String who) {
        Payment payment = forChange(companyId, id);
        Long entry = payment.journalEntryId();
        if (payment.clearingEntryId() != null) {
            throw new RuleViolation(
                    "payment.presented",
                    "",
                    payment.title() + ", which the bank has paid",
                    "a payment not presented yet",
                    "Undo the match with the bank's line first, if it was wrong.");
        }
        payment.move(PaymentState.Move.VOID);
        Ledger.Booked booked = Ledger.Booked.nothing();
        Long reversal = null;
        if (entry != null) {
            booked = ledger.reverseAtSource(companyId, entry, date, cancellingPairs, who);
            reversal = booked.entries().getFirst().id();
        }
        payment.voided(reversal, who, Fields.text(reason, "reason", 200));
        // tying the reversed entry to its reversal let the payment go
        payments.save(payment);
        activity.record(
                companyId, who, "payment.void", "payment", id, "Voided " + payment.title() + ": " + reason.strip());
        return new Made(List.of(payment), booked);
    }

    /** Makes an outside list of payments as one batch, all or nothing. */
    @Transactional
    public Made makeFromFile(long companyId, long bankAccountId, PaymentKind kind, String content, String who) {
        BankAccount account = take(companyId, bankAccountId);
        CurrencyUnit currency = account.currency();
        List<PaymentFile.Row> rows = PaymentFile.read(content, currency).rowsOrRefuse();
        PaymentNumbers.Taker taker = numbers.of(account, kind);
        long batch = ((Number) em.createNativeQuery("select next value for row_id", Long.class)
                        .getSingleResult())
                .longValue();
        List<Problem> problems = new ArrayList<>();
        List<Payment> made = new ArrayList<>();
        List<String> labels = new ArrayList<>();
        for (PaymentFile.Row row : rows) {
            String label = "line " + row.fileLine();
            try {
                made.add(prepare(
                        account,
                        new NewPayment(
                                bankAccountId,
                                kind,
                                row.number(),
                                null,
                                row.payee(),
                                row.date(),
                                null,
                                row.text(),
                                new Parts(
                                        List.of(),
                                        "",
                                        List.of(new ExpenseLine(
                                                row.accountCode(),
                                                MinorUnits.toDecimal(row.gross(), currency),
                                                row.taxCode(),
                                                row.costCentre(),
                                                row.text())))),
                        taker,
                        batch,
                        label,
                        who));
                labels.add(label);
            } catch (RuleViolation e) {
                problems.addAll(e.problems());
            }
        }
        if (!problems.isEmpty()) {
            throw new RuleViolation(problems.subList(0, Math.min(50, problems.size())));
        }
        List<Payment> ready = new ArrayList<>();
        List<String> readyLabels = new ArrayList<>();
        for (int i = 0; i < made.size(); i++) {
            if (made.get(i).state() == PaymentState.WAITS_FOR_DATE && hasCome(made.get(i))) {
                ready.add(made.get(i));
                readyLabels.add(labels.get(i));
            }
        }
        Ledger.Booked booked = Ledger.Booked.nothing();
        if (!ready.isEmpty()) {
            booked.add(bookAll(account, ready, readyLabels, who));
        }
        return new Made(made, booked);
    }
}
