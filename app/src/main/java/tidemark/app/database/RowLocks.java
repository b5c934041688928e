package tidemark.app.database;

import jakarta.persistence.EntityManager;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;
import org.hibernate.Session;
import org.hibernate.engine.spi.EntityKey;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * Locks rows until the transaction ends, always in the order of {@link LockedRow} and of their identifiers, so that no
 * two changes wait for each other. What is locked is read anew: a row that was loaded before may be older than what
 * the transaction before this one left.
 */
@Component
public class RowLocks {
    private final EntityManager em;
    private final JdbcTemplate jdbc;
    private final boolean strict;

    /** @param strict refuse what is locked out of order or read too early, rather than go on; for tests */
    RowLocks(EntityManager em, JdbcTemplate jdbc, @Value("${tidemark.locks.strict:false}") boolean strict) {
        this.em = em;
        this.jdbc = jdbc;
        this.strict = strict;
    }

    private record Held(LockedRow kind, long id) implements Comparable<Held> {
        @Override
        public int compareTo(Held other) {
            int byKind = kind.compareTo(other.kind);
            return byKind != 0 ? byKind : Long.compare(id, other.id);
        }
    }

    /** Whether this transaction has locked the row. */
    public boolean holds(LockedRow kind, long id) {
        return held().contains(new Held(kind, id));
    }

    /** A row that this transaction made: nobody else sees it yet, so it counts as locked. */
    public void made(LockedRow kind, long id) {
        held().add(new Held(kind, id));
    }

    /** Waits for a row that no entity stands for; false where there is none. */
    public boolean lock(LockedRow kind, long id) {
        return held().contains(new Held(kind, id)) || take(kind, id);
    }

    /** Waits for the row, then gives its entity as it is now; empty where there is none. */
    public <T> Optional<T> lock(LockedRow kind, Class<T> type, long id) {
        if (held().contains(new Held(kind, id))) {
            return Optional.ofNullable(em.find(type, id));
        }
        if (!take(kind, id)) {
            return Optional.empty();
        }
        T row = em.find(type, id);
        if (row == null) {
            return Optional.empty();
        }
        em.refresh(row);
        return Optional.of(row);
    }

    private boolean take(LockedRow kind, long id) {
        TreeSet<Held> held = held();
        if (strict) {
            checkOrder(held, new Held(kind, id));
            if (held.stream().noneMatch(h -> h.kind() == kind)) {
                checkReadTooEarly(kind);
            }
        }
        List<Long> found =
                jdbc.queryForList("select id from " + kind.table() + " where id = ? for update", Long.class, id);
        if (found.isEmpty()) {
            return false;
        }
        held.add(new Held(kind, id));
        return true;
    }

    private static void checkOrder(TreeSet<Held> held, Held wanted) {
        if (!held.isEmpty() && held.last().compareTo(wanted) > 0) {
            throw new IllegalStateException("Locked out of order: " + wanted + " after " + held);
        }
    }

    /** Refuses entities that the row guards and that were loaded before it is locked. */
    private void checkReadTooEarly(LockedRow kind) {
        List<String> early = new ArrayList<>();
        for (Object key : em.unwrap(Session.class).getStatistics().getEntityKeys()) {
            if (key instanceof EntityKey entity) {
                GuardedBy guard = guard(entity);
                if (guard != null && guard.value() == kind) {
                    early.add(entity.getEntityName() + " " + entity.getIdentifier());
                }
            }
        }
        if (!early.isEmpty()) {
            throw new IllegalStateException("Read before " + kind + " was locked: " + early);
        }
    }

    private static @Nullable GuardedBy guard(EntityKey key) {
        return key.getPersister().getMappedClass().getAnnotation(GuardedBy.class);
    }

    /** What this transaction has locked. */
    @SuppressWarnings("unchecked")
    private TreeSet<Held> held() {
        if (!TransactionSynchronizationManager.isActualTransactionActive()) {
            throw new IllegalStateException("A row is locked within a transaction");
        }
        TreeSet<Held> held = (TreeSet<Held>) TransactionSynchronizationManager.getResource(this);
        if (held != null) {
            return held;
        }
        TreeSet<Held> fresh = new TreeSet<>();
        TransactionSynchronizationManager.bindResource(this, fresh);
        TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
            @Override
            public void suspend() {
                TransactionSynchronizationManager.unbindResource(RowLocks.this);
            }

            @Override
            public void resume() {
                TransactionSynchronizationManager.bindResource(RowLocks.this, fresh);
            }

            @Override
            public void afterCompletion(int status) {
                TransactionSynchronizationManager.unbindResourceIfPossible(RowLocks.this);
            }
        });
        return fresh;
    }
}
