package tidemark.app.payment;

import static tidemark.core.words.Catalogue.say;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tidemark.app.company.DocumentKind;
import tidemark.app.ledger.EntrySource;
import tidemark.app.ledger.EntrySource.UndoneAt;

/** What payments and transfers bring into the journal, and how they are numbered. */
@Configuration(proxyBeanMethods = false)
class PaymentDocuments {
    static final EntrySource PAYMENT = new EntrySource(
            "PAYMENT", say("payment.payment2"), UndoneAt.SOURCE, say("payment.voidThePaymentInsteadItsEntryIs"), true);
    static final EntrySource TRANSFER = new EntrySource(
            "TRANSFER",
            say("payment.transfer"),
            UndoneAt.SOURCE,
            say("payment.reverseTheTransferInsteadItsEntriesAre"),
            false);
    static final EntrySource CLEARING = EntrySource.consequence("CLEARING", say("payment.paymentClearedByTheBank"));

    static final DocumentKind PAYMENTS = new DocumentKind("PAYMENT", say("payment.paymentsOtherThanChecks"), "PY-");
    static final DocumentKind TRANSFERS = new DocumentKind("TRANSFER", say("payment.transfers"), "TR-");

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
