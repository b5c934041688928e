package tidemark.core.party;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.JournalLine;
import tidemark.core.ledger.PartyId;
import tidemark.core.ledger.TaxTable;
import tidemark.core.ledger.TaxUse;
import tidemark.core.ledger.TaxedLine;
import tidemark.core.ledger.Taxes;
import tidemark.core.problem.RuleViolation;

/** Money of a party is booked the same way in and out; compared with sums that are made account by account. */
class PartyMoneyTest {
    private static final CurrencyUnit USD = CurrencyUnit.USD;
    private static final LocalDate DAY = LocalDate.of(2026, 6, 12);
    private static final PartyMoney.Counterpart PARTY =
            new PartyMoney.Counterpart(new PartyId(5), "Orrin Paints", "2010", "4840");
    private static final PartyMoney.Terms TERMS = new PartyMoney.Terms(DAY, USD, "R-1", "Money", "1010");

    private static Taxes.Tax tax(String code, TaxUse use, boolean recoverable) {
        return new Taxes.Tax(
                code, new BigDecimal("7.5"), "22" + code.length() + code.charAt(0), use, recoverable, true);
    }

    private static final Map<String, Taxes.Tax> TAXES = Map.of(
            "S", tax("S", TaxUse.SALES, true),
            "P", tax("P", TaxUse.PURCHASES, true),
            "N", tax("N", TaxUse.BOTH, false),
            "B", tax("B", TaxUse.BOTH, true));

    private static final TaxTable TABLE =
            new TaxTable(TAXES.values().stream().map(TaxTable.Dated::always).toList());

    private static PartyMoney.Use use(Random random, PartyMoney.Direction direction) {
        List<Allocation.Part> parts = new ArrayList<>();
        for (int i = random.nextInt(4); i > 0; i--) {
            long open = random.nextInt(100, 90_000);
            long discount = random.nextInt(3) == 0 ? random.nextInt(1, 100) : 0;
            OpenItem item = new OpenItem(
                    new OpenItemId(i),
                    new PartyId(5),
                    "2010",
                    "Item " + i,
                    DAY,
                    DAY,
                    -open,
                    new OpenItem.Discount(DAY, discount));
            List<DiscountBooking.Share> shares = random.nextBoolean()
                    ? List.of(new DiscountBooking.Share("B", open / 2 + 1), new DiscountBooking.Share("", open / 2 + 1))
                    : List.of();
            parts.add(new Allocation.Part(item, open, random.nextLong(1, open - discount + 1), discount, shares));
        }
        List<TaxedLine> lines = new ArrayList<>();
        String[] codes = {"", "N", "B", direction == PartyMoney.Direction.IN ? "S" : "P"};
        for (int i = random.nextInt(4); i > 0; i--) {
            lines.add(new TaxedLine(
                    "50" + random.nextInt(10, 13), random.nextInt(1, 50_000), codes[random.nextInt(4)], "YARD", ""));
        }
        return new PartyMoney.Use(Allocation.of(parts, DAY, USD), random.nextInt(2) * random.nextInt(5_000), lines);
    }

    private static Map<String, Long> byAccount(JournalEntry entry) {
        Map<String, Long> out = new HashMap<>();
        entry.lines().forEach(l -> out.merge(l.accountCode(), l.minorUnits(), Math::addExact));
        out.values().removeIf(v -> v == 0);
        return out;
    }

    @RepeatedTest(300)
    void everyAccount_getsWhatItsPartComesTo_onTheSideOfTheDirection(RepetitionInfo seed) {
        Random random = new Random(seed.getCurrentRepetition());
        PartyMoney.Direction direction = random.nextBoolean() ? PartyMoney.Direction.IN : PartyMoney.Direction.OUT;
        long sign = direction == PartyMoney.Direction.OUT ? 1 : -1;
        PartyMoney.Use use = use(random, direction);
        if (use.total() == 0) {
            return;
        }
        Map<String, Long> expected = new HashMap<>();
        long paid = use.rest();
        for (Allocation.Part part : use.items().parts()) {
            expected.merge("2010", sign * (part.paid() + part.discount()), Long::sum);
            paid += part.paid();
        }
        expected.merge("2010", sign * use.rest(), Long::sum);
        for (TaxedLine line : use.lines()) {
            paid += line.gross();
            Taxes.Tax tax = TAXES.get(line.taxCode());
            // the net amount is gross / 1.075, to the nearest
            long net = tax == null || !tax.recoverable() ? line.gross() : Math.round(line.gross() / 1.075);
            expected.merge(line.accountCode(), sign * net, Long::sum);
            if (net != line.gross()) {
                expected.merge(TAXES.get(line.taxCode()).accountCode(), sign * (line.gross() - net), Long::sum);
            }
        }
        expected.merge("1010", -sign * paid, Long::sum);
        for (JournalLine line :
                DiscountBooking.lines(use.items().parts(), "4840", "Orrin Paints", TABLE, (int) -sign)) {
            expected.merge(line.accountCode(), line.minorUnits(), Long::sum);
        }
        expected.values().removeIf(v -> v == 0);
        JournalEntry entry = PartyMoney.entry(direction, TERMS, PARTY, use, TABLE);
        assertEquals(expected, byAccount(entry), "seed " + seed.getCurrentRepetition());
        assertEquals(paid, use.total());
        assertEquals(
                0, entry.lines().stream().mapToLong(JournalLine::minorUnits).sum());
        assertTrue(entry.lines().stream()
                .allMatch(l -> l.accountCode().equals("2010") == l.partyId().equals(new PartyId(5))));
    }

    @Test
    void taxOfTheOtherSide_andNothingAtAll_areRefused() {
        Allocation none = new Allocation(List.of(), 0, 0);
        for (PartyMoney.Direction direction : PartyMoney.Direction.values()) {
            String wrong = direction == PartyMoney.Direction.IN ? "P" : "S";
            PartyMoney.Use other = new PartyMoney.Use(none, 0, List.of(new TaxedLine("5010", 100, wrong, "", "")));
            assertEquals(
                    "tax.use",
                    assertThrows(RuleViolation.class, () -> PartyMoney.entry(direction, TERMS, PARTY, other, TABLE))
                            .code());
            assertEquals(
                    "payment.nothing",
                    assertThrows(
                                    RuleViolation.class,
                                    () -> PartyMoney.entry(
                                            direction, TERMS, PARTY, new PartyMoney.Use(none, 0, List.of()), TABLE))
                            .code());
        }
    }

    @Test
    void linesBearTheTaxOfTheDay_andADiscountThatOfItsInvoice() {
        Taxes.Tax before = new Taxes.Tax("B", new BigDecimal("10"), "2210", TaxUse.BOTH, true, true);
        Taxes.Tax after = new Taxes.Tax("B", new BigDecimal("25"), "2225", TaxUse.BOTH, true, true);
        TaxTable table = new TaxTable(List.of(
                new TaxTable.Dated(before, Optional.empty(), Optional.of(DAY.minusDays(1))),
                new TaxTable.Dated(after, Optional.of(DAY), Optional.empty())));
        OpenItem old = new OpenItem(
                new OpenItemId(1),
                new PartyId(5),
                "2010",
                "Old",
                DAY.minusDays(9),
                DAY,
                -11_000,
                new OpenItem.Discount(DAY, 1_100));
        Allocation allocation = Allocation.of(
                List.of(new Allocation.Part(
                        old, 11_000, 9_900, 1_100, List.of(new DiscountBooking.Share("B", 11_000)))),
                DAY,
                USD);
        JournalEntry entry = PartyMoney.entry(
                PartyMoney.Direction.OUT,
                TERMS,
                PARTY,
                new PartyMoney.Use(allocation, 0, List.of(new TaxedLine("5010", 1_250, "B", "", ""))),
                table);
        assertEquals(-100, entry.movementOf("2210"), "a tenth of the discount was tax then");
        assertEquals(-1_000, entry.movementOf("4840"));
        assertEquals(250, entry.movementOf("2225"));
        assertEquals(1_000, entry.movementOf("5010"));
        assertEquals(-11_150, entry.movementOf("1010"));
    }

    @Test
    void somebodyWithoutAnAccount_isNamedOnTheLines() {
        JournalEntry entry = PartyMoney.entry(
                PartyMoney.Direction.IN,
                TERMS,
                PartyMoney.Counterpart.named("A walk-in"),
                new PartyMoney.Use(
                        new Allocation(List.of(), 0, 0),
                        0,
                        List.of(new TaxedLine("4050", 1_075, "S", "", "Chandlery"))),
                TABLE);
        assertEquals(Map.of("1010", 1_075L, "4050", -1_000L, "221S", -75L), byAccount(entry));
        assertTrue(entry.lines().stream().allMatch(l -> l.party().equals("A walk-in")));
    }
}
