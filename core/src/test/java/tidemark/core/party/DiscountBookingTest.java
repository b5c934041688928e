package tidemark.core.party;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import tidemark.core.ledger.JournalLine;
import tidemark.core.ledger.PartyId;
import tidemark.core.ledger.TaxTable;
import tidemark.core.ledger.TaxUse;
import tidemark.core.ledger.Taxes;

class DiscountBookingTest {
    private static final LocalDate DAY = LocalDate.of(2026, 6, 4);
    private static final Map<String, Taxes.Tax> TAXES = Map.of(
            "ST", new Taxes.Tax("ST", new BigDecimal("8.25"), "2200", TaxUse.SALES, true, true),
            "KEEP", new Taxes.Tax("KEEP", new BigDecimal("5"), "2210", TaxUse.SALES, true, false),
            "COST", new Taxes.Tax("COST", new BigDecimal("19"), "1500", TaxUse.PURCHASES, false, true));
    private static final TaxTable TABLE =
            new TaxTable(TAXES.values().stream().map(TaxTable.Dated::always).toList());

    private static Allocation.Part part(long gross, long discount, DiscountBooking.Share... shares) {
        OpenItem item = new OpenItem(
                new OpenItemId(1),
                new PartyId(1),
                "1200",
                "Invoice",
                DAY,
                DAY,
                gross,
                new OpenItem.Discount(DAY, gross));
        return new Allocation.Part(item, gross, 0, discount, List.of(shares));
    }

    private static List<String> lines(Allocation.Part... parts) {
        return DiscountBooking.lines(List.of(parts), "6840", "Merrow", TABLE, 1).stream()
                .map(l -> l.accountCode() + " " + l.minorUnits() + " " + l.taxCode())
                .toList();
    }

    @Test
    void taxInADiscount_goesBackToItsAccount_whereTheCodeSaysSo() {
        assertEquals(
                List.of("6840 200 ", "2200 17 ST"), lines(part(10_825, 217, new DiscountBooking.Share("ST", 10_825))));
        assertEquals(List.of("6840 217 "), lines(part(10_825, 217, new DiscountBooking.Share("KEEP", 10_825))));
        assertEquals(List.of("6840 217 "), lines(part(10_825, 217, new DiscountBooking.Share("COST", 10_825))));
        assertEquals(List.of("6840 217 "), lines(part(10_825, 217)));
        assertEquals(List.of(), lines(part(10_825, 0, new DiscountBooking.Share("ST", 10_825))));
    }

    @Test
    void itemWithAndWithoutTax_isPartedByGrossAmounts() {
        // half of it bears tax: of 200, 100 are gross with tax 7.62 in them
        assertEquals(
                List.of("6840 192 ", "2200 8 ST"),
                lines(part(
                        20_000, 200, new DiscountBooking.Share("", 10_000), new DiscountBooking.Share("ST", 10_000))));
    }

    @RepeatedTest(100)
    void anyParts_comeToTheirDiscounts_andNoTaxIsMoreThanTheRateOfIt(RepetitionInfo info) {
        Random dice = new Random(info.getCurrentRepetition());
        String[] codes = {"", "ST", "KEEP", "COST"};
        List<Allocation.Part> parts = new ArrayList<>();
        long sum = 0;
        for (int i = 0; i < 1 + dice.nextInt(4); i++) {
            List<DiscountBooking.Share> shares = new ArrayList<>();
            for (int k = 0; k < dice.nextInt(4); k++) {
                shares.add(new DiscountBooking.Share(codes[dice.nextInt(4)], 1 + dice.nextInt(100_000)));
            }
            long discount = dice.nextInt(5_000);
            sum += discount;
            parts.add(part(1_000_000, discount, shares.toArray(DiscountBooking.Share[]::new)));
        }
        int sign = dice.nextBoolean() ? 1 : -1;
        List<JournalLine> lines = DiscountBooking.lines(parts, "6840", "P", TABLE, sign);
        assertEquals(
                sign * sum, lines.stream().mapToLong(JournalLine::minorUnits).sum());
        for (JournalLine line : lines) {
            assertTrue(line.minorUnits() * sign > 0, "each line lies on the discount's side");
            if (line.accountCode().equals("2200")) {
                assertTrue(Math.abs(line.minorUnits()) <= sum * 825 / 10_825 + parts.size() * 4);
            } else {
                assertEquals("6840", line.accountCode());
            }
        }
    }

    @Test
    void discount_isGrantedOnceForAnItem_whateverThePayments() {
        PartyItems items = new PartyItems(CurrencyUnit.USD, List.of(), List.of());
        OpenItem invoice = new OpenItem(
                new OpenItemId(1),
                new PartyId(1),
                "1200",
                "Invoice",
                DAY,
                DAY,
                10_000,
                new OpenItem.Discount(DAY, 200));
        OpenItem payment = new OpenItem(
                new OpenItemId(2), new PartyId(1), "1200", "Receipt", DAY, DAY, -9_000, OpenItem.Discount.NONE);
        items.add(invoice);
        items.add(payment);
        items.settle(1, invoice.id(), payment.id(), 5_000, 150, DAY, "");
        assertEquals(150, items.discountTaken(invoice.id()));
        items.settle(2, invoice.id(), payment.id(), 1_000, 50, DAY, "");
        assertEquals(200, items.discountTaken(invoice.id()));
        items.undo(1, DAY);
        assertEquals(50, items.discountTaken(invoice.id()), "what is undone is given back");
    }
}
