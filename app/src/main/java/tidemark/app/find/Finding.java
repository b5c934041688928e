package tidemark.app.find;

import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.ReentrantLock;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;
import tidemark.core.money.MinorUnits;

/**
 * Finds by words, numbers and amounts. Triggers note in the database what changed; a search takes in what is new before it
 * answers, and says so where it could not wait for all of it; a timer writes it to disk. What is shown of something found is read from the books, never from the index.
 */
@Service
public class Finding {
    private static final Logger LOG = LoggerFactory.getLogger(Finding.class);
    /** How many changes a search makes visible without writing them to disk. */
    private static final int TAKEN_IN = 300;

    private static final int BLOCK = 2_000;
    private static final Duration LONGEST_WAIT = Duration.ofSeconds(1);
    private static final Duration AGAIN_AFTER = Duration.ofMinutes(1);
    private static final int LONGEST_TYPED = 100;

    private final JdbcTemplate jdbc;
    private final Map<String, FindSource> byKind = new LinkedHashMap<>();
    private final Map<String, List<FindSource>> byTable = new HashMap<>();
    private final Path folder;
    private final ReentrantLock taking = new ReentrantLock();
    private volatile boolean complete;
    /** When the index that could not be made is tried again, by the system's clock in nanoseconds; 0 for not at all. */
    private volatile long again;

    private @Nullable FindIndex index;

    Finding(JdbcTemplate jdbc, List<FindSource> sources, @Value("${tidemark.data:./data/tidemark}/find") Path folder) {
        this.jdbc = jdbc;
        this.folder = folder;
        sources.stream().sorted(Comparator.comparingInt(FindSource::order)).forEach(s -> {
            byKind.put(s.kind(), s);
            byTable.computeIfAbsent(s.table(), t -> new ArrayList<>()).add(s);
        });
    }

    /**
     * Something found.
     *
     * @param place what its page stands under, such as a bank account; absent for none
     * @param amount as reports write it; absent where it has none
     */
    public record Found(
            String kind,
            long id,
            String title,
            String detail,
            @Nullable String amount,
            @Nullable String currency,
            @Nullable LocalDate day,
            @Nullable Long place,
            List<String> tags) {}

    /** @param complete false while the index is being made and something may be missing */
    public record Answer(List<Found> found, boolean more, boolean complete) {}

    /**
     * The best that fit, exact numbers and amounts first, then whole words, then beginnings and parts of words; among those
     * alike by kind, and the newest of each first.
     *
     * @param kinds empty for all
     * @param tags all of which each must have
     * @param most of one kind
     */
    public Answer find(long companyId, String text, Set<String> kinds, Set<String> tags, int most) {
        List<String> typed = Arrays.stream(text.substring(0, Math.min(LONGEST_TYPED, text.length()))
                        .strip()
                        .split("\\s+"))
                .filter(t -> !t.isEmpty())
                .toList();
        if (typed.isEmpty() && kinds.size() != 1) {
            return new Answer(List.of(), false, complete);
        }
        FindIndex open = index();
        boolean whole = takeIn(open) && complete;
        Set<FindIndex.Hit> hits = new LinkedHashSet<>();
        Map<String, Integer> ofKind = new HashMap<>();
        boolean more = false;
        for (FindIndex.Fit fit : FindIndex.Fit.values()) {
            for (FindSource source : byKind.values()) {
                if (!kinds.isEmpty() && !kinds.contains(source.kind())) {
                    continue;
                }
                int have = ofKind.getOrDefault(source.kind(), 0);
                if (have >= most) {
                    continue;
                }
                for (FindIndex.Hit hit : open.search(companyId, source.kind(), tags, typed, fit, most + 1)) {
                    if (hits.contains(hit)) {
                        continue;
                    }
                    if (have >= most) {
                        more = true;
                        break;
                    }
                    hits.add(hit);
                    have++;
                }
                ofKind.put(source.kind(), have);
            }
        }
        return new Answer(shown(companyId, hits), more, whole);
    }

    private List<Found> shown(long companyId, Set<FindIndex.Hit> hits) {
        Map<String, List<Long>> ids = new TreeMap<>();
        hits.forEach(h -> ids.computeIfAbsent(h.kind(), k -> new ArrayList<>()).add(h.id()));
        Map<FindIndex.Hit, Found> rows = new HashMap<>();
        ids.forEach((kind, own) -> rows(Objects.requireNonNull(byKind.get(kind)), own).stream()
                .filter(r -> r.companyId() == companyId)
                .forEach(r -> rows.put(new FindIndex.Hit(kind, r.id()), r.found(kind))));
        return hits.stream().map(rows::get).filter(Objects::nonNull).toList();
    }

    /** A row as its source gives it. */
    private record Row(
            long id,
            long companyId,
            String title,
            String detail,
            String words,
            String numbers,
            @Nullable Long minorUnits,
            @Nullable String currency,
            @Nullable LocalDate day,
            @Nullable Long place,
            String tags) {
        Found found(String kind) {
            return new Found(
                    kind,
                    id,
                    title,
                    detail,
                    minorUnits == null || currency == null
                            ? null
                            : MinorUnits.report(minorUnits, CurrencyUnit.of(currency)),
                    currency,
                    day,
                    place,
                    tags.isBlank() ? List.of() : List.of(tags.strip().split("\\s+")));
        }

        FindIndex.Entry entry(String kind) {
            BigDecimal amount = minorUnits == null || currency == null
                    ? null
                    : BigDecimal.valueOf(minorUnits, CurrencyUnit.of(currency).getDecimalPlaces());
            return new FindIndex.Entry(
                    kind,
                    id,
                    companyId,
                    title + " " + detail + " " + words,
                    numbers,
                    amount,
                    day == null ? 0 : day.toEpochDay(),
                    tags.isBlank() ? Set.of() : Set.of(tags.strip().split("\\s+")));
        }
    }

    private List<Row> rows(FindSource source, Collection<Long> ids) {
        if (ids.isEmpty()) {
            return List.of();
        }
        String places = String.join(", ", Collections.nCopies(ids.size(), "?"));
        return query(source, source.id() + " in (" + places + ")", "", ids.toArray());
    }

    private List<Row> query(FindSource source, String condition, String end, Object... values) {
        return jdbc.query(
                source.select() + " and " + condition + end,
                (row, i) -> new Row(
                        row.getLong("id"),
                        row.getLong("company_id"),
                        Objects.requireNonNullElse(row.getString("title"), ""),
                        Objects.requireNonNullElse(row.getString("detail"), ""),
                        Objects.requireNonNullElse(row.getString("words"), ""),
                        Objects.requireNonNullElse(row.getString("numbers"), ""),
                        row.getObject("minor_units", Long.class),
                        row.getString("currency"),
                        row.getObject("found_day", LocalDate.class),
                        row.getObject("place", Long.class),
                        Objects.requireNonNullElse(row.getString("tags"), "")),
                values);
    }

    /** The index; where it cannot be opened, or was closed by what failed, an empty one that is made anew. */
    private synchronized FindIndex index() {
        FindIndex open = index;
        if (open != null && open.isOpen()) {
            return open;
        }
        if (open != null) {
            LOG.warn("The index of Find anything was closed by what failed and is opened anew");
            open.close();
            index = null;
            begin();
        }
        try {
            open = new FindIndex(folder);
        } catch (UncheckedIOException | IllegalArgumentException e) {
            LOG.warn("The index of Find anything cannot be read and is made anew", e);
            empty();
            open = new FindIndex(folder);
        }
        index = open;
        return open;
    }

    private void empty() {
        try (Stream<Path> files = Files.list(folder)) {
            for (Path file : files.toList()) {
                Files.delete(file);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private record Change(long id, String table, long objectId) {}

    private List<Change> changes(int most) {
        return jdbc.query(
                "select id, table_name, object_id from find_change order by id limit ?",
                (row, i) -> new Change(row.getLong(1), row.getString(2), row.getLong(3)),
                most);
    }

    /**
     * Makes what has changed visible: few changes at once, many as {@link #follow()} does, for no longer than a search may
     * wait.
     *
     * @return whether nothing is left to take in
     */
    private boolean takeIn(FindIndex open) {
        taking.lock();
        try {
            List<Change> changes = changes(TAKEN_IN + 1);
            if (changes.size() > TAKEN_IN) {
                return complete && follow(open, System.nanoTime() + LONGEST_WAIT.toNanos());
            }
            if (!changes.isEmpty()) {
                apply(open, changes);
                open.refresh();
            }
            return true;
        } finally {
            taking.unlock();
        }
    }

    private void apply(FindIndex open, List<Change> changes) {
        Map<String, Set<Long>> ids = changes.stream()
                .collect(Collectors.groupingBy(
                        Change::table, TreeMap::new, Collectors.mapping(Change::objectId, Collectors.toSet())));
        ids.forEach((table, changed) -> {
            Set<Long> own = changed;
            String rows = table;
            if (table.equals("party_identity")) {
                rows = "party";
                own = new LinkedHashSet<>(jdbc.queryForList(
                        "select id from party where identity_id in ("
                                + String.join(", ", Collections.nCopies(changed.size(), "?")) + ")",
                        Long.class,
                        changed.toArray()));
            }
            for (FindSource source : byTable.getOrDefault(rows, List.of())) {
                List<Row> now = rows(source, own);
                open.put(now.stream().map(r -> r.entry(source.kind())).toList());
                Set<Long> gone = new LinkedHashSet<>(own);
                now.forEach(r -> gone.remove(r.id()));
                open.remove(source.kind(), gone);
            }
        });
    }

    /** Takes in what has changed and writes it to disk. */
    @Scheduled(initialDelay = 2, fixedDelay = 2, timeUnit = TimeUnit.SECONDS)
    void follow() {
        if (!complete) {
            if (again != 0 && System.nanoTime() - again > 0) {
                begin();
            }
            return;
        }
        follow(index(), Long.MAX_VALUE);
    }

    private boolean follow(FindIndex open, long until) {
        List<Change> changes = changes(BLOCK);
        while (!changes.isEmpty()) {
            taking.lock();
            try {
                apply(open, changes);
                long version = version() + 1;
                open.commit(version);
                forget(changes, version);
            } finally {
                taking.unlock();
            }
            if (System.nanoTime() > until) {
                return false;
            }
            changes = changes(BLOCK);
        }
        return true;
    }

    private void forget(List<Change> changes, long version) {
        jdbc.batchUpdate("delete from find_change where id = ?", changes, BLOCK, (row, c) -> row.setLong(1, c.id()));
        jdbc.update("update find_state set version = ?", version);
    }

    private long version() {
        return Objects.requireNonNullElse(jdbc.queryForObject("select version from find_state", Long.class), 0L);
    }

    /** Goes on with the index on disk where it is that of these books, or makes it anew, beside the work. */
    @EventListener(ApplicationReadyEvent.class)
    void begin() {
        complete = false;
        again = 0;
        Thread.ofPlatform().daemon().name("find").start(() -> {
            try {
                FindIndex open = index();
                long kept = open.version();
                long known = version();
                if (kept < 0 || kept < known || kept > known + 1) {
                    makeAnew(open);
                }
                complete = true;
            } catch (RuntimeException e) {
                LOG.error("The index of Find anything could not be made", e);
                again = System.nanoTime() + AGAIN_AFTER.toNanos();
            }
        });
    }

    private void makeAnew(FindIndex open) {
        long begun = System.nanoTime();
        List<Change> known = changes(BLOCK);
        while (!known.isEmpty()) {
            forget(known, version());
            known = changes(BLOCK);
        }
        open.clear();
        for (FindSource source : byKind.values()) {
            long after = 0;
            List<Row> block;
            do {
                block = query(source, source.id() + " > ?", " order by " + source.id() + " limit " + BLOCK, after);
                open.put(block.stream().map(r -> r.entry(source.kind())).toList());
                after = block.isEmpty() ? after : block.getLast().id();
            } while (!block.isEmpty());
            open.refresh();
        }
        long version = version() + 2;
        open.commit(version);
        jdbc.update("update find_state set version = ?", version);
        LOG.info("Indexed {} things to find in {} ms", open.size(), (System.nanoTime() - begun) / 1_000_000);
    }

    /** Whether everything there is can be found. */
    public boolean isComplete() {
        return complete;
    }

    @PreDestroy
    synchronized void close() {
        FindIndex open = index;
        if (open != null) {
            open.close();
        }
    }
}
