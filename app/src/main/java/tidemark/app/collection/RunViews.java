package tidemark.app.collection;

import static tidemark.core.words.Catalogue.say;

import java.time.Instant;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.bankfile.WrittenFileViews;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.ledger.ChartAccount;
import tidemark.app.ledger.Ledger;
import tidemark.app.mandate.MandateRow;
import tidemark.app.party.DueItems;
import tidemark.core.collection.RunDays;
import tidemark.core.collection.RunState;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.JournalLine;
import tidemark.core.money.MinorUnits;
import tidemark.core.party.OpenItem;
import tidemark.core.party.PartyDue;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

/** Runs as they are shown. */
@Service
public class RunViews {
    /** Lines of its entry that are shown before it is booked. */
    private static final int MOST_LINES = 40;

    private static final int NAMES = 4;

    private final CollectionRuns books;
    private final RunCandidates candidates;
    private final RunReleases releases;
    private final RunBookings bookings;
    private final WrittenFileViews files;
    private final BankAccounts bankAccounts;
    private final Ledger ledger;
    private final JdbcTemplate jdbc;

    RunViews(
            CollectionRuns books,
            RunCandidates candidates,
            RunReleases releases,
            RunBookings bookings,
            WrittenFileViews files,
            BankAccounts bankAccounts,
            Ledger ledger,
            JdbcTemplate jdbc) {
        this.books = books;
        this.candidates = candidates;
        this.releases = releases;
        this.bookings = bookings;
        this.files = files;
        this.bankAccounts = bankAccounts;
        this.ledger = ledger;
        this.jdbc = jdbc;
    }

    /**
     * An item in a run; decimals.
     *
     * @param open what could be settled of it, in this run or none
     * @param settled with its discount and what credits pay of it; of a credit, what it pays; zero where it is not in it
     * @param late days past due today; zero or less where it is not
     */
    public record RunItem(
            long itemId,
            String title,
            boolean credit,
            LocalDate dueDate,
            long late,
            String open,
            String settled,
            String discount,
            boolean inPart) {}

    /** @param since when the mandate was signed; {@code firstTime} where it was never used */
    public record RunMandate(
            long id,
            String reference,
            LocalDate since,
            boolean firstTime,
            String account,
            @Nullable LocalDate noticeBy,
            @Nullable LocalDate noticeTold,
            boolean noticeDue,
            String state) {}

    /**
     * @param amount what is or would be collected
     * @param collectionId of what went out; absent while the run is open
     * @param presentedAgain how often the same amount is presented again with it; 0 where it did not come back before
     * @param reason why they are skipped, or are asked first
     * @param problems what keeps it from being collected
     */
    public record RunRow(
            long partyId,
            @Nullable Long collectionId,
            String party,
            RunCandidates.Standing standing,
            List<RunItem> items,
            @Nullable RunMandate mandate,
            String amount,
            boolean changed,
            boolean cameBack,
            int presentedAgain,
            String reason,
            List<String> problems) {}

    /** Those of whom there is nothing to decide. @param names of the first few */
    public record RunOthers(int count, List<String> names) {}

    /** @param items how many are settled, in whole or in part */
    public record RunSums(
            int customers,
            int items,
            String amount,
            int undecided,
            String undecidedAmount,
            int ready,
            String readyAmount,
            int others) {}

    /** @param account code and name; {@code party} empty where it is of all */
    public record RunLine(String account, String party, String debit, String credit) {}

    public record CollectionRunView(
            long id,
            int version,
            String number,
            String title,
            long bankAccountId,
            String account,
            LocalDate dueUpTo,
            LocalDate collectOn,
            boolean oneEntry,
            String note,
            RunState state,
            boolean singly,
            RunSums sums,
            List<RunRow> rows,
            RunOthers nothingDue,
            RunOthers withoutMandate,
            int noticesDue,
            List<RunLine> lines,
            int moreLines,
            WrittenFileViews.@Nullable RunFile file,
            @Nullable Long reversalFileId,
            @Nullable Long journalEntryId,
            @Nullable LocalDate creditedOn,
            String cameBack,
            String onTheWay,
            String madeBy,
            String releasedBy,
            @Nullable Instant releasedAt,
            List<String> dayProblems) {}

    @Transactional(readOnly = true)
    public CollectionRunView get(long companyId, long id) {
        CollectionRun run = books.get(companyId, id);
        RunCandidates.Frame frame = candidates.frame(run);
        List<RunCandidates.Candidate> all = candidates.of(frame, null);
        CurrencyUnit currency = bankAccounts.companyCurrency(companyId);
        BankAccount account = bankAccounts.get(companyId, run.bankAccountId());
        boolean open = run.state() == RunState.OPEN;
        Map<RunCandidates.Standing, List<RunCandidates.Candidate>> by = new EnumMap<>(RunCandidates.Standing.class);
        all.forEach(
                c -> by.computeIfAbsent(c.standing(), k -> new ArrayList<>()).add(c));
        List<RunCandidates.Candidate> collecting = by.getOrDefault(RunCandidates.Standing.COLLECT, List.of());
        List<JournalEntry> entries =
                open || run.state() == RunState.RELEASED ? preview(run, collecting, account, frame) : List.of();
        List<RunLine> lines = lines(companyId, run, collecting, entries, currency);
        return new CollectionRunView(
                run.id(),
                run.version(),
                run.number(),
                run.title(),
                run.bankAccountId(),
                account.name(),
                run.dueUpTo(),
                run.collectOn(),
                run.oneEntry(),
                run.note(),
                run.state(),
                open ? frame.terms().singly() : run.singly(),
                sums(by, currency),
                all.stream()
                        .filter(c -> open ? !hidden(c.standing()) : c.decided() != null)
                        .map(c -> row(c, frame, currency))
                        .toList(),
                open
                        ? others(by.getOrDefault(RunCandidates.Standing.NOTHING_DUE, List.of()))
                        : new RunOthers(0, List.of()),
                open
                        ? others(by.getOrDefault(RunCandidates.Standing.NO_MANDATE, List.of()))
                        : new RunOthers(0, List.of()),
                open
                        ? (int) collecting.stream()
                                .filter(c -> c.notice().due(frame.today()))
                                .count()
                        : 0,
                lines.subList(0, Math.min(MOST_LINES, lines.size())),
                Math.max(0, lines.size() - MOST_LINES),
                open
                        ? files.trial(companyId, () -> releases.trial(run, all))
                        : files.written(companyId, run.bankFileId()),
                run.reversalFileId(),
                run.journalEntryId(),
                creditedOn(run),
                MinorUnits.toDecimal(
                        collecting.stream()
                                .filter(c -> Objects.requireNonNull(c.decided()).cameBack())
                                .mapToLong(c -> c.due().amount())
                                .sum(),
                        currency),
                onTheWay(companyId, run, frame, account),
                run.madeBy(),
                run.releasedBy(),
                run.releasedAt(),
                open
                        ? RunDays.problems(
                                        run.collectOn(),
                                        frame.today(),
                                        frame.terms().leadDays(),
                                        frame.calendar())
                                .stream()
                                .map(Problem::message)
                                .toList()
                        : List.of());
    }

    private static boolean hidden(RunCandidates.Standing standing) {
        return standing == RunCandidates.Standing.NOTHING_DUE || standing == RunCandidates.Standing.NO_MANDATE;
    }

    private static RunOthers others(List<RunCandidates.Candidate> of) {
        return new RunOthers(
                of.size(), of.stream().limit(NAMES).map(c -> c.party().name()).toList());
    }

    private static long amount(List<RunCandidates.Candidate> of) {
        return of.stream().mapToLong(c -> c.due().amount()).reduce(0, Math::addExact);
    }

    private static RunSums sums(Map<RunCandidates.Standing, List<RunCandidates.Candidate>> by, CurrencyUnit currency) {
        List<RunCandidates.Candidate> collecting = by.getOrDefault(RunCandidates.Standing.COLLECT, List.of());
        List<RunCandidates.Candidate> ready = by.getOrDefault(RunCandidates.Standing.READY, List.of());
        List<RunCandidates.Candidate> undecided = new ArrayList<>(ready);
        undecided.addAll(by.getOrDefault(RunCandidates.Standing.ASK_FIRST, List.of()));
        return new RunSums(
                collecting.size(),
                collecting.stream().mapToInt(c -> c.due().pieces().size()).sum(),
                MinorUnits.toDecimal(amount(collecting), currency),
                undecided.size(),
                MinorUnits.toDecimal(amount(undecided), currency),
                ready.size(),
                MinorUnits.toDecimal(amount(ready), currency),
                by.values().stream().mapToInt(List::size).sum() - collecting.size() - undecided.size());
    }

    /** One customer of a run. */
    @Transactional(readOnly = true)
    public RunRow row(long companyId, long runId, long partyId) {
        RunCandidates.Frame frame = candidates.frame(books.get(companyId, runId));
        return row(candidates.of(frame, partyId).getFirst(), frame, bankAccounts.companyCurrency(companyId));
    }

    private static RunRow row(RunCandidates.Candidate c, RunCandidates.Frame frame, CurrencyUnit currency) {
        MandateRow mandate = c.mandate();
        CollectionRow row = c.decided();
        boolean open = frame.run().state() == RunState.OPEN;
        String reason = row != null && !row.collects()
                ? row.reason()
                : c.standing() == RunCandidates.Standing.ASK_FIRST && mandate != null ? mandate.stateReason() : "";
        return new RunRow(
                c.party().id(),
                open || row == null || !row.collects() ? null : row.id(),
                c.party().name(),
                c.standing(),
                items(c, frame, currency),
                mandate == null
                        ? null
                        : new RunMandate(
                                mandate.id(),
                                mandate.reference(),
                                mandate.mandate().signed(),
                                mandate.mandate().lastUsed().isEmpty(),
                                mandate.mandate().account().masked(),
                                c.notice().by().orElse(null),
                                c.notice().told().orElse(null),
                                open && c.notice().due(frame.today()),
                                mandate.state().words()),
                MinorUnits.toDecimal(c.due().amount(), currency),
                row != null && row.changed(),
                row != null && row.cameBack(),
                row != null && row.collects()
                        ? row.again()
                        : c.again().map(a -> a.times() + 1).orElse(0),
                reason,
                open ? c.problems().stream().map(Problem::message).toList() : List.of());
    }

    private static List<RunItem> items(RunCandidates.Candidate c, RunCandidates.Frame frame, CurrencyUnit currency) {
        List<RunItem> out = new ArrayList<>();
        Set<Long> in = new HashSet<>();
        for (PartyDue.Piece p : c.due().pieces()) {
            in.add(p.item().id().value());
            out.add(item(p.item(), frame, currency, p.settled(), p.discount(), free(c, p.item(), p.settled())));
        }
        for (PartyDue.Netted n : c.due().netted()) {
            if (in.add(n.credit().id().value())) {
                long pays = c.due().netted().stream()
                        .filter(o -> o.credit().equals(n.credit()))
                        .mapToLong(PartyDue.Netted::minorUnits)
                        .sum();
                out.add(item(n.credit(), frame, currency, pays, 0, free(c, n.credit(), pays)));
            }
        }
        if (frame.run().state() == RunState.OPEN) {
            for (DueItems.DueItem i : c.items()) {
                if (i.free() > 0 && in.add(i.item().id().value())) {
                    out.add(item(i.item(), frame, currency, 0, 0, i.free()));
                }
            }
        }
        return out;
    }

    /** What could be settled of an item: what is in the run, and what is still free. */
    private static long free(RunCandidates.Candidate c, OpenItem item, long settled) {
        long free = c.items().stream()
                .filter(i -> i.item().id().equals(item.id()))
                .mapToLong(DueItems.DueItem::free)
                .sum();
        return Math.max(settled, free);
    }

    private static RunItem item(
            OpenItem item, RunCandidates.Frame frame, CurrencyUnit currency, long settled, long discount, long open) {
        return new RunItem(
                item.id().value(),
                item.title(),
                item.minorUnits() < 0,
                item.dueDate(),
                ChronoUnit.DAYS.between(item.dueDate(), frame.today()),
                MinorUnits.toDecimal(open, currency),
                MinorUnits.toDecimal(settled, currency),
                MinorUnits.toDecimal(discount, currency),
                settled > 0 && settled < open);
    }

    private List<JournalEntry> preview(
            CollectionRun run,
            List<RunCandidates.Candidate> collecting,
            BankAccount account,
            RunCandidates.Frame frame) {
        try {
            return bookings.preview(
                    run,
                    collecting,
                    ledger.account(run.companyId(), releases.onTheWay(account, frame.terms()))
                            .code());
        } catch (RuleViolation e) {
            // what cannot be booked any more is told where it is decided
            return List.of();
        }
    }

    /** What is on the way in one line, then what is booked of each customer. */
    private List<RunLine> lines(
            long companyId,
            CollectionRun run,
            List<RunCandidates.Candidate> collecting,
            List<JournalEntry> entries,
            CurrencyUnit currency) {
        List<RunLine> out = new ArrayList<>();
        Map<String, String> names = new HashMap<>();
        for (ChartAccount a : ledger.chart(companyId)) {
            names.put(a.code(), a.code() + " " + a.name());
        }
        long money = 0;
        String moneyCode = "";
        for (int i = 0; i < entries.size(); i++) {
            for (JournalLine line : entries.get(i).lines()) {
                boolean last = line.equals(entries.get(i).lines().getLast());
                if (last && run.oneEntry()) {
                    money = Math.addExact(money, line.minorUnits());
                    moneyCode = line.accountCode();
                } else {
                    out.add(line(
                            Objects.requireNonNullElse(names.get(line.accountCode()), line.accountCode()),
                            collecting.get(i).party().name(),
                            line.minorUnits(),
                            currency));
                }
            }
        }
        if (money != 0) {
            out.addFirst(line(Objects.requireNonNullElse(names.get(moneyCode), moneyCode), "", money, currency));
        }
        return out;
    }

    private static RunLine line(String account, String party, long units, CurrencyUnit currency) {
        return new RunLine(
                account,
                party,
                units > 0 ? MinorUnits.toDecimal(units, currency) : "",
                units < 0 ? MinorUnits.toDecimal(-units, currency) : "");
    }

    private @Nullable LocalDate creditedOn(CollectionRun run) {
        return jdbc.query(
                        "select max(e.entry_date) from journal_entry e where e.id = ? or e.id in"
                                + " (select c.clearing_entry_id from collection c where c.run_id = ?)",
                        (row, i) -> Optional.ofNullable(row.getObject(1, LocalDate.class)),
                        run.clearingEntryId(),
                        run.id())
                .getFirst()
                .orElse(null);
    }

    private String onTheWay(long companyId, CollectionRun run, RunCandidates.Frame frame, BankAccount account) {
        Long kept = run.onTheWayAccountId();
        ChartAccount a = ledger.account(companyId, kept == null ? releases.onTheWay(account, frame.terms()) : kept);
        return a.code() + " " + a.name();
    }

    /** The words of a row's standing in a file. */
    static String words(RunRow row) {
        return switch (row.standing()) {
            case COLLECT -> row.cameBack() ? say("collection.cameBack") : say("collection.collect");
            case SKIPPED -> say("collection.skipped");
            case READY -> say("collection.ready");
            case ASK_FIRST -> say("collection.askFirst");
            case CANNOT -> say("collection.cannot");
            case NO_MANDATE -> say("collection.noMandate");
            case NOTHING_DUE -> say("collection.nothing");
        };
    }
}
