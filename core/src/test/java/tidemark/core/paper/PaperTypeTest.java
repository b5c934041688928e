package tidemark.core.paper;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tidemark.core.problem.RuleViolation;

class PaperTypeTest {
    private static final byte[] PNG = bytes("\u0089PNG\r\n\u001a\nrest");
    private static final byte[] JPEG = bytes("\u00ff\u00d8\u00ff\u00e0rest");
    private static final byte[] PDF = bytes("mail head\n%PDF-1.7 rest");

    private static byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.ISO_8859_1);
    }

    @Test
    void nameAndContent_sayWhatItIs() {
        assertEquals(PaperType.PNG, PaperType.of("slip.PNG", PNG));
        assertEquals(PaperType.JPEG, PaperType.of("a.b.jpeg", JPEG));
        assertEquals(PaperType.PDF, PaperType.of("bill.pdf", PDF));
        assertEquals(PaperType.TEXT, PaperType.of("note.txt", bytes("caf\u00e9")));
        assertEquals(PaperType.CSV, PaperType.of("a.csv", bytes("\u00ff\u00fea\0,\0")));
    }

    @ParameterizedTest
    @CsvSource({"slip.png", "slip.jpg", "slip.pdf", "zeros.txt", "zeros.xml"})
    void whatIsSomethingElse_isRefused(String name) {
        byte[] page = bytes("<script>alert(1)</script>\0");
        RuleViolation refusal = assertThrows(RuleViolation.class, () -> PaperType.of(name, page));
        assertEquals("attachment.content", refusal.problems().getFirst().code());
        RuleViolation empty = assertThrows(RuleViolation.class, () -> PaperType.of("slip.png", new byte[0]));
        assertEquals("attachment.content", empty.problems().getFirst().code());
    }

    @ParameterizedTest
    @CsvSource({"run.html", "run.svg", "run", "png", ".exe"})
    void whatABrowserWouldRun_isNoPaper(String name) {
        RuleViolation refusal = assertThrows(RuleViolation.class, () -> PaperType.of(name, PNG));
        assertEquals("attachment.type", refusal.problems().getFirst().code());
    }

    @Test
    void aPaper_isKeptToTheEndOfAYear() {
        assertEquals(LocalDate.of(2036, 12, 31), PaperUse.keptUntil(LocalDate.of(2026, 1, 1), 10));
        assertEquals(LocalDate.of(2026, 12, 31), PaperUse.keptUntil(LocalDate.of(2026, 12, 31), 0));
    }
}
