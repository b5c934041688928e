package tidemark.app.example;

import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import org.springframework.stereotype.Component;
import tidemark.app.linebooking.AccountBooks;
import tidemark.app.linebooking.LineBooking;
import tidemark.core.ledger.BankLineBooking;
import tidemark.core.ledger.PartyId;

/** A bank line that is a mooring fee nobody had written down. */
@Component
class MooringFromLine implements LineBooking<MooringFromLine.BoatChoice> {
    record BoatChoice(
            @NotNull @Size(min = 1, max = 60) String boat,
            @NotNull @Size(max = 20) String incomeAccount) {}

    @Override
    public String kind() {
        return "MOORING";
    }

    @Override
    public Class<BoatChoice> type() {
        return BoatChoice.class;
    }

    @Override
    public Planned plan(AccountBooks books, Movement movement, BoatChoice fee) {
        return new Planned(
                BankLineBooking.entry(movement.money(), books.cashCode(), fee.incomeAccount(), PartyId.NONE),
                MooringForm.MOORING,
                "");
    }
}
