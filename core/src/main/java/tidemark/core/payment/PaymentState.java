package tidemark.core.payment;

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
    VOID;

    /** What happens to a payment. */
    public enum Move {
        RELEASE,
        BOOK,
        VOID
    }

    private static final Map<PaymentState, Map<Move, PaymentState>> LEGAL = new EnumMap<>(Map.of(
            WAITS_FOR_RELEASE, Map.of(Move.RELEASE, WAITS_FOR_DATE, Move.VOID, VOID),
            WAITS_FOR_DATE, Map.of(Move.BOOK, BOOKED, Move.VOID, VOID),
            BOOKED, Map.of(Move.VOID, VOID)));

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
                    payment + ", which " + words(),
                    switch (move) {
                        case RELEASE -> "a payment that waits for its release";
                        case BOOK -> "a payment that waits for its date";
                        case VOID -> "a payment that is not void";
                    },
                    "Look at the payment again: somebody may have been there before you.");
        }
        return next;
    }

    /** As in a sentence: {@code is booked}. */
    public String words() {
        return switch (this) {
            case WAITS_FOR_RELEASE -> "waits for its release";
            case WAITS_FOR_DATE -> "waits for its date";
            case BOOKED -> "is booked";
            case VOID -> "is void";
        };
    }
}
