package tidemark.app.outstanding;

import jakarta.persistence.Entity;
import tidemark.app.company.MasterRow;
import tidemark.core.payment.UnclaimedMoney;

/** When unclaimed money of a company is the state's, and when its payees are written to. */
@Entity
class UnclaimedTerms extends MasterRow {
    private int dormantMonths = UnclaimedMoney.USUAL.dormantMonths();
    private int noticeDays = UnclaimedMoney.USUAL.noticeDays();

    protected UnclaimedTerms() {}

    UnclaimedTerms(long companyId) {
        super(companyId);
    }

    void set(UnclaimedMoney terms) {
        dormantMonths = terms.dormantMonths();
        noticeDays = terms.noticeDays();
    }

    UnclaimedMoney terms() {
        return new UnclaimedMoney(dormantMonths, noticeDays);
    }
}
