package tidemark.app.ledger;

import java.util.List;
import org.springframework.stereotype.Component;
import tidemark.app.access.Actor;
import tools.jackson.databind.JsonNode;

/** A manual entry. */
@Component
class EntryForm implements BookingForm<ManualEntries.NewEntry> {
    private final ManualEntries manual;

    EntryForm(ManualEntries manual) {
        this.manual = manual;
    }

    @Override
    public String kind() {
        return "ENTRY";
    }

    @Override
    public Class<ManualEntries.NewEntry> type() {
        return ManualEntries.NewEntry.class;
    }

    @Override
    public Ledger.Booked book(long companyId, ManualEntries.NewEntry form, Actor actor) {
        return manual.book(companyId, form, actor.name());
    }

    @Override
    public List<String> amounts(JsonNode form) {
        return form.path("lines")
                .valueStream()
                .map(l -> l.path("debit").asString(""))
                .toList();
    }
}
