package tidemark.app.collection;

import static tidemark.core.words.Catalogue.say;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.LocalDate;
import java.util.List;
import java.util.Objects;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.mandate.Mandates;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.mandate.MandateState;
import tidemark.core.mandate.ReturnEffect;
import tidemark.core.problem.RuleViolation;
import tidemark.core.problem.Words;

/** Collections that were booked, for whoever hears that one came back. */
@Service
public class CollectedMoney {
    private static final int MOST = 10_000;
    private static final String READ =
            "select c.id, c.journal_entry_id, r.on_the_way_account_id, c.party_id, m.holder, c.minor_units,"
                    + " r.collect_on, r.number, r.bank_account_id, r.id, c.came_back"
                    + " from collection c join collection_run r on r.id = c.run_id join mandate m on m.id = c.mandate_id"
                    + " where c.company_id = ? and r.state = 'BOOKED' and c.decision = 'COLLECT'";

    private final CollectionRuns books;
    private final CollectionRepository collections;
    private final RunCandidates candidates;
    private final RunBookings bookings;
    private final Mandates mandates;
    private final JdbcTemplate jdbc;

    CollectedMoney(
            CollectionRuns books,
            CollectionRepository collections,
            RunCandidates candidates,
            RunBookings bookings,
            Mandates mandates,
            JdbcTemplate jdbc) {
        this.books = books;
        this.collections = collections;
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
