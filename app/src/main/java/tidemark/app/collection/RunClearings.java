package tidemark.app.collection;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.BankAccount;
import tidemark.app.company.Companies;
import tidemark.app.ledger.Ledger;
import tidemark.app.reconcile.WaitingForBank;
import tidemark.core.collection.RunEntry;
import tidemark.core.collection.RunState;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.problem.RuleViolation;

/**
 * Collections on the way: a run waits for its credit in one sum, less what came back of it before, or each collection by
 * itself where the bank credits them singly.
 */
@Service
class RunClearings implements WaitingForBank {
    private final CollectionRunRepository runs;
    private final CollectionRepository collections;
    private final CollectionRuns books;
    private final RunBookings bookings;
    private final Ledger ledger;
    private final Companies companies;
    private final JdbcTemplate jdbc;

    RunClearings(
            CollectionRunRepository runs,
            CollectionRepository collections,
            CollectionRuns books,
            RunBookings bookings,
            Ledger ledger,
            Companies companies,
            JdbcTemplate jdbc) {
        this.runs = runs;
        this.collections = collections;
        this.books = books;
        this.bookings = bookings;
        this.ledger = ledger;
        this.companies = companies;
        this.jdbc = jdbc;
    }

    private static final String WHOLE = """
            select r.id, r.collect_on, r.number, f.message_id, '' as payer,
              (select coalesce(sum(c.minor_units), 0) from collection c
               where c.run_id = r.id and c.decision = 'COLLECT' and not c.netted) as units
            from collection_run r join bank_file f on f.id = r.bank_file_id
            where r.bank_account_id = ? and r.state in ('RELEASED', 'BOOKED') and not r.singly
              and r.clearing_entry_id is null""";

    private static final String SINGLY = """
            select c.id, r.collect_on, r.number, 'C' || c.id as message_id, m.holder as payer, c.minor_units as units
            from collection c join collection_run r on r.id = c.run_id join mandate m on m.id = c.mandate_id
            where r.bank_account_id = ? and r.state in ('RELEASED', 'BOOKED') and r.singly
              and c.decision = 'COLLECT' and not c.netted and c.clearing_entry_id is null""";

    @Override
    public List<CashEntry> at(long bankAccountId) {
        List<CashEntry> out = new ArrayList<>();
        for (String sql : List.of(WHOLE, SINGLY)) {
            out.addAll(jdbc.query(
                    sql + " order by 1",
                    (row, i) -> new CashEntry(
                            WaitingForBank.standIn(row.getLong("id")),
                            row.getObject("collect_on", LocalDate.class),
                            row.getLong("units"),
                            row.getString("message_id"),
                            "",
                            row.getString("payer"),
                            row.getString("payer").isEmpty()
                                    ? say("collection.onItsWay", row.getString("number"))
                                    : say("collection.oneOnItsWay", row.getString("payer"), row.getString("number"))),
                    bankAccountId));
        }
        return out.stream().filter(c -> c.minorUnits() != 0).toList();
    }

    @Override
    public boolean knows(long companyId, long id) {
        return runs.existsByIdAndCompanyId(id, companyId) || collections.existsByIdAndCompanyId(id, companyId);
    }

    @Override
    @Transactional(propagation = Propagation.MANDATORY)
    public Ledger.Booked arrived(BankAccount account, LocalDate day, Collection<Long> waiting, String who) {
        long companyId = account.companyId();
        Ledger.Booked out = Ledger.Booked.nothing();
        for (long id : waiting.stream().sorted().toList()) {
            Optional<Long> ofCollection = collections.runOf(companyId, id);
            long runId = ofCollection.orElse(id);
            CollectionRun run = books.locked(companyId, runId);
            CollectionRow one = ofCollection
                    .map(r -> collections.findByIdAndCompanyId(id, companyId).orElseThrow())
                    .orElse(null);
            boolean waits = run.bankAccountId() == account.id()
                    && (run.state() == RunState.RELEASED || run.state() == RunState.BOOKED)
                    && run.singly() == (one != null)
                    && (one == null
                            ? run.clearingEntryId() == null
                            : one.clearingEntryId() == null && one.isCredited());
            if (!waits) {
                throw new RuleViolation(
                        "run.clearing",
                        "",
                        say("run.clearing.found", run.title()),
                        say("run.clearing.expected"),
                        say("run.clearing.remedy"));
            }
            if (run.state() == RunState.RELEASED) {
                // the bank was there before anybody booked it
                out.add(bookings.book(run, who));
            }
            long units = one != null
                    ? one.minorUnits()
                    : collections.ofRun(runId).stream()
                            .filter(CollectionRow::isCredited)
                            .mapToLong(CollectionRow::minorUnits)
                            .sum();
            Ledger.Booked booked = ledger.book(
                    companyId,
                    List.of(new Ledger.Posting(
                            RunEntry.credited(
                                    ledger.account(companyId, account.ledgerAccountId())
                                            .code(),
                                    ledger.account(companyId, Objects.requireNonNull(run.onTheWayAccountId()))
                                            .code(),
                                    units,
                                    day,
                                    companies.get(companyId).baseCurrency(),
                                    run.number(),
                                    "",
                                    say("collection.credited", run.number())),
                            "",
                            "")),
                    CollectionDocuments.CREDITED,
                    null,
                    who);
            long entry = booked.entries().getFirst().id();
            if (one == null) {
                run.cleared(entry);
                runs.saveAndFlush(run);
            } else {
                one.cleared(entry);
                collections.saveAndFlush(one);
            }
            out.add(booked);
        }
        return out;
    }

    @Override
    @Transactional(propagation = Propagation.MANDATORY)
    public Map<Long, CashEntryId> standInsOf(long companyId, Collection<Long> journalEntryIds) {
        Map<Long, CashEntryId> out = new HashMap<>();
        for (long entry : journalEntryIds) {
            runs.ofEntry(companyId, entry).stream()
                    .filter(r -> Objects.equals(r.clearingEntryId(), entry))
                    .forEach(r -> out.put(entry, WaitingForBank.standIn(r.id())));
            collections.ofEntry(companyId, entry).stream()
                    .filter(c -> Objects.equals(c.clearingEntryId(), entry))
                    .forEach(c -> out.put(entry, WaitingForBank.standIn(c.id())));
        }
        return out;
    }
}
