package tidemark.app.collection;

import static tidemark.core.words.Catalogue.say;

import java.time.Clock;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.bankfile.BankFileTerms;
import tidemark.app.bankfile.WrittenFile;
import tidemark.app.bankfile.WrittenFiles;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.ledger.Chart;
import tidemark.app.ledger.ChartAccount;
import tidemark.app.ledger.Ledger;
import tidemark.app.mandate.MandateRow;
import tidemark.app.mandate.Mandates;
import tidemark.core.bankfile.AchReversal;
import tidemark.core.bankfile.BankFileParts;
import tidemark.core.bankfile.FileTerms;
import tidemark.core.calendar.BankCalendar;
import tidemark.core.collection.CollectionFile;
import tidemark.core.collection.RunDays;
import tidemark.core.collection.RunState;
import tidemark.core.ledger.Means;
import tidemark.core.ledger.Purpose;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;
import tidemark.core.problem.Words;

/** Releases runs: their file is written once, and they are booked on their day. What is released is only reversed. */
@Service
public class RunReleases {
    private static final int MOST_PROBLEMS = 50;
    /** Batches of a file, each of which may have one trace of its own. */
    private static final int BATCHES = 20;

    private final CollectionRuns books;
    private final CollectionRunRepository runs;
    private final CollectionRepository collections;
    private final WrittenFiles files;
    private final BankFileTerms terms;
    private final RunCandidates candidates;
    private final RunBookings bookings;
    private final Mandates mandates;
    private final BankAccounts bankAccounts;
    private final Companies companies;
    private final Chart chart;
    private final Ledger ledger;
    private final JdbcTemplate jdbc;
    private final Clock clock;

    RunReleases(
            CollectionRuns books,
            CollectionRunRepository runs,
            CollectionRepository collections,
            WrittenFiles files,
            BankFileTerms terms,
            RunCandidates candidates,
            RunBookings bookings,
            Mandates mandates,
            BankAccounts bankAccounts,
            Companies companies,
            Chart chart,
            Ledger ledger,
            JdbcTemplate jdbc,
            Clock clock) {
        this.books = books;
        this.runs = runs;
        this.collections = collections;
        this.files = files;
        this.terms = terms;
        this.candidates = candidates;
        this.bookings = bookings;
        this.mandates = mandates;
        this.bankAccounts = bankAccounts;
        this.companies = companies;
        this.chart = chart;
        this.ledger = ledger;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** A run that goes into a file, with those who are collected from in it. */
    private record Going(CollectionRun run, List<RunCandidates.Candidate> collecting) {}

    /**
     * Releases runs of one bank account together: one file for all of them.
     *
     * @param seen the version of each, as whoever releases them saw it
     * @return what was booked of those whose day has come
     */
    @Transactional
    public Ledger.Booked release(long companyId, Map<Long, Integer> seen, String who) {
        List<Going> going = new ArrayList<>();
        Set<Long> accounts = new TreeSet<>();
        for (long id : new TreeSet<>(seen.keySet())) {
            accounts.add(runs.accountOf(companyId, id).orElseThrow(() -> new NotFound(say("collection.run"))));
        }
        if (accounts.size() != 1) {
            throw new RuleViolation(
                    "run.accounts",
                    "runs",
                    Integer.toString(accounts.size()),
                    say("run.accounts.expected"),
                    say("run.accounts.remedy"));
        }
        BankAccount account = bankAccounts.lock(companyId, accounts.iterator().next());
        bankAccounts.lockJournal(companyId);
        BankFileTerms.FileTermsForm form = terms.get(account);
        for (long id : new TreeSet<>(seen.keySet())) {
            CollectionRun run = books.get(companyId, id);
            run.state().after(RunState.Move.RELEASE, run.title());
            CollectionRuns.checkSeen(run, Objects.requireNonNull(seen.get(id)));
            going.add(checked(run));
        }
        long onTheWay = onTheWay(account, form);
        String onTheWayCode = ledger.account(companyId, onTheWay).code();
        for (Going g : going) {
            bookings.check(g.run(), g.collecting(), onTheWayCode);
            trace(account, g);
        }
        LocalDateTime now = LocalDateTime.ofInstant(
                clock.instant(), companies.get(companyId).zone());
        long number = terms.takeFileNumber(account.id());
        BankFileParts.Head head = new BankFileParts.Head(number, messageId(account, number), now);
        List<CollectionFile.Collected> all = new ArrayList<>();
        going.forEach(g -> g.collecting().forEach(c -> all.add(collected(g.run(), c))));
        BankFileParts.Written written = CollectionFile.write(form.terms(), head, all);
        WrittenFile file = keep(account, form, head, written, who);
        Ledger.Booked booked = Ledger.Booked.nothing();
        for (Going g : going) {
            g.run().release(file.id(), onTheWay, form.singly(), who, clock.instant());
            for (RunCandidates.Candidate c : g.collecting()) {
                MandateRow mandate = Objects.requireNonNull(c.mandate());
                mandate.used(g.run().collectOn(), c.due().amount());
                mandates.told(mandate.id());
            }
            runs.saveAndFlush(g.run());
            books.record(
                    g.run(),
                    who,
                    "collection.released",
                    say("collection.released.released", g.run().title(), file.name(), file.sha256()));
            if (!g.run().collectOn().isAfter(companies.today(companyId))) {
                booked.add(bookings.book(g.run(), who));
            }
        }
        return booked;
    }

    /** Everything of a run once more, before its file is written. */
    private Going checked(CollectionRun run) {
        RunCandidates.Frame frame = candidates.frame(run);
        List<Problem> problems = new ArrayList<>(
                RunDays.problems(run.collectOn(), frame.today(), frame.terms().leadDays(), frame.calendar()));
        List<RunCandidates.Candidate> collecting = new ArrayList<>();
        int undecided = 0;
        for (RunCandidates.Candidate c : candidates.of(frame, null)) {
            if (c.standing() == RunCandidates.Standing.COLLECT) {
                collecting.add(c);
                problems.addAll(c.problems());
                if (c.notice().due(frame.today())) {
                    problems.add(new Problem(
                            "notice.due",
                            c.party().name(),
                            say("notice.due.found"),
                            say("notice.due.expected", Words.day(c.notice().by().orElseThrow())),
                            say("notice.due.remedy")));
                }
            } else if (c.undecided()) {
                undecided++;
            }
        }
        if (undecided > 0) {
            problems.addFirst(new Problem(
                    "run.undecided",
                    "",
                    say("run.undecided.found", undecided),
                    say("run.undecided.expected"),
                    say("run.undecided.remedy")));
        }
        if (collecting.isEmpty()) {
            problems.add(new Problem(
                    "run.empty", "", say("run.empty.found"), say("run.empty.expected"), say("run.empty.remedy")));
        }
        if (!problems.isEmpty()) {
            throw new RuleViolation(problems.subList(0, Math.min(MOST_PROBLEMS, problems.size())));
        }
        return new Going(run, collecting);
    }

    /** Numbers by which returns find their collection again, in the order of the customers. */
    private void trace(BankAccount account, Going g) {
        List<CollectionRow> rows = g.collecting().stream()
                .map(c -> Objects.requireNonNull(c.decided()))
                .sorted(Comparator.comparing(CollectionRow::partyId))
                .toList();
        long next = terms.takeTraces(account.id(), rows.size() + BATCHES);
        for (CollectionRow row : rows) {
            row.traced(next++);
        }
        collections.saveAllAndFlush(rows);
    }

    /** What the bank sends back with a return of a collection. */
    static String endToEnd(CollectionRow row) {
        return "C" + row.id();
    }

    CollectionFile.Collected collected(CollectionRun run, RunCandidates.Candidate c) {
        MandateRow mandate = Objects.requireNonNull(c.mandate());
        CollectionRow row = Objects.requireNonNull(c.decided());
        Long trace = row.trace();
        return new CollectionFile.Collected(
                endToEnd(row),
                trace == null ? 1 : trace,
                mandate.mandate(),
                mandate.holder(),
                c.due().amount(),
                run.collectOn(),
                text(c),
                false,
                row.again() > 0,
                mandates.amendment(mandate));
    }

    /** What it is for, as far as a file holds it. */
    private static String text(RunCandidates.Candidate c) {
        String all = String.join(
                ", ", c.due().pieces().stream().map(p -> p.item().title()).toList());
        return all.length() > 78 ? all.substring(0, 78) : all;
    }

    private static String messageId(BankAccount account, long number) {
        return "T" + account.id() + "-" + number;
    }

    private WrittenFile keep(
            BankAccount account,
            BankFileTerms.FileTermsForm form,
            BankFileParts.Head head,
            BankFileParts.Written written,
            String who) {
        return files.keep(
                account.companyId(),
                account.id(),
                new WrittenFiles.Called(
                        head.number(),
                        head.id(),
                        form.nameOf("collection", head.number(), head.created().toLocalDate())),
                written.content(),
                written.report(),
                who,
                false);
    }

    /** Where collections are on their way until the bank has credited them. */
    long onTheWay(BankAccount account, BankFileTerms.FileTermsForm form) {
        String code = chart.accountCodeFor(
                account.companyId(), account, Purpose.inTransit(form.terms().isSepa() ? Means.OTHER : Means.ACH, true));
        return ledger.accountByCode(account.companyId(), code)
                .map(ChartAccount::id)
                .orElseThrow();
    }

    /** Books a released run whose day has come. */
    @Transactional
    public Ledger.Booked book(long companyId, long runId, String who) {
        CollectionRun run = books.locked(companyId, runId);
        if (run.collectOn().isAfter(companies.today(companyId))) {
            throw new RuleViolation(
                    "run.early", "", Words.day(run.collectOn()), say("run.early.expected"), say("run.early.remedy"));
        }
        return bookings.book(run, who);
    }

    /** The same by the clock, in the name of whoever released it. */
    @Transactional
    public void bookOnItsDay(long companyId, long runId) {
        CollectionRun run = books.locked(companyId, runId);
        bookings.book(run, say("collection.onItsDay", run.releasedBy()));
    }

    /**
     * Reverses a released run: what it settled is open again as before. Within five banking days a file for the bank takes
     * back what an ACH file collected.
     */
    @Transactional
    public Ledger.Booked reverse(long companyId, long runId, LocalDate day, String who) {
        CollectionRun run = books.locked(companyId, runId);
        run.state().after(RunState.Move.REVERSE, run.title());
        List<CollectionRow> rows = collections.ofRun(runId).stream()
                .filter(CollectionRow::collects)
                .toList();
        if (run.clearingEntryId() != null || rows.stream().anyMatch(r -> r.clearingEntryId() != null)) {
            throw new RuleViolation(
                    "run.credited",
                    "",
                    say("run.credited.found", run.title()),
                    say("run.credited.expected"),
                    say("run.credited.remedy"));
        }
        if (rows.stream().anyMatch(CollectionRow::cameBack)) {
            throw new RuleViolation(
                    "run.cameBack",
                    "",
                    say("run.cameBack.found", run.title()),
                    say("run.cameBack.expected"),
                    say("run.cameBack.remedy"));
        }
        BankAccount account = bankAccounts.get(companyId, run.bankAccountId());
        BankFileTerms.FileTermsForm form = terms.get(account);
        BankCalendar calendar = terms.calendar(companyId, form.scheme());
        LocalDate today = companies.today(companyId);
        if (form.terms() instanceof FileTerms.Ach ach && RunDays.mayReverse(run.collectOn(), today, calendar)) {
            run.reversedBy(
                    reversalFile(run, rows, account, form, ach, calendar, who).id());
        }
        Ledger.Booked booked = bookings.reverse(run, rows, day, who);
        before(run, rows);
        books.record(run, who, "collection.reversed", say("collection.reversed.reversed", run.title()));
        return booked;
    }

    private WrittenFile reversalFile(
            CollectionRun run,
            List<CollectionRow> rows,
            BankAccount account,
            BankFileTerms.FileTermsForm form,
            FileTerms.Ach ach,
            BankCalendar calendar,
            String who) {
        long number = terms.takeFileNumber(account.id());
        LocalDate settles = RunDays.first(companies.today(run.companyId()), form.leadDays(), calendar);
        LocalDate on = settles.isBefore(run.collectOn()) ? run.collectOn() : settles;
        BankFileParts.Head head = new BankFileParts.Head(
                number,
                messageId(account, number),
                LocalDateTime.ofInstant(
                        clock.instant(), companies.get(run.companyId()).zone()));
        Set<String> ids = rows.stream().map(RunReleases::endToEnd).collect(Collectors.toSet());
        byte[] released = files.get(run.companyId(), Objects.requireNonNull(run.bankFileId()))
                .content();
        return keep(account, form, head, AchReversal.write(ach, head, released, ids, on), who);
    }

    /** The mandates stand as they did before the run. */
    private void before(CollectionRun run, List<CollectionRow> rows) {
        Map<Long, MandateRow> used = mandates.some(
                rows.stream().map(r -> Objects.requireNonNull(r.mandateId())).toList());
        Map<Long, Map.Entry<LocalDate, Long>> last = new HashMap<>();
        jdbc.query(
                "select c.mandate_id, r.collect_on, c.minor_units from collection c join collection_run r on r.id = c.run_id"
                        + " where c.company_id = ? and c.decision = 'COLLECT' and r.id <> ? and r.state in ('RELEASED', 'BOOKED')"
                        + " order by r.collect_on, c.id",
                row -> {
                    last.put(row.getLong(1), Map.entry(row.getObject(2, LocalDate.class), row.getLong(3)));
                },
                run.companyId(),
                run.id());
        used.forEach((id, mandate) -> {
            Map.Entry<LocalDate, Long> before = last.get(id);
            mandate.usedBefore(before == null ? null : before.getKey(), before == null ? null : before.getValue());
        });
    }

    /** Released runs whose day has come, by company. */
    @Transactional(readOnly = true)
    public Map<Long, List<Long>> due() {
        Map<Long, List<Long>> out = new LinkedHashMap<>();
        Map<Long, LocalDate> today = new HashMap<>();
        jdbc.query("select id, company_id, collect_on from collection_run where state = 'RELEASED'", row -> {
            long company = row.getLong(2);
            LocalDate on = row.getObject(3, LocalDate.class);
            if (!on.isAfter(today.computeIfAbsent(company, companies::today))) {
                out.computeIfAbsent(company, k -> new ArrayList<>()).add(row.getLong(1));
            }
        });
        return out;
    }

    /** What a run would be written as, now; nothing is kept. */
    @Transactional(readOnly = true)
    public BankFileParts.@Nullable Written trial(CollectionRun run, List<RunCandidates.Candidate> all) {
        BankAccount account = bankAccounts.get(run.companyId(), run.bankAccountId());
        BankFileTerms.FileTermsForm form = terms.get(account);
        List<CollectionFile.Collected> collected = new ArrayList<>();
        for (RunCandidates.Candidate c : all) {
            if (c.standing() == RunCandidates.Standing.COLLECT) {
                CollectionFile.Collected one = collected(run, c);
                collected.add(new CollectionFile.Collected(
                        one.id(),
                        collected.size() + 1L,
                        one.mandate(),
                        one.holder(),
                        one.amount(),
                        one.day(),
                        one.text(),
                        one.last(),
                        one.again(),
                        one.amendment()));
            }
        }
        if (collected.isEmpty()) {
            return null;
        }
        Company company = companies.get(run.companyId());
        return CollectionFile.write(
                form.terms(),
                new BankFileParts.Head(
                        form.nextFile(),
                        messageId(account, form.nextFile()),
                        LocalDateTime.ofInstant(clock.instant(), company.zone())),
                collected);
    }
}
