package tidemark.app.party;

import java.util.List;
import org.springframework.stereotype.Component;
import tidemark.app.access.Actor;
import tidemark.app.ledger.BookingForm;
import tidemark.app.ledger.Ledger;
import tools.jackson.databind.JsonNode;

/** An invoice or a credit note. */
@Component
class InvoiceForm implements BookingForm<Invoices.NewInvoice> {
    private final Invoices invoices;
    private final Parties parties;

    InvoiceForm(Invoices invoices, Parties parties) {
        this.invoices = invoices;
        this.parties = parties;
    }

    @Override
    public String kind() {
        return "INVOICE";
    }

    @Override
    public Class<Invoices.NewInvoice> type() {
        return Invoices.NewInvoice.class;
    }

    @Override
    public Ledger.Booked book(long companyId, Invoices.NewInvoice form, Actor actor) {
        return invoices.book(companyId, form, actor.name());
    }

    @Override
    public List<String> amounts(JsonNode form) {
        return form.path("lines")
                .valueStream()
                .map(l -> l.path("amount").asString(""))
                .toList();
    }

    @Override
    public String about(long companyId, JsonNode form) {
        return parties.nameOf(companyId, form.path("partyId").asLong(0));
    }
}
