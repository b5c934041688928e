package tidemark.app.draft;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import tidemark.app.access.Actor;
import tidemark.app.approval.Approvals;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.payment.PaymentBatches;

/** All that waits to be in the books of a company, by what stops it: found by a trial of all of it. */
@Service
class WaitingToPost {
    private final Drafts drafts;
    private final PostingRuns runs;
    private final PaymentBatches payments;
    private final Approvals approvals;
    private final BankAccounts bankAccounts;
    private final Companies companies;

    WaitingToPost(
            Drafts drafts,
            PostingRuns runs,
            PaymentBatches payments,
            Approvals approvals,
            BankAccounts bankAccounts,
            Companies companies) {
        this.drafts = drafts;
        this.runs = runs;
        this.payments = payments;
        this.approvals = approvals;
        this.bankAccounts = bankAccounts;
        this.companies = companies;
    }

    /**
     * Something that waits.
     *
     * @param kind of the form; {@code PAYMENT} for a payment whose date has come; empty for what a second person is asked
     * @param why it is refused; empty otherwise
     * @param path of the screen that shows it; absent for a draft, whose form knows the way
     */
    record WaitingItem(
            @Nullable Long draftId,
            @Nullable Long paymentId,
            String kind,
            String title,
            String amount,
            String currency,
            LocalDate date,
            @Nullable String site,
            @Nullable String account,
            String madeBy,
            PostingRuns.Stop stop,
            String why,
            @Nullable String path) {}

    /** @param more whether more fit than are listed, which are as many as one run may post */
    record WaitingList(List<WaitingItem> items, boolean more) {}

    WaitingList list(
            long companyId,
            Drafts.Filter filter,
            @Nullable LocalDate accountingDate,
            @Nullable LocalDate valueDate,
            Actor actor) {
        String currency = companies.get(companyId).baseCurrency().getCode();
        Drafts.DraftList found = drafts.list(companyId, filter);
        List<PaymentBatches.Coming> coming = payments.coming(companyId, Drafts.MOST).stream()
                .filter(p -> fits(p, filter))
                .limit(Drafts.MOST - found.drafts().size())
                .toList();
        Map<Long, PostingRuns.Outcome> ofDraft = new HashMap<>();
        Map<Long, PostingRuns.Outcome> ofPayment = new HashMap<>();
        PostingRuns.Asked asked = new PostingRuns.Asked(
                found.drafts().stream().map(Drafts.DraftView::id).toList(),
                coming.stream().map(PaymentBatches.Coming::id).toList(),
                accountingDate,
                valueDate,
                "");
        if (asked.size() > 0) {
            for (PostingRuns.Outcome o :
                    runs.post(companyId, asked, true, actor).outcomes()) {
                if (o.draftId() != null) {
                    ofDraft.put(o.draftId(), o);
                } else {
                    ofPayment.put(Objects.requireNonNull(o.paymentId()), o);
                }
            }
        }
        List<WaitingItem> items = new ArrayList<>();
        found.drafts().forEach(d -> items.add(item(d, Objects.requireNonNull(ofDraft.get(d.id())), currency)));
        coming.forEach(p -> items.add(item(companyId, p, Objects.requireNonNull(ofPayment.get(p.id())))));
        if (filter.kind() == null && filter.site() == null && filter.account() == null) {
            approvals.asking(companyId).stream()
                    .filter(a -> fits(a.askedBy(), a.askedOn(), filter))
                    .forEach(a -> items.add(item(a, currency)));
        }
        return new WaitingList(items, found.more());
    }

    private static boolean fits(String person, LocalDate day, Drafts.Filter f) {
        return (f.person().isEmpty() || f.person().equals(person)) && !day.isBefore(f.from()) && !day.isAfter(f.to());
    }

    private static boolean fits(PaymentBatches.Coming p, Drafts.Filter f) {
        return (f.kind() == null || f.kind().equals("PAYMENT"))
                && (f.site() == null || f.site().equals(p.siteId()))
                && (f.account() == null || f.account() == p.bankAccountId())
                && fits(p.madeBy(), p.date(), f);
    }

    private static WaitingItem item(Drafts.DraftView d, PostingRuns.Outcome o, String currency) {
        return new WaitingItem(
                d.id(),
                null,
                d.kind(),
                d.title(),
                d.amount(),
                currency,
                d.date(),
                d.site(),
                d.account(),
                d.madeBy(),
                o.stop(),
                Objects.requireNonNullElse(o.refusal(), ""),
                null);
    }

    private WaitingItem item(long companyId, PaymentBatches.Coming p, PostingRuns.Outcome o) {
        var account = bankAccounts.get(companyId, p.bankAccountId());
        return new WaitingItem(
                null,
                p.id(),
                "PAYMENT",
                p.title(),
                p.amount(),
                account.currency().getCode(),
                p.date(),
                p.siteId() == null
                        ? null
                        : companies.site(companyId, p.siteId()).name(),
                account.name(),
                p.madeBy(),
                o.stop(),
                Objects.requireNonNullElse(o.refusal(), ""),
                "/payments/" + p.id());
    }

    private static WaitingItem item(Approvals.Asking a, String currency) {
        return new WaitingItem(
                null,
                null,
                "",
                a.title(),
                "",
                currency,
                a.askedOn(),
                null,
                null,
                a.askedBy(),
                PostingRuns.Stop.SECOND_PERSON,
                say("draft.asked", a.askedBy()),
                a.path());
    }
}
