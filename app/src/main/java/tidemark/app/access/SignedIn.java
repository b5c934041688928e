package tidemark.app.access;

import static tidemark.core.words.Catalogue.say;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpSession;
import jakarta.servlet.http.HttpSessionEvent;
import jakarta.servlet.http.HttpSessionListener;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Who is signed in where. Sessions end by themselves after a while, whatever is done with them, and everywhere at once. */
@Component
public class SignedIn implements HttpSessionListener {
    static final Duration LONGEST = Duration.ofHours(12);
    private static final String KEY = SignedIn.class.getName();

    private final Map<String, Entry> entries = new ConcurrentHashMap<>();
    private final Clock clock;

    SignedIn(Clock clock) {
        this.clock = clock;
    }

    private record Entry(
            long personId, String name, String address, String browser, Instant since, HttpSession session) {}

    /** A place where somebody is signed in. */
    public record SignInPlace(String name, String address, String browser, Instant since, boolean here) {}

    void begin(Actor actor, HttpServletRequest request) {
        HttpSession session = request.getSession();
        String browser = Objects.requireNonNullElse(request.getHeader("User-Agent"), "");
        Entry entry = new Entry(
                actor.personId(),
                Integer.toHexString(session.getId().hashCode()) + Long.toHexString(clock.millis() & 0xffff),
                Objects.requireNonNullElse(request.getRemoteAddr(), ""),
                browser.length() > 200 ? browser.substring(0, 200) : browser,
                clock.instant(),
                session);
        session.setAttribute(KEY, entry.name());
        entries.put(entry.name(), entry);
    }

    /** Ends the session where it is older than any may be; whether it goes on. */
    boolean goesOn(HttpServletRequest request) {
        Entry entry = entry(request.getSession(false));
        if (entry == null) {
            return false;
        }
        if (clock.instant().isBefore(entry.since().plus(LONGEST))) {
            return true;
        }
        end(entry);
        return false;
    }

    private @Nullable Entry entry(@Nullable HttpSession session) {
        Object name = session == null ? null : session.getAttribute(KEY);
        return name == null ? null : entries.get(name.toString());
    }

    List<SignInPlace> of(long personId, HttpServletRequest request) {
        Entry here = entry(request.getSession(false));
        return entries.values().stream()
                .filter(e -> e.personId() == personId)
                .sorted(Comparator.comparing(Entry::since).reversed())
                .map(e -> new SignInPlace(e.name(), e.address(), e.browser(), e.since(), e.equals(here)))
                .toList();
    }

    /** Ends one of a person's own sessions. */
    void end(long personId, String name) {
        Entry entry = entries.get(name);
        if (entry == null || entry.personId() != personId) {
            throw new NotFound(say("access.session"));
        }
        end(entry);
    }

    /** Ends all sessions of a person but the one that asks, if one does. */
    void endAll(long personId, @Nullable HttpServletRequest but) {
        endAllBut(personId, but == null ? null : but.getSession(false));
    }

    void endAllBut(long personId, @Nullable HttpSession but) {
        Entry here = entry(but);
        entries.values().stream()
                .filter(e -> e.personId() == personId && !e.equals(here))
                .forEach(this::end);
    }

    private void end(Entry entry) {
        entries.remove(entry.name());
        try {
            entry.session().invalidate();
        } catch (IllegalStateException e) {
            // it had ended by itself
            return;
        }
    }

    @Override
    public void sessionDestroyed(HttpSessionEvent event) {
        entries.values()
                .removeIf(e -> e.session().getId().equals(event.getSession().getId()));
    }
}
