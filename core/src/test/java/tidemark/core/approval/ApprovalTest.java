package tidemark.core.approval;

import static org.junit.jupiter.api.Assertions.assertDoesNotThrow;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tidemark.core.problem.RuleViolation;

class ApprovalTest {
    private static final LocalDate DAY = LocalDate.of(2026, 6, 1);

    @Test
    void states_allowOnlyTheMovesOfTheTable() {
        List<String> legal = new ArrayList<>();
        for (ApprovalState state : ApprovalState.values()) {
            for (ApprovalState.Move move : ApprovalState.Move.values()) {
                try {
                    legal.add(state + " " + move + " " + state.after(move, "Check 1"));
                } catch (RuleViolation e) {
                    assertEquals("approval.state", e.code());
                    assertTrue(e.problems().getFirst().found().endsWith(state.words()));
                }
            }
        }
        assertEquals(
                List.of(
                        "ASKED APPROVE APPROVED",
                        "ASKED DECLINE DECLINED",
                        "ASKED LAPSE LAPSED",
                        "ASKED EDIT VOID",
                        "APPROVED EDIT VOID"),
                legal);
    }

    @ParameterizedTest
    @CsvSource({
        "1, 2026-06-02, d, approval.second",
        "2, 2026-07-02, d, approval.lapsed",
        "2, 2026-06-02, e, approval.changed",
    })
    void whoAsked_tooLate_andWhatWasChanged_areRefused(long who, LocalDate day, String digest, String code) {
        Asked asked = new Asked("Check 1", 1, Asked.lapsesAfter(DAY), "d");
        assertEquals(
                code,
                assertThrows(RuleViolation.class, () -> asked.checkApproval(who, "Milo", day, digest))
                        .code());
    }

    @Test
    void secondPerson_mayApprove_untilTheLastDay_whatCannotChangeToo() {
        Asked asked = new Asked("Check 1", 1, Asked.lapsesAfter(DAY), "d");
        assertEquals(LocalDate.of(2026, 7, 1), asked.lapsesAfter());
        assertDoesNotThrow(() -> asked.checkApproval(2, "Sena", LocalDate.of(2026, 7, 1), "d"));
        Asked fixed = new Asked("Check 1", 1, Asked.lapsesAfter(DAY), "");
        assertDoesNotThrow(() -> fixed.checkApproval(2, "Sena", DAY, "anything"));
    }
}
