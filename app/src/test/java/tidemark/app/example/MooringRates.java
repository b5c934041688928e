package tidemark.app.example;

import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.Actor;
import tidemark.app.approval.ApprovalKind;
import tidemark.app.approval.Approvals;
import tidemark.app.company.BankAccounts;
import tidemark.app.ledger.Ledger;

/** Something that takes a second person, made in test code alone: what a berth costs. Each company has one. */
@Component
public class MooringRates implements ApprovalKind {
    private final Map<Long, String> asked = new ConcurrentHashMap<>();
    private final Map<Long, String> inForce = new ConcurrentHashMap<>();
    private final Map<Long, String> declined = new ConcurrentHashMap<>();

    private final Approvals approvals;
    private final BankAccounts bankAccounts;

    MooringRates(Approvals approvals, BankAccounts bankAccounts) {
        this.approvals = approvals;
        this.bankAccounts = bankAccounts;
    }

    @Override
    public String kind() {
        return "MOORING_RATE";
    }

    @Override
    public String path(long subjectId) {
        return "/moorings";
    }

    @Override
    public void lock(long companyId, long subjectId) {
        bankAccounts.lockJournal(companyId);
    }

    String inForce(long companyId) {
        return inForce.getOrDefault(companyId, "");
    }

    String declined(long companyId) {
        return declined.getOrDefault(companyId, "");
    }

    /** Changes what was asked for without a word to anybody. */
    void change(long companyId, String rate) {
        asked.put(companyId, rate);
    }

    /** Asks for another rate; what was asked before is void. */
    @Transactional
    public void ask(long companyId, String rate, Actor who) {
        lock(companyId, companyId);
        approvals.changed(companyId, kind(), companyId, who.name(), "another rate");
        asked.put(companyId, rate);
        approvals.ask(companyId, kind(), companyId, "Berths at " + rate, rate, who);
    }

    @Override
    public String content(long companyId, long subjectId) {
        return asked.getOrDefault(companyId, "");
    }

    @Override
    public Ledger.Booked approved(long companyId, long subjectId, Actor who) {
        inForce.put(companyId, content(companyId, subjectId));
        return Ledger.Booked.nothing();
    }

    @Override
    public void declined(long companyId, long subjectId, String reason, Actor who) {
        declined.put(companyId, reason);
    }
}
