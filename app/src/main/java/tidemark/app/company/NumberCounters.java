package tidemark.app.company;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.activity.ActivityLog;
import tidemark.app.database.LockedRow;
import tidemark.app.database.RowLocks;
import tidemark.core.numbering.Numbering;
import tidemark.core.problem.RuleViolation;

/** Gives documents their numbers, series by series, and finds what is missing among them. The journal's lock guards all. */
@Service
public class NumberCounters {
    private final NumberSeriesRepository series;
    private final List<NumberedDocuments> documents;
    private final Companies companies;
    private final RowLocks locks;
    private final ActivityLog activity;
    private final JdbcTemplate jdbc;

    NumberCounters(
            NumberSeriesRepository series,
            List<NumberedDocuments> documents,
            Companies companies,
            RowLocks locks,
            ActivityLog activity,
            JdbcTemplate jdbc) {
        this.series = series;
        this.documents = documents;
        this.companies = companies;
        this.locks = locks;
        this.activity = activity;
        this.jdbc = jdbc;
    }

    /** How far a series is with a beginning of its numbers in a year; year 0 where it runs on. */
    private record Counter(int year, String prefix, long first, long next) {}

    private List<Counter> counters(long seriesId) {
        return jdbc.query(
                "select number_year, prefix, first_number, next_number from number_counter where series_id = ?"
                        + " order by number_year, prefix",
                (row, i) -> new Counter(row.getInt(1), row.getString(2), row.getLong(3), row.getLong(4)),
                seriesId);
    }

    private Optional<Counter> counter(long seriesId, int year, String prefix) {
        return counters(seriesId).stream()
                .filter(c -> c.year() == year && c.prefix().equals(prefix))
                .findFirst();
    }

    /** All series of a company; one for each kind of document comes into being when it is first asked for. */
    @Transactional
    public List<NumberSeries> series(long companyId) {
        List<NumberSeries> there = series.findByCompanyIdOrderById(companyId);
        for (DocumentKind kind : kinds()) {
            if (there.stream().noneMatch(s -> s.kind().equals(kind.code()) && s.siteId() == null)) {
                series.saveAndFlush(new NumberSeries(companyId, kind.code(), null, kind.prefix()));
            }
        }
        return series.findByCompanyIdOrderById(companyId);
    }

    private List<DocumentKind> kinds() {
        return documents.stream().flatMap(d -> d.kinds().stream()).toList();
    }

    private Optional<DocumentKind> kind(String code) {
        return kinds().stream().filter(k -> k.code().equals(code)).findFirst();
    }

    /** What a series numbers. */
    public String wordsOf(NumberSeries one) {
        return kind(one.kind()).map(DocumentKind::words).orElse(one.kind());
    }

    /** The number that a series gives next to a document of that day. */
    @Transactional(readOnly = true)
    public long next(NumberSeries one, LocalDate day) {
        return counter(one.id(), one.counted(day.getYear()), one.prefix())
                .map(Counter::next)
                .orElse(1L);
    }

    /** Takes the next number for a document; the journal is locked by the booking that asks. */
    @Transactional(propagation = Propagation.MANDATORY)
    public String take(long companyId, DocumentKind kind, @Nullable Long siteId, LocalDate day) {
        List<NumberSeries> all = series.findByCompanyIdAndKind(companyId, kind.code());
        NumberSeries one = all.stream()
                .filter(s -> siteId != null && siteId.equals(s.siteId()))
                .findFirst()
                .or(() -> all.stream().filter(s -> s.siteId() == null).findFirst())
                .orElseGet(() -> series.saveAndFlush(new NumberSeries(companyId, kind.code(), null, kind.prefix())));
        int year = one.counted(day.getYear());
        Counter counter = counter(one.id(), year, one.prefix()).orElse(new Counter(year, one.prefix(), 1, 1));
        write(one.id(), counter, counter.next() + 1);
        return new Numbering(counter.prefix(), year, one.digits()).write(counter.next());
    }

    private void write(long seriesId, Counter counter, long next) {
        jdbc.update(
                "merge into number_counter (series_id, number_year, prefix, first_number, next_number)"
                        + " key (series_id, number_year, prefix) values (?, ?, ?, ?, ?)",
                seriesId,
                counter.year(),
                counter.prefix(),
                counter.first(),
                next);
    }

    /**
     * A series as it is kept.
     *
     * @param id absent for a new one
     * @param kind of a new one
     * @param siteId of a new one; absent for the whole company
     */
    public record Request(
            @Nullable Long id,
            @Nullable String kind,
            @Nullable Long siteId,
            String prefix,
            long nextNumber,
            int digits,
            boolean yearly) {}

    /** @throws RuleViolation {@code series.unfit}, {@code series.back}, {@code series.there} or {@code series.kind} */
    @Transactional
    public void keep(long companyId, Request request, String who) {
        locks.lock(LockedRow.JOURNAL, companyId);
        String prefix = request.prefix().strip();
        if (request.nextNumber() < 1 || request.digits() < 1 || request.digits() > 10 || prefix.length() > 12) {
            throw new RuleViolation(
                    "series.unfit",
                    "nextNumber",
                    say("series.unfit.found", prefix + request.nextNumber(), request.digits()),
                    say("series.unfit.expected"),
                    say("series.unfit.remedy"));
        }
        NumberSeries row = request.id() == null
                ? fresh(companyId, request)
                : MasterData.row(series, companyId, request.id(), say("company.numberSeries"));
        checkAlone(companyId, row, prefix, request.yearly());
        int year = request.yearly() ? companies.today(companyId).getYear() : 0;
        Counter counter = counter(row.id(), year, prefix)
                .orElse(new Counter(year, prefix, request.nextNumber(), request.nextNumber()));
        if (request.nextNumber() < counter.next()) {
            throw new RuleViolation(
                    "series.back",
                    "nextNumber",
                    Long.toString(request.nextNumber()),
                    say("series.back.expected", counter.next()),
                    say("series.back.remedy"));
        }
        row.set(prefix, request.digits(), request.yearly());
        write(row.id(), counter, request.nextNumber());
        activity.record(
                companyId,
                who,
                "number_series.kept",
                "number_series",
                row.id(),
                say(
                        "company.numbersGoOnWith",
                        wordsOf(row),
                        new Numbering(prefix, year, request.digits()).write(request.nextNumber())));
    }

    private NumberSeries fresh(long companyId, Request request) {
        String code = request.kind() == null ? "" : request.kind();
        DocumentKind kind = kind(code)
                .orElseThrow(() -> new RuleViolation(
                        "series.kind",
                        "kind",
                        "“" + code + "”",
                        say(
                                "series.kind.expected",
                                String.join(
                                        ", ",
                                        kinds().stream().map(DocumentKind::code).toList())),
                        say("series.kind.remedy")));
        if (request.siteId() != null) {
            companies.site(companyId, request.siteId());
        }
        boolean there = series(companyId).stream()
                .anyMatch(s -> s.kind().equals(code) && java.util.Objects.equals(s.siteId(), request.siteId()));
        if (there) {
            throw new RuleViolation(
                    "series.there",
                    "siteId",
                    say(
                            "series.there.found3",
                            kind.words()
                                    + (request.siteId() == null
                                            ? say("series.there.found")
                                            : say("series.there.found2"))),
                    say("series.there.expected"),
                    say("series.there.remedy"));
        }
        return series.saveAndFlush(new NumberSeries(companyId, code, request.siteId(), kind.prefix()));
    }

    /** Two series that may write alike would give one number twice. */
    private void checkAlone(long companyId, NumberSeries row, String prefix, boolean yearly) {
        series.findByCompanyIdAndKind(companyId, row.kind()).stream()
                .filter(other ->
                        other.id() != row.id() && Numbering.meet(prefix, yearly, other.prefix(), other.yearly()))
                .findFirst()
                .ifPresent(other -> {
                    throw new RuleViolation(
                            "series.alike",
                            "prefix",
                            say("series.alike.found", prefix, other.prefix(), wordsOf(row)),
                            say("series.alike.expected"),
                            say("series.alike.remedy"));
                });
    }

    /**
     * Numbers of a series that no document has.
     *
     * @param year 0 where the series runs on
     * @param from the first, as it is written
     */
    public record Missing(String words, @Nullable Long siteId, int year, String from, String to, long count) {}

    /** What is missing in all series of a company, given out since the series is kept here. */
    @Transactional(readOnly = true)
    public List<Missing> missing(long companyId) {
        List<Missing> out = new ArrayList<>();
        for (NumberSeries one : series.findByCompanyIdOrderById(companyId)) {
            DocumentKind kind = kind(one.kind()).orElse(null);
            if (kind == null) {
                continue;
            }
            List<String> written = documents.stream()
                    .filter(d -> d.kinds().contains(kind))
                    .flatMap(d -> d.numbers(companyId, kind).stream())
                    .toList();
            for (Counter counter : counters(one.id())) {
                Numbering numbering = new Numbering(counter.prefix(), counter.year(), one.digits());
                for (Numbering.Gap gap : numbering.gaps(counter.first(), counter.next(), written)) {
                    out.add(new Missing(
                            kind.words(),
                            one.siteId(),
                            counter.year(),
                            numbering.write(gap.from()),
                            numbering.write(gap.to()),
                            gap.count()));
                }
            }
        }
        return out;
    }
}
