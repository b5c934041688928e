package tidemark.app.returned;

import java.util.List;
import org.springframework.stereotype.Component;
import tidemark.app.access.Actor;
import tidemark.app.ledger.BookingForm;
import tidemark.app.ledger.Ledger;
import tools.jackson.databind.JsonNode;

/** What came back. */
@Component
class ReturnedForm implements BookingForm<ReturnSteps.CameBack> {
    private final ReturnBookings bookings;

    ReturnedForm(ReturnBookings bookings) {
        this.bookings = bookings;
    }

    @Override
    public String kind() {
        return "RETURNED_ITEM";
    }

    @Override
    public Class<ReturnSteps.CameBack> type() {
        return ReturnSteps.CameBack.class;
    }

    @Override
    public Ledger.Booked book(long companyId, ReturnSteps.CameBack form, Actor actor) {
        return bookings.book(companyId, form, actor.name()).booked();
    }

    @Override
    public List<String> amounts(JsonNode form) {
        return List.of(form.path("bankFee").asString(""), form.path("ourFee").asString(""));
    }
}
