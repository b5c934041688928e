package tidemark.core.party;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.Test;
import tidemark.core.ledger.PartyId;
import tidemark.core.problem.RuleViolation;

/** What is collected from a customer, against what it would come to by hand and against all that must always hold. */
class PartyDueTest {
    private static final LocalDate DAY = LocalDate.of(2026, 7, 13);

    private static PartyDue.Free item(long id, long units, String due, long discount, long free) {
        LocalDate day = LocalDate.parse(due);
        return new PartyDue.Free(
                new OpenItem(
                        new OpenItemId(id),
                        new PartyId(1),
                        "1200",
                        "Invoice " + id,
                        day.minusDays(30),
                        day,
                        units,
                        discount == 0 ? OpenItem.Discount.NONE : new OpenItem.Discount(DAY.plusDays(3), discount)),
                free);
    }

    private static PartyDue upTo(List<PartyDue.Free> items, LocalDate upTo, LocalDate on) {
        return PartyDue.of(PartyMoney.Direction.IN, items, PartyDue.Wanted.dueUpTo(upTo), upTo, on);
    }

    @Test
    void creditsPayWhatIsDueFirst_andDiscountsAreDeducted() {
        PartyDue due = upTo(
                List.of(
                        item(1, 31_000, "2026-07-10", 620, 31_000),
                        item(2, 10_000, "2026-06-01", 0, 4_000),
                        item(3, -6_000, "2026-07-01", 0, 6_000),
                        item(4, 90_000, "2026-07-11", 0, 90_000),
                        item(5, 500, "2026-07-01", 0, 0)),
                LocalDate.of(2026, 7, 10),
                DAY);
        // 40.00 of the older one are paid by the credit, then 20.00 of the other; 2% of 310.00 are its discount
        assertEquals(31_000 - 620 - 2_000, due.amount());
        assertEquals(
                List.of(new OpenItemId(2), new OpenItemId(1)),
                due.pieces().stream().map(p -> p.item().id()).toList());
        assertEquals(
                List.of(4_000L, 2_000L),
                due.netted().stream().map(PartyDue.Netted::minorUnits).toList());
        assertEquals(
                Map.of(new OpenItemId(1), 31_000L, new OpenItemId(2), 4_000L, new OpenItemId(3), 6_000L),
                due.reserves());
        Allocation allocation = due.allocation(Map.of());
        assertEquals(due.amount(), allocation.paid());
        assertEquals(620, allocation.discount());
        assertEquals(1, allocation.parts().size(), "what the credit pays whole takes no money");
    }

    @Test
    void whereCreditsReachAllThatIsDue_nothingIsCollected() {
        assertEquals(
                PartyDue.NOTHING,
                upTo(
                        List.of(item(1, 5_000, "2026-07-01", 0, 5_000), item(2, -5_000, "2026-07-01", 0, 5_000)),
                        DAY,
                        DAY));
    }

    @Test
    void whatIsChosen_isRefusedInWordsWhereItDoesNotFit() {
        List<PartyDue.Free> items =
                List.of(item(1, 5_000, "2026-07-01", 100, 5_000), item(2, -6_000, "2026-07-01", 0, 6_000));
        assertEquals("due.more", refused(items, Map.of(new OpenItemId(1), 5_001L)));
        assertEquals("due.item", refused(items, Map.of(new OpenItemId(9), 1L)));
        assertEquals("due.nothing", refused(items, Map.of()));
        assertEquals("due.credits", refused(items, Map.of(new OpenItemId(1), 5_000L, new OpenItemId(2), 4_900L)));
        assertEquals(
                1,
                PartyDue.chosen(
                                PartyMoney.Direction.IN,
                                items,
                                Map.of(new OpenItemId(1), 5_000L, new OpenItemId(2), 4_899L),
                                DAY,
                                CurrencyUnit.USD)
                        .amount());
        assertEquals(
                3_000,
                PartyDue.chosen(
                                PartyMoney.Direction.IN,
                                items,
                                Map.of(new OpenItemId(1), 3_000L),
                                DAY,
                                CurrencyUnit.USD)
                        .amount(),
                "in part, without a discount");
    }

    private static String refused(List<PartyDue.Free> items, Map<OpenItemId, Long> chosen) {
        return assertThrows(
                        RuleViolation.class,
                        () -> PartyDue.chosen(PartyMoney.Direction.IN, items, chosen, DAY, CurrencyUnit.USD))
                .code();
    }

    @Test
    void inAnyCase_everyCentIsPaidDeductedOrNetted_andTheOrderOfItemsDoesNotMatter() {
        Random dice = new Random(19);
        for (int n = 0; n < 20_000; n++) {
            List<PartyDue.Free> items = new ArrayList<>();
            for (int i = 1; i <= 1 + dice.nextInt(7); i++) {
                long units = 1 + dice.nextInt(90_000);
                boolean credit = dice.nextInt(3) == 0;
                items.add(item(
                        i,
                        credit ? -units : units,
                        LocalDate.of(2026, 5, 1).plusDays(dice.nextInt(90)).toString(),
                        credit || dice.nextBoolean() ? 0 : dice.nextInt((int) units / 10 + 1),
                        dice.nextInt(4) == 0 ? dice.nextInt((int) units + 1) : units));
            }
            LocalDate upTo = LocalDate.of(2026, 5, 1).plusDays(dice.nextInt(90));
            PartyDue due = upTo(items, upTo, DAY);
            holds(items, due);
            List<PartyDue.Free> shuffled = new ArrayList<>(items);
            Collections.shuffle(shuffled, dice);
            assertEquals(due, upTo(shuffled, upTo, DAY));
            if (due.amount() > 0) {
                Map<OpenItemId, Long> same = due.reserves();
                assertEquals(
                        due,
                        PartyDue.chosen(PartyMoney.Direction.IN, shuffled, same, DAY, CurrencyUnit.USD),
                        "chosen as it is due");
                assertEquals(due, again(items, due), "kept and worked out once more");
            }
        }
    }

    /** As it is kept by item: what is owed with its parts, a credit with what it pays. */
    private static PartyDue again(List<PartyDue.Free> items, PartyDue due) {
        List<PartyDue.Piece> kept = new ArrayList<>(due.pieces());
        Map<OpenItemId, Long> credits = new HashMap<>();
        due.netted().forEach(n -> credits.merge(n.credit().id(), n.minorUnits(), Long::sum));
        items.stream()
                .filter(f -> credits.containsKey(f.item().id()))
                .forEach(f -> kept.add(new PartyDue.Piece(
                        f.item(), f.free(), 0, 0, credits.getOrDefault(f.item().id(), 0L))));
        return PartyDue.kept(PartyMoney.Direction.IN, kept);
    }

    private static void holds(List<PartyDue.Free> items, PartyDue due) {
        Map<OpenItemId, Long> free = new HashMap<>();
        items.forEach(f -> free.put(f.item().id(), f.free()));
        long settled = 0;
        long discounts = 0;
        for (PartyDue.Piece p : due.pieces()) {
            assertTrue(p.paid() >= 0 && p.discount() >= 0 && p.netted() >= 0 && p.settled() > 0);
            assertTrue(p.settled() <= free.getOrDefault(p.item().id(), 0L));
            assertEquals(
                    p.netted(),
                    due.netted().stream()
                            .filter(x -> x.owed().equals(p.item().id()))
                            .mapToLong(PartyDue.Netted::minorUnits)
                            .sum());
            settled += p.settled();
            discounts += p.discount();
        }
        long credits =
                due.netted().stream().mapToLong(PartyDue.Netted::minorUnits).sum();
        assertEquals(settled - discounts - credits, due.amount());
        due.reserves().forEach((id, units) -> assertTrue(units > 0 && units <= free.getOrDefault(id, 0L)));
        if (!due.pieces().isEmpty()) {
            assertTrue(due.amount() > 0);
            assertEquals(due.amount(), due.allocation(Map.of()).paid());
        }
    }
}
