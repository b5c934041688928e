package tidemark.app.pettycash;

import static tidemark.core.words.Catalogue.say;

import java.util.Map;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.Actor;
import tidemark.app.approval.ApprovalKind;
import tidemark.app.approval.Approvals;
import tidemark.app.company.BankAccounts;
import tidemark.app.draft.Drafts;
import tidemark.app.ledger.Ledger;
import tools.jackson.databind.json.JsonMapper;

/** A voucher above the limit of its purpose: a draft until a second person has approved it, and posted then. */
@Component
class VoucherApproval implements ApprovalKind {
    private static final String KIND = "VOUCHER";

    private final Vouchers vouchers;
    private final FundRepository funds;
    private final Drafts drafts;
    private final BankAccounts bankAccounts;
    private final Approvals approvals;
    private final JsonMapper json;

    VoucherApproval(
            Vouchers vouchers,
            FundRepository funds,
            Drafts drafts,
            BankAccounts bankAccounts,
            @org.springframework.context.annotation.Lazy Approvals approvals,
            JsonMapper json) {
        this.vouchers = vouchers;
        this.funds = funds;
        this.drafts = drafts;
        this.bankAccounts = bankAccounts;
        this.approvals = approvals;
        this.json = json;
    }

    /** Keeps the voucher as a draft and asks. */
    @Transactional
    @SuppressWarnings("unchecked")
    public Drafts.DraftView ask(long companyId, Vouchers.NewVoucher form, Actor who) {
        // whoever approves need not keep the drawer, so whoever asks must
        funds.keptByOthers(companyId, form.fundId(), who.personId()).ifPresent(f -> {
            throw Drawers.notTheirs(f.getName(), f.getKeeper(), who);
        });
        Map<String, Object> body = json.convertValue(form, Map.class);
        body.remove("paperIds");
        Drafts.DraftView draft = drafts.keep(companyId, null, 0, KIND, body, form.paperIds(), who.name());
        approvals.ask(
                companyId,
                KIND,
                draft.id(),
                say("pettycash.voucherOf", form.who().strip(), draft.amount()),
                drafts.body(companyId, draft.id()),
                who);
        return draft;
    }

    @Override
    public String kind() {
        return KIND;
    }

    @Override
    public String path(long subjectId) {
        return "/petty-cash/draft?draft=" + subjectId;
    }

    @Override
    public void lock(long companyId, long subjectId) {
        drafts.lockToDecide(companyId, subjectId);
        bankAccounts.lockAll(companyId);
        bankAccounts.lockJournal(companyId);
    }

    @Override
    public String content(long companyId, long subjectId) {
        return drafts.body(companyId, subjectId);
    }

    @Override
    public Ledger.Booked approved(long companyId, long subjectId, Actor who) {
        Vouchers.NewVoucher form = json.readValue(drafts.body(companyId, subjectId), Vouchers.NewVoucher.class);
        Ledger.Booked booked = vouchers.book(companyId, form, true, who.name()).booked();
        drafts.booked(companyId, subjectId, booked);
        return booked;
    }

    /** The draft stays, for whoever made it to change or discard. */
    @Override
    public void declined(long companyId, long subjectId, String reason, Actor who) {}
}
