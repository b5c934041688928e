package tidemark.app.payment;

import static tidemark.core.words.Catalogue.say;

import java.util.Collection;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.reconcile.VoidedChecks;
import tidemark.core.payment.PaymentKind;
import tidemark.core.payment.PaymentState;
import tidemark.core.statement.CheckNumbers;

/** Checks that were voided or set aside as unclaimed money: the bank is not to pay them. */
@Component
class VoidPayments implements VoidedChecks {
    private final PaymentRepository payments;

    VoidPayments(PaymentRepository payments) {
        this.payments = payments;
    }

    @Override
    @Transactional(readOnly = true)
    public Map<String, String> told(long bankAccountId, Collection<String> numbers) {
        Set<String> wanted = VoidedChecks.plain(numbers);
        Map<String, String> out = new HashMap<>();
        if (wanted.isEmpty()) {
            return out;
        }
        for (Payment p : payments.notToBePaid(
                bankAccountId, PaymentKind.CHECK, Set.of(PaymentState.VOID, PaymentState.UNCLAIMED))) {
            String number = CheckNumbers.plain(p.number());
            if (wanted.contains(number)) {
                String reason = p.voidReason();
                out.put(
                        number,
                        p.state() == PaymentState.UNCLAIMED
                                ? say("payment.lineOfUnclaimed", p.number(), p.payee())
                                : say("payment.lineOfVoid", p.number(), p.payee(), reason == null ? "" : reason));
            }
        }
        return out;
    }
}
