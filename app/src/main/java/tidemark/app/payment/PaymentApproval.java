package tidemark.app.payment;

import org.springframework.stereotype.Component;
import tidemark.app.access.Actor;
import tidemark.app.approval.ApprovalKind;
import tidemark.app.ledger.Ledger;

/** A payment above the limit. */
@Component
class PaymentApproval implements ApprovalKind {
    static final String KIND = "PAYMENT";

    private final Payments payments;

    PaymentApproval(Payments payments) {
        this.payments = payments;
    }

    @Override
    public String kind() {
        return KIND;
    }

    @Override
    public String path(long subjectId) {
        return "/payments/" + subjectId;
    }

    @Override
    public void lock(long companyId, long subjectId) {
        payments.lockToBook(companyId, subjectId);
    }

    @Override
    public String content(long companyId, long subjectId) {
        return payments.get(companyId, subjectId).content();
    }

    @Override
    public Ledger.Booked approved(long companyId, long subjectId, Actor who) {
        return payments.release(companyId, subjectId, who);
    }

    @Override
    public void declined(long companyId, long subjectId, String reason, Actor who) {
        payments.declined(companyId, subjectId, reason, who);
    }
}
