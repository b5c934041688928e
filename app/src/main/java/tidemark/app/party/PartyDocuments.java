package tidemark.app.party;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tidemark.app.company.DocumentKind;
import tidemark.app.ledger.EntrySource;

/** What customers and suppliers bring into the journal, and how their documents are numbered. */
@Configuration(proxyBeanMethods = false)
class PartyDocuments {
    static final EntrySource INVOICE = EntrySource.form("INVOICE", "invoice");
    static final EntrySource RECEIPT = EntrySource.form("RECEIPT", "money received");
    static final EntrySource DISCOUNT = EntrySource.consequence("DISCOUNT", "early-payment discount");

    static final DocumentKind INVOICES = new DocumentKind("INVOICE", "Our invoices", "INV-");
    static final DocumentKind CREDIT_NOTES = new DocumentKind("CREDIT_NOTE", "Our credit notes", "CN-");
    static final DocumentKind RECEIPTS = new DocumentKind("RECEIPT", "Receipts", "RC-");

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
