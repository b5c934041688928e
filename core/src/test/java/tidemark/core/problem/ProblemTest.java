package tidemark.core.problem;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ProblemTest {
    @ParameterizedTest
    @CsvSource({
        "bankFee, 'Bank fee: '",
        "paperDate, 'Paper date: '",
        "date, 'Date: '",
        "'line 3, amount', 'Line 3, amount: '",
        "Invoice Q-1, 'Invoice Q-1: '",
    })
    void aField_isReadAsWords_anythingElseAsItIs(String where, String begins) {
        String message = new Problem("a.code", where, "12.5x", "an amount", "Correct it.").message();
        assertTrue(message.startsWith(begins + "Found 12.5x; expected an amount."), message);
    }

    @ParameterizedTest
    @CsvSource({"''"})
    void withoutAPlace_itBeginsWithWhatWasFound(String where) {
        assertEquals(
                "Found 1; expected 2. Correct it.", new Problem("a.code", where, "1", "2", "Correct it.").message());
    }
}
