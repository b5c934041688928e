package tidemark.app.payment;

import static tidemark.core.words.Catalogue.say;

import jakarta.persistence.EntityManager;
import jakarta.persistence.FlushModeType;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Function;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import tidemark.app.access.Actor;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.ledger.GrossLine;
import tidemark.app.ledger.Ledger;
import tidemark.core.money.AmountStyle;
import tidemark.core.money.MinorUnits;
import tidemark.core.payment.PaymentFile;
import tidemark.core.payment.PaymentKind;
import tidemark.core.payment.PaymentState;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;
import tidemark.core.problem.Words;

/** Many payments in one step, all or none: an outside list, and those whose date has come. */
@Service
public class PaymentBatches {
    private final Payments single;
    private final PaymentRepository payments;
    private final PaymentBookings bookings;
    private final BankAccounts bankAccounts;
    private final Companies companies;
    private final EntityManager em;
    private final TransactionTemplate transaction;

    PaymentBatches(
            Payments single,
            PaymentRepository payments,
            PaymentBookings bookings,
            BankAccounts bankAccounts,
            EntityManager em,
            Companies companies,
            PlatformTransactionManager transactions) {
        this.transaction = new TransactionTemplate(transactions);
        this.companies = companies;
        this.single = single;
        this.payments = payments;
        this.bookings = bookings;
        this.bankAccounts = bankAccounts;
        this.em = em;
    }

    /** A payment that was left waiting, and why. */
    public record Left(long paymentId, String title, String reason) {}

    /** What was booked of the payments whose date has come, and what was not. */
    public record Due(Payments.Made made, List<Left> left) {}

    /** Ends an attempt, which is rolled back and made again without the payment that cannot be booked. */
    private static final class Again extends RuntimeException {
        @java.io.Serial
        private static final long serialVersionUID = 1L;

        private final transient Left left;

        Again(Left left) {
            super(left.reason());
            this.left = left;
        }
    }

    /**
     * Books all payments whose date has come, account by account. One that cannot be booked is left waiting and named;
     * the others are booked as if it had not been among them.
     *
     * @param shown is given what was booked, within its transaction
     * @param preview keep nothing
     */
    public <T> T bookDue(long companyId, Actor who, boolean preview, Function<Due, T> shown) {
        Map<Long, Left> left = new LinkedHashMap<>();
        boolean oneByOne = false;
        while (true) {
            boolean single = oneByOne;
            try {
                return Objects.requireNonNull(transaction.execute(status -> {
                    Due due = attempt(companyId, left, single, who);
                    if (preview) {
                        status.setRollbackOnly();
                    }
                    return shown.apply(due);
                }));
            } catch (Again again) {
                left.put(again.left.paymentId(), again.left);
            } catch (RuleViolation e) {
                if (oneByOne) {
                    throw e;
                }
                // all at once is many times faster; only when one is refused is it found which
                oneByOne = true;
            }
        }
    }

    /** A payment whose date has come, for a run that takes it with other things. */
    public record Coming(
            long id,
            String title,
            String amount,
            LocalDate date,
            long bankAccountId,
            @Nullable Long siteId,
            String madeBy) {}

    /** Those of the company, the oldest first, no more than so many. */
    @Transactional(readOnly = true)
    public List<Coming> coming(long companyId, int most) {
        return payments
                .waiting(companyId, PaymentState.WAITS_FOR_DATE, companies.today(companyId), Limit.of(most))
                .stream()
                .map(p -> new Coming(
                        p.id(),
                        Payment.upper(p.title()) + ", " + p.payee(),
                        MinorUnits.toDecimal(
                                p.minorUnits(),
                                bankAccounts.get(companyId, p.bankAccountId()).currency()),
                        p.paymentDate(),
                        p.bankAccountId(),
                        p.siteId(),
                        p.madeBy()))
                .toList();
    }

    /** The name of a payment, for a run that goes over it. */
    @Transactional(propagation = Propagation.MANDATORY)
    public String titleOf(long companyId, long id) {
        Payment payment = single.get(companyId, id);
        return Payment.upper(payment.title()) + ", " + payment.payee();
    }

    /**
     * Books one of them, for a run that holds all bank accounts and the journal.
     *
     * @throws RuleViolation {@code payment.early} before its date; where it waits for it no longer
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public Ledger.Booked bookOne(long companyId, long id, Actor who) {
        Payment payment = single.get(companyId, id);
        if (payment.state() == PaymentState.WAITS_FOR_DATE && !single.hasCome(payment)) {
            throw new RuleViolation(
                    "payment.early",
                    "",
                    say("payment.early.found", payment.title(), Words.day(payment.paymentDate())),
                    say("payment.early.expected"),
                    say("payment.early.remedy"));
        }
        return bookings.book(bankAccounts.get(companyId, payment.bankAccountId()), payment, who.name());
    }

    private Due attempt(long companyId, Map<Long, Left> left, boolean oneByOne, Actor who) {
        List<Payment> made = new ArrayList<>();
        Ledger.Booked booked = Ledger.Booked.nothing();
        List<BankAccount> accounts = bankAccounts.lockAll(companyId);
        bankAccounts.lockJournal(companyId);
        for (BankAccount account : accounts) {
            List<Payment> due = payments
                    .register(
                            companyId,
                            account.id(),
                            Set.of(PaymentState.WAITS_FOR_DATE),
                            LocalDate.EPOCH,
                            companies.today(companyId),
                            Long.MAX_VALUE,
                            "",
                            Limit.unlimited())
                    .stream()
                    .filter(p -> !left.containsKey(p.id()))
                    .toList();
            if (oneByOne) {
                due.forEach(p -> booked.add(one(account, p, who)));
            } else if (!due.isEmpty()) {
                booked.add(bookings.bookAll(
                        account, due, due.stream().map(Payment::title).toList(), who.name()));
            }
            made.addAll(due);
        }
        return new Due(new Payments.Made(made, booked), List.copyOf(left.values()));
    }

    private Ledger.Booked one(BankAccount account, Payment payment, Actor who) {
        try {
            return bookings.book(account, payment, who.name());
        } catch (RuleViolation e) {
            throw new Again(new Left(
                    payment.id(),
                    Payment.upper(payment.title()) + ", " + payment.payee(),
                    String.join(" ", e.problems().stream().map(Problem::message).toList())));
        }
    }

    /** Makes an outside list of payments as one batch, all or nothing. */
    @Transactional
    public Payments.Made makeFromFile(
            long companyId, long bankAccountId, PaymentKind kind, String content, @Nullable Long siteId, Actor who) {
        CurrencyUnit currency = bankAccounts.get(companyId, bankAccountId).currency();
        List<PaymentFile.Row> rows = PaymentFile.read(content, currency).rowsOrRefuse();
        BankAccount account = single.lockAccount(
                companyId,
                bankAccountId,
                rows.stream().map(PaymentFile.Row::accountCode).distinct().toList());
        long batch = ((Number) em.createNativeQuery("select next value for row_id", Long.class)
                        .getSingleResult())
                .longValue();
        Payments.Making making = single.making(account, kind, batch, null);
        List<Problem> problems = new ArrayList<>();
        List<Payment> made = new ArrayList<>();
        List<String> labels = new ArrayList<>();
        // else each lookup of a row writes out and looks through all rows before it
        em.setFlushMode(FlushModeType.COMMIT);
        for (PaymentFile.Row row : rows) {
            String label = say("payment.line", row.fileLine());
            try {
                made.add(single.prepare(
                        account,
                        AmountStyle.POINT,
                        new Payments.NewPayment(
                                bankAccountId,
                                kind,
                                row.number(),
                                null,
                                row.payee(),
                                row.date(),
                                siteId,
                                row.text(),
                                new Payments.Parts(
                                        List.of(),
                                        "",
                                        List.of(new GrossLine(
                                                row.accountCode(),
                                                MinorUnits.toDecimal(row.gross(), currency),
                                                row.taxCode(),
                                                row.costCentre(),
                                                row.text())))),
                        making,
                        label,
                        who));
                labels.add(label);
            } catch (RuleViolation e) {
                problems.addAll(e.problems());
            }
        }
        em.setFlushMode(FlushModeType.AUTO);
        if (!problems.isEmpty()) {
            throw new RuleViolation(problems.subList(0, Math.min(50, problems.size())));
        }
        List<Payment> ready = new ArrayList<>();
        List<String> readyLabels = new ArrayList<>();
        for (int i = 0; i < made.size(); i++) {
            if (made.get(i).state() == PaymentState.WAITS_FOR_DATE && single.hasCome(made.get(i))) {
                ready.add(made.get(i));
                readyLabels.add(labels.get(i));
            }
        }
        Ledger.Booked booked = Ledger.Booked.nothing();
        if (!ready.isEmpty()) {
            booked.add(bookings.bookAll(account, ready, readyLabels, who.name()));
        }
        return new Payments.Made(made, booked);
    }
}
