package tidemark.app.payment;

import jakarta.persistence.EntityManager;
import jakarta.persistence.FlushModeType;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.Actor;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.ledger.Ledger;
import tidemark.core.money.MinorUnits;
import tidemark.core.payment.PaymentFile;
import tidemark.core.payment.PaymentKind;
import tidemark.core.payment.PaymentState;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

/** Many payments in one step, all or none: an outside list, and those whose date has come. */
@Service
public class PaymentBatches {
    private final Payments single;
    private final PaymentRepository payments;
    private final PaymentNumbers numbers;
    private final PaymentBookings bookings;
    private final BankAccounts bankAccounts;
    private final EntityManager em;
    private final Clock clock;

    PaymentBatches(
            Payments single,
            PaymentRepository payments,
            PaymentNumbers numbers,
            PaymentBookings bookings,
            BankAccounts bankAccounts,
            EntityManager em,
            Clock clock) {
        this.single = single;
        this.payments = payments;
        this.numbers = numbers;
        this.bookings = bookings;
        this.bankAccounts = bankAccounts;
        this.em = em;
        this.clock = clock;
    }

    /** Books all payments whose date has come, account by account. */
    @Transactional
    public Payments.Made bookDue(long companyId, Actor who) {
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
                    Limit.unlimited());
            if (!due.isEmpty()) {
                booked.add(bookings.bookAll(
                        account, due, due.stream().map(Payment::title).toList(), who.name()));
                made.addAll(due);
            }
        }
        return new Payments.Made(made, booked);
    }

    /** Makes an outside list of payments as one batch, all or nothing. */
    @Transactional
    public Payments.Made makeFromFile(
            long companyId, long bankAccountId, PaymentKind kind, String content, @Nullable Long siteId, Actor who) {
        BankAccount account = single.take(companyId, bankAccountId);
        CurrencyUnit currency = account.currency();
        List<PaymentFile.Row> rows = PaymentFile.read(content, currency).rowsOrRefuse();
        PaymentNumbers.Taker taker = numbers.of(account, kind);
        long batch = ((Number) em.createNativeQuery("select next value for row_id", Long.class)
                        .getSingleResult())
                .longValue();
        List<Problem> problems = new ArrayList<>();
        List<Payment> made = new ArrayList<>();
        List<String> labels = new ArrayList<>();
        // else each lookup of a row writes out and looks through all rows before it
        em.setFlushMode(FlushModeType.COMMIT);
        for (PaymentFile.Row row : rows) {
            String label = "line " + row.fileLine();
            try {
                made.add(single.prepare(
                        account,
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
                                        List.of(new Payments.ExpenseLine(
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
