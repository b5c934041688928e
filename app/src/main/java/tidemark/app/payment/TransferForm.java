package tidemark.app.payment;

import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.List;
import org.springframework.stereotype.Component;
import tidemark.app.access.Actor;
import tidemark.app.ledger.BookingForm;
import tidemark.app.ledger.Ledger;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** A transfer between own accounts. */
@Component
class TransferForm implements BookingForm<Transfers.NewTransfer> {
    private final Transfers transfers;

    TransferForm(Transfers transfers) {
        this.transfers = transfers;
    }

    @Override
    public String kind() {
        return "TRANSFER";
    }

    @Override
    public Class<Transfers.NewTransfer> type() {
        return Transfers.NewTransfer.class;
    }

    @Override
    public Ledger.Booked book(long companyId, Transfers.NewTransfer form, Actor actor) {
        return transfers.make(companyId, form, actor.name());
    }

    @Override
    public List<String> amounts(JsonNode form) {
        return List.of(form.path("amount").asString(""));
    }

    @Override
    public String dateField() {
        return "fromDate";
    }

    @Override
    public String bankAccountField() {
        return "fromAccountId";
    }

    /** The money does not arrive before it has left. */
    @Override
    public void redate(ObjectNode form, LocalDate date) {
        form.put(dateField(), date.toString());
        try {
            if (LocalDate.parse(form.path("toDate").asString("")).isBefore(date)) {
                form.put("toDate", date.toString());
            }
        } catch (DateTimeParseException e) {
            // no second date, or none yet
            return;
        }
    }
}
