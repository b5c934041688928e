package tidemark.core.paymentrun;

import static tidemark.core.words.Catalogue.say;

import java.util.EnumMap;
import java.util.Map;
import tidemark.core.problem.RuleViolation;

/** The states of a payment run, with the one table of legal moves. */
public enum PaymentRunState {
    /** Being decided; what is paid in it is reserved. */
    OPEN,
    /** Handed over to a second person; nothing of it changes until they have decided. */
    WAITS,
    /** Its payments are made and its file is written. */
    RELEASED,
    /** Given up before its release. */
    TAKEN_BACK,
    /** Released, and all of its payments void. */
    REVERSED;

    /** What happens to a run. */
    public enum Move {
        HAND_OVER,
        /** Back to be decided again: declined, or by whoever handed it over. */
        RETURN,
        RELEASE,
        TAKE_BACK,
        REVERSE
    }

    private static final Map<PaymentRunState, Map<Move, PaymentRunState>> LEGAL = new EnumMap<>(Map.of(
            OPEN, Map.of(Move.HAND_OVER, WAITS, Move.TAKE_BACK, TAKEN_BACK),
            WAITS, Map.of(Move.RELEASE, RELEASED, Move.RETURN, OPEN),
            RELEASED, Map.of(Move.REVERSE, REVERSED)));

    /**
     * @param run named in the refusal
     * @throws RuleViolation {@code payrun.state}
     */
    public PaymentRunState after(Move move, String run) {
        PaymentRunState next = LEGAL.getOrDefault(this, Map.of()).get(move);
        if (next == null) {
            throw new RuleViolation(
                    "payrun.state",
                    "",
                    say("payrun.state.found", run, words()),
                    switch (move) {
                        case HAND_OVER, TAKE_BACK -> say("payrun.state.open");
                        case RELEASE, RETURN -> say("payrun.state.handedOver");
                        case REVERSE -> say("payrun.state.released");
                    },
                    switch (this) {
                        case WAITS -> say("payrun.state.fetchBack");
                        case RELEASED -> say("payrun.state.reverse");
                        default -> say("payrun.state.remedy");
                    });
        }
        return next;
    }

    /** As in a sentence: {@code is open}. */
    public String words() {
        return switch (this) {
            case OPEN -> say("payrun.isOpen");
            case WAITS -> say("payrun.waits");
            case RELEASED -> say("payrun.isReleased");
            case TAKEN_BACK -> say("payrun.isTakenBack");
            case REVERSED -> say("payrun.isReversed");
        };
    }
}
