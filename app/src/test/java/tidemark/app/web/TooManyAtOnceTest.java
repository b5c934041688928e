package tidemark.app.web;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.contains;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.http.ProblemDetail;
import org.springframework.http.converter.json.ProblemDetailJacksonMixin;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.mock.web.MockHttpServletRequest;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.servlet.HandlerMapping;
import tidemark.app.access.Actor;
import tidemark.app.database.FreeSpace;
import tidemark.core.problem.RuleViolation;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What waits for its turn in vain is refused in words, and leaves the turn of the others alone. */
class TooManyAtOnceTest {
    private static final JsonMapper JSON = JsonMapper.builder()
            .addMixIn(ProblemDetail.class, ProblemDetailJacksonMixin.class)
            .build();

    @AfterEach
    void nobody() {
        SecurityContextHolder.clearContext();
    }

    private static MockHttpServletRequest upload(int bytes) {
        MockHttpServletRequest request = new MockHttpServletRequest("POST", "/api/v1/companies/1/statements");
        request.setContentType("multipart/form-data; boundary=x");
        request.setContent(new byte[bytes]);
        return request;
    }

    @Test
    void uploadsThatTogetherWeighTooMuch_areRefused_untilThereIsRoom() throws Exception {
        RequestFilter filter = new RequestFilter(JSON, mock(FreeSpace.class), Duration.ZERO);
        int third = (int) Math.max(64_000_000, Runtime.getRuntime().maxMemory() / 8) / 3;
        MockHttpServletResponse refused = new MockHttpServletResponse();
        MockHttpServletResponse after = new MockHttpServletResponse();
        int[] reached = {0};
        // the first two are under way while the third comes
        filter.doFilter(upload(third), new MockHttpServletResponse(), (a, b) -> {
            reached[0]++;
            filter.doFilter(upload(third), new MockHttpServletResponse(), (c, d) -> {
                reached[0]++;
                filter.doFilter(upload(third + 2_000), refused, (e, f) -> reached[0]++);
            });
        });
        assertEquals(2, reached[0]);
        assertEquals(503, refused.getStatus());
        assertEquals("1", refused.getHeader("Retry-After"));
        JsonNode body = JSON.readTree(refused.getContentAsString());
        assertEquals("busy.files", body.path("code").asString());
        assertEquals(
                "too many files at once",
                body.path("problems").get(0).path("found").asString());
        filter.doFilter(upload(third), after, (a, b) -> reached[0]++);
        assertEquals(3, reached[0], "there is room again");
    }

    @Test
    void secondChangeWithOneKey_isToldWhereTheFirstTakesTooLong_andBeginsAfterIt() throws Exception {
        JdbcTemplate jdbc = mock(JdbcTemplate.class);
        when(jdbc.queryForObject(contains("row_id"), any(Class.class))).thenReturn(7L);
        OnceOnly once = new OnceOnly(jdbc, Clock.systemUTC(), Duration.ZERO);
        SecurityContextHolder.getContext()
                .setAuthentication(UsernamePasswordAuthenticationToken.authenticated(
                        new Actor(1, "maren", "Maren"), null, List.of()));
        MockHttpServletRequest first = change();
        assertTrue(once.preHandle(first, new MockHttpServletResponse(), this));
        RuleViolation told =
                assertThrows(RuleViolation.class, () -> once.preHandle(change(), new MockHttpServletResponse(), this));
        assertEquals("key.running", told.code());
        assertEquals("Idempotency-Key", told.problems().getFirst().where());
        assertTrue(told.getMessage().contains("a change with this key that is still being made"), told.getMessage());
        assertTrue(ProblemAdvice.CONFLICTS.contains(told.code()), "told as a conflict");
        MockHttpServletResponse answer = new MockHttpServletResponse();
        answer.setStatus(422);
        once.afterCompletion(first, answer, this, null);
        assertTrue(once.preHandle(change(), new MockHttpServletResponse(), this));
    }

    private static MockHttpServletRequest change() {
        MockHttpServletRequest request = new MockHttpServletRequest("POST", "/api/v1/companies/1/ledger/entries");
        request.addHeader("Idempotency-Key", "one-key-of-two");
        request.setAttribute(HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE, Map.of("companyId", "1"));
        request.setContent(new byte[] {'{', '}'});
        return request;
    }
}
