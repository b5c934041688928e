package tidemark.core.certificate;

import static tidemark.core.words.Catalogue.say;

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
                    say("month.state.found", month, words()),
                    switch (move) {
                        case PREPARE -> say("month.state.expected");
                        case SEND_BACK, CERTIFY -> say("month.state.expected2");
                        case REOPEN -> say("month.state.expected3");
                    },
                    say("month.state.remedy"));
        }
        return next;
    }

    /** As in a sentence: {@code prepared}. */
    public String words() {
        return switch (this) {
            case OPEN -> say("month.words.open");
            case PREPARED -> say("month.words.prepared");
            case CERTIFIED -> say("month.words.certified");
        };
    }
}
