package tidemark.app.payment;

import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Component;
import tidemark.app.access.Actor;
import tidemark.app.ledger.BookingForm;
import tidemark.app.ledger.Ledger;
import tidemark.app.party.Parties;
import tools.jackson.databind.JsonNode;

/** A payment. */
@Component
class PaymentForm implements BookingForm<Payments.NewPayment> {
    private final Payments payments;
    private final Parties parties;

    PaymentForm(Payments payments, Parties parties) {
        this.payments = payments;
        this.parties = parties;
    }

    @Override
    public String kind() {
        return "PAYMENT";
    }

    @Override
    public Class<Payments.NewPayment> type() {
        return Payments.NewPayment.class;
    }

    @Override
    public Ledger.Booked book(long companyId, Payments.NewPayment form, Actor actor) {
        return payments.make(companyId, form, actor).booked();
    }

    @Override
    public List<String> amounts(JsonNode form) {
        JsonNode parts = form.path("parts");
        List<String> amounts = new ArrayList<>();
        parts.path("items").forEach(l -> amounts.add(l.path("amount").asString("")));
        parts.path("expenses").forEach(l -> amounts.add(l.path("amount").asString("")));
        amounts.add(parts.path("onAccount").asString(""));
        return amounts;
    }

    @Override
    public String about(long companyId, JsonNode form) {
        long party = form.path("partyId").asLong(0);
        return party == 0 ? form.path("payee").asString("") : parties.nameOf(companyId, party);
    }
}
