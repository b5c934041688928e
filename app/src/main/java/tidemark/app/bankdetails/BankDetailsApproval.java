package tidemark.app.bankdetails;

import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;
import tidemark.app.access.Actor;
import tidemark.app.approval.ApprovalKind;
import tidemark.app.ledger.Ledger;

/** Other bank details of a party. */
@Component
class BankDetailsApproval implements ApprovalKind {
    static final String KIND = "BANK_DETAILS";

    private final ObjectProvider<PayeeAccounts> accounts;

    BankDetailsApproval(ObjectProvider<PayeeAccounts> accounts) {
        this.accounts = accounts;
    }

    @Override
    public String kind() {
        return KIND;
    }

    @Override
    public String path(long subjectId) {
        return "/parties/" + accounts.getObject().partyOf(subjectId);
    }

    @Override
    public void lock(long companyId, long subjectId) {
        accounts.getObject().lock(companyId);
    }

    @Override
    public String content(long companyId, long subjectId) {
        return accounts.getObject().get(companyId, subjectId).content();
    }

    @Override
    public Ledger.Booked approved(long companyId, long subjectId, Actor who) {
        accounts.getObject().approved(companyId, subjectId, who.name());
        return Ledger.Booked.nothing();
    }

    @Override
    public void declined(long companyId, long subjectId, String reason, Actor who) {
        accounts.getObject().declined(companyId, subjectId, reason, who.name());
    }
}
