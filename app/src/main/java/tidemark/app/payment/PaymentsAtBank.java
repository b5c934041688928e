package tidemark.app.payment;

import java.util.List;
import org.springframework.stereotype.Component;
import tidemark.app.reconcile.WaitingPayments;
import tidemark.core.ledger.CashEntry;
import tidemark.core.payment.PaymentKind;

/** Payments that wait for the bank, as matching sees them. */
@Component
class PaymentsAtBank implements WaitingPayments {
    private final PaymentRepository payments;

    PaymentsAtBank(PaymentRepository payments) {
        this.payments = payments;
    }

    @Override
    public List<CashEntry> at(long bankAccountId) {
        return payments.atTheBank(bankAccountId).stream()
                .map(p -> new CashEntry(
                        WaitingPayments.standIn(p.id()),
                        p.paymentDate(),
                        -p.minorUnits(),
                        p.number(),
                        p.kind() == PaymentKind.CHECK ? p.number() : "",
                        p.payee(),
                        p.text().isEmpty() ? Payment.upper(p.title()) : p.text()))
                .toList();
    }
}
