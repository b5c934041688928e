package tidemark.core.receipt;

import static tidemark.core.words.Catalogue.say;

import java.util.EnumMap;
import java.util.Map;
import tidemark.core.problem.RuleViolation;

/** The states of a receipt, with the one table of legal moves. */
public enum ReceiptState {
    /** Dated ahead: nothing is booked, and the items it is meant for stay open. */
    PROMISED,
    IN_HAND,
    /** On a slip that is not banked; no other slip takes it. */
    ON_SLIP,
    BANKED,
    /** Came back from the bank. */
    RETURNED,
    /** Reached the bank another way, or was there before the books began. */
    ELSEWHERE,
    VOID;

    /** What happens to a receipt. */
    public enum Move {
        /** Its date has come. */
        TAKE_IN,
        PUT_ON,
        TAKE_OFF,
        BANK,
        /** Its slip is taken apart again: banked no more, it is on the slip as before. */
        TAKE_APART,
        COME_BACK,
        /** It did not come back after all. */
        STAND,
        /** In hand once more, to be taken to the bank again. */
        PRESENT_AGAIN,
        /** It is not taken to the bank again after all. */
        NOT_AGAIN,
        TAKE_OUT,
        /** Taken out of hand by mistake. */
        PUT_BACK,
        VOID
    }

    private static final Map<ReceiptState, Map<Move, ReceiptState>> LEGAL = new EnumMap<>(Map.of(
            PROMISED, Map.of(Move.TAKE_IN, IN_HAND, Move.VOID, VOID),
            IN_HAND, Map.of(Move.PUT_ON, ON_SLIP, Move.TAKE_OUT, ELSEWHERE, Move.VOID, VOID, Move.NOT_AGAIN, RETURNED),
            ON_SLIP, Map.of(Move.TAKE_OFF, IN_HAND, Move.BANK, BANKED),
            BANKED, Map.of(Move.TAKE_APART, ON_SLIP, Move.COME_BACK, RETURNED),
            RETURNED, Map.of(Move.PRESENT_AGAIN, IN_HAND, Move.STAND, BANKED),
            ELSEWHERE, Map.of(Move.PUT_BACK, IN_HAND)));

    /** Whether its money waits in the account <em>receipts in hand</em>. */
    public boolean inHand() {
        return this == IN_HAND || this == ON_SLIP;
    }

    public boolean allows(Move move) {
        return LEGAL.getOrDefault(this, Map.of()).containsKey(move);
    }

    /**
     * @param receipt named in the refusal, such as {@code RC-0042 of Pell Charter}
     * @throws RuleViolation {@code receipt.state}
     */
    public ReceiptState after(Move move, String receipt) {
        ReceiptState next = LEGAL.getOrDefault(this, Map.of()).get(move);
        if (next == null) {
            throw new RuleViolation(
                    "receipt.state",
                    "",
                    say("receipt.state.found", receipt, words()),
                    switch (move) {
                        case TAKE_IN -> say("receipt.state.promised");
                        case PUT_ON, TAKE_OUT, NOT_AGAIN -> say("receipt.state.inHand");
                        case TAKE_OFF, BANK -> say("receipt.state.onSlip");
                        case TAKE_APART, COME_BACK -> say("receipt.state.banked");
                        case PRESENT_AGAIN, STAND -> say("receipt.state.returned");
                        case PUT_BACK -> say("receipt.state.elsewhere");
                        case VOID -> say("receipt.state.notBanked");
                    },
                    say("receipt.state.remedy"));
        }
        return next;
    }

    /** As in a sentence: {@code is in hand}. */
    public String words() {
        return switch (this) {
            case PROMISED -> say("receipt.isPromised");
            case IN_HAND -> say("receipt.isInHand");
            case ON_SLIP -> say("receipt.isOnASlip");
            case BANKED -> say("receipt.isBanked");
            case RETURNED -> say("receipt.cameBack");
            case ELSEWHERE -> say("receipt.reachedTheBankAnotherWay");
            case VOID -> say("receipt.isVoid");
        };
    }
}
