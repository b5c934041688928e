package tidemark.app.party;

import static tidemark.core.words.Catalogue.say;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tidemark.app.company.DocumentKind;
import tidemark.app.ledger.EntrySource;

/** What customers and suppliers bring into the journal, and how their documents are numbered. */
@Configuration(proxyBeanMethods = false)
class PartyDocuments {
    static final EntrySource INVOICE = EntrySource.form("INVOICE", say("party.invoice2"));
    static final EntrySource RECEIPT = EntrySource.form("RECEIPT", say("party.moneyReceived"));
    static final EntrySource DISCOUNT = EntrySource.consequence("DISCOUNT", say("party.earlyPaymentDiscount3"));

    static final DocumentKind INVOICES = new DocumentKind("INVOICE", say("party.ourInvoices"), "INV-");
    static final DocumentKind CREDIT_NOTES = new DocumentKind("CREDIT_NOTE", say("party.ourCreditNotes"), "CN-");
    static final DocumentKind RECEIPTS = new DocumentKind("RECEIPT", say("party.receipts"), "RC-");

    @Bean
    EntrySource invoicedSource() {
        return INVOICE;
    }

    @Bean
    EntrySource receivedSource() {
        return RECEIPT;
    }

    @Bean
    EntrySource discountSource() {
        return DISCOUNT;
    }
}
