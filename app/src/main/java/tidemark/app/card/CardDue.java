package tidemark.app.card;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.springframework.data.domain.Limit;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.Companies;
import tidemark.core.deposit.CardTakings;
import tidemark.core.format.ProcessorTable;

/** What was due from card processors and what the bank credited, by day. */
@Service
public class CardDue {
    /** Days before those asked for of which it is known, too, what came. */
    private static final int BEFORE = 30;

    private final CardBatchRepository batches;
    private final CardProcessors processors;
    private final Companies companies;
    private final JdbcTemplate jdbc;

    CardDue(CardBatchRepository batches, CardProcessors processors, Companies companies, JdbcTemplate jdbc) {
        this.batches = batches;
        this.processors = processors;
        this.companies = companies;
        this.jdbc = jdbc;
    }

    /** Day by day what was due from a processor and what its bank account was credited. */
    @Transactional(readOnly = true)
    List<CardTakings.DayDue> due(long companyId, long processorId, LocalDate from, LocalDate to) {
        CardProcessor processor = processors.get(companyId, processorId);
        Optional<LocalDate> known = lastKnown(processor);
        if (known.isEmpty()) {
            return List.of();
        }
        LocalDate upTo = known.get().isBefore(to) ? known.get() : to;
        List<CardTakings.Batch> all =
                batches.between(processorId, from.minusDays(90), to, Limit.of(ProcessorTable.MOST_ROWS)).stream()
                        .map(CardBatch::batch)
                        .toList();
        // what came just before counts too: else a day before these would take what came for one of them
        return CardTakings.days(all, processor.lagDays(), credits(processor, from.minusDays(BEFORE), upTo), upTo)
                .stream()
                .filter(d -> !d.day().isBefore(from))
                .toList();
    }

    private Map<LocalDate, Long> credits(CardProcessor processor, LocalDate from, LocalDate to) {
        List<String> words =
                List.of(processor.bankWords().toLowerCase(Locale.ROOT).split("\\s+"));
        Map<LocalDate, Long> out = new TreeMap<>();
        jdbc.query(
                "select booking_date, minor_units, lower(text || ' ' || counterparty || ' ' || reference) from bank_line"
                        + " where bank_account_id = ? and booking_date between ? and ? and minor_units > 0",
                row -> {
                    String text = row.getString(3);
                    if (!processor.bankWords().isBlank() && words.stream().allMatch(text::contains)) {
                        out.merge(row.getObject(1, LocalDate.class), row.getLong(2), Math::addExact);
                    }
                },
                processor.bankAccountId(),
                from,
                to);
        return out;
    }

    /** The last day of which the bank has told. */
    private Optional<LocalDate> lastKnown(CardProcessor processor) {
        return Optional.ofNullable(jdbc.queryForObject(
                "select max(booking_date) from bank_line where bank_account_id = ?",
                LocalDate.class,
                processor.bankAccountId()));
    }

    /** A day of a processor on which something was due and nothing came. */
    public record Missing(long processorId, String processor, LocalDate day, long due) {}

    /** Of the last sixty days of which the bank has told. */
    @Transactional(readOnly = true)
    public List<Missing> missing(long companyId) {
        List<Missing> out = new ArrayList<>();
        LocalDate today = companies.today(companyId);
        for (CardProcessor p : processors.active(companyId)) {
            due(companyId, p.id(), today.minusDays(60), today).stream()
                    .filter(CardTakings.DayDue::isMissing)
                    .forEach(d -> out.add(new Missing(p.id(), p.name(), d.day(), d.due())));
        }
        return out;
    }
}
