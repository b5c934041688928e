package tidemark.core.movement;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tidemark.core.ledger.Means;
import tidemark.core.movement.BankMovements.Done;
import tidemark.core.movement.BankMovements.Row;
import tidemark.core.movement.BankMovements.Seen;
import tidemark.core.rule.Conditions;
import tidemark.core.rule.Effect;
import tidemark.core.rule.Rule;
import tidemark.core.rule.TextTest;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;

class BankMovementsTest {
    private static final LocalDate DAY = LocalDate.of(2026, 6, 30);

    private static BankLine line(long id, long amount, String code, String text) {
        return new BankLine(new BankLineId(id), DAY.plusDays(id), DAY.plusDays(id), amount, "", "", "", "", text, code);
    }

    private static Rule rule(String name, Optional<Conditions.Direction> direction, String code, String text) {
        return new Rule(
                1,
                name,
                new Conditions(
                        direction,
                        OptionalLong.empty(),
                        OptionalLong.empty(),
                        TextTest.CONTAINS,
                        text,
                        "",
                        code,
                        OptionalInt.empty(),
                        OptionalInt.empty()),
                new Effect.Book(),
                Optional.empty(),
                Optional.empty());
    }

    @ParameterizedTest(name = "{0}, {1}")
    @CsvSource(delimiter = '|', nullValues = "none", textBlock = """
            PMNT-RCDT-ESCT | true  | TRANSFER
            PMNT-ICDT-XBCT | false | WIRE
            PMNT-RCDT-SALA | true  | PAYROLL
            PMNT-ICHQ-CCHQ | false | CHECK
            PMNT-RCHQ-UPCQ | false | RETURNED
            PMNT-IDDT-ESDD | true  | COLLECTION
            PMNT-IDDT-UPDD | false | RETURNED
            PMNT-RDDT-ESDD | false | DIRECT_DEBIT
            PMNT-MCRD-POSP | true  | CARD_TAKINGS
            ACMT-MDOP-CHRG | false | FEE
            ACMT-MCOP-INTR | true  | INTEREST
            CAMT-CAPL-ZABA | true  | OWN_TRANSFER
            475            | false | CHECK
            301            | true  | DEPOSIT
            495            | false | WIRE
            142            | true  | TRANSFER
            455            | false | DIRECT_DEBIT
            555            | false | RETURNED
            698            | false | FEE
            NCHK           | false | CHECK
            NCHK           | true  | DEPOSIT
            FRTI           | false | RETURNED
            NTRF           | true  | TRANSFER
            NCHG           | false | FEE
            CHECK          | false | CHECK
            SRVCHG         | false | FEE
            SRVCHG         | true  | none
            XFER           | true  | OWN_TRANSFER
            DIRECTDEBIT    | false | DIRECT_DEBIT
            CARD           | true  | CARD_TAKINGS
            DD             | false | DIRECT_DEBIT
            P4711X         | false | none
            """)
    void code_asItsStandardHasIt(String code, boolean in, BankCode meaning) {
        assertEquals(Optional.ofNullable(meaning), BankCode.of(code, in));
    }

    @Test
    void code_saysHowItTravels() {
        assertEquals(Optional.of(Means.CHECKS), BankCode.CHECK.means());
        assertEquals(
                Optional.of(Means.WIRES), BankCode.of("PMNT-ICDT-XBCT", false).flatMap(BankCode::means));
        assertEquals(Optional.empty(), BankCode.FEE.means());
        assertEquals(Optional.empty(), BankCode.of("", true));
        for (BankCode code : BankCode.values()) {
            assertFalse(code.words().isBlank());
        }
    }

    @Test
    void row_saysWhatIsNotProvidedFor() {
        List<Rule> rules = List.of(
                rule("Fees", Optional.empty(), "698", ""),
                rule("Wire fees", Optional.of(Conditions.Direction.OUT), "", "WIRE"));
        List<Seen> lines = List.of(
                new Seen(line(1, -1_500, "698", "MAINTENANCE"), Done.BOOKED_BY_HAND, 11, "FEE"),
                new Seen(line(2, -1_500, "698", "MAINTENANCE"), Done.BOOKED_BY_RULE, 12, "FEE"),
                new Seen(line(3, -700, "699", "WIRE 12"), Done.OPEN, 0, ""),
                new Seen(line(4, -800, "699", "POSTAGE"), Done.BOOKED_BY_HAND, 13, "ACCOUNT"),
                new Seen(line(5, -900, "699", "POSTAGE"), Done.OPEN, 0, ""),
                new Seen(line(6, 900, "699", "POSTAGE"), Done.MATCHED, 0, ""),
                new Seen(line(7, -5, "", "Harbor dues 4411 June"), Done.DECLARED, 0, ""),
                new Seen(line(8, -6, "", "HARBOR DUES 4412 July"), Done.OPEN, 0, ""));
        List<Row> rows = BankMovements.of(lines, rules).rows();
        assertEquals(
                List.of(
                        "699  out 3 -2400 not 2 -1700 [Wire fees] 13 5",
                        " HARBOR DUES out 2 -11 not 1 -6 [] 0 8",
                        "698  out 2 -3000 not 0 0 [Fees] 11 2",
                        "699  in 1 900 not 0 0 [] 0 6"),
                rows.stream().map(BankMovementsTest::told).toList());
        assertEquals(Optional.of(BankCode.FEE), rows.get(2).meaning());
        assertEquals(Map.of("FEE", 2), rows.get(2).bookedAs());
        assertEquals(Map.of("ACCOUNT", 1), rows.get(0).bookedAs());
    }

    private static String told(Row r) {
        return r.code() + " " + r.words() + " " + (r.in() ? "in " : "out ")
                + r.all().count() + " "
                + r.all().minorUnits() + " not " + r.notProvided().count() + " "
                + r.notProvided().minorUnits() + " " + r.rules() + " " + r.lastBooking() + " "
                + r.latest().id().value();
    }

    /** Every line is in one row, in one of its columns, however they are mixed. */
    @Test
    void rows_holdEveryLineOnce() {
        Random random = new Random(8);
        String[] codes = {"", "475", "698", "PMNT-RCDT-ESCT"};
        String[] texts = {"LOAN 12", "loan 13 rate", "", "FEE"};
        for (int round = 0; round < 200; round++) {
            List<Rule> rules = List.of(rule("By code", Optional.empty(), codes[1 + random.nextInt(3)], ""));
            List<Seen> lines = new ArrayList<>();
            for (int i = 0; i < random.nextInt(50); i++) {
                long amount = random.nextInt(900) + 1;
                lines.add(new Seen(
                        line(
                                i,
                                random.nextBoolean() ? amount : -amount,
                                codes[random.nextInt(4)],
                                texts[random.nextInt(4)]),
                        Done.values()[random.nextInt(Done.values().length)],
                        0,
                        ""));
            }
            List<Row> rows = BankMovements.of(lines, rules).rows();
            assertEquals(
                    lines.size(), rows.stream().mapToInt(r -> r.all().count()).sum());
            for (Row row : rows) {
                List<Seen> own = lines.stream()
                        .filter(s ->
                                s.line().code().equals(row.code()) && (s.line().minorUnits() > 0) == row.in())
                        .filter(s -> !row.code().isEmpty()
                                || row.words().equals(firstWord(s.line().text())))
                        .toList();
                assertEquals(
                        own.stream().mapToLong(s -> s.line().minorUnits()).sum(),
                        row.all().minorUnits());
                assertEquals(
                        own.size(),
                        row.done().values().stream()
                                .mapToInt(BankMovements.Sum::count)
                                .sum());
                assertEquals(
                        own.stream()
                                .filter(s -> s.done() == Done.OPEN || s.done() == Done.BOOKED_BY_HAND)
                                .filter(s -> Rule.booking(rules, s.line()).isEmpty())
                                .count(),
                        row.notProvided().count());
            }
        }
    }

    /** Of the texts of this test: none has two words before its first number. */
    private static String firstWord(String text) {
        return text.toUpperCase(Locale.ROOT).replaceAll(" .*", "");
    }
}
