package tidemark.core.bankfile;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class AccountNumbersTest {
    /** Every other last digit is wrong: weights 3, 7, 1, counted here again. */
    @Test
    void routing_isCheckedByItsLastDigit() {
        assertTrue(AccountNumbers.isRouting("021000021"));
        assertTrue(AccountNumbers.isRouting("091000019"));
        for (int i = 0; i < 100_000; i += 7) {
            String eight = "%08d".formatted(i * 997 % 100_000_000);
            int sum = 0;
            for (int d = 0; d < 8; d++) {
                sum += (eight.charAt(d) - '0') * new int[] {3, 7, 1}[d % 3];
            }
            int right = (10 - sum % 10) % 10;
            for (int last = 0; last < 10; last++) {
                boolean zero = eight.equals("00000000") && last == 0;
                assertEquals(last == right && !zero, AccountNumbers.isRouting(eight + last), eight + last);
            }
        }
        assertFalse(AccountNumbers.isRouting("02100002"));
        assertFalse(AccountNumbers.isRouting("02100002x"));
    }

    @ParameterizedTest
    @CsvSource({
        "DE89370400440532013000,true",
        "FR1420041010050500013M02606,true",
        "GB82WEST12345698765432,true",
        "NO9386011117947,true",
        "DE89370400440532013001,false",
        "DE8937040044053201300,false",
        "XX89370400440532013000,false",
        "de89370400440532013000,false",
    })
    void iban_hasItsCountrysLengthAndRestOne(String iban, boolean right) {
        assertEquals(right, AccountNumbers.isIban(iban));
    }

    @Test
    void anIbanTypedWithSpaces_isKeptWithout() {
        assertTrue(AccountNumbers.isIban(AccountNumbers.plain("de89 3704 0044 0532 0130 00")));
    }

    @ParameterizedTest
    @ValueSource(strings = {"DE98ZZZ09999999999", "AT61ZZZ01234567890", "DE98ABC09999999999"})
    void creditor_isCheckedWithoutItsBusinessCode(String id) {
        assertTrue(AccountNumbers.isCreditor(id));
        assertFalse(
                AccountNumbers.isCreditor(id.substring(0, 3) + (id.charAt(3) == '1' ? '2' : '1') + id.substring(4)));
        assertFalse(AccountNumbers.isCreditor(id.substring(0, id.length() - 1) + "7"));
    }

    @ParameterizedTest
    @CsvSource({
        "MARKDEFF,true",
        "MARKDEFFXXX,true",
        "MARKDEF,false",
        "MARKDEFFXX,false",
        "markdeff,false",
        "MARK1EFF,false"
    })
    void bic_hasEightOrElevenCharacters(String bic, boolean right) {
        assertEquals(right, AccountNumbers.isBic(bic));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "Müller & Söhne;Muller + Sohne;true",
                "Straße 5;Strasse 5;true",
                "Plain, text;Plain, text;false",
                "Łódź — Ørsted;Lodz - Orsted;true",
                "a@b_c;a.b-c;true",
                "two   blanks;two blanks;true",
                "⛵ boat;. boat;true",
                "ﬁne ²;fine 2;true",
            })
    void texts_getTheCharactersOfSepa(String given, String written, boolean changed) {
        assertEquals(new BankText.Written(written, changed), BankText.sepa(given, 70));
        assertTrue(BankText.isSepa(written));
    }

    @Test
    void texts_ofAch_keepWhatCanBePrinted_andAreCut() {
        assertEquals("Muller & Co.", BankText.ach("Müller & Co.", 22).text());
        assertEquals("abcde", BankText.ach("abcdefgh", 5).text());
        assertTrue(BankText.ach("abcdefgh", 5).changed());
        assertEquals("a/b", BankText.sepaIdentifier("//a//b/", 35).text());
    }
}
