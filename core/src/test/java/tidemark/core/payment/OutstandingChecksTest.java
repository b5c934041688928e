package tidemark.core.payment;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.Test;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.JournalLine;
import tidemark.core.problem.RuleViolation;

/** How old checks are that the bank has not paid, what they come to, and what is booked of those never cashed. */
class OutstandingChecksTest {
    private static final LocalDate WRITTEN = LocalDate.of(2026, 1, 31);

    @Test
    void age_turnsOnTheVeryDay_alsoOverTheEndOfFebruary() {
        CheckAges ages = CheckAges.USUAL;
        assertEquals(CheckAges.Stage.FRESH, ages.stage(WRITTEN, WRITTEN.plusDays(89)));
        assertEquals(CheckAges.Stage.OLD, ages.stage(WRITTEN, WRITTEN.plusDays(90)));
        assertEquals(CheckAges.Stage.OLD, ages.stage(WRITTEN, WRITTEN.plusDays(179)));
        assertEquals(CheckAges.Stage.STALE, ages.stage(WRITTEN, WRITTEN.plusDays(180)));
        assertEquals(0, CheckAges.days(WRITTEN, WRITTEN.minusDays(3)), "dated ahead");
        for (int[] unfit : new int[][] {{0, 10}, {10, 10}, {11, 10}, {1, CheckAges.MOST + 1}}) {
            assertEquals(
                    "check.ages",
                    assertThrows(RuleViolation.class, () -> new CheckAges(unfit[0], unfit[1]))
                            .code());
        }
    }

    @Test
    void sums_areThoseOfASlowCount() {
        Random random = new Random(20_261_130);
        for (int round = 0; round < 200; round++) {
            List<OutstandingSums.Row> rows = new ArrayList<>();
            for (int i = random.nextInt(40); i > 0; i--) {
                rows.add(new OutstandingSums.Row(
                        List.of("USD", "EUR", "JPY").get(random.nextInt(3)),
                        1 + random.nextLong(9_000_000),
                        CheckAges.Stage.values()[random.nextInt(3)]));
            }
            Map<String, OutstandingSums> sums = OutstandingSums.of(rows);
            assertEquals(
                    rows.stream().map(OutstandingSums.Row::currency).distinct().count(), sums.size());
            sums.forEach((currency, sum) -> {
                for (CheckAges.Stage stage : CheckAges.Stage.values()) {
                    List<Long> own = rows.stream()
                            .filter(r -> r.currency().equals(currency) && r.stage() == stage)
                            .map(OutstandingSums.Row::minorUnits)
                            .toList();
                    assertEquals(
                            new OutstandingSums.Sum(
                                    own.size(),
                                    own.stream().mapToLong(Long::longValue).sum()),
                            sum.byStage().get(stage));
                }
                assertEquals(
                        sum.all().minorUnits(),
                        sum.byStage().values().stream()
                                .mapToLong(OutstandingSums.Sum::minorUnits)
                                .sum());
                assertEquals(
                        sum.all().count(),
                        sum.byStage().values().stream()
                                .mapToInt(OutstandingSums.Sum::count)
                                .sum());
            });
        }
        assertThrows(
                ArithmeticException.class,
                () -> OutstandingSums.of(List.of(
                        new OutstandingSums.Row("USD", Long.MAX_VALUE, CheckAges.Stage.OLD),
                        new OutstandingSums.Row("USD", 1, CheckAges.Stage.OLD))));
    }

    @Test
    void settingAside_bringsBackWhatTheCheckTook_atItsOwnWorth() {
        JournalLine money = new JournalLine("1015", -11_000, "Orrin", "check").own(-10_000, new BigDecimal("1.1"));
        UnclaimedMoney.Terms terms =
                new UnclaimedMoney.Terms(LocalDate.of(2026, 8, 3), CurrencyUnit.USD, "20318", "never cashed");
        JournalEntry entry = UnclaimedMoney.setAside(money, WRITTEN, terms, "2350", "Orrin");
        assertEquals(11_000, entry.movementOf("1015"));
        assertEquals(-11_000, entry.movementOf("2350"));
        assertEquals(10_000, entry.lines().getFirst().ownMinorUnits(), "in the account's own currency as it was paid");
        assertEquals(
                Optional.of(new BigDecimal("1.1")), entry.lines().getFirst().rate());
        assertEquals(
                "reversal.early",
                assertThrows(
                                RuleViolation.class,
                                () -> UnclaimedMoney.setAside(money, LocalDate.of(2026, 8, 4), terms, "2350", "Orrin"))
                        .code());
    }

    @Test
    void unclaimed_isDormantAfterItsMonths_andProvenAgainstTheLedger() {
        UnclaimedMoney terms = new UnclaimedMoney(36, 90);
        assertEquals(LocalDate.of(2029, 1, 31), terms.dormantOn(WRITTEN));
        assertEquals(LocalDate.of(2028, 11, 2), terms.noticeBy(WRITTEN));
        assertEquals(LocalDate.of(2026, 2, 28), new UnclaimedMoney(1, 0).noticeBy(WRITTEN), "the end of a short month");
        assertEquals(new UnclaimedMoney.Proof(30, 30, 0), UnclaimedMoney.proof(List.of(10L, 20L), -30));
        assertEquals(new UnclaimedMoney.Proof(30, 25, -5), UnclaimedMoney.proof(List.of(10L, 20L), -25));
        for (int[] unfit : new int[][] {{0, 0}, {361, 0}, {1, -1}, {1, 721}}) {
            assertThrows(RuleViolation.class, () -> new UnclaimedMoney(unfit[0], unfit[1]));
        }
    }

    @Test
    void setAside_isAMoveOfBookedPayments_andTakenBackFromThereAlone() {
        for (PaymentState state : PaymentState.values()) {
            for (PaymentState.Move move : List.of(PaymentState.Move.SET_ASIDE, PaymentState.Move.TAKE_BACK)) {
                boolean legal = move == PaymentState.Move.SET_ASIDE
                        ? state == PaymentState.BOOKED
                        : state == PaymentState.UNCLAIMED;
                if (legal) {
                    state.after(move, "check 1");
                } else {
                    assertThrows(RuleViolation.class, () -> state.after(move, "check 1"));
                }
            }
        }
        assertThrows(
                RuleViolation.class,
                () -> PaymentState.UNCLAIMED.after(PaymentState.Move.VOID, "check 1"),
                "its money is taken back first");
    }
}
