package tidemark.app.payment;

import java.util.List;
import org.springframework.stereotype.Component;
import tidemark.app.company.DocumentKind;
import tidemark.app.company.NumberedDocuments;

/** Payments other than checks, whose numbers are those of the stock, and transfers. */
@Component
class PaymentDocumentNumbers implements NumberedDocuments {
    private final PaymentRepository payments;
    private final TransferRepository transfers;

    PaymentDocumentNumbers(PaymentRepository payments, TransferRepository transfers) {
        this.payments = payments;
        this.transfers = transfers;
    }

    @Override
    public List<DocumentKind> kinds() {
        return List.of(PaymentDocuments.PAYMENTS, PaymentDocuments.TRANSFERS);
    }

    @Override
    public List<String> numbers(long companyId, DocumentKind kind) {
        return kind.equals(PaymentDocuments.PAYMENTS) ? payments.ownNumbers(companyId) : transfers.numbers(companyId);
    }
}
