package tidemark.app.payment;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.List;
import org.springframework.stereotype.Component;
import tidemark.app.ledger.JournalEntryRow;
import tidemark.app.ledger.PostingListener;

/** Keeps payments and transfers in step with the entries they made. */
@Component
class PaymentPostings implements PostingListener {
    private final PaymentRepository payments;
    private final TransferRepository transfers;

    PaymentPostings(PaymentRepository payments, TransferRepository transfers) {
        this.payments = payments;
        this.transfers = transfers;
    }

    /** A payment whose clearing is reversed waits for the bank again. */
    @Override
    public List<ItemChange> reversed(
            long companyId, JournalEntryRow original, JournalEntryRow reversal, LocalDate date, String who) {
        for (Payment payment : payments.ofEntry(companyId, original.id())) {
            Long clearing = payment.clearingEntryId();
            if (clearing != null && clearing == original.id()) {
                payment.cleared(null);
            }
        }
        return List.of();
    }

    @Override
    public List<Link> links(long companyId, long entryId) {
        List<Link> out = new java.util.ArrayList<>();
        for (Payment p : payments.ofEntry(companyId, entryId)) {
            String title =
                    Character.toUpperCase(p.title().charAt(0)) + p.title().substring(1);
            out.add(new Link(
                    title + ", " + p.payee(), "/payments/" + p.id(), p.state().words()));
        }
        for (Transfer t : transfers.ofEntry(companyId, entryId)) {
            out.add(new Link(
                    say("payment.transfer2", t.number()),
                    "/transfers?find=" + t.number(),
                    t.reversed() ? "reversed" : ""));
        }
        return out;
    }
}
