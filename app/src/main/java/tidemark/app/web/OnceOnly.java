package tidemark.app.web;

import static tidemark.core.words.Catalogue.say;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Clock;
import java.time.Duration;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.multipart.MultipartHttpServletRequest;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.HandlerMapping;
import org.springframework.web.util.ContentCachingResponseWrapper;
import org.springframework.web.util.WebUtils;
import tidemark.app.access.Actor;
import tidemark.app.activity.Origin;
import tidemark.core.problem.RuleViolation;

/**
 * A change that carries an {@code Idempotency-Key} is made once: the same key again gives the same answer. The key is
 * marked as done in the transaction of the change itself, with its activity, so that not even a crash between the change
 * and its answer makes it happen twice. Refused changes leave no key behind.
 */
@Component
class OnceOnly implements HandlerInterceptor {
    static final String HEADER = "Idempotency-Key";
    private static final Duration KEPT = Duration.ofDays(30);
    private static final String RUNNING = OnceOnly.class.getName() + ".running";

    private final JdbcTemplate jdbc;
    private final Clock clock;
    private final Duration patience;
    private final Map<String, CountDownLatch> underWay = new ConcurrentHashMap<>();

    /** @param patience how long the second of two changes with one key waits for the answer of the first */
    OnceOnly(JdbcTemplate jdbc, Clock clock, @Value("${tidemark.changes.patience:PT30S}") Duration patience) {
        this.patience = patience;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    private record Known(
            long id,
            long personId,
            String digest,
            boolean done,
            @Nullable Integer status,
            byte[] answer) {}

    private record Running(String name, long id, CountDownLatch ended) {}

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler)
            throws IOException {
        String key = request.getHeader(HEADER);
        Actor actor = Actor.current();
        Object variables = request.getAttribute(HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE);
        Object company = variables instanceof Map<?, ?> map ? map.get("companyId") : null;
        boolean changes = !List.of("GET", "HEAD", "OPTIONS").contains(request.getMethod())
                && !"true".equals(request.getParameter("preview"));
        if (key == null || actor == null || !(company instanceof String companyText) || !changes) {
            return true;
        }
        if (!key.matches("[A-Za-z0-9._:-]{8,100}")) {
            throw new RuleViolation(
                    "key.unfit", HEADER, say("key.unfit.found"), say("key.unfit.expected"), say("key.unfit.remedy"));
        }
        long companyId = Long.parseLong(companyText);
        String name = companyId + "/" + key;
        CountDownLatch own = new CountDownLatch(1);
        waitFor(name, own);
        try {
            return begin(request, response, actor, companyId, key, name, own);
        } catch (RuntimeException | IOException e) {
            end(name, own);
            throw e;
        }
    }

    /** Of two with one key the second waits for the answer of the first. */
    private void waitFor(String name, CountDownLatch own) {
        long until = System.nanoTime() + patience.toNanos();
        while (true) {
            CountDownLatch other = underWay.putIfAbsent(name, own);
            if (other == null) {
                return;
            }
            try {
                if (!other.await(until - System.nanoTime(), TimeUnit.NANOSECONDS)) {
                    throw new RuleViolation(
                            "key.running",
                            HEADER,
                            say("key.running.found"),
                            say("key.running.expected"),
                            say("key.running.remedy"));
                }
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw new IllegalStateException(e);
            }
        }
    }

    private boolean begin(
            HttpServletRequest request,
            HttpServletResponse response,
            Actor actor,
            long companyId,
            String key,
            String name,
            CountDownLatch own)
            throws IOException {
        String digest = digest(request);
        Known known = jdbc
                .query(
                        "select id, person_id, request_digest, done, status, answer from idempotency_key"
                                + " where company_id = ? and name = ?",
                        (row, i) -> new Known(
                                row.getLong(1),
                                row.getLong(2),
                                row.getString(3),
                                row.getBoolean(4),
                                row.getObject(5, Integer.class),
                                Objects.requireNonNullElse(row.getBytes(6), new byte[0])),
                        companyId,
                        key)
                .stream()
                .findFirst()
                .orElse(null);
        if (known != null) {
            check(known, actor, digest);
            if (known.status() != null) {
                end(name, own);
                response.setStatus(known.status());
                response.setHeader("Idempotency-Replayed", "true");
                if (known.answer().length > 0) {
                    response.setContentType("application/json");
                    response.getOutputStream().write(known.answer());
                }
                return false;
            }
            jdbc.update("delete from idempotency_key where id = ?", known.id());
        }
        Long id = jdbc.queryForObject("select next value for row_id", Long.class);
        jdbc.update(
                "insert into idempotency_key (id, company_id, person_id, name, request_digest, made_at, done)"
                        + " values (?, ?, ?, ?, ?, ?, false)",
                id,
                companyId,
                actor.personId(),
                key,
                digest,
                java.sql.Timestamp.from(clock.instant()));
        long keyId = Objects.requireNonNull(id);
        Origin.set(Origin.current().withKey(keyId));
        request.setAttribute(RUNNING, new Running(name, keyId, own));
        return true;
    }

    private static void check(Known known, Actor actor, String digest) {
        if (known.personId() != actor.personId() || !known.digest().equals(digest)) {
            throw new RuleViolation(
                    "key.other", HEADER, say("key.other.found"), say("key.other.expected"), say("key.other.remedy"));
        }
        if (known.done() && known.status() == null) {
            throw new RuleViolation(
                    "key.done", HEADER, say("key.done.found"), say("key.done.expected"), say("key.done.remedy"));
        }
    }

    /** What is asked for: method, address and body; of an upload, its fields and files. */
    private static String digest(HttpServletRequest request) throws IOException {
        try {
            MessageDigest sha = MessageDigest.getInstance("SHA-256");
            String head = request.getMethod() + " " + request.getRequestURI() + "?"
                    + Objects.requireNonNullElse(request.getQueryString(), "") + "\n";
            sha.update(head.getBytes(StandardCharsets.UTF_8));
            BoundedBody body = WebUtils.getNativeRequest(request, BoundedBody.class);
            if (body != null) {
                sha.update(body.bytes());
            }
            MultipartHttpServletRequest upload = WebUtils.getNativeRequest(request, MultipartHttpServletRequest.class);
            if (upload != null) {
                addParts(sha, upload);
            }
            return HexFormat.of().formatHex(sha.digest());
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    private static void addParts(MessageDigest sha, MultipartHttpServletRequest upload) throws IOException {
        new TreeMap<>(upload.getParameterMap())
                .forEach((name, values) ->
                        sha.update((name + "=" + String.join(",", values) + "\n").getBytes(StandardCharsets.UTF_8)));
        for (Map.Entry<String, List<MultipartFile>> part : new TreeMap<>(upload.getMultiFileMap()).entrySet()) {
            for (MultipartFile file : part.getValue()) {
                String head = part.getKey() + " " + file.getOriginalFilename() + " " + file.getSize() + "\n";
                sha.update(head.getBytes(StandardCharsets.UTF_8));
                try (InputStream content = file.getInputStream()) {
                    byte[] block = new byte[16_384];
                    for (int read = content.read(block); read >= 0; read = content.read(block)) {
                        sha.update(block, 0, read);
                    }
                }
            }
        }
    }

    @Override
    public void afterCompletion(
            HttpServletRequest request, HttpServletResponse response, Object handler, @Nullable Exception e) {
        if (!(request.getAttribute(RUNNING) instanceof Running running)) {
            return;
        }
        try {
            if (response.getStatus() / 100 == 2) {
                ContentCachingResponseWrapper kept =
                        WebUtils.getNativeResponse(response, ContentCachingResponseWrapper.class);
                jdbc.update(
                        "update idempotency_key set done = true, status = ?, answer = ? where id = ?",
                        response.getStatus(),
                        kept == null ? new byte[0] : kept.getContentAsByteArray(),
                        running.id());
            } else {
                jdbc.update("delete from idempotency_key where id = ? and done = false", running.id());
            }
        } finally {
            request.removeAttribute(RUNNING);
            end(running.name(), running.ended());
        }
    }

    private void end(String name, CountDownLatch own) {
        underWay.remove(name, own);
        own.countDown();
    }

    /** Old keys go; whoever repeats a change after a month repeats it. */
    @Scheduled(initialDelay = 60, fixedDelay = 3_600, timeUnit = TimeUnit.SECONDS)
    void forget() {
        jdbc.update(
                "delete from idempotency_key where made_at < ?",
                java.sql.Timestamp.from(clock.instant().minus(KEPT)));
    }
}
