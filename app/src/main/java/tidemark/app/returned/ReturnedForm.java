package tidemark.app.returned;

import java.util.List;
import org.springframework.stereotype.Component;
import tidemark.app.access.Actor;
import tidemark.app.ledger.BookingForm;
import tidemark.app.ledger.Ledger;
import tools.jackson.databind.JsonNode;

/** What came back. */
@Component
class ReturnedForm implements BookingForm<ReturnedItems.CameBack> {
    private final ReturnedItems items;

    ReturnedForm(ReturnedItems items) {
        this.items = items;
    }

    @Override
    public String kind() {
        return "RETURNED_ITEM";
    }

    @Override
    public Class<ReturnedItems.CameBack> type() {
        return ReturnedItems.CameBack.class;
    }

    @Override
    public Ledger.Booked book(long companyId, ReturnedItems.CameBack form, Actor actor) {
        return items.book(companyId, form, actor.name()).booked();
    }

    @Override
    public List<String> amounts(JsonNode form) {
        return List.of(form.path("bankFee").asString(""), form.path("ourFee").asString(""));
    }
}
