package tidemark.core.money;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.regex.Pattern;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

class MinorUnitsTest {
    @ParameterizedTest
    @CsvSource({
        "0,0",
        "12,1200",
        "-12.5,-1250",
        "+0.05,5",
        "1234567.89,123456789",
        "0001.10,110",
        "1.100,110",
        ".5,50",
        "7.,700"
    })
    void parse_decimal_isExact(String text, long minor) {
        assertEquals(minor, MinorUnits.parse(text, CurrencyUnit.USD, "x"));
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "-", "1,000.00", "1e3", "12.3.4", " 1", "NaN", "١٢", "0x10"})
    void parse_notADecimal_isRefused(String text) {
        assertEquals(
                "amount.unreadable",
                assertThrows(RuleViolation.class, () -> MinorUnits.parse(text, CurrencyUnit.USD, "x"))
                        .code());
    }

    @Test
    void plain_isWhatParseGives_orLeavesItToParse() {
        int given = 0;
        String alphabet = "0123456789.-+,e ";
        for (long seed = 0; seed < 200_000; seed++) {
            Random random = new Random(seed);
            CurrencyUnit unit =
                    seed % 3 == 0 ? CurrencyUnit.JPY : seed % 3 == 1 ? CurrencyUnit.USD : CurrencyUnit.of("KWD");
            StringBuilder made = new StringBuilder("??");
            for (int i = random.nextInt(18); i > 0; i--) {
                made.append(alphabet.charAt(random.nextInt(random.nextInt(4) == 0 ? alphabet.length() : 11)));
            }
            char[] text = made.append("??").toString().toCharArray();
            long plain = MinorUnits.plain(text, 2, text.length - 2, '.', unit);
            if (plain != MinorUnits.NOT_PLAIN) {
                given++;
                assertEquals(MinorUnits.parse(made.substring(2, made.length() - 2), unit, "x"), plain, made::toString);
            }
        }
        assertTrue(given > 30_000, given + " were plain");
    }

    @Test
    void parse_threeDecimals_isRefused() {
        assertEquals(
                "amount.places",
                assertThrows(RuleViolation.class, () -> MinorUnits.parse("1.005", CurrencyUnit.USD, "x"))
                        .code());
        assertEquals(
                "amount.places",
                assertThrows(RuleViolation.class, () -> MinorUnits.parse("1.5", CurrencyUnit.JPY, "x"))
                        .code());
    }

    @Test
    void parse_beyondTheLargest_isRefused() {
        assertEquals(MinorUnits.LARGEST, MinorUnits.parse("10000000000.00", CurrencyUnit.USD, "x"));
        for (String tooLarge : new String[] {"10000000000.01", "99999999999999999999999999", "-10000000000.01"}) {
            assertEquals(
                    "amount.size",
                    assertThrows(RuleViolation.class, () -> MinorUnits.parse(tooLarge, CurrencyUnit.USD, "x"))
                            .code());
        }
    }

    @RepeatedTest(200)
    void toDecimal_ofAnyAmount_parsesBackAndAgreesWithBigDecimal(RepetitionInfo seed) {
        Random random = new Random(seed.getCurrentRepetition());
        long amount = random.nextLong(-MinorUnits.LARGEST, MinorUnits.LARGEST);
        for (CurrencyUnit currency : new CurrencyUnit[] {CurrencyUnit.USD, CurrencyUnit.JPY, CurrencyUnit.of("KWD")}) {
            String text = MinorUnits.toDecimal(amount, currency);
            assertEquals(amount, MinorUnits.parse(text, currency, "x"), "seed " + seed.getCurrentRepetition());
            assertEquals(BigDecimal.valueOf(amount, currency.getDecimalPlaces()).toPlainString(), text);
        }
    }

    @Test
    void report_negative_standsInParentheses() {
        assertEquals("(1,234,567.80)", MinorUnits.report(-123_456_780, CurrencyUnit.USD));
        assertEquals("0.05", MinorUnits.report(5, CurrencyUnit.USD));
    }

    @RepeatedTest(100)
    void slip_thatWasMade_isRecognised(RepetitionInfo seed) {
        Random random = new Random(seed.getCurrentRepetition());
        long meant = 1 + random.nextInt(10_000_000);
        for (KeyingSlip.Swap swap : KeyingSlip.swaps(meant)) {
            assertEquals(0, (meant - swap.amount()) % 9);
            assertTrue(KeyingSlip.between(meant, swap.amount()).isPresent(), meant + " typed " + swap.amount());
        }
        assertEquals(
                new KeyingSlip.SideTurned(), KeyingSlip.between(meant, -meant).orElseThrow());
        assertEquals(
                new KeyingSlip.PointMoved(2),
                KeyingSlip.between(meant, meant * 100).orElseThrow());
        assertTrue(KeyingSlip.between(meant, meant).isEmpty());
    }

    @Test
    void slip_ofTwoSwappedDigits_namesThem() {
        assertEquals(
                new KeyingSlip.DigitsSwapped(8, 9),
                KeyingSlip.between(-48_960, -49_860).orElseThrow());
        assertTrue(KeyingSlip.between(100, 109).isEmpty());
    }

    private static final Pattern DECIMAL = Pattern.compile("[+-]?(\\d+\\.?\\d*|\\.\\d+)");

    /** What a text is worth, in minor units or as the code of its refusal. */
    private static Object read(String text, CurrencyUnit currency) {
        if (!DECIMAL.matcher(text).matches() || text.length() > 40) {
            return "amount.unreadable";
        }
        BigDecimal amount = new BigDecimal(text);
        if (amount.stripTrailingZeros().scale() > currency.getDecimalPlaces()) {
            return "amount.places";
        }
        BigDecimal scaled = amount.movePointRight(currency.getDecimalPlaces());
        return scaled.abs().compareTo(BigDecimal.valueOf(MinorUnits.LARGEST)) > 0
                ? "amount.size"
                : (Object) scaled.longValueExact();
    }

    private static Object parsed(String text, CurrencyUnit currency) {
        try {
            return MinorUnits.parse(text, currency, 7, "amount");
        } catch (RuleViolation e) {
            assertEquals("line 7, amount", e.problems().getFirst().where());
            return e.code();
        }
    }

    private static boolean isPlain(String text, CurrencyUnit currency) {
        int point = text.indexOf('.');
        return DECIMAL.matcher(text).matches()
                && text.length() <= 14
                && (point < 0 || text.length() - point - 1 <= currency.getDecimalPlaces())
                && read(text, currency) instanceof Long;
    }

    @Test
    void everyText_isReadAsItsDecimal_orRefusedForWhatIsWrong() {
        List<String> texts = new ArrayList<>(List.of(
                "+",
                ".",
                "-.",
                "+5.",
                "10000000000",
                "10000000000.00",
                "10000000000.000",
                "10000000000.01",
                "1000000000000",
                "1000000000001",
                "-1000000000000",
                "1000000000.000",
                "1000000000.001",
                "0".repeat(39) + "1",
                "0".repeat(40) + "1",
                "1." + "0".repeat(38),
                "1." + "0".repeat(39),
                "123456789012.34",
                "12345678.901234",
                "999999999999999",
                "000000000000001",
                "0000000000000010.00"));
        Random random = new Random(11);
        for (int i = 0; i < 100_000; i++) {
            StringBuilder made = new StringBuilder();
            for (int left = random.nextInt(20); left > 0; left--) {
                made.append("0123456789..-+,e".charAt(random.nextInt(random.nextInt(5) == 0 ? 16 : 11)));
            }
            texts.add(made.toString());
        }
        for (CurrencyUnit currency : List.of(CurrencyUnit.USD, CurrencyUnit.JPY, CurrencyUnit.of("KWD"))) {
            for (String text : texts) {
                assertEquals(read(text, currency), parsed(text, currency), text);
                char[] within = ("9" + text + "9").toCharArray();
                long plain = MinorUnits.plain(within, 1, within.length - 1, '.', currency);
                assertEquals(
                        isPlain(text, currency) ? read(text, currency) : (Object) MinorUnits.NOT_PLAIN, plain, text);
            }
        }
    }

    @Test
    void refusal_saysWhatWasFoundAndWhatFits() {
        Problem places = assertThrows(RuleViolation.class, () -> MinorUnits.parse("1.005", CurrencyUnit.USD, "x"))
                .problems()
                .getFirst();
        assertEquals("x: “1.005” with 3 decimal places", places.where() + ": " + places.found());
        Problem unreadable = assertThrows(RuleViolation.class, () -> MinorUnits.parse(" ", CurrencyUnit.USD, "x"))
                .problems()
                .getFirst();
        assertEquals("nothing; a decimal amount such as 1234.50", unreadable.found() + "; " + unreadable.expected());
        assertEquals("“" + "a".repeat(60) + "”", MinorUnits.quoted("a".repeat(60)));
        assertEquals("“" + "a".repeat(60) + "…”", MinorUnits.quoted("a".repeat(61)));
        assertEquals(
                "currency.unknown",
                assertThrows(RuleViolation.class, () -> MinorUnits.currency("XQX", "currency"))
                        .code());
        assertEquals(CurrencyUnit.EUR, MinorUnits.currency("EUR", "currency"));
    }

    @Test
    void writtenAmounts_areThoseOfBigDecimal() {
        for (CurrencyUnit currency : List.of(CurrencyUnit.USD, CurrencyUnit.JPY, CurrencyUnit.of("KWD"))) {
            for (long amount :
                    new long[] {0, 1, 9, 10, 99, 100, 999, 1_000, 99_999, 100_000, 12_345_678, 999_999_999_999L}) {
                BigDecimal exact = BigDecimal.valueOf(amount, currency.getDecimalPlaces());
                assertEquals(exact.toPlainString(), MinorUnits.toDecimal(amount, currency));
                String grouped = String.format(Locale.ROOT, "%,." + currency.getDecimalPlaces() + "f", exact);
                assertEquals(grouped, MinorUnits.grouped(amount, currency));
                assertEquals(grouped, MinorUnits.grouped(-amount, currency));
                assertEquals(grouped, MinorUnits.report(amount, currency));
                if (amount > 0) {
                    assertEquals("-" + exact.toPlainString(), MinorUnits.toDecimal(-amount, currency));
                    assertEquals("(" + grouped + ")", MinorUnits.report(-amount, currency));
                }
            }
        }
    }

    @Test
    void sum_isExact_andNamesThePlaceOfWhatIsWrong() {
        assertEquals(0, MinorUnits.sum(List.of(), CurrencyUnit.USD));
        assertEquals(1_234, MinorUnits.sum(List.of("10.00", "-0.16", "2.5"), CurrencyUnit.USD));
        assertEquals(
                "amount 2",
                assertThrows(RuleViolation.class, () -> MinorUnits.sum(List.of("1", "x"), CurrencyUnit.USD))
                        .problems()
                        .getFirst()
                        .where());
    }
}
