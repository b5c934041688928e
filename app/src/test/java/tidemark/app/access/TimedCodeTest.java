package tidemark.app.access;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import org.apache.commons.codec.binary.Base32;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TimedCodeTest {
    /** The examples of RFC 6238, appendix B, for SHA-1; its codes have eight digits, of which a device shows six. */
    @ParameterizedTest
    @CsvSource({
        "59, 287082",
        "1111111109, 081804",
        "1111111111, 050471",
        "1234567890, 005924",
        "2000000000, 279037",
        "20000000000, 353130"
    })
    void examplesOfTheStandard(long second, String code) {
        String secret = new Base32().encodeAsString("12345678901234567890".getBytes(StandardCharsets.US_ASCII));
        assertEquals(second / 30, TimedCode.step(secret, code, Instant.ofEpochSecond(second)));
        assertEquals(second / 30, TimedCode.step(secret, code, Instant.ofEpochSecond(second + 30)), "a clock behind");
        assertEquals(-1, TimedCode.step(secret, code, Instant.ofEpochSecond(second + 90)), "too late");
        assertEquals(-1, TimedCode.step(secret, code + "0", Instant.ofEpochSecond(second)));
    }
}
