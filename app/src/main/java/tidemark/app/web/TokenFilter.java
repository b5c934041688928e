package tidemark.app.web;

import static tidemark.core.words.Catalogue.say;

import io.github.bucket4j.Bucket;
import io.github.bucket4j.ConsumptionProbe;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Duration;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.TimeUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.filter.OncePerRequestFilter;
import tidemark.app.access.Tokens;
import tidemark.core.problem.Problem;
import tools.jackson.databind.json.JsonMapper;

/**
 * Lets programs in by a token in the header {@code Authorization: Bearer}, so often a minute; what is left is told in the
 * headers {@code RateLimit-Limit}, {@code RateLimit-Remaining} and {@code RateLimit-Reset} (seconds). A request with
 * such a header is the token's alone: no session is read or begun for it.
 */
class TokenFilter extends OncePerRequestFilter {
    private static final String SCHEME = say("web.bearer");

    private final Tokens tokens;
    private final JsonMapper json;
    private final int perMinute;
    private final ConcurrentHashMap<Long, Bucket> buckets = new ConcurrentHashMap<>();

    TokenFilter(Tokens tokens, JsonMapper json, int perMinute) {
        this.tokens = tokens;
        this.json = json;
        this.perMinute = perMinute;
    }

    /** The secret a request carries; none where it comes from a browser. */
    static @Nullable String secret(HttpServletRequest request) {
        String header = request.getHeader(HttpHeaders.AUTHORIZATION);
        return header != null && header.regionMatches(true, 0, SCHEME, 0, SCHEME.length())
                ? header.substring(SCHEME.length()).strip()
                : null;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String secret = secret(request);
        if (secret == null) {
            chain.doFilter(request, response);
            return;
        }
        Optional<Tokens.Known> known = tokens.known(secret, Objects.requireNonNullElse(request.getRemoteAddr(), ""));
        if (known.isEmpty()) {
            response.setHeader(HttpHeaders.WWW_AUTHENTICATE, "Bearer error=\"invalid_token\"");
            refuse(
                    response,
                    HttpStatus.UNAUTHORIZED,
                    new Problem(
                            "token.unknown",
                            HttpHeaders.AUTHORIZATION,
                            say("token.unknown.found"),
                            say("token.unknown.expected"),
                            say("token.unknown.remedy")));
            return;
        }
        Bucket bucket = buckets.computeIfAbsent(
                known.get().use().id(),
                id -> Bucket.builder()
                        .addLimit(limit -> limit.capacity(perMinute).refillGreedy(perMinute, Duration.ofMinutes(1)))
                        .build());
        ConsumptionProbe left = bucket.tryConsumeAndReturnRemaining(1);
        long reset = TimeUnit.NANOSECONDS.toSeconds(left.getNanosToWaitForReset()) + 1;
        response.setHeader("RateLimit-Limit", Integer.toString(perMinute));
        response.setHeader("RateLimit-Remaining", Long.toString(left.getRemainingTokens()));
        response.setHeader("RateLimit-Reset", Long.toString(reset));
        if (!left.isConsumed()) {
            long wait = TimeUnit.NANOSECONDS.toSeconds(left.getNanosToWaitForRefill()) + 1;
            response.setHeader(HttpHeaders.RETRY_AFTER, Long.toString(wait));
            refuse(
                    response,
                    HttpStatus.TOO_MANY_REQUESTS,
                    new Problem(
                            "token.busy",
                            "",
                            say("token.busy.found", perMinute),
                            say("token.busy.expected"),
                            say("token.busy.remedy", wait)));
            return;
        }
        UsernamePasswordAuthenticationToken authentication =
                UsernamePasswordAuthenticationToken.authenticated(known.get().actor(), null, List.of());
        authentication.setDetails(known.get().use());
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(authentication);
        SecurityContextHolder.setContext(context);
        chain.doFilter(request, response);
    }

    private void refuse(HttpServletResponse response, HttpStatus status, Problem problem) throws IOException {
        response.setStatus(status.value());
        response.setContentType("application/problem+json");
        response.getOutputStream().write(json.writeValueAsBytes(ProblemAdvice.detail(status, problem)));
    }
}
