package tidemark.core.receipt;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;
import tidemark.core.deposit.SlipState;
import tidemark.core.problem.RuleViolation;
import tidemark.core.receipt.ReceiptState.Move;

class ReceiptStateTest {
    @Test
    void moves_thatAreLegal_areThese_andEveryOtherIsRefusedByName() {
        int legal = 0;
        for (ReceiptState state : ReceiptState.values()) {
            for (Move move : Move.values()) {
                if (state.allows(move)) {
                    legal++;
                    state.after(move, "RC-1");
                } else {
                    RuleViolation e = assertThrows(RuleViolation.class, () -> state.after(move, "RC-1"));
                    assertEquals("receipt.state", e.code());
                    assertTrue(e.problems().getFirst().found().startsWith("RC-1, which "));
                }
            }
        }
        assertEquals(13, legal);
    }

    @Test
    void takenToTheBank_backAndAgain_isBankedOnceMore() {
        ReceiptState state = ReceiptState.PROMISED;
        for (Move move : new Move[] {
            Move.TAKE_IN,
            Move.PUT_ON,
            Move.BANK,
            Move.TAKE_APART,
            Move.BANK,
            Move.COME_BACK,
            Move.STAND,
            Move.COME_BACK,
            Move.PRESENT_AGAIN,
            Move.NOT_AGAIN,
            Move.PRESENT_AGAIN,
            Move.PUT_ON,
            Move.TAKE_OFF,
            Move.PUT_ON,
            Move.BANK
        }) {
            state = state.after(move, "RC-1");
        }
        assertEquals(ReceiptState.BANKED, state);
        assertFalse(state.allows(Move.VOID), "what is banked is not voided");
    }

    @Test
    void money_isInHand_whileItIsOnNoBankedSlip() {
        assertTrue(ReceiptState.IN_HAND.inHand() && ReceiptState.ON_SLIP.inHand());
        for (ReceiptState other : new ReceiptState[] {
            ReceiptState.PROMISED, ReceiptState.BANKED, ReceiptState.RETURNED, ReceiptState.ELSEWHERE, ReceiptState.VOID
        }) {
            assertFalse(other.inHand(), other.name());
        }
    }

    @Test
    void slip_thatIsCredited_isTakenApartOnlyAfterItsMatchIsUndone() {
        SlipState credited = SlipState.OPEN.after(SlipState.Move.BANK, "D-1").after(SlipState.Move.CREDIT, "D-1");
        RuleViolation e =
                assertThrows(RuleViolation.class, () -> credited.after(SlipState.Move.TAKE_APART, "slip D-1"));
        assertEquals("slip.state", e.code());
        assertEquals(
                SlipState.OPEN,
                credited.after(SlipState.Move.UNDO_CREDIT, "D-1").after(SlipState.Move.TAKE_APART, "D-1"));
        int legal = 0;
        for (SlipState state : SlipState.values()) {
            for (SlipState.Move move : SlipState.Move.values()) {
                try {
                    state.after(move, "D-1");
                    legal++;
                } catch (RuleViolation refused) {
                    assertEquals("slip.state", refused.code());
                }
            }
        }
        assertEquals(5, legal);
    }
}
