package tidemark.app.web;

import static tidemark.core.words.Catalogue.say;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Duration;
import java.util.HexFormat;
import java.util.concurrent.Semaphore;
import java.util.concurrent.ThreadLocalRandom;
import java.util.concurrent.TimeUnit;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;
import org.springframework.web.util.ContentCachingResponseWrapper;
import tidemark.app.access.Actor;
import tidemark.app.access.TokenUse;
import tidemark.app.activity.Origin;
import tidemark.app.database.FreeSpace;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;
import tools.jackson.databind.json.JsonMapper;

/**
 * What every request of the API passes first: it gets an identifier, its body is bounded before anything parses it, and
 * the records of what it changes will say where it came from. Runs after the security filters.
 */
@Component
@Order(Ordered.LOWEST_PRECEDENCE - 10)
class RequestFilter extends OncePerRequestFilter {
    /** Forms and drafts; files come as uploads, which have a limit of their own. */
    static final int LARGEST_BODY = 1_000_000;

    /** All uploads that are in work at once, in kilobytes: an eighth of the heap, at least the largest there may be. */
    private static final int UPLOADS =
            (int) Math.max(64_000, Runtime.getRuntime().maxMemory() / 8 / 1_000);

    private final Semaphore uploads = new Semaphore(UPLOADS, true);
    private final JsonMapper json;
    private final FreeSpace space;
    private final Duration patience;

    /** @param patience how long an upload waits until there is room for it */
    RequestFilter(JsonMapper json, FreeSpace space, @Value("${tidemark.uploads.patience:PT10S}") Duration patience) {
        this.space = space;
        this.patience = patience;
        this.json = json;
    }

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        return !request.getRequestURI().startsWith("/api/");
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        byte[] id = new byte[8];
        ThreadLocalRandom.current().nextBytes(id);
        String name = HexFormat.of().formatHex(id);
        response.setHeader("X-Request-Id", name);
        var actor = Actor.current();
        TokenUse token = TokenUse.current();
        Origin.set(new Origin(
                actor == null ? "" : actor.login(), name, address(request), 0, token == null ? "" : token.name()));
        try {
            String type = request.getContentType();
            if (type != null && type.toLowerCase(java.util.Locale.ROOT).startsWith("multipart/")) {
                upload(request, response, chain);
            } else {
                form(request, response, chain);
            }
        } finally {
            Origin.clear();
        }
    }

    private static String address(HttpServletRequest request) {
        String address = request.getRemoteAddr();
        return address == null ? "" : address.substring(0, Math.min(60, address.length()));
    }

    private void form(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        byte[] body = request.getContentLengthLong() > LARGEST_BODY
                ? null
                : request.getInputStream().readNBytes(LARGEST_BODY + 1);
        if (body == null || body.length > LARGEST_BODY) {
            refuse(
                    response,
                    HttpStatus.CONTENT_TOO_LARGE,
                    new Problem(
                            "body.size",
                            "",
                            say("body.size.found", LARGEST_BODY),
                            say("body.size.expected"),
                            say("body.size.remedy")));
            return;
        }
        passOn(new BoundedBody(request, body), response, chain);
    }

    private void upload(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        try {
            space.check();
        } catch (RuleViolation e) {
            refuse(response, HttpStatus.INSUFFICIENT_STORAGE, e.problems().getFirst());
            return;
        }
        int weight = (int) Math.clamp(request.getContentLengthLong() / 1_000 + 1, 1, UPLOADS);
        if (request.getContentLengthLong() < 0) {
            weight = 61_000;
        }
        try {
            if (!uploads.tryAcquire(weight, patience.toMillis(), TimeUnit.MILLISECONDS)) {
                response.setHeader("Retry-After", Long.toString(Math.max(1, patience.toSeconds())));
                refuse(
                        response,
                        HttpStatus.SERVICE_UNAVAILABLE,
                        new Problem(
                                "busy.files",
                                "",
                                say("busy.files.found"),
                                say("busy.files.expected"),
                                say("busy.files.remedy")));
                return;
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return;
        }
        try {
            passOn(request, response, chain);
        } finally {
            uploads.release(weight);
        }
    }

    /** Where a change carries a key, its answer is kept for the same key. */
    private static void passOn(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (request.getHeader(OnceOnly.HEADER) == null) {
            chain.doFilter(request, response);
            return;
        }
        ContentCachingResponseWrapper kept = new ContentCachingResponseWrapper(response);
        try {
            chain.doFilter(request, kept);
        } finally {
            kept.copyBodyToResponse();
        }
    }

    private void refuse(HttpServletResponse response, HttpStatus status, Problem problem) throws IOException {
        response.setStatus(status.value());
        response.setContentType("application/problem+json");
        response.getOutputStream().write(json.writeValueAsBytes(ProblemAdvice.detail(status, problem)));
    }
}
