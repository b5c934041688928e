package tidemark.core.certificate;

import java.util.EnumMap;
import java.util.Map;
import tidemark.core.problem.RuleViolation;

/** The states of an account's month, with the one table of legal moves. */
public enum MonthState {
    OPEN,
    PREPARED,
    CERTIFIED;

    /** What a person does to a month. */
    public enum Move {
        PREPARE,
        SEND_BACK,
        CERTIFY,
        REOPEN
    }

    private static final Map<MonthState, Map<Move, MonthState>> LEGAL = new EnumMap<>(Map.of(
            OPEN, Map.of(Move.PREPARE, PREPARED),
            PREPARED, Map.of(Move.SEND_BACK, OPEN, Move.CERTIFY, CERTIFIED),
            CERTIFIED, Map.of(Move.REOPEN, OPEN)));

    /**
     * @param month named in the refusal, such as {@code June 2026 of Operating}
     * @throws RuleViolation {@code month.state}
     */
    public MonthState after(Move move, String month) {
        MonthState next = LEGAL.getOrDefault(this, Map.of()).get(move);
        if (next == null) {
            throw new RuleViolation(
                    "month.state",
                    "",
                    month + ", which is " + name().toLowerCase(java.util.Locale.ROOT),
                    switch (move) {
                        case PREPARE -> "an open month";
                        case SEND_BACK, CERTIFY -> "a prepared month";
                        case REOPEN -> "a certified month";
                    },
                    "Look at the month again: somebody may have been there before you.");
        }
        return next;
    }
}
