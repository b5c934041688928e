package tidemark.app.payment;

import static tidemark.core.words.Catalogue.say;

import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tidemark.app.ledger.JournalEntryRow;
import tidemark.app.linebooking.AccountBooks;
import tidemark.app.linebooking.LineBooking;
import tidemark.core.problem.RuleViolation;

/** A line as the payment that waited for it. */
@Component
class PaymentFromLine implements LineBooking<PaymentFromLine.PaymentChoice> {
    private final Payments payments;

    PaymentFromLine(Payments payments) {
        this.payments = payments;
    }

    record PaymentChoice(@Nullable Long paymentId) {
        long id() {
            return paymentId == null ? 0 : paymentId;
        }
    }

    @Override
    public String kind() {
        return "PAYMENT";
    }

    @Override
    public Class<PaymentChoice> type() {
        return PaymentChoice.class;
    }

    /** Which of several equal payments it was is for a person to say. */
    @Override
    public boolean byRule() {
        return false;
    }

    @Override
    public void check(PaymentChoice details, CurrencyUnit currency) {
        if (details.id() == 0) {
            throw new RuleViolation(
                    "booking.other",
                    "paymentId",
                    say("booking.other.found"),
                    say("booking.other.expected3"),
                    say("booking.other.remedy"));
        }
    }

    @Override
    public Planned plan(AccountBooks books, Movement movement, PaymentChoice details) {
        Payment payment = payments.lock(books.companyId(), details.id());
        return new Planned(
                Clearings.entry(books, movement.money(), payment), PaymentDocuments.CLEARING, payment.checkNumber());
    }

    @Override
    public void booked(AccountBooks books, PaymentChoice details, JournalEntryRow entry) {
        payments.get(books.companyId(), details.id()).cleared(entry.id());
    }
}
