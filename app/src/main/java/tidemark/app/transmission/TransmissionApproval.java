package tidemark.app.transmission;

import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;
import tidemark.app.access.Actor;
import tidemark.app.approval.ApprovalKind;
import tidemark.app.ledger.Ledger;

/** A file that goes to the bank. */
@Component
class TransmissionApproval implements ApprovalKind {
    static final String KIND = "TRANSMISSION";

    private final ObjectProvider<Transmissions> transmissions;

    TransmissionApproval(ObjectProvider<Transmissions> transmissions) {
        this.transmissions = transmissions;
    }

    @Override
    public String kind() {
        return KIND;
    }

    @Override
    public String path(long subjectId) {
        return transmissions.getObject().path(subjectId);
    }

    @Override
    public void lock(long companyId, long subjectId) {
        transmissions.getObject().lock(companyId, subjectId);
    }

    @Override
    public String content(long companyId, long subjectId) {
        return transmissions.getObject().content(companyId, subjectId);
    }

    @Override
    public Ledger.Booked approved(long companyId, long subjectId, Actor who) {
        transmissions.getObject().released(companyId, subjectId, who);
        return Ledger.Booked.nothing();
    }

    @Override
    public void declined(long companyId, long subjectId, String reason, Actor who) {
        transmissions.getObject().declined(companyId, subjectId, reason);
    }
}
