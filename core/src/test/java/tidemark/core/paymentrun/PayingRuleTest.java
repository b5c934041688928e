package tidemark.core.paymentrun;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import tidemark.core.ledger.PartyId;
import tidemark.core.party.OpenItem;
import tidemark.core.party.OpenItemId;
import tidemark.core.party.PartyDue;
import tidemark.core.party.PartyMoney;
import tidemark.core.problem.RuleViolation;

/** What a run pays, against the rule written out for each item, and the moves of its states. */
class PayingRuleTest {
    private static final LocalDate PAY = LocalDate.of(2026, 7, 13);
    private static final LocalDate UP_TO = PAY.plusDays(6);

    private static OpenItem bill(long id, long owed, LocalDate due, LocalDate until, long discount) {
        return new OpenItem(
                new OpenItemId(id),
                new PartyId(1),
                "2000",
                "Bill " + id,
                PAY.minusDays(20),
                due,
                -owed,
                discount == 0 ? OpenItem.Discount.NONE : new OpenItem.Discount(until, discount));
    }

    @Test
    void aDiscountIsTakenEarly_whereItEarnsEnough_andWouldBeLostByTheNextRun() {
        // 2 % for paying 20 days early: 2 / 98 * 365 / 20 = 37.2 % a year
        PayingRule rule = new PayingRule(UP_TO, PAY, new BigDecimal("37.2"));
        OpenItem worth = bill(1, 10_000, PAY.plusDays(20), PAY.plusDays(1), 200);
        assertEquals(true, rule.wants(worth, 10_000));
        assertEquals(true, rule.isWorthPayingNow(worth, 10_000));
        assertEquals(false, new PayingRule(UP_TO, PAY, new BigDecimal("37.3")).wants(worth, 10_000));
        assertEquals(
                false,
                rule.wants(bill(2, 10_000, PAY.plusDays(20), UP_TO.plusDays(1), 200), 10_000),
                "the next run can still take it");
        assertEquals(false, rule.wants(bill(3, 10_000, PAY.plusDays(20), PAY.minusDays(1), 200), 10_000), "too late");
        assertEquals(false, rule.wants(bill(4, 10_000, PAY.plusDays(20), PAY, 0), 10_000), "nothing to gain");
        assertEquals(true, rule.wants(bill(5, 10_000, UP_TO, PAY, 0), 10_000), "due before the next run");
        assertEquals(false, rule.isWorthPayingNow(bill(6, 10_000, UP_TO, PAY, 200), 10_000), "it is due anyway");
    }

    @Test
    void whatIsPaid_isTheSumByHand_withDiscountsAndCredits() {
        Random dice = new Random(5);
        for (int round = 0; round < 3_000; round++) {
            BigDecimal least = BigDecimal.valueOf(dice.nextInt(600), 1);
            PayingRule rule = new PayingRule(UP_TO, PAY, least);
            List<PartyDue.Free> items = new ArrayList<>();
            long owed = 0;
            long credits = 0;
            for (int n = 1; n <= 1 + dice.nextInt(8); n++) {
                long units = 1 + dice.nextInt(90_000);
                if (dice.nextInt(4) == 0) {
                    LocalDate day = PAY.plusDays(dice.nextInt(20) - 10);
                    items.add(new PartyDue.Free(
                            new OpenItem(
                                    new OpenItemId(n),
                                    new PartyId(1),
                                    "2000",
                                    "Credit " + n,
                                    day,
                                    day,
                                    units,
                                    OpenItem.Discount.NONE),
                            units));
                    credits += day.isAfter(UP_TO) ? 0 : units;
                    continue;
                }
                LocalDate due = PAY.plusDays(dice.nextInt(60) - 20);
                LocalDate until = PAY.plusDays(dice.nextInt(20) - 8);
                long discount = dice.nextBoolean() ? units * dice.nextInt(5) / 100 : 0;
                items.add(new PartyDue.Free(bill(n, units, due, until, discount), units));
                long deducted = until.isBefore(PAY) ? 0 : discount;
                long days = ChronoUnit.DAYS.between(PAY, due);
                boolean worth = deducted > 0
                        && !until.isAfter(UP_TO)
                        && days > 0
                        && Math.round(deducted * 365_000.0 / ((units - deducted) * days)) / 10.0 >= least.doubleValue();
                owed += !due.isAfter(UP_TO) || worth ? units - deducted : 0;
            }
            PartyDue due = PartyDue.of(PartyMoney.Direction.OUT, items, rule, UP_TO, PAY);
            assertEquals(Math.max(0, owed - credits), due.amount(), () -> "" + items);
            Map<Long, Long> free = new TreeMap<>();
            items.forEach(f -> free.put(f.item().id().value(), f.free()));
            due.reserves().forEach((item, units) -> assertEquals(true, units <= free.get(item.value())));
        }
    }

    @Test
    void aRunMoves_onlyAsItsTableSays() {
        List<String> legal = new ArrayList<>();
        for (PaymentRunState from : PaymentRunState.values()) {
            for (PaymentRunState.Move move : PaymentRunState.Move.values()) {
                try {
                    legal.add(from + " " + move + " " + from.after(move, "Run 1"));
                } catch (RuleViolation e) {
                    assertEquals("payrun.state", e.code());
                }
            }
        }
        assertEquals(
                List.of(
                        "OPEN HAND_OVER WAITS",
                        "OPEN TAKE_BACK TAKEN_BACK",
                        "WAITS RETURN OPEN",
                        "WAITS RELEASE RELEASED",
                        "RELEASED REVERSE REVERSED"),
                legal);
        assertThrows(RuleViolation.class, () -> PaymentRunState.REVERSED.after(PaymentRunState.Move.RELEASE, "Run 1"));
    }
}
