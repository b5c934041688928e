package tidemark.core.payment;

import static tidemark.core.words.Catalogue.say;

import java.util.EnumMap;
import java.util.Map;
import tidemark.core.problem.RuleViolation;

/** The states of a payment, with the one table of legal moves. */
public enum PaymentState {
    /** Above the limit; a second person has to release it. */
    WAITS_FOR_RELEASE,
    /** Dated ahead; its number is taken, nothing is booked. */
    WAITS_FOR_DATE,
    BOOKED,
    /** A check that the bank has not paid for long; what it was for is owed as unclaimed money. */
    UNCLAIMED,
    VOID;

    /** What happens to a payment. */
    public enum Move {
        RELEASE,
        BOOK,
        SET_ASIDE,
        TAKE_BACK,
        VOID
    }

    private static final Map<PaymentState, Map<Move, PaymentState>> LEGAL = new EnumMap<>(Map.of(
            WAITS_FOR_RELEASE, Map.of(Move.RELEASE, WAITS_FOR_DATE, Move.VOID, VOID),
            WAITS_FOR_DATE, Map.of(Move.BOOK, BOOKED, Move.VOID, VOID),
            BOOKED, Map.of(Move.VOID, VOID, Move.SET_ASIDE, UNCLAIMED),
            UNCLAIMED, Map.of(Move.TAKE_BACK, BOOKED)));

    /**
     * @param payment named in the refusal, such as {@code check 20421}
     * @throws RuleViolation {@code payment.state}
     */
    public PaymentState after(Move move, String payment) {
        PaymentState next = LEGAL.getOrDefault(this, Map.of()).get(move);
        if (next == null) {
            throw new RuleViolation(
                    "payment.state",
                    "",
                    say("payment.state.found", payment, words()),
                    switch (move) {
                        case RELEASE -> say("payment.state.expected");
                        case BOOK -> say("payment.state.expected2");
                        case VOID -> say("payment.state.expected3");
                        case SET_ASIDE -> say("payment.state.expected4");
                        case TAKE_BACK -> say("payment.state.expected5");
                    },
                    say("payment.state.remedy"));
        }
        return next;
    }

    /** As in a sentence: {@code is booked}. */
    public String words() {
        return switch (this) {
            case WAITS_FOR_RELEASE -> say("payment.waitsForItsRelease");
            case WAITS_FOR_DATE -> say("payment.waitsForItsDate");
            case BOOKED -> say("payment.isBooked");
            case UNCLAIMED -> say("payment.isUnclaimed");
            case VOID -> say("payment.isVoid");
        };
    }
}
