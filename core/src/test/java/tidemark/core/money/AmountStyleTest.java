package tidemark.core.money;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.math.BigDecimal;
import java.util.Optional;
import java.util.Random;
import java.util.regex.Pattern;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;
import tidemark.core.problem.RuleViolation;

class AmountStyleTest {
    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            quoteCharacter = '"',
            value = {
                "POINT; 1,234.50; 123450",
                "POINT; 1234.5; 123450",
                "POINT; -1,234,567.89; -123456789",
                "POINT; .5; 50",
                "POINT; 5.; 500",
                "POINT; +12; 1200",
                "COMMA; 1.234,50; 123450",
                "COMMA; 12,50; 1250",
                "COMMA; 1.234; 123400",
                "COMMA; 12.50; 1250",
                "COMMA; 1234.50; 123450",
                "SPACE; 1 234,50; 123450",
                "APOSTROPHE; 1'234.50; 123450",
            })
    void minorUnits_ofWellWritten_areExact(AmountStyle style, String text, long minorUnits) {
        assertEquals(minorUnits, style.minorUnits(text, CurrencyUnit.USD, "amount"));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "12,50",
                "1,23",
                "1,2345",
                "12,34,567",
                "1,,234",
                ",123",
                "1,234,",
                "1.234.5",
                "1 234",
                "1e3",
                "0x1F",
                "12.5.0",
                "١٢",
                "１２",
                "$12",
                "12 USD",
                "--1",
                "1-",
                "(12)",
                "NaN",
                "",
                " ",
                "-",
                ".",
                ",",
                "1,234.5,6",
                "1.5,000",
                "1\u0000"
            })
    void minorUnits_ofAnythingElse_areRefusedWithWhatWasFound(String text) {
        RuleViolation refused =
                assertThrows(RuleViolation.class, () -> AmountStyle.POINT.minorUnits(text, CurrencyUnit.USD, "debit"));
        assertEquals("amount.unreadable", refused.code());
        assertEquals("debit", refused.problems().getFirst().where());
        assertEquals(
                text.isBlank() ? "nothing" : "“" + text + "”",
                refused.problems().getFirst().found());
    }

    @Test
    void minorUnits_withMorePlacesThanTheCurrency_areRefused() {
        assertEquals(
                "amount.places",
                assertThrows(
                                RuleViolation.class,
                                () -> AmountStyle.COMMA.minorUnits("1,005", CurrencyUnit.EUR, "amount"))
                        .code());
        assertEquals(1_005, AmountStyle.COMMA.minorUnits("1.005", CurrencyUnit.JPY, "amount"));
    }

    @Test
    void decimal_ofARate_hasNoExponentAndSoManyPlaces() {
        assertEquals(new BigDecimal("1.0825"), AmountStyle.POINT.decimal("1.0825", 8, "rate"));
        assertEquals(new BigDecimal("1.0825"), AmountStyle.COMMA.decimal("1,0825", 8, "rate"));
        assertEquals(
                "number.unreadable",
                assertThrows(RuleViolation.class, () -> AmountStyle.POINT.decimal("1e999999999", 8, "rate"))
                        .code());
        assertEquals(
                "number.places",
                assertThrows(RuleViolation.class, () -> AmountStyle.POINT.decimal("1.005", 2, "share"))
                        .code());
    }

    /** Against a pattern that spells the rule out, over texts thrown together from the characters that matter. */
    @ParameterizedTest
    @EnumSource(AmountStyle.class)
    void plain_ofRandomTexts_isWhatThePatternAllows(AmountStyle style) {
        String point = style == AmountStyle.COMMA || style == AmountStyle.SPACE ? "," : "\\.";
        String group = switch (style) {
            case POINT -> ",";
            case COMMA -> "\\.";
            case SPACE -> "[ \u00a0\u202f]";
            case APOSTROPHE -> "['\u2019]";
        };
        Pattern whole = Pattern.compile(
                "[+-]?(?:[0-9]+|[0-9]{1,3}(?:(" + group + ")[0-9]{3}(?:\\1[0-9]{3})*)?)?(?:" + point + "[0-9]*)?");
        Pattern program = Pattern.compile("[+-]?[0-9]+\\.[0-9]+");
        String alphabet = "0123456789012345678900.,,.' \u00a0-+e";
        Random dice = new Random(42);
        int read = 0;
        for (int n = 0; n < 200_000; n++) {
            StringBuilder made = new StringBuilder();
            int length = 1 + dice.nextInt(9);
            for (int i = 0; i < length; i++) {
                made.append(alphabet.charAt(dice.nextInt(alphabet.length())));
            }
            String text = made.toString();
            String stripped = text.strip();
            boolean digit = stripped.chars().anyMatch(c -> c >= '0' && c <= '9');
            Optional<String> expected = Optional.empty();
            if (digit && whole.matcher(stripped).matches()) {
                String plain = stripped.replaceAll(group, "").replaceAll(point, ".");
                expected = Optional.of(plain.startsWith("+") ? plain.substring(1) : plain);
            } else if (program.matcher(stripped).matches()) {
                expected = Optional.of(stripped);
            }
            read += expected.isPresent() ? 1 : 0;
            assertEquals(expected, style.plain(text), () -> style + " of “" + text + "”");
        }
        assertEquals(true, read > 10_000);
    }

    @ParameterizedTest
    @EnumSource(AmountStyle.class)
    void example_isReadAgain(AmountStyle style) {
        assertEquals(123_450, style.minorUnits(style.example(2), CurrencyUnit.USD, ""));
        assertEquals(1_234, style.minorUnits(style.example(0), CurrencyUnit.JPY, ""));
    }
}
