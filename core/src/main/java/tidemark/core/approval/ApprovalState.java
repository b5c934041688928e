package tidemark.core.approval;

import static tidemark.core.words.Catalogue.say;

import java.util.EnumMap;
import java.util.Map;
import tidemark.core.problem.RuleViolation;

/** How it stands with what a second person was asked, with the one table of legal moves. */
public enum ApprovalState {
    /** Nobody has decided yet. */
    ASKED,
    APPROVED,
    DECLINED,
    /** Nobody decided in time; it can be asked again. */
    LAPSED,
    /** What was asked for was changed or taken back since. */
    VOID;

    /** What happens to what was asked. */
    public enum Move {
        APPROVE,
        DECLINE,
        LAPSE,
        EDIT
    }

    private static final Map<ApprovalState, Map<Move, ApprovalState>> LEGAL = new EnumMap<>(Map.of(
            ASKED,
            Map.of(Move.APPROVE, APPROVED, Move.DECLINE, DECLINED, Move.LAPSE, LAPSED, Move.EDIT, VOID),
            // what was approved and changed afterwards is approved no more
            APPROVED,
            Map.of(Move.EDIT, VOID)));

    /**
     * @param title named in the refusal, such as {@code Check 20421 to Orrin Paints}
     * @throws RuleViolation {@code approval.state}
     */
    public ApprovalState after(Move move, String title) {
        ApprovalState next = LEGAL.getOrDefault(this, Map.of()).get(move);
        if (next == null) {
            throw new RuleViolation(
                    "approval.state",
                    "",
                    say("approval.state.found", title, words()),
                    say("approval.state.expected"),
                    say("approval.state.remedy"));
        }
        return next;
    }

    /** As in a sentence: {@code is approved}. */
    public String words() {
        return switch (this) {
            case ASKED -> say("approval.waitsForASecondPerson");
            case APPROVED -> say("approval.isApproved");
            case DECLINED -> say("approval.wasDeclined");
            case LAPSED -> say("approval.hasLapsed");
            case VOID -> say("approval.wasChangedOrTakenBackSinceIt");
        };
    }
}
