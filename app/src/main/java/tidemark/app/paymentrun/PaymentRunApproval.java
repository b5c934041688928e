package tidemark.app.paymentrun;

import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;
import tidemark.app.access.Actor;
import tidemark.app.approval.ApprovalKind;
import tidemark.app.ledger.Ledger;

/** A payment run, released as a whole. */
@Component
class PaymentRunApproval implements ApprovalKind {
    static final String KIND = "PAYMENT_RUN";

    private final ObjectProvider<PaymentRunReleases> releases;
    private final PaymentRuns runs;

    PaymentRunApproval(ObjectProvider<PaymentRunReleases> releases, PaymentRuns runs) {
        this.releases = releases;
        this.runs = runs;
    }

    @Override
    public String kind() {
        return KIND;
    }

    @Override
    public String path(long subjectId) {
        return "/payment-runs/" + subjectId;
    }

    @Override
    public void lock(long companyId, long subjectId) {
        runs.locked(companyId, subjectId);
    }

    @Override
    public String content(long companyId, long subjectId) {
        return releases.getObject().content(companyId, subjectId);
    }

    @Override
    public Ledger.Booked approved(long companyId, long subjectId, Actor who) {
        return releases.getObject().released(companyId, subjectId, who);
    }

    @Override
    public void declined(long companyId, long subjectId, String reason, Actor who) {
        releases.getObject().declined(companyId, subjectId, reason, who);
    }
}
