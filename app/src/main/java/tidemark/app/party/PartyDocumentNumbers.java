package tidemark.app.party;

import java.util.List;
import org.springframework.stereotype.Component;
import tidemark.app.company.DocumentKind;
import tidemark.app.company.NumberedDocuments;
import tidemark.app.ledger.ItemTerms;
import tidemark.app.ledger.Ledger;

/** Our invoices, credit notes and receipts, by their numbers. */
@Component
class PartyDocumentNumbers implements NumberedDocuments {
    private final OpenItemRepository items;
    private final Ledger ledger;

    PartyDocumentNumbers(OpenItemRepository items, Ledger ledger) {
        this.items = items;
        this.ledger = ledger;
    }

    @Override
    public List<DocumentKind> kinds() {
        return List.of(PartyDocuments.INVOICES, PartyDocuments.CREDIT_NOTES, PartyDocuments.RECEIPTS);
    }

    @Override
    public List<String> numbers(long companyId, DocumentKind kind) {
        return kind.equals(PartyDocuments.RECEIPTS)
                ? ledger.referencesOf(companyId, PartyDocuments.RECEIPT)
                : items.ourNumbers(
                        companyId,
                        kind.equals(PartyDocuments.INVOICES) ? ItemTerms.Kind.INVOICE : ItemTerms.Kind.CREDIT_NOTE);
    }
}
