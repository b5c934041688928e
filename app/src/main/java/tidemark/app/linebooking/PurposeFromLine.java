package tidemark.app.linebooking;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tidemark.core.ledger.BankLineBooking;
import tidemark.core.ledger.PartyId;
import tidemark.core.ledger.Purpose;

/** Kinds that go whole to the account that serves a purpose, one for money in and one for money out. */
class PurposeFromLine implements LineBooking<PurposeFromLine.NoChoice> {
    private final String kind;
    private final Purpose in;
    private final Purpose out;

    private PurposeFromLine(String kind, Purpose in, Purpose out) {
        this.kind = kind;
        this.in = in;
        this.out = out;
    }

    @Configuration(proxyBeanMethods = false)
    static class Kinds {
        @Bean
        LineBooking<NoChoice> interestFromLine() {
            return new PurposeFromLine("INTEREST", Purpose.INTEREST_EARNED, Purpose.INTEREST_PAID);
        }

        @Bean
        LineBooking<NoChoice> unidentifiedFromLine() {
            return new PurposeFromLine("UNIDENTIFIED", Purpose.UNIDENTIFIED, Purpose.UNIDENTIFIED);
        }

        /** What the bank did wrong and the books show until it puts it right. */
        @Bean
        LineBooking<NoChoice> bankErrorFromLine() {
            return new PurposeFromLine("BANK_ERROR", Purpose.BANK_ERRORS, Purpose.BANK_ERRORS);
        }
    }

    /** Nothing is left to choose. */
    record NoChoice() {}

    @Override
    public String kind() {
        return kind;
    }

    @Override
    public Class<NoChoice> type() {
        return NoChoice.class;
    }

    @Override
    public Planned plan(AccountBooks books, Movement movement, NoChoice details) {
        return new Planned(
                BankLineBooking.entry(
                        movement.money(), books.cashCode(), books.codeFor(movement.in() ? in : out), PartyId.NONE),
                LineEntries.BANK_LINE,
                movement.checkNumber());
    }
}
