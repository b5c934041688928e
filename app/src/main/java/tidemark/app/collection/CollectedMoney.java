package tidemark.app.collection;

import static tidemark.core.words.Catalogue.say;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.LocalDate;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.regex.Pattern;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.bankfile.BankFileTerms;
import tidemark.app.mandate.Mandates;
import tidemark.core.calendar.BankCalendar;
import tidemark.core.collection.RunState;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.mandate.MandateState;
import tidemark.core.mandate.ReturnEffect;
import tidemark.core.problem.RuleViolation;
import tidemark.core.problem.Words;

/** Collections that were booked, for whoever hears that one came back. */
@Service
public class CollectedMoney {
    private static final int MOST = 10_000;
    private static final Pattern ID = Pattern.compile("C[0-9]{1,14}");
    private static final Pattern TRACE = Pattern.compile("[0-9]{15}");
    private static final String READ =
            "select c.id, c.journal_entry_id, r.on_the_way_account_id, c.party_id, m.holder, c.minor_units,"
                    + " r.collect_on, r.number, r.bank_account_id, r.id, c.came_back"
                    + " from collection c join collection_run r on r.id = c.run_id join mandate m on m.id = c.mandate_id"
                    + " where c.company_id = ? and r.state = 'BOOKED' and c.decision = 'COLLECT'";

    private final CollectionRuns books;
    private final CollectionRepository collections;
    private final BankFileTerms terms;
    private final RunCandidates candidates;
    private final RunBookings bookings;
    private final Mandates mandates;
    private final JdbcTemplate jdbc;

    CollectedMoney(
            CollectionRuns books,
            CollectionRepository collections,
            BankFileTerms terms,
            RunCandidates candidates,
            RunBookings bookings,
            Mandates mandates,
            JdbcTemplate jdbc) {
        this.books = books;
        this.collections = collections;
        this.terms = terms;
        this.candidates = candidates;
        this.bookings = bookings;
        this.mandates = mandates;
        this.jdbc = jdbc;
    }

    /**
     * A collection as it was booked.
     *
     * @param moneyAccountId where it was on its way
     * @param number as the bank knows it
     */
    public record Collected(
            long id,
            long entryId,
            long moneyAccountId,
            long partyId,
            String payer,
            String number,
            long minorUnits,
            LocalDate collectedOn,
            String run,
            long bankAccountId,
            long runId) {}

    private static Collected collected(ResultSet row, int number) throws SQLException {
        return new Collected(
                row.getLong(1),
                row.getLong(2),
                row.getLong(3),
                row.getLong(4),
                row.getString(5),
                "C" + row.getLong(1),
                row.getLong(6),
                row.getObject(7, LocalDate.class),
                row.getString(8),
                row.getLong(9),
                row.getLong(10));
    }

    /** Those that did not come back, collected since a day, the latest first. */
    @Transactional(readOnly = true)
    public List<Collected> since(long companyId, LocalDate day) {
        return jdbc.query(
                READ + " and not c.came_back and r.collect_on >= ? order by r.collect_on desc, c.id desc limit " + MOST,
                CollectedMoney::collected,
                companyId,
                day);
    }

    /** @throws RuleViolation {@code run.back} where it is not booked, or came back already */
    @Transactional(propagation = Propagation.MANDATORY)
    public Collected get(long companyId, long id) {
        return jdbc.query(READ + " and not c.came_back and c.id = ?", CollectedMoney::collected, companyId, id).stream()
                .findFirst()
                .orElseThrow(() -> {
                    if (!collections.existsByIdAndCompanyId(id, companyId)) {
                        throw new NotFound(say("collection.one"));
                    }
                    return new RuleViolation(
                            "run.back",
                            "originals",
                            say("run.back.found"),
                            say("run.back.expected"),
                            say("run.back.remedy"));
                });
    }

    /**
     * A collection that went out to the bank, whatever became of it.
     *
     * @param booked whether it is in the books; else its run is released and its day has not come
     * @param reversed whether its run was reversed
     * @param credited whether the bank has credited it
     */
    public record Sent(
            long id,
            long runId,
            String run,
            long partyId,
            String party,
            long mandateId,
            long minorUnits,
            LocalDate collectedOn,
            long bankAccountId,
            boolean booked,
            boolean reversed,
            boolean cameBack,
            boolean credited) {}

    private static final String SENT =
            "select c.id, r.id, r.number, c.party_id, n.name, c.mandate_id, c.minor_units, r.collect_on, r.bank_account_id,"
                    + " r.state, c.came_back, r.clearing_entry_id is not null or c.clearing_entry_id is not null"
                    + " from collection c join collection_run r on r.id = c.run_id join party p on p.id = c.party_id join party_identity n on n.id = p.identity_id"
                    + " where c.company_id = ? and c.decision = 'COLLECT' and r.bank_file_id is not null";

    private static Sent sent(ResultSet row, int number) throws SQLException {
        RunState state = RunState.valueOf(row.getString(10));
        return new Sent(
                row.getLong(1),
                row.getLong(2),
                row.getString(3),
                row.getLong(4),
                row.getString(5),
                row.getLong(6),
                row.getLong(7),
                row.getObject(8, LocalDate.class),
                row.getLong(9),
                state == RunState.BOOKED,
                state == RunState.REVERSED,
                row.getBoolean(11),
                row.getBoolean(12));
    }

    /**
     * What went out under an identification, or under a trace of ACH where the bank did not give that back.
     *
     * @param trace fifteen digits; empty for none
     */
    @Transactional(readOnly = true)
    public Optional<Sent> sent(long companyId, String endToEnd, String trace) {
        if (ID.matcher(endToEnd).matches()) {
            return jdbc
                    .query(SENT + " and c.id = ?", CollectedMoney::sent, companyId, Long.valueOf(endToEnd.substring(1)))
                    .stream()
                    .findFirst();
        }
        if (!TRACE.matcher(trace).matches()) {
            return Optional.empty();
        }
        // traces of two banks may have the same number
        return jdbc
                .query(
                        SENT + " and c.trace = ? order by c.id desc",
                        CollectedMoney::sent,
                        companyId,
                        Long.valueOf(trace.substring(8)))
                .stream()
                .filter(s -> terms.find(s.bankAccountId())
                        .filter(f -> f.routing().startsWith(trace.substring(0, 8)))
                        .isPresent())
                .findFirst();
    }

    /** The same as it is now. */
    @Transactional(readOnly = true)
    public Sent sent(long companyId, long id) {
        return jdbc.query(SENT + " and c.id = ?", CollectedMoney::sent, companyId, id).stream()
                .findFirst()
                .orElseThrow(() -> new NotFound(say("collection.one")));
    }

    /** A run whose file it is, or whose reversing file. */
    public record RunOfFile(long runId, String run) {}

    @Transactional(readOnly = true)
    public List<RunOfFile> ofFile(long companyId, long fileId) {
        return jdbc.query(
                "select id, number from collection_run where company_id = ? and (bank_file_id = ? or reversal_file_id = ?)"
                        + " order by id",
                (row, i) -> new RunOfFile(row.getLong(1), row.getString(2)),
                companyId,
                fileId,
                fileId);
    }

    /** The days on which the bank of an account works. */
    public BankCalendar calendar(long companyId, long bankAccountId) {
        return terms.find(bankAccountId)
                .map(f -> terms.calendar(companyId, f.scheme()))
                .orElseThrow(() -> new NotFound(say("collection.one")));
    }

    /** Whether the bank has credited it, in one sum with its run or by itself. */
    @Transactional(readOnly = true)
    public boolean isCredited(long companyId, long id) {
        return Boolean.TRUE.equals(jdbc.queryForObject(
                "select r.clearing_entry_id is not null or c.clearing_entry_id is not null from collection c"
                        + " join collection_run r on r.id = c.run_id where c.id = ? and c.company_id = ?",
                Boolean.class,
                id,
                companyId));
    }

    /** What was booked of it, as an entry of its own. */
    @Transactional(propagation = Propagation.MANDATORY)
    public JournalEntry asBooked(long companyId, long id) {
        CollectionRun run = run(companyId, id);
        CollectionRow row = row(companyId, id);
        return bookings.asBooked(
                run, candidates.of(candidates.frame(run), row.partyId()).getFirst());
    }

    private CollectionRun run(long companyId, long id) {
        return books.get(
                companyId, collections.runOf(companyId, id).orElseThrow(() -> new NotFound(say("collection.one"))));
    }

    private CollectionRow row(long companyId, long id) {
        return collections.findByIdAndCompanyId(id, companyId).orElseThrow(() -> new NotFound(say("collection.one")));
    }

    /**
     * It came back, and its mandate is suspended, asked first, or stands, by the reason. The bank account and the journal are
     * locked.
     *
     * @param reason code of ACH or ISO 20022; empty for none
     * @param netted whether the bank kept it back from the run's credit
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void comeBack(
            long companyId, long id, String reason, String words, LocalDate day, boolean netted, String who) {
        CollectionRow row = row(companyId, id);
        row.cameBack(true, netted, reason);
        collections.saveAndFlush(row);
        ReturnEffect effect = ReturnEffect.of(reason);
        if (effect != ReturnEffect.PRESENT_AGAIN) {
            mandates.cameBack(
                    companyId,
                    Objects.requireNonNull(row.mandateId()),
                    effect == ReturnEffect.SUSPEND ? MandateState.Move.SUSPEND : MandateState.Move.ASK_FIRST,
                    say(
                            "collection.lastCameBack",
                            Words.day(day),
                            words.isEmpty() ? say("collection.noReason") : words),
                    who);
        }
    }

    /** It did not come back after all; what became of its mandate is for people to put right. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void stand(long companyId, long id) {
        CollectionRow row = row(companyId, id);
        row.cameBack(false, false, "");
        collections.saveAndFlush(row);
    }
}
