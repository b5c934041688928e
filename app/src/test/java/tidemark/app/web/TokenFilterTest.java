package tidemark.app.web;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletOutputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.mockito.ArgumentCaptor;
import org.springframework.security.core.context.SecurityContextHolder;
import tidemark.app.access.Actor;
import tidemark.app.access.TokenUse;
import tidemark.app.access.Tokens;
import tools.jackson.databind.json.JsonMapper;

/** How often a token lets a program in, and what it is told of that. */
class TokenFilterTest {
    private final Tokens tokens = mock();
    private final FilterChain chain = mock();
    private final TokenFilter filter = new TokenFilter(tokens, new JsonMapper(), 2);

    @AfterEach
    void forget() {
        SecurityContextHolder.clearContext();
    }

    private HttpServletResponse ask(String secret, long token) throws Exception {
        HttpServletRequest request = mock();
        HttpServletResponse response = mock();
        when(request.getHeader("Authorization")).thenReturn("Bearer " + secret);
        when(response.getOutputStream()).thenReturn(mock(ServletOutputStream.class));
        when(tokens.known(eq(secret), any()))
                .thenReturn(Optional.of(new Tokens.Known(
                        new Actor(1, "una", "Una Holm"), new TokenUse(token, "Feed", Set.of(7L), Set.of()))));
        filter.doFilterInternal(request, response, chain);
        return response;
    }

    private static String header(HttpServletResponse response, String name) {
        ArgumentCaptor<String> value = ArgumentCaptor.forClass(String.class);
        verify(response).setHeader(eq(name), value.capture());
        return value.getValue();
    }

    @Test
    void whatIsLeft_isTold_andOneTooMany_isRefusedWithAPause_forThatTokenAlone() throws Exception {
        HttpServletResponse first = ask("tidemark_a", 1);
        assertEquals("2", header(first, "RateLimit-Limit"));
        assertEquals("1", header(first, "RateLimit-Remaining"));
        assertNotNull(TokenUse.current());
        assertEquals("0", header(ask("tidemark_a", 1), "RateLimit-Remaining"));
        verify(chain, times(2)).doFilter(any(), any());
        HttpServletResponse third = ask("tidemark_a", 1);
        verify(third).setStatus(429);
        assertEquals(true, Long.parseLong(header(third, "Retry-After")) >= 1);
        verify(chain, times(2)).doFilter(any(), any());
        assertEquals("1", header(ask("tidemark_b", 2), "RateLimit-Remaining"));
        verify(chain, times(3)).doFilter(any(), any());
    }

    @Test
    void withoutAToken_nobodyIsAskedFor() throws Exception {
        filter.doFilterInternal(mock(HttpServletRequest.class), mock(HttpServletResponse.class), chain);
        verify(tokens, never()).known(any(), any());
        assertNull(TokenUse.current());
    }
}
