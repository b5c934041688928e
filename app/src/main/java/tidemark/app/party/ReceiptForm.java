package tidemark.app.party;

import java.util.List;
import org.springframework.stereotype.Component;
import tidemark.app.access.Actor;
import tidemark.app.ledger.BookingForm;
import tidemark.app.ledger.Ledger;
import tools.jackson.databind.JsonNode;

/** Money received. */
@Component
class ReceiptForm implements BookingForm<Receipts.NewReceipt> {
    private final Receipts receipts;
    private final Parties parties;

    ReceiptForm(Receipts receipts, Parties parties) {
        this.receipts = receipts;
        this.parties = parties;
    }

    @Override
    public String kind() {
        return "RECEIPT";
    }

    @Override
    public Class<Receipts.NewReceipt> type() {
        return Receipts.NewReceipt.class;
    }

    @Override
    public Ledger.Booked book(long companyId, Receipts.NewReceipt form, Actor actor) {
        return receipts.book(companyId, form, actor.name()).booked();
    }

    @Override
    public List<String> amounts(JsonNode form) {
        return List.of(form.path("amount").asString(""));
    }

    @Override
    public String about(long companyId, JsonNode form) {
        return parties.nameOf(companyId, form.path("partyId").asLong(0));
    }
}
