package tidemark.app.access;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import jakarta.servlet.http.HttpServletRequest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class PublicAddressTest {
    /** A request that claims to have been sent to somebody else's address. */
    private static HttpServletRequest claiming() {
        HttpServletRequest request = mock(HttpServletRequest.class);
        when(request.getScheme()).thenReturn("http");
        when(request.getServerName()).thenReturn("evil.example");
        when(request.getHeader("Host")).thenReturn("evil.example");
        when(request.getLocalPort()).thenReturn(8460);
        return request;
    }

    @ParameterizedTest
    @CsvSource({
        "https://books.example.org/, 127.0.0.1, https://books.example.org",
        "https://example.org/books//, 0.0.0.0, https://example.org/books",
        "'', 127.0.0.1, http://127.0.0.1:8460",
        "'', 0.0.0.0, http://localhost:8460",
        "'', ::1, http://[::1]:8460"
    })
    void addressIsWhatIsSet_neverWhatARequestClaims(String set, String bind, String expected) {
        PublicAddress address = new PublicAddress(set, bind);
        assertEquals(expected, address.of(claiming()));
        assertEquals(set.startsWith("https"), address.isSecure());
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "books.example.org",
                "ftp://books.example.org",
                "https://",
                "https://a b",
                "https://u@x.y",
                "https://x.y?z"
            })
    void addressThatIsNone_stopsTheStart(String set) {
        assertTrue(assertThrows(IllegalStateException.class, () -> new PublicAddress(set, "127.0.0.1"))
                .getMessage()
                .contains("expected one such as"));
    }

    @Test
    void tlsThatEndsHere_isSecureToo() {
        HttpServletRequest request = claiming();
        PublicAddress address = new PublicAddress("", "127.0.0.1");
        assertFalse(address.isSecure(request));
        when(request.isSecure()).thenReturn(true);
        assertTrue(address.isSecure(request));
    }
}
