package tidemark.core.returned;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.Test;
import tidemark.core.given.ReturnedYear;
import tidemark.core.receipt.Tender;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;

class ReturnSearchTest {
    private static final LocalDate DAY = LocalDate.of(2031, 6, 18);

    private static ReturnSearch.Terms terms(long... fees) {
        List<Long> usual = new ArrayList<>();
        for (long fee : fees) {
            usual.add(fee);
        }
        return new ReturnSearch.Terms(
                usual, 6_000, Map.of(Tender.CHECK, 60, Tender.CARD, 120, Tender.CASH, 0), CurrencyUnit.USD);
    }

    private static BankLine line(long amount, String text) {
        return new BankLine(new BankLineId(1), DAY, DAY, -amount, "", "", "", "", text, "");
    }

    private static ReturnSearch.Original check(long id, String number, String payer, long amount, int daysBefore) {
        return new ReturnSearch.Original(
                id, Tender.CHECK, false, number, payer, "D-77", amount, DAY.minusDays(daysBefore), 1);
    }

    /** Years of another make than any other test's; the rates of what their banks leave out stand there. */
    @Test
    void over100Years_theOriginalIsFirst_andWhatIsCalledClearIsRight() {
        int all = 0;
        int first = 0;
        int among = 0;
        int clear = 0;
        int clearAndWrong = 0;
        List<String> missed = new ArrayList<>();
        for (long seed = 1; seed <= 100; seed++) {
            ReturnedYear year = new ReturnedYear(40_000 + seed);
            for (ReturnedYear.Came came : year.came) {
                ReturnSearch found = ReturnSearch.of(1, came.line(), year.originals, terms(year.usualFee));
                HashSet<Object> truth = new HashSet<>(came.truth());
                boolean right = !found.explanations().isEmpty()
                        && truth.equals(new HashSet<Object>(
                                found.explanations().getFirst().originals()));
                all++;
                first += right ? 1 : 0;
                among += found.explanations().stream().anyMatch(e -> truth.equals(new HashSet<Object>(e.originals())))
                        ? 1
                        : 0;
                clear += found.clear() ? 1 : 0;
                clearAndWrong += found.clear() && !right ? 1 : 0;
                if (!right) {
                    missed.add(came + " -> "
                            + found.explanations().stream().limit(2).toList());
                }
            }
        }
        String told = "first %d, among the likeliest %d, clear %d (wrong %d) of %d%n%s"
                .formatted(
                        first,
                        among,
                        clear,
                        clearAndWrong,
                        all,
                        String.join("\n", missed.subList(0, Math.min(12, missed.size()))));
        assertTrue(all > 1_500, told);
        assertTrue(first >= all * .98, told);
        assertTrue(clearAndWrong <= all * .003, told);
        assertTrue(clear >= all * .9, told);
    }

    @Test
    void whenTwoFit_noneIsClear_whateverTheirOrder() {
        Random random = new Random(5);
        for (int round = 0; round < 200; round++) {
            List<ReturnSearch.Original> originals = new ArrayList<>();
            long amount = 1_000 + random.nextInt(90_000);
            originals.add(check(1, "4471", "Amber Foundry", amount, 3));
            originals.add(check(2, "8820", "Cobalt Haulage", amount, 3));
            for (int i = 0; i < random.nextInt(40); i++) {
                originals.add(check(
                        3L + i, "9" + (100 + i), "Ember Optics", 500 + random.nextInt(90_000), random.nextInt(30)));
            }
            ReturnSearch one = ReturnSearch.of(1, line(amount, "RETURNED ITEM"), originals, terms());
            assertFalse(one.clear(), one.toString());
            Collections.shuffle(originals, random);
            assertEquals(one, ReturnSearch.of(1, line(amount, "RETURNED ITEM"), originals, terms()));
        }
    }

    @Test
    void theNumberDecidesBetweenTwoOfOneAmount_andTheEvidenceNamesIt() {
        ReturnSearch found = ReturnSearch.of(
                1,
                line(64_000, "RETURNED CHECK 0004471 NSF"),
                List.of(check(1, "4471", "Amber Foundry", 64_000, 3), check(2, "8820", "Cobalt Haulage", 64_000, 3)),
                terms());
        assertTrue(found.clear());
        assertEquals(1, found.explanations().getFirst().originals().getFirst().id());
        assertEquals(
                List.of("check number 4471", "the amount to the cent", "banked 15 Jun 2031, bank days since: 2"),
                found.explanations().getFirst().evidence());
    }

    @Test
    void theBanksFeeInTheLine_severalInOneLine_andOneFeeForAll() {
        List<ReturnSearch.Original> originals = List.of(
                check(1, "4471", "Amber Foundry", 64_000, 2),
                check(2, "8820", "Cobalt Haulage", 12_345, 2),
                check(3, "9101", "Ember Optics", 30_070, 2));
        ReturnSearch one = ReturnSearch.of(1, line(65_200, "RETURNED CHECK"), originals, terms(1_200));
        assertEquals(
                List.of(originals.getFirst()), one.explanations().getFirst().originals());
        assertEquals(1_200, one.explanations().getFirst().fee());
        ReturnSearch both = ReturnSearch.of(1, line(42_415, "2 RETURNED ITEMS"), originals, terms(1_200));
        assertEquals(2, both.explanations().getFirst().originals().size());
        assertEquals(0, both.explanations().getFirst().fee());
        ReturnSearch withFees = ReturnSearch.of(1, line(42_415 + 2_400, "2 RETURNED ITEMS"), originals, terms(1_200));
        assertEquals(2_400, withFees.explanations().getFirst().fee());
    }

    /** Against every set of up to five, with every fee that may be: nothing is told that does not come to the line. */
    @Test
    void amongFew_everyExplanationComesToTheLine_andNoExactOneIsLeftOut() {
        Random random = new Random(77);
        for (int round = 0; round < 300; round++) {
            List<ReturnSearch.Original> originals = new ArrayList<>();
            for (int i = 0; i < 7; i++) {
                originals.add(
                        check(i + 1L, "70" + i, "Payer " + i, 1_000 + 100L * random.nextInt(40), random.nextInt(9)));
            }
            long fee = 1_200;
            int picked = 1 + random.nextInt((1 << 7) - 1);
            long amount = random.nextInt(3) == 0 ? fee : 0;
            for (int i = 0; i < 7; i++) {
                amount += (picked >> i & 1) * originals.get(i).minorUnits();
            }
            ReturnSearch found = ReturnSearch.of(1, line(amount, "RETURNED ITEMS"), originals, terms(fee));
            for (ReturnSearch.Explanation e : found.explanations()) {
                long sum = e.fee();
                for (ReturnSearch.Original o : e.originals()) {
                    sum += o.minorUnits();
                }
                assertEquals(amount, sum, e.toString());
                assertEquals(e.originals().size(), new HashSet<>(e.originals()).size(), "each once");
                assertTrue(
                        e.originals().size() == 1
                                ? e.fee() <= 6_000
                                : e.fee() == 0
                                        || e.fee() == fee
                                        || e.fee() == fee * e.originals().size(),
                        e.toString());
            }
            long wanted = amount;
            long exact =
                    originals.stream().filter(o -> o.minorUnits() == wanted).count();
            long told = found.explanations().stream()
                    .filter(e -> e.originals().size() == 1 && e.fee() == 0)
                    .count();
            assertEquals(exact, told, "each receipt of that amount is offered");
            boolean any = false;
            for (int set = 1; set < 1 << 7; set++) {
                long sum = 0;
                for (int i = 0; i < 7; i++) {
                    sum += (set >> i & 1) * originals.get(i).minorUnits();
                }
                int size = Integer.bitCount(set);
                any |= size <= 5 && (sum == amount || sum + fee == amount || sum + fee * size == amount);
            }
            if (any) {
                assertFalse(found.explanations().isEmpty(), "something comes to it, and something is told");
            }
        }
    }

    @Test
    void whatCannotComeBackAnyMore_isNotOffered() {
        List<ReturnSearch.Original> old = List.of(check(1, "4471", "Amber Foundry", 64_000, 90));
        assertTrue(ReturnSearch.of(1, line(64_000, "RETURNED CHECK 4471"), old, terms())
                .explanations()
                .isEmpty());
        ReturnSearch.Original direct = new ReturnSearch.Original(
                7, Tender.CHECK, true, "A-1", "Amber Foundry", "", 64_000, DAY.minusDays(40), 1);
        assertTrue(ReturnSearch.of(1, line(64_000, "ACH RETURN R01 AMBER"), List.of(direct), terms())
                .explanations()
                .isEmpty());
        assertEquals(
                1,
                ReturnSearch.of(1, line(64_000, "ACH RETURN R10 AMBER"), List.of(direct), terms())
                        .explanations()
                        .size());
        ReturnSearch.Original tomorrow = check(8, "4471", "Amber Foundry", 64_000, -1);
        assertTrue(ReturnSearch.of(1, line(64_000, "RETURNED CHECK 4471"), List.of(tomorrow), terms())
                .explanations()
                .isEmpty());
    }

    @Test
    void signs_tellItemsFromFees_andReadTheReason() {
        assertEquals(
                new ReturnSigns(true, false, java.util.Optional.of(ReturnReason.NOT_SUFFICIENT)),
                ReturnSigns.of(line(1, "Returned check 44 NSF")));
        assertTrue(ReturnSigns.of(line(1, "RETURNED ITEM FEE")).fee());
        assertFalse(ReturnSigns.of(line(1, "RETURNED ITEM FEE")).item());
        assertEquals(
                ReturnReason.R03,
                ReturnSigns.of(line(1, "ACH RTN R03 X")).reason().orElseThrow());
        assertEquals(ReturnSigns.NONE, ReturnSigns.of(line(1, "Wire to supplier")));
        assertEquals(
                ReturnSigns.NONE,
                ReturnSigns.of(new BankLine(new BankLineId(1), DAY, DAY, 5, "", "", "", "", "RETURNED CHECK", "")));
        for (String code : List.of("PMNT-RDDT-UPDD", "555", "NRTI", "PMNT-ICHQ-UPCQ")) {
            assertTrue(
                    ReturnSigns.of(new BankLine(new BankLineId(1), DAY, DAY, -5, "", "", "", "", "", code))
                            .item(),
                    code);
        }
    }

    @Test
    void theFeeBeside_isFoundByItsWordsOrItsUsualAmount_andForSeveral() {
        BankLine back = line(64_000, "RETURNED CHECK 4471");
        BankLine fee = beside(2, 1_200, "RETURNED ITEM FEE", 1);
        BankLine other = beside(3, 1_200, "WIRE FEE", 0);
        assertEquals(
                2,
                FeeBeside.of(back, List.of(other, fee), List.of(), 6_000)
                        .orElseThrow()
                        .line()
                        .id()
                        .value());
        assertEquals(
                3,
                FeeBeside.of(back, List.of(beside(2, 3_600, "SERVICE CHARGE RTN", 0)), List.of(1_200L), 6_000)
                        .orElseThrow()
                        .items());
        assertTrue(FeeBeside.of(back, List.of(beside(2, 1_200, "RETURNED ITEM FEE", 9)), List.of(1_200L), 6_000)
                .isEmpty());
        assertTrue(FeeBeside.of(back, List.of(beside(2, 64_000, "RETURNED CHECK 4470", 0)), List.of(), 6_000)
                .isEmpty());
        assertTrue(FeeBeside.of(back, List.of(fee, beside(4, 1_200, "RETURNED ITEM FEE", 1)), List.of(), 6_000)
                .orElseThrow()
                .several());
    }

    private static BankLine beside(long id, long amount, String text, int daysAfter) {
        return new BankLine(new BankLineId(id), DAY.plusDays(daysAfter), DAY, -amount, "", "", "", "", text, "");
    }
}
