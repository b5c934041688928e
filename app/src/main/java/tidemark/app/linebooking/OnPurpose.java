package tidemark.app.linebooking;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tidemark.core.ledger.BankLineBooking;
import tidemark.core.ledger.PartyId;
import tidemark.core.ledger.Purpose;

/** Kinds that go whole to the account that serves a purpose, one for money in and one for money out. */
class OnPurpose implements LineBooking<OnPurpose.NothingMore> {
    private final String kind;
    private final Purpose in;
    private final Purpose out;

    private OnPurpose(String kind, Purpose in, Purpose out) {
        this.kind = kind;
        this.in = in;
        this.out = out;
    }

    @Configuration(proxyBeanMethods = false)
    static class Kinds {
        @Bean
        LineBooking<NothingMore> interestFromLine() {
            return new OnPurpose("INTEREST", Purpose.INTEREST_EARNED, Purpose.INTEREST_PAID);
        }

        /** What waited on the in-transit account and is cleared there. */
        @Bean
        LineBooking<NothingMore> inTransitFromLine() {
            return new OnPurpose("IN_TRANSIT", Purpose.IN_TRANSIT_IN, Purpose.IN_TRANSIT_OUT);
        }

        @Bean
        LineBooking<NothingMore> unidentifiedFromLine() {
            return new OnPurpose("UNIDENTIFIED", Purpose.UNIDENTIFIED, Purpose.UNIDENTIFIED);
        }
    }

    /** Nothing is left to choose. */
    record NothingMore() {}

    @Override
    public String kind() {
        return kind;
    }

    @Override
    public Class<NothingMore> type() {
        return NothingMore.class;
    }

    @Override
    public Planned plan(AccountBooks books, Movement movement, NothingMore details) {
        return new Planned(
                BankLineBooking.entry(
                        movement.money(), books.cashCode(), books.codeFor(movement.in() ? in : out), PartyId.NONE),
                LineEntries.BANK_LINE,
                movement.checkNumber());
    }
}
