package tidemark.app.activity;

import jakarta.persistence.EntityManager;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import tidemark.core.certificate.CanonicalJson;

/**
 * Writes activity records; only inside the transaction of the change they tell of. They are written at its end, each
 * with a digest of itself and of the record before it in its company, so that none can be changed or taken out unseen.
 */
@Service
public class ActivityLog {
    private static final int PAGE = 100;

    private final ActivityRepository activities;
    private final EntityManager em;
    private final JdbcTemplate jdbc;
    private final Clock clock;

    ActivityLog(ActivityRepository activities, EntityManager em, JdbcTemplate jdbc, Clock clock) {
        this.activities = activities;
        this.em = em;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    @Transactional(propagation = Propagation.MANDATORY)
    public void record(
            @Nullable Long companyId, String who, String action, String objectType, long objectId, String text) {
        record(companyId, who, action, objectType, objectId, text, "");
    }

    /** @param changes what was and what is now, {@code name: Old → New; …}; empty where there is nothing to compare */
    @Transactional(propagation = Propagation.MANDATORY)
    public void record(
            @Nullable Long companyId,
            String who,
            String action,
            String objectType,
            long objectId,
            String text,
            String changes) {
        // the database keeps microseconds, and the digest is of what it keeps
        pending()
                .activities()
                .add(new Activity(
                        companyId,
                        clock.instant().truncatedTo(ChronoUnit.MICROS),
                        who,
                        action,
                        objectType,
                        objectId,
                        text,
                        changes,
                        Origin.current()));
    }

    /**
     * Tells whoever follows the books that something was booked, matched or certified, in the order in which
     * transactions end.
     *
     * @param content what a program needs to find it: strings, whole numbers, and lists of them
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void tell(long companyId, String kind, long objectId, Map<String, Object> content) {
        pending()
                .told()
                .add(new Told(
                        companyId,
                        kind,
                        objectId,
                        CanonicalJson.write(content),
                        clock.instant().truncatedTo(ChronoUnit.MICROS)));
    }

    private record Told(long companyId, String kind, long objectId, String content, Instant at) {}

    private record Pending(List<Activity> activities, List<Told> told) {}

    /** The records of this transaction that wait for its end. */
    private Pending pending() {
        if (TransactionSynchronizationManager.getResource(this) instanceof Pending known) {
            return known;
        }
        Pending fresh = new Pending(new ArrayList<>(), new ArrayList<>());
        TransactionSynchronizationManager.bindResource(this, fresh);
        TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
            @Override
            public void suspend() {
                TransactionSynchronizationManager.unbindResource(ActivityLog.this);
            }

            @Override
            public void resume() {
                TransactionSynchronizationManager.bindResource(ActivityLog.this, fresh);
            }

            @Override
            public void beforeCommit(boolean readOnly) {
                write(fresh);
            }

            @Override
            public void afterCompletion(int status) {
                TransactionSynchronizationManager.unbindResourceIfPossible(ActivityLog.this);
            }
        });
        return fresh;
    }

    /** Whoever ends a transaction waits here for the one before it in the company, and for nothing after. */
    private void write(Pending records) {
        Map<Long, List<Activity>> byChain = new TreeMap<>();
        records.activities()
                .forEach(a -> byChain.computeIfAbsent(a.chain(), k -> new ArrayList<>())
                        .add(a));
        Map<Long, List<Told>> toldOf = new TreeMap<>();
        records.told()
                .forEach(t -> toldOf.computeIfAbsent(t.companyId(), k -> new ArrayList<>())
                        .add(t));
        toldOf.keySet().forEach(company -> byChain.computeIfAbsent(company, k -> new ArrayList<>()));
        byChain.forEach((chain, own) -> {
            jdbc.update(
                    "merge into activity_chain c using (values (cast(? as bigint))) s (id) on c.id = s.id"
                            + " when not matched then insert (id, place, digest) values (s.id, 0, '')",
                    chain);
            Link last = jdbc.queryForObject(
                    "select place, digest, told from activity_chain where id = ? for update",
                    (row, i) -> new Link(row.getLong(1), row.getString(2), row.getLong(3)),
                    chain);
            long place = last == null ? 0 : last.place();
            String digest = last == null ? "" : last.digest();
            for (Activity a : own) {
                place++;
                digest = digest(digest, a.canonical());
                a.chained(place, digest);
                em.persist(a);
            }
            List<Told> told = toldOf.getOrDefault(chain, List.of());
            long from = last == null ? 0 : last.told();
            putOut(told, from);
            jdbc.update(
                    "update activity_chain set place = ?, digest = ?, told = ? where id = ?",
                    place,
                    digest,
                    from + told.size(),
                    chain);
        });
        long key = Origin.current().keyId();
        if (key != 0 && !records.activities().isEmpty()) {
            jdbc.update("update idempotency_key set done = true where id = ?", key);
        }
    }

    private void putOut(List<Told> told, long from) {
        long[] place = {from};
        jdbc.batchUpdate(
                "insert into outbox (company_id, place, told_at, kind, object_id, content) values (?, ?, ?, ?, ?, ?)",
                told,
                500,
                (row, t) -> {
                    place[0]++;
                    row.setLong(1, t.companyId());
                    row.setLong(2, place[0]);
                    row.setObject(3, t.at().atOffset(ZoneOffset.UTC));
                    row.setString(4, t.kind());
                    row.setLong(5, t.objectId());
                    row.setString(6, t.content());
                });
    }

    private record Link(long place, String digest, long told) {}

    /** The digest of a record in its chain: SHA-256 over the digest before it and its own text, in hexadecimal. */
    public static String digest(String before, String canonical) {
        try {
            byte[] hash = MessageDigest.getInstance("SHA-256")
                    .digest((before + "\n" + canonical).getBytes(StandardCharsets.UTF_8));
            return HexFormat.of().formatHex(hash);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    @Transactional(readOnly = true)
    public List<Activity> search(long companyId, long beforeId, String text) {
        String literal = text.replace("!", "!!").replace("%", "!%").replace("_", "!_");
        return activities.search(companyId, beforeId <= 0 ? Long.MAX_VALUE : beforeId, literal, Limit.of(PAGE));
    }

    @Transactional(readOnly = true)
    public List<Activity> ofObject(long companyId, String objectType, long objectId) {
        return activities.ofObject(companyId, objectType, objectId, Limit.of(PAGE));
    }
}
