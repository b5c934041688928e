package tidemark.app.payment;

import java.util.Objects;
import java.util.OptionalLong;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.ledger.Chart;
import tidemark.app.ledger.Ledger;
import tidemark.app.matching.ClearingPayments;
import tidemark.core.ledger.BankLineBooking;
import tidemark.core.ledger.Purpose;
import tidemark.core.money.MinorUnits;
import tidemark.core.payment.PaymentBooking;
import tidemark.core.payment.PaymentKind;
import tidemark.core.payment.PaymentState;
import tidemark.core.problem.RuleViolation;

/** Clears payments that reach the cash account only when the bank has paid them. */
@Service
class Clearings implements ClearingPayments {
    private final Payments payments;
    private final PaymentRepository rows;
    private final BankAccounts bankAccounts;
    private final Chart chart;
    private final Ledger ledger;

    Clearings(Payments payments, PaymentRepository rows, BankAccounts bankAccounts, Chart chart, Ledger ledger) {
        this.payments = payments;
        this.rows = rows;
        this.bankAccounts = bankAccounts;
        this.chart = chart;
        this.ledger = ledger;
    }

    @Override
    @Transactional(propagation = Propagation.MANDATORY)
    public Clearing clearing(long companyId, long bankAccountId, long paymentId, BankLineBooking.Movement movement) {
        Payment payment = payments.lock(companyId, paymentId);
        BankAccount account = bankAccounts.get(companyId, bankAccountId);
        if (payment.bankAccountId() != bankAccountId
                || !payment.onClearing()
                || payment.state() != PaymentState.BOOKED
                || payment.clearingEntryId() != null
                || payment.minorUnits() != -movement.ownMinorUnits()) {
            throw new RuleViolation(
                    "payment.clearing",
                    "",
                    payment.title() + " of " + MinorUnits.grouped(payment.minorUnits(), account.currency()),
                    "a payment of " + MinorUnits.grouped(movement.ownMinorUnits(), account.currency())
                            + " that waits for the bank",
                    "Choose another payment, or book the difference first.");
        }
        return new Clearing(
                PaymentBooking.clearing(
                        new PaymentBooking.Terms(
                                movement.date(),
                                movement.base(),
                                payment.number(),
                                payment.text().isEmpty() ? Payment.upper(payment.title()) : payment.text(),
                                ledger.account(companyId, account.ledgerAccountId())
                                        .code()),
                        chart.accountCodeFor(companyId, account, Purpose.IN_TRANSIT_OUT),
                        payment.payee(),
                        payment.minorUnits()),
                payment.kind() == PaymentKind.CHECK ? payment.number() : "");
    }

    @Override
    @Transactional(propagation = Propagation.MANDATORY)
    public void cleared(long companyId, long paymentId, long entryId) {
        payments.get(companyId, paymentId).cleared(entryId);
    }

    @Override
    @Transactional(propagation = Propagation.MANDATORY)
    public long ownMinorUnits(long companyId, long paymentId) {
        return -payments.lock(companyId, paymentId).minorUnits();
    }

    @Override
    @Transactional(propagation = Propagation.MANDATORY)
    public OptionalLong clearedBy(long companyId, long entryId) {
        return rows.ofEntry(companyId, entryId).stream()
                .filter(p -> Objects.equals(p.clearingEntryId(), entryId))
                .mapToLong(Payment::id)
                .findFirst();
    }
}
