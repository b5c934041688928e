package tidemark.app.linebooking;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tidemark.core.ledger.BankLineBooking;
import tidemark.core.ledger.Means;
import tidemark.core.ledger.PartyId;
import tidemark.core.ledger.Purpose;

/** What waited on an in-transit account and is cleared there by the line. */
@Component
class InTransitFromLine implements LineBooking<InTransitFromLine.InTransitChoice> {
    /** @param means how it travelled; nothing for what has no in-transit account of its own */
    record InTransitChoice(@Nullable Means means) {
        Purpose purpose(boolean in) {
            return Purpose.inTransit(means == null ? Means.OTHER : means, in);
        }
    }

    @Override
    public String kind() {
        return "IN_TRANSIT";
    }

    @Override
    public Class<InTransitChoice> type() {
        return InTransitChoice.class;
    }

    @Override
    public Planned plan(AccountBooks books, Movement movement, InTransitChoice details) {
        return new Planned(
                BankLineBooking.entry(
                        movement.money(),
                        books.cashCode(),
                        books.codeFor(details.purpose(movement.in())),
                        PartyId.NONE),
                LineEntries.BANK_LINE,
                movement.checkNumber());
    }
}
