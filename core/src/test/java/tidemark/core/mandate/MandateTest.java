package tidemark.core.mandate;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tidemark.core.bankfile.PaymentMessage.Sequence;
import tidemark.core.calendar.BankCalendar;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

class MandateTest {
    private static final BankCalendar US = BankCalendar.of(BankCalendar.System.UNITED_STATES);
    private static final LocalDate SIGNED = LocalDate.of(2026, 1, 5);
    private static final LocalDate DAY = LocalDate.of(2026, 7, 6);

    private static Mandate ach() {
        return new Mandate(
                "M-1",
                SIGNED,
                Mandate.Kind.ACH_CONSUMER,
                true,
                new DebtorAccount.Ach("021000021", "123456", true),
                MandateState.ACTIVE,
                OptionalLong.of(20_000),
                Optional.empty(),
                Optional.empty(),
                Optional.empty());
    }

    private static Mandate with(Mandate m, MandateState state, LocalDate ends, LocalDate used, LocalDate prenoted) {
        return new Mandate(
                m.reference(),
                m.signed(),
                m.kind(),
                m.again(),
                m.account(),
                state,
                m.most(),
                Optional.ofNullable(ends),
                Optional.ofNullable(used),
                Optional.ofNullable(prenoted));
    }

    private static Mandate sepa(boolean again, LocalDate used) {
        return new Mandate(
                "S-1",
                SIGNED,
                Mandate.Kind.SEPA_CORE,
                again,
                new DebtorAccount.Sepa("DE89370400440532013000", ""),
                MandateState.ACTIVE,
                OptionalLong.empty(),
                Optional.empty(),
                Optional.ofNullable(used),
                Optional.empty());
    }

    private static List<String> codes(Mandate m, LocalDate day, long amount) {
        return m.hindrances(day, amount, US).stream().map(Problem::code).toList();
    }

    @Test
    void whatKeepsAnAmount_isNamed() {
        assertEquals(List.of(), codes(ach(), DAY, 20_000));
        assertEquals(List.of("mandate.most"), codes(ach(), DAY, 20_001));
        assertEquals(List.of("mandate.signed"), codes(ach(), SIGNED.minusDays(1), 1));
        assertEquals(
                List.of("mandate.suspended"), codes(with(ach(), MandateState.SUSPENDED, null, null, null), DAY, 1));
        assertEquals(List.of("mandate.ended"), codes(with(ach(), MandateState.ENDED, null, null, null), DAY, 1));
        assertEquals(
                List.of("mandate.ended"),
                codes(with(ach(), MandateState.ACTIVE, DAY.minusDays(1), null, null), DAY, 1),
                "it ended yesterday");
        assertEquals(List.of(), codes(with(ach(), MandateState.ACTIVE, DAY, null, null), DAY, 1));
        assertEquals(List.of(), codes(with(ach(), MandateState.ASKED_FIRST, null, null, null), DAY, 1));
    }

    /** Thursday's prenote: Friday, then 6 and 7 July; the 4th is a Saturday. */
    @Test
    void aPrenote_isWaitedForThreeBankingDays() {
        Mandate prenoted = with(ach(), MandateState.ACTIVE, null, null, LocalDate.of(2026, 7, 2));
        assertEquals(List.of("mandate.prenote"), codes(prenoted, LocalDate.of(2026, 7, 6), 1));
        assertEquals(List.of(), codes(prenoted, LocalDate.of(2026, 7, 7), 1));
    }

    @Test
    void aMandateOfSepa_lapses36MonthsAfterItWasLastUsed_orSigned() {
        assertEquals(List.of(), codes(sepa(true, null), SIGNED.plusMonths(36), 1));
        assertEquals(
                List.of("mandate.lapsed"),
                codes(sepa(true, null), SIGNED.plusMonths(36).plusDays(1), 1));
        assertEquals(List.of(), codes(sepa(true, DAY), SIGNED.plusMonths(37), 1));
        assertEquals(List.of("mandate.once"), codes(sepa(false, DAY), DAY.plusDays(1), 1));
        assertEquals(Optional.empty(), ach().lapses());
    }

    @Test
    void theSequence_isThatOfTheScheme() {
        assertEquals(Sequence.OOFF, sepa(false, null).sequence(false, true));
        assertEquals(Sequence.FRST, sepa(true, null).sequence(false, true));
        assertEquals(Sequence.RCUR, sepa(true, null).sequence(false, false));
        assertEquals(Sequence.RCUR, sepa(true, DAY).sequence(false, true));
        assertEquals(Sequence.FNAL, sepa(true, DAY).sequence(true, true));
        assertEquals("PPD", Mandate.Kind.ACH_CONSUMER.entryClass());
        assertEquals("CCD", Mandate.Kind.ACH_BUSINESS.entryClass());
    }

    @Test
    void theCustomerIsTold_asLongBeforeAsTheRulesSay() {
        assertEquals(Optional.of(DAY.minusDays(14)), sepa(true, null).noticeBy(DAY, false, Optional.empty()));
        assertEquals(Optional.of(DAY.minusDays(1)), sepa(true, null).noticeBy(DAY, false, Optional.of(1)));
        assertEquals(Optional.of(DAY.minusDays(10)), ach().noticeBy(DAY, true, Optional.empty()));
        assertEquals(Optional.empty(), ach().noticeBy(DAY, false, Optional.empty()));
    }

    @ParameterizedTest
    @CsvSource({
        "R01,PRESENT_AGAIN", "R09,PRESENT_AGAIN", "R02,SUSPEND", "R03,SUSPEND", "R04,SUSPEND", "R07,SUSPEND",
                "R08,SUSPEND",
        "R10,SUSPEND", "R16,SUSPEND", "R20,SUSPEND", "R29,SUSPEND", "R06,ASK_FIRST", "R11,ASK_FIRST", "AC04,SUSPEND",
        "AM04,ASK_FIRST", "MD06,ASK_FIRST", "MD01,SUSPEND"
    })
    void aReturn_doesWhatItsReasonSays(String reason, ReturnEffect effect) {
        assertEquals(effect, ReturnEffect.of(reason));
    }

    @Test
    void presentedAgain_isAtMostTwiceWithin180Days() {
        assertTrue(ReturnEffect.mayPresentAgain("R01", 0, DAY, DAY.plusDays(180)));
        assertTrue(ReturnEffect.mayPresentAgain("R09", 1, DAY, DAY.plusDays(30)));
        assertFalse(ReturnEffect.mayPresentAgain("R01", 2, DAY, DAY.plusDays(30)));
        assertFalse(ReturnEffect.mayPresentAgain("R01", 0, DAY, DAY.plusDays(181)));
        assertFalse(ReturnEffect.mayPresentAgain("R02", 0, DAY, DAY));
    }

    @Test
    void anEndedMandate_staysEnded_andAllElseIsLegalOnlyAsTheTableSays() {
        for (MandateState state : MandateState.values()) {
            for (MandateState.Move move : MandateState.Move.values()) {
                if (!state.allows(move)) {
                    RuleViolation refused = assertThrows(RuleViolation.class, () -> state.after(move, "M-1"));
                    assertEquals("mandate.state", refused.problems().getFirst().code());
                }
            }
        }
        for (MandateState.Move move : MandateState.Move.values()) {
            assertFalse(MandateState.ENDED.allows(move));
        }
        assertEquals(MandateState.ACTIVE, MandateState.SUSPENDED.after(MandateState.Move.ACTIVATE, "M-1"));
    }

    @Test
    void accounts_areChecked_codedByTheirKind_andMasked() {
        DebtorAccount.Ach wrong = new DebtorAccount.Ach("021000022", "123456789012345678", false);
        assertEquals(
                List.of("routing.unfit", "account.unfit"),
                wrong.problems().stream().map(Problem::code).toList());
        assertEquals(27, wrong.debitCode());
        assertEquals(List.of(37, 32, 38), codesOf(new DebtorAccount.Ach("021000021", "1", true)));
        assertEquals(List.of(27, 22, 28), codesOf(new DebtorAccount.Ach("021000021", "1", false)));
        assertEquals("•••• 3000", new DebtorAccount.Sepa("DE89370400440532013000", "").masked());
        assertEquals("•••• 4", new DebtorAccount.Ach("021000021", "1234".substring(2), false).masked());
        assertEquals(
                List.of("iban.unfit", "bic.unfit"),
                new DebtorAccount.Sepa("DE0", "X")
                        .problems().stream().map(Problem::code).toList());
    }

    private static List<Integer> codesOf(DebtorAccount.Ach a) {
        return List.of(a.debitCode(), a.creditCode(), a.debitPrenoteCode());
    }
}
