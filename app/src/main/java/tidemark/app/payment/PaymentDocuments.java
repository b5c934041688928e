package tidemark.app.payment;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tidemark.app.company.DocumentKind;
import tidemark.app.ledger.EntrySource;
import tidemark.app.ledger.EntrySource.UndoneAt;

/** What payments and transfers bring into the journal, and how they are numbered. */
@Configuration(proxyBeanMethods = false)
class PaymentDocuments {
    static final EntrySource PAYMENT = new EntrySource(
            "PAYMENT", "payment", UndoneAt.SOURCE, "Void the payment instead; its entry is reversed with it.", true);
    static final EntrySource TRANSFER = new EntrySource(
            "TRANSFER",
            "transfer",
            UndoneAt.SOURCE,
            "Reverse the transfer instead; its entries are reversed with it.",
            false);
    static final EntrySource CLEARING = EntrySource.consequence("CLEARING", "payment cleared by the bank");

    static final DocumentKind PAYMENTS = new DocumentKind("PAYMENT", "Payments other than checks", "PY-");
    static final DocumentKind TRANSFERS = new DocumentKind("TRANSFER", "Transfers", "TR-");

    @Bean
    EntrySource paidSource() {
        return PAYMENT;
    }

    @Bean
    EntrySource transferredSource() {
        return TRANSFER;
    }

    @Bean
    EntrySource clearingSource() {
        return CLEARING;
    }
}
