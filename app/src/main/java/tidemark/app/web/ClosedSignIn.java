package tidemark.app.web;

import jakarta.servlet.AsyncContext;
import jakarta.servlet.AsyncEvent;
import jakarta.servlet.AsyncListener;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Duration;
import java.util.Objects;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;
import org.springframework.web.util.WebUtils;
import tidemark.app.access.People;
import tidemark.app.access.SessionController;
import tools.jackson.databind.json.JsonMapper;

/**
 * Refuses sign-ins from an address that guessed too often, before a session, a body or the database is touched, and after
 * a second that costs no thread: whoever guesses without a pause waits, not whoever works. A browser with a key of an
 * earlier sign-in is let through, and checked where all are.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 10)
class ClosedSignIn extends OncePerRequestFilter {
    private static final Duration PAUSE = Duration.ofSeconds(1);

    /** Asked for late: filters are made before the database is open. */
    private final ObjectProvider<People> people;

    private final JsonMapper json;

    ClosedSignIn(ObjectProvider<People> people, JsonMapper json) {
        this.people = people;
        this.json = json;
    }

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        return !request.getMethod().equals("POST")
                || !request.getRequestURI().equals("/api/v1/session")
                || WebUtils.getCookie(request, SessionController.BROWSER) != null;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        Duration closed = people.getObject().closedFor(Objects.requireNonNullElse(request.getRemoteAddr(), ""));
        if (closed.isZero()) {
            chain.doFilter(request, response);
            return;
        }
        byte[] answer = json.writeValueAsBytes(ProblemAdvice.closed(closed.toSeconds()));
        AsyncContext pause = request.startAsync(request, response);
        pause.setTimeout(PAUSE.toMillis());
        pause.addListener(new AsyncListener() {
            @Override
            public void onTimeout(AsyncEvent event) throws IOException {
                response.setStatus(HttpStatus.TOO_MANY_REQUESTS.value());
                response.setHeader("Retry-After", Long.toString(closed.toSeconds()));
                response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
                response.getOutputStream().write(answer);
                pause.complete();
            }

            @Override
            public void onStartAsync(AsyncEvent event) {}

            @Override
            public void onError(AsyncEvent event) {}

            @Override
            public void onComplete(AsyncEvent event) {}
        });
    }
}
