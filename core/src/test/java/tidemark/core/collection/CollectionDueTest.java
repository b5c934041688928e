package tidemark.core.collection;

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
import tidemark.core.party.Allocation;
import tidemark.core.party.OpenItem;
import tidemark.core.party.OpenItemId;
import tidemark.core.problem.RuleViolation;

/** What is collected from a customer, against what it would come to by hand and against all that must always hold. */
class CollectionDueTest {
    private static final LocalDate DAY = LocalDate.of(2026, 7, 13);

    private static CollectionDue.Free item(long id, long units, String due, long discount, long free) {
        LocalDate day = LocalDate.parse(due);
        return new CollectionDue.Free(
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

    @Test
    void creditsPayWhatIsDueFirst_andDiscountsAreDeducted() {
        CollectionDue due = CollectionDue.upTo(
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
                due.netted().stream().map(CollectionDue.Netted::minorUnits).toList());
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
                CollectionDue.NOTHING,
                CollectionDue.upTo(
                        List.of(item(1, 5_000, "2026-07-01", 0, 5_000), item(2, -5_000, "2026-07-01", 0, 5_000)),
                        DAY,
                        DAY));
    }

    @Test
    void whatIsChosen_isRefusedInWordsWhereItDoesNotFit() {
        List<CollectionDue.Free> items =
                List.of(item(1, 5_000, "2026-07-01", 100, 5_000), item(2, -6_000, "2026-07-01", 0, 6_000));
        assertEquals("collect.more", refused(items, Map.of(new OpenItemId(1), 5_001L)));
        assertEquals("collect.item", refused(items, Map.of(new OpenItemId(9), 1L)));
        assertEquals("collect.nothing", refused(items, Map.of()));
        assertEquals("collect.credits", refused(items, Map.of(new OpenItemId(1), 5_000L, new OpenItemId(2), 4_900L)));
        assertEquals(
                1,
                CollectionDue.chosen(
                                items,
                                Map.of(new OpenItemId(1), 5_000L, new OpenItemId(2), 4_899L),
                                DAY,
                                CurrencyUnit.USD)
                        .amount());
        assertEquals(
                3_000,
                CollectionDue.chosen(items, Map.of(new OpenItemId(1), 3_000L), DAY, CurrencyUnit.USD)
                        .amount(),
                "in part, without a discount");
    }

    private static String refused(List<CollectionDue.Free> items, Map<OpenItemId, Long> chosen) {
        return assertThrows(RuleViolation.class, () -> CollectionDue.chosen(items, chosen, DAY, CurrencyUnit.USD))
                .code();
    }

    @Test
    void inAnyCase_everyCentIsPaidDeductedOrNetted_andTheOrderOfItemsDoesNotMatter() {
        Random dice = new Random(19);
        for (int n = 0; n < 20_000; n++) {
            List<CollectionDue.Free> items = new ArrayList<>();
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
            CollectionDue due = CollectionDue.upTo(items, upTo, DAY);
            holds(items, due);
            List<CollectionDue.Free> shuffled = new ArrayList<>(items);
            Collections.shuffle(shuffled, dice);
            assertEquals(due, CollectionDue.upTo(shuffled, upTo, DAY));
            if (due.amount() > 0) {
                Map<OpenItemId, Long> same = due.reserves();
                assertEquals(due, CollectionDue.chosen(shuffled, same, DAY, CurrencyUnit.USD), "chosen as it is due");
                assertEquals(due, again(items, due), "kept and worked out once more");
            }
        }
    }

    /** As it is kept by item: what is owed with its parts, a credit with what it pays. */
    private static CollectionDue again(List<CollectionDue.Free> items, CollectionDue due) {
        List<CollectionDue.Piece> kept = new ArrayList<>(due.pieces());
        Map<OpenItemId, Long> credits = new HashMap<>();
        due.netted().forEach(n -> credits.merge(n.credit().id(), n.minorUnits(), Long::sum));
        items.stream()
                .filter(f -> credits.containsKey(f.item().id()))
                .forEach(f -> kept.add(new CollectionDue.Piece(
                        f.item(), f.free(), 0, 0, credits.getOrDefault(f.item().id(), 0L))));
        return CollectionDue.kept(kept);
    }

    private static void holds(List<CollectionDue.Free> items, CollectionDue due) {
        Map<OpenItemId, Long> free = new HashMap<>();
        items.forEach(f -> free.put(f.item().id(), f.free()));
        long settled = 0;
        long discounts = 0;
        for (CollectionDue.Piece p : due.pieces()) {
            assertTrue(p.paid() >= 0 && p.discount() >= 0 && p.netted() >= 0 && p.settled() > 0);
            assertTrue(p.settled() <= free.getOrDefault(p.item().id(), 0L));
            assertEquals(
                    p.netted(),
                    due.netted().stream()
                            .filter(x -> x.owed().equals(p.item().id()))
                            .mapToLong(CollectionDue.Netted::minorUnits)
                            .sum());
            settled += p.settled();
            discounts += p.discount();
        }
        long credits = due.netted().stream()
                .mapToLong(CollectionDue.Netted::minorUnits)
                .sum();
        assertEquals(settled - discounts - credits, due.amount());
        due.reserves().forEach((id, units) -> assertTrue(units > 0 && units <= free.getOrDefault(id, 0L)));
        if (!due.pieces().isEmpty()) {
            assertTrue(due.amount() > 0);
            assertEquals(due.amount(), due.allocation(Map.of()).paid());
        }
    }
}
