package tidemark.app.changes;

import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Tells programs what happened to the books since they last asked. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}/changes")
class ChangesController {
    private static final int MOST = 1_000;

    private final JdbcTemplate jdbc;
    private final JsonMapper json;

    ChangesController(JdbcTemplate jdbc, JsonMapper json) {
        this.jdbc = jdbc;
        this.json = json;
    }

    /**
     * One thing that happened.
     *
     * @param place in the order in which transactions ended, from 1 on and without gaps
     * @param kind {@code entry.booked}, {@code match.made}, {@code match.undone}, {@code certificate.issued} or
     *     {@code certificate.reopened}
     * @param objectId of the entry, match or certificate
     * @param content what a program needs to find it
     */
    record ChangeView(long place, Instant at, String kind, long objectId, Map<String, Object> content) {}

    /** @param next what to ask after next time */
    record ChangesView(List<ChangeView> changes, long next, boolean more) {}

    @GetMapping
    @Requires(Right.VIEW)
    ChangesView changes(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "0") long after,
            @RequestParam(defaultValue = "100") int limit) {
        int most = Math.clamp(limit, 1, MOST);
        List<ChangeView> found = jdbc.query(
                "select place, told_at, kind, object_id, content from outbox where company_id = ? and place > ?"
                        + " order by place limit ?",
                (row, i) -> new ChangeView(
                        row.getLong(1),
                        row.getObject(2, OffsetDateTime.class).toInstant(),
                        row.getString(3),
                        row.getLong(4),
                        json.readValue(row.getString(5), new TypeReference<Map<String, Object>>() {})),
                companyId,
                after,
                most + 1);
        List<ChangeView> shown = found.subList(0, Math.min(most, found.size()));
        return new ChangesView(
                List.copyOf(shown), shown.isEmpty() ? after : shown.getLast().place(), found.size() > most);
    }
}
