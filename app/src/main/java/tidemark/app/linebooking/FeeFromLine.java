package tidemark.app.linebooking;

import jakarta.validation.constraints.Size;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tidemark.core.ledger.Purpose;

/** A fee of the bank, on the account for charges. */
@Component
class FeeFromLine implements LineBooking<FeeFromLine.FeeChoice> {
    record FeeChoice(
            @Nullable @Size(max = 40) String costCentre,
            @Nullable @Size(max = 40) String taxCode) {}

    @Override
    public String kind() {
        return "FEE";
    }

    @Override
    public Class<FeeChoice> type() {
        return FeeChoice.class;
    }

    @Override
    public Planned plan(AccountBooks books, Movement movement, FeeChoice details) {
        return AccountFromLine.whole(
                books, movement, books.codeFor(Purpose.CHARGES), details.costCentre(), details.taxCode());
    }
}
