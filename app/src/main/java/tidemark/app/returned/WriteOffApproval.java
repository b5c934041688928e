package tidemark.app.returned;

import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;
import tidemark.app.access.Actor;
import tidemark.app.approval.ApprovalKind;
import tidemark.app.ledger.Ledger;

/** A write-off above the limit. */
@Component
class WriteOffApproval implements ApprovalKind {
    static final String KIND = "WRITE_OFF";

    private final ObjectProvider<ReturnedFates> fates;
    private final ReturnedItems items;

    WriteOffApproval(ObjectProvider<ReturnedFates> fates, ReturnedItems items) {
        this.fates = fates;
        this.items = items;
    }

    @Override
    public String kind() {
        return KIND;
    }

    @Override
    public String path(long subjectId) {
        return "/returned-items/" + subjectId;
    }

    @Override
    public void lock(long companyId, long subjectId) {
        fates.getObject().lockAsked(companyId, subjectId);
    }

    @Override
    public String content(long companyId, long subjectId) {
        ReturnedItem item = items.get(companyId, subjectId);
        return ReturnedFates.content(item, fates.getObject().owed(companyId, subjectId, item.ourFeeEntryId()));
    }

    @Override
    public Ledger.Booked approved(long companyId, long subjectId, Actor who) {
        return fates.getObject().approved(companyId, subjectId, who.name());
    }

    @Override
    public void declined(long companyId, long subjectId, String reason, Actor who) {
        fates.getObject().declined(companyId, subjectId);
    }
}
