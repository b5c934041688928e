package tidemark.core.payment;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Random;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.PartyId;
import tidemark.core.ledger.TaxTable;
import tidemark.core.ledger.TaxedLine;
import tidemark.core.ledger.Taxes;
import tidemark.core.party.Allocation;
import tidemark.core.party.OpenItem;
import tidemark.core.party.OpenItemId;
import tidemark.core.party.PartyMoney;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;
import tidemark.core.table.CsvTable;

class PaymentTest {
    private static final LocalDate DAY = LocalDate.of(2026, 6, 4);
    private static final CurrencyUnit USD = CurrencyUnit.USD;
    private static final PartyMoney.Counterpart SUPPLIER =
            new PartyMoney.Counterpart(new PartyId(5), "Orrin Paints", "2010", "4840");

    private static String code(org.junit.jupiter.api.function.Executable call) {
        return assertThrows(RuleViolation.class, call).code();
    }

    private static PartyMoney.Terms terms(String money) {
        return new PartyMoney.Terms(DAY, USD, "20421", "Check 20421", money);
    }

    @Test
    void out_itemsDiscountAndExpenses_bookAsTheTradeDoes() {
        OpenItem bill = new OpenItem(
                new OpenItemId(1),
                new PartyId(5),
                "2010",
                "Invoice B1",
                DAY,
                DAY,
                -50_000,
                new OpenItem.Discount(DAY, 1_000));
        PartyMoney.Use parts = new PartyMoney.Use(
                Allocation.of(List.of(new Allocation.Part(bill, 50_000, 49_000, 1_000)), DAY, USD),
                2_000,
                List.of(new TaxedLine("5030", 10_825, "ST", "YARD", "Paint")));
        JournalEntry entry = PartyMoney.entry(
                PartyMoney.Direction.OUT,
                terms("1010"),
                SUPPLIER,
                parts,
                new TaxTable(List.of(TaxTable.Dated.always(new Taxes.Tax("ST", new BigDecimal("8.25"), "2200")))));
        assertEquals(61_825, parts.total());
        assertEquals(52_000, entry.movementOf("2010"));
        assertEquals(-1_000, entry.movementOf("4840"));
        assertEquals(10_000, entry.movementOf("5030"));
        assertEquals(825, entry.movementOf("2200"));
        assertEquals(-61_825, entry.movementOf("1010"));
        assertEquals(new PartyId(5), entry.lines().getFirst().partyId());
        JournalEntry clearing = PaymentBooking.clearing(terms("1010"), "2270", "Orrin Paints", 61_825);
        assertEquals(61_825, clearing.movementOf("2270"));
        assertEquals(-61_825, clearing.movementOf("1010"));
    }

    @Test
    void out_ofNothing_isRefused() {
        assertEquals(
                "payment.nothing",
                code(() -> PartyMoney.entry(
                        PartyMoney.Direction.OUT,
                        terms("1010"),
                        SUPPLIER,
                        new PartyMoney.Use(new Allocation(List.of(), 0, 0), 0, List.of()),
                        new TaxTable(List.of()))));
    }

    @Test
    void states_allowOnlyTheMovesOfTheTable() {
        assertEquals(PaymentState.WAITS_FOR_DATE, PaymentState.WAITS_FOR_RELEASE.after(PaymentState.Move.RELEASE, "x"));
        assertEquals(PaymentState.BOOKED, PaymentState.WAITS_FOR_DATE.after(PaymentState.Move.BOOK, "x"));
        int legal = 0;
        for (PaymentState state : PaymentState.values()) {
            for (PaymentState.Move move : PaymentState.Move.values()) {
                try {
                    state.after(move, "check 1");
                    legal++;
                } catch (RuleViolation e) {
                    assertEquals("payment.state", e.code());
                    assertTrue(e.problems().getFirst().found().startsWith("check 1, which "));
                }
            }
        }
        assertEquals(7, legal);
    }

    @Test
    void limits_areInclusive_andNameThemselves() {
        PaymentLimits limits =
                new PaymentLimits(OptionalLong.of(100), OptionalLong.of(1_000), OptionalLong.of(2_500), false);
        assertEquals(List.of(), limits.problems(100, USD, ""));
        assertEquals(List.of(), limits.problems(1_000, USD, ""));
        for (long bad : new long[] {99, 1_001}) {
            assertEquals(
                    List.of("payment.limit"),
                    limits.problems(bad, USD, "").stream().map(Problem::code).toList());
        }
        for (long bad : new long[] {0, -1}) {
            assertEquals(
                    "payment.amount", limits.problems(bad, USD, "").getFirst().code());
        }
        assertEquals(
                List.of(),
                new PaymentLimits(OptionalLong.of(100), OptionalLong.empty(), OptionalLong.empty(), true)
                        .problems(0, USD, ""));
        assertEquals(List.of(), limits.problemsOfDay(1_000, 1_500, USD, ""));
        Problem beyond = limits.problemsOfDay(1_000, 1_501, USD, "amount").getFirst();
        assertEquals("payment.day", beyond.code());
        assertEquals("9.99", beyond.values().get("left"));
        assertEquals(List.of(), PaymentLimits.NONE.problemsOfDay(Long.MAX_VALUE, 0, USD, ""));
    }

    @Test
    void checkNumber_countsUpAndKeepsItsDigits() {
        assertEquals("0100", CheckNumber.after("0099"));
        assertEquals("10000", CheckNumber.after("9999"));
        assertEquals("check.number", code(() -> CheckNumber.parse("12a")));
        assertEquals("check.number", code(() -> CheckNumber.parse("000")));
        assertEquals("check.number", code(() -> CheckNumber.parse(" ")));
    }

    @RepeatedTest(80)
    void transfer_ofAnyKind_balancesAndClearsBetweenTheBanks(RepetitionInfo seed) {
        Random random = new Random(seed.getCurrentRepetition());
        long from = random.nextInt(1, 900_000);
        boolean foreign = random.nextBoolean();
        long toBase = foreign ? from + random.nextInt(-50, 50) : from;
        toBase = Math.max(1, toBase);
        long toOwn = foreign ? random.nextInt(1, 900_000) : toBase;
        LocalDate later = DAY.plusDays(random.nextInt(3));
        List<JournalEntry> entries = TransferBooking.entries(
                new TransferBooking.End("1010", "Operating", DAY, from, from, Optional.empty()),
                new TransferBooking.End(
                        "1040",
                        "Euro parts",
                        later,
                        toOwn,
                        toBase,
                        foreign ? Optional.of(BigDecimal.ONE) : Optional.empty()),
                new TransferBooking.Between("1900", "4830", "6850"),
                USD,
                "TR-1",
                "Transfer");
        assertEquals(later.equals(DAY) ? 1 : 2, entries.size());
        long[] sums = new long[4];
        String[] accounts = {"1010", "1040", "1900", foreign && toBase > from ? "4830" : "6850"};
        for (JournalEntry e : entries) {
            for (int i = 0; i < 4; i++) {
                sums[i] += e.movementOf(accounts[i]);
            }
        }
        assertEquals(-from, sums[0]);
        assertEquals(toBase, sums[1]);
        assertEquals(0, sums[2], "nothing stays between the banks");
        assertEquals(from - toBase, sums[3], "the difference is a gain or a loss");
        long own = entries.getLast().lines().getFirst().ownMinorUnits();
        assertEquals(toOwn, own);
    }

    @Test
    void transfer_withItselfOrOfNothing_isRefused() {
        TransferBooking.End one = new TransferBooking.End("1010", "Operating", DAY, 5, 5, Optional.empty());
        TransferBooking.End none = new TransferBooking.End("1020", "Payroll", DAY, 0, 0, Optional.empty());
        TransferBooking.Between between = new TransferBooking.Between("1900", "4830", "6850");
        assertEquals("transfer.same", code(() -> TransferBooking.entries(one, one, between, USD, "", "")));
        assertEquals("transfer.amount", code(() -> TransferBooking.entries(one, none, between, USD, "", "")));
    }

    @Test
    void rate_convertsExactlyAndRoundsOnlyAtTheEnd() {
        ExchangeRate rate = new ExchangeRate(CurrencyUnit.EUR, USD, DAY, new BigDecimal("1.0842"));
        assertEquals(108_420, rate.toBase(100_000));
        assertEquals(-108_420, rate.toBase(-100_000));
        assertEquals(1, rate.toBase(1));
        assertEquals(15_023, new ExchangeRate(CurrencyUnit.JPY, USD, DAY, new BigDecimal("0.0067")).toBase(22_422));
        assertEquals("rate.unfit", code(() -> new ExchangeRate(CurrencyUnit.EUR, USD, DAY, BigDecimal.ZERO)));
        assertEquals(
                "rate.unfit", code(() -> new ExchangeRate(CurrencyUnit.EUR, USD, DAY, new BigDecimal("1.000000001"))));
    }

    @Test
    void file_withEachKindOfBadRow_namesLineAndColumn() {
        CsvTable.Result<PaymentFile.Row> read = PaymentFile.read("""
                payee,date,amount,account,number
                A. Lindqvist,2026-06-11,2150.00,6210,7001
                ,2026-06-11,2150.00,6210,7002
                B. Okafor,11.6.2026,2150.00,6210,7003
                C. Marsh,2026-06-11,-5.00,6210,7004
                D. Whitlock,2026-06-11,2150.001,6210,7005
                E. Novak,2026-06-11,2150.00,,7006
                F. Tamura,2026-06-11,2150.00,6210,7001
                G. Hale,2026-06-11,2150.00,6210,70x
                """, USD);
        assertEquals(
                List.of(
                        "field.empty line 3, payee",
                        "date.unreadable line 4, date",
                        "amount.negative line 5, amount",
                        "amount.places line 6, amount",
                        "field.empty line 7, account",
                        "number.taken line 8, number",
                        "check.number line 9, number"),
                read.problems().stream().map(p -> p.code() + " " + p.where()).toList());
        assertEquals(1, read.rows().size());
        assertEquals(
                7,
                assertThrows(RuleViolation.class, read::rowsOrRefuse).problems().size());
    }

    @Test
    void register_sumsByState() {
        assertEquals(
                new PaymentRegister(5, 300, 70, 11, 9),
                PaymentRegister.of(List.of(
                        new PaymentRegister.Row(300, PaymentState.BOOKED),
                        new PaymentRegister.Row(50, PaymentState.WAITS_FOR_DATE),
                        new PaymentRegister.Row(20, PaymentState.WAITS_FOR_RELEASE),
                        new PaymentRegister.Row(11, PaymentState.UNCLAIMED),
                        new PaymentRegister.Row(9, PaymentState.VOID))));
    }
}
