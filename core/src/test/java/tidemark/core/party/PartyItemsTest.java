package tidemark.core.party;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.Test;
import tidemark.core.ledger.PartyId;
import tidemark.core.problem.RuleViolation;

class PartyItemsTest {
    private static final LocalDate DAY = LocalDate.of(2026, 6, 4);

    private static OpenItem item(long id, long party, long minorUnits, LocalDate date) {
        return new OpenItem(
                new OpenItemId(id),
                new PartyId(party),
                "1200",
                "Item " + id,
                date,
                date.plusDays(30),
                minorUnits,
                OpenItem.Discount.NONE);
    }

    private static PartyItems items(OpenItem... items) {
        return new PartyItems(CurrencyUnit.USD, List.of(items), List.of());
    }

    private static OpenItemId id(long id) {
        return new OpenItemId(id);
    }

    private static String code(org.junit.jupiter.api.function.Executable call) {
        return assertThrows(RuleViolation.class, call).code();
    }

    @Test
    void settle_partOfAnInvoice_leavesTheRestOpenOnBothSides() {
        PartyItems items = items(item(1, 7, 64_000, DAY), item(2, 7, -50_000, DAY.plusDays(3)));
        Settlement made = items.settle(1, id(2), id(1), 50_000, DAY, "");
        assertEquals(14_000, items.open(id(1)));
        assertEquals(0, items.open(id(2)));
        assertEquals(id(1), made.debit());
        assertEquals(DAY.plusDays(3), made.from(), "counts from the later of the two");
        assertEquals(64_000, items.openOn(id(1), DAY.plusDays(2)));
        assertEquals(14_000, items.openOn(id(1), DAY.plusDays(3)));
        assertEquals(0, items.openOn(id(1), DAY.minusDays(1)), "not there yet");
    }

    @Test
    void settle_moreThanOpen_isRefusedWithWhatIsOpen() {
        PartyItems items = items(item(1, 7, 64_000, DAY), item(2, 7, -70_000, DAY));
        RuleViolation refused =
                assertThrows(RuleViolation.class, () -> items.settle(1, id(1), id(2), 64_001, DAY, "item 1"));
        assertEquals("settle.open", refused.code());
        assertEquals(
                "640.01 to settle of Item 1, of which 640.00 is open",
                refused.problems().getFirst().found());
    }

    @Test
    void settle_whatDoesNotBelongTogether_isRefused() {
        PartyItems items =
                items(item(1, 7, 64_000, DAY), item(2, 8, -64_000, DAY), item(3, 7, 100, DAY), item(4, 7, -100, DAY));
        assertEquals("settle.party", code(() -> items.settle(1, id(1), id(2), 1, DAY, "")));
        assertEquals("settle.sides", code(() -> items.settle(1, id(1), id(3), 1, DAY, "")));
        assertEquals("settle.amount", code(() -> items.settle(1, id(3), id(4), 0, DAY, "")));
    }

    @Test
    void undo_opensBothAgainFromItsDay_andOnlyOnce() {
        PartyItems items = items(item(1, 7, 500, DAY), item(2, 7, -500, DAY));
        items.settle(9, id(1), id(2), 500, DAY, "");
        assertEquals("settlement.early", code(() -> items.undo(9, DAY.minusDays(1))));
        items.undo(9, DAY.plusDays(10));
        assertEquals(500, items.open(id(1)));
        assertEquals(0, items.openOn(id(1), DAY.plusDays(9)));
        assertEquals(-500, items.openOn(id(2), DAY.plusDays(10)));
        assertEquals("settlement.undone", code(() -> items.undo(9, DAY.plusDays(11))));
    }

    @Test
    void reverse_ofAnInvoice_freesWhatPaidItAndClosesIt() {
        PartyItems items = items(item(1, 7, 500, DAY), item(2, 7, -500, DAY), item(3, 7, -500, DAY.plusDays(5)));
        items.settle(9, id(1), id(2), 300, DAY, "");
        PartyItems.Reversed done = items.reverse(id(1), id(3), 10, DAY.plusDays(5));
        assertEquals(1, done.undone().size());
        assertEquals(Optional.of(DAY.plusDays(5)), done.undone().getFirst().undone());
        assertEquals(0, items.open(id(1)));
        assertEquals(0, items.open(id(3)));
        assertEquals(-500, items.open(id(2)), "the payment is unapplied again");
        assertEquals("settlement.reversal", code(() -> items.undo(10, DAY.plusDays(9))));
    }

    /** Settling and undoing at random, against plain sums over what was settled, and read anew from it. */
    @Test
    void anySequence_leavesWhatItsSettlementsComeTo_andReadsAnewTheSame() {
        Random random = new Random(4);
        for (int round = 0; round < 300; round++) {
            List<OpenItem> all = new ArrayList<>();
            for (int i = 1; i <= 6; i++) {
                long amount = (1 + random.nextInt(500)) * (i % 2 == 0 ? -1L : 1L);
                all.add(item(i, 7, amount, DAY.plusDays(random.nextInt(10))));
            }
            PartyItems items = new PartyItems(CurrencyUnit.USD, all, List.of());
            Map<Long, Settlement> made = new TreeMap<>();
            for (long step = 1; step <= 20; step++) {
                OpenItem one = all.get(2 * random.nextInt(3));
                OpenItem other = all.get(2 * random.nextInt(3) + 1);
                long most = Math.min(Math.abs(items.open(one.id())), Math.abs(items.open(other.id())));
                LocalDate day = DAY.plusDays(random.nextInt(20));
                if (random.nextInt(3) == 0 && !made.isEmpty()) {
                    Settlement last = made.values().stream()
                            .filter(Settlement::stands)
                            .findAny()
                            .orElse(null);
                    if (last != null) {
                        Settlement undone = items.undo(last.id(), last.from().plusDays(random.nextInt(3)));
                        made.put(undone.id(), undone);
                    }
                } else if (most > 0) {
                    long amount = 1 + random.nextLong(most);
                    long discount = Math.min(amount - 1, random.nextInt(3));
                    boolean turned = random.nextBoolean();
                    Settlement s = items.settle(
                            step,
                            turned ? other.id() : one.id(),
                            turned ? one.id() : other.id(),
                            amount,
                            discount,
                            day,
                            "");
                    assertEquals(one.id(), s.debit());
                    assertEquals(other.id(), s.credit());
                    made.put(step, s);
                }
            }
            PartyItems anew = new PartyItems(CurrencyUnit.USD, all, List.copyOf(made.values()));
            for (OpenItem item : all) {
                long size = Math.abs(item.minorUnits());
                long sign = Long.signum(item.minorUnits());
                List<Settlement> own = made.values().stream()
                        .filter(s -> s.debit().equals(item.id()) || s.credit().equals(item.id()))
                        .toList();
                long settled = own.stream()
                        .filter(s -> s.undone().isEmpty())
                        .mapToLong(Settlement::minorUnits)
                        .sum();
                long discount = own.stream()
                        .filter(s -> s.undone().isEmpty())
                        .mapToLong(Settlement::discount)
                        .sum();
                for (PartyItems read : List.of(items, anew)) {
                    assertEquals(sign * (size - settled), read.open(item.id()));
                    assertEquals(discount, read.discountTaken(item.id()));
                }
                for (int d = -1; d < 30; d++) {
                    LocalDate day = DAY.plusDays(d);
                    long then = own.stream()
                            .filter(s -> !s.from().isAfter(day)
                                    && s.undone().map(day::isBefore).orElse(true))
                            .mapToLong(Settlement::minorUnits)
                            .sum();
                    long expected = item.date().isAfter(day) ? 0 : sign * (size - then);
                    assertEquals(expected, items.openOn(item.id(), day));
                    assertEquals(expected, anew.openOn(item.id(), day));
                }
            }
        }
    }

    @Test
    void allocation_collectsEveryProblem() {
        OpenItem late = new OpenItem(
                id(1), new PartyId(7), "1200", "Invoice 1", DAY, DAY, 10_000, new OpenItem.Discount(DAY, 200));
        OpenItem none = item(2, 7, 5_000, DAY);
        RuleViolation refused = assertThrows(
                RuleViolation.class,
                () -> Allocation.of(
                        List.of(
                                new Allocation.Part(late, 10_000, 9_800, 200),
                                new Allocation.Part(none, 4_000, 4_001, 0),
                                new Allocation.Part(none, 4_000, 0, 0),
                                new Allocation.Part(item(3, 7, 100, DAY), 100, 90, 10)),
                        DAY.plusDays(1),
                        CurrencyUnit.USD));
        assertEquals(
                List.of("discount.late", "settle.open", "settle.twice", "settle.amount", "discount.more"),
                refused.problems().stream().map(p -> p.code()).toList());
        Allocation fit = Allocation.of(List.of(new Allocation.Part(late, 10_000, 9_800, 200)), DAY, CurrencyUnit.USD);
        assertEquals(9_800, fit.paid());
        assertEquals(9_800, Allocation.Part.inFull(late, 10_000, DAY).paid());
        assertEquals(
                10_000, Allocation.Part.inFull(late, 10_000, DAY.plusDays(1)).paid());
        assertEquals(0, Allocation.Part.inFull(late, 150, DAY).paid(), "never more than is open");
        assertEquals(10_000, fit.settled());
    }

    @Test
    void terms_discountIsNeverRoundedUp() {
        Terms terms = new Terms(30, new java.math.BigDecimal("2"), 10);
        assertEquals(199, terms.discount(DAY, 9_999).minorUnits());
        assertEquals(199, terms.discount(DAY, 9_999).on(DAY.plusDays(10)));
        assertEquals(0, terms.discount(DAY, 9_999).on(DAY.plusDays(11)));
        assertEquals(DAY.plusDays(30), terms.dueDate(DAY));
        assertEquals("terms.unfit", code(() -> new Terms(5, java.math.BigDecimal.ONE, 6)));
        assertEquals("terms.unfit", code(() -> new Terms(5, new java.math.BigDecimal("50.5"), 5)));
        assertEquals("terms.unfit", code(() -> new Terms(400, java.math.BigDecimal.ZERO, 5)));
    }

    @Test
    void aging_putsEachAmountInItsBucket_andTheyComeToTheTotal() {
        Aging aging = Aging.of(
                List.of(
                        new Aging.Due(DAY, 1),
                        new Aging.Due(DAY.minusDays(1), 10),
                        new Aging.Due(DAY.minusDays(30), 100),
                        new Aging.Due(DAY.minusDays(31), 1_000),
                        new Aging.Due(DAY.minusDays(60), 10_000),
                        new Aging.Due(DAY.minusDays(61), -5)),
                DAY);
        assertEquals(new Aging(1, 110, 11_000, -5), aging);
        assertEquals(11_106, aging.total());
    }

    @Test
    void payingEarly_earnsTheSimpleAnnualRateOfTradeCredit() {
        // 2 % within 10 days, net 30: 2/98 * 365/20 = 37.2 %
        OpenItem.Discount two = new OpenItem.Discount(DAY, 2_000);
        assertEquals(Optional.of(new BigDecimal("37.2")), two.annualRate(100_000, DAY, DAY.plusDays(20)));
        // paid ten days before the discount ends, the money is away for longer
        assertEquals(Optional.of(new BigDecimal("24.8")), two.annualRate(100_000, DAY.minusDays(10), DAY.plusDays(20)));
        // half of it was paid, the whole discount is left
        assertEquals(Optional.of(new BigDecimal("76.0")), two.annualRate(50_000, DAY, DAY.plusDays(20)));
        assertEquals(Optional.empty(), two.annualRate(100_000, DAY.plusDays(1), DAY.plusDays(20)), "too late");
        assertEquals(Optional.empty(), two.annualRate(100_000, DAY, DAY), "not early");
        assertEquals(Optional.empty(), two.annualRate(1_500, DAY, DAY.plusDays(20)), "nothing is left to pay");
        assertEquals(Optional.empty(), OpenItem.Discount.NONE.annualRate(100_000, DAY, DAY.plusDays(20)));
    }
}
