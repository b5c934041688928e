package tidemark.app.statement.incoming;

import static tidemark.core.words.Catalogue.say;

import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.statement.BankLineRepository;
import tidemark.app.statement.BankLineRow;
import tidemark.app.statement.InterimLines;
import tidemark.app.statement.SkippedLine;
import tidemark.app.statement.SkippedLineRepository;
import tidemark.app.statement.StatementFile;
import tidemark.app.statement.StatementFileRepository;
import tidemark.app.statement.StatementRepository;
import tidemark.app.statement.StatementRow;
import tidemark.app.statement.Statements;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;
import tidemark.core.problem.Words;
import tidemark.core.statement.Balance;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.Intake;
import tidemark.core.statement.ReadLine;
import tidemark.core.statement.ReadStatement;
import tidemark.core.statement.ReadWarning;
import tidemark.core.statement.StatementFacts;
import tidemark.core.statement.StatementHeader;

/** Takes what a file held: whole or not at all, nothing twice, and what does not tie only by a person's decision. */
@Service
public class StatementImport {
    private static final int BLOCK = 1_000;

    private final StatementTargets targets;
    private final StatementRepository statements;
    private final StatementFileRepository files;
    private final SkippedLineRepository skippedLines;
    private final BankLineRepository lines;
    private final InterimLines interims;
    private final BankAccounts accounts;
    private final ActivityLog activity;
    private final EntityManager em;
    private final Clock clock;

    StatementImport(
            StatementTargets targets,
            StatementRepository statements,
            StatementFileRepository files,
            SkippedLineRepository skippedLines,
            BankLineRepository lines,
            InterimLines interims,
            BankAccounts accounts,
            ActivityLog activity,
            EntityManager em,
            Clock clock) {
        this.targets = targets;
        this.statements = statements;
        this.files = files;
        this.skippedLines = skippedLines;
        this.lines = lines;
        this.interims = interims;
        this.accounts = accounts;
        this.activity = activity;
        this.em = em;
        this.clock = clock;
    }

    /**
     * What was taken, or why nothing was.
     *
     * @param open what a person has to decide first; nothing was taken while there is any
     * @param refused why it cannot be taken at all
     */
    record Outcome(
            List<StatementRow> taken,
            List<Problem> open,
            List<Problem> refused,
            int lines,
            int skipped,
            int interim,
            @org.jspecify.annotations.Nullable Long accountId) {}

    /** One statement as it will be taken. */
    private record Planned(BankAccount account, Intake intake, ReadStatement read) {}

    @Transactional
    public Outcome take(Delivery d, Progress progress) {
        String digest = Statements.sha256(d.original());
        Map<Long, BankAccount> ours = new TreeMap<>();
        accounts.list(d.companyId()).forEach(a -> ours.put(a.id(), a));
        for (StatementFile file : files.findByBankAccountIdInAndSha256(ours.keySet(), digest)) {
            return refused(new Problem(
                    "file.known",
                    "",
                    say("file.known.found", d.name(), file.name()),
                    say("file.known.expected"),
                    say("file.known.remedy")));
        }
        StatementTargets.Found found =
                targets.of(d.companyId(), d.accountId(), d.contents().statements());
        if (!found.refusals().isEmpty()) {
            return refused(found.refusals().getFirst());
        }
        Map<Long, BankAccount> taken = new TreeMap<>();
        found.accounts().stream()
                .filter(Objects::nonNull)
                .sorted()
                .distinct()
                .forEach(id -> taken.put(id, accounts.lock(d.companyId(), id)));
        List<Problem> open = new ArrayList<>(found.breaks());
        d.contents().warnings().stream()
                .filter(ReadWarning::decides)
                .map(ReadWarning::problem)
                .forEach(open::add);
        List<Problem> refusals = new ArrayList<>();
        List<Planned> plan = plan(d, found.accounts(), taken, open, refusals);
        Long first = taken.keySet().stream().findFirst().orElse(null);
        if (!refusals.isEmpty()) {
            return new Outcome(List.of(), List.of(), refusals, 0, 0, 0, first);
        }
        int fresh = plan.stream().mapToInt(p -> p.intake().lines().size()).sum();
        int skipped = plan.stream().mapToInt(p -> p.intake().skipped().size()).sum();
        if (!open.isEmpty() && (d.note() == null || !d.seen().containsAll(open))) {
            return new Outcome(List.of(), open, List.of(), fresh, skipped, 0, first);
        }
        return write(d, digest, plan, open, progress, found.accounts(), taken, first);
    }

    private static Outcome refused(Problem problem) {
        return new Outcome(List.of(), List.of(), List.of(problem), 0, 0, 0, null);
    }

    /** Works out each statement upon those before it, without writing anything yet. */
    private List<Planned> plan(
            Delivery d,
            List<@org.jspecify.annotations.Nullable Long> accountIds,
            Map<Long, BankAccount> taken,
            List<Problem> open,
            List<Problem> refusals) {
        List<Planned> plan = new ArrayList<>();
        Map<Long, List<StatementHeader>> headers = new HashMap<>();
        Map<Long, List<BankLine>> planned = new HashMap<>();
        Set<String> told = new HashSet<>();
        open.forEach(p -> told.add(p.code()));
        for (int i = 0; i < accountIds.size(); i++) {
            Long id = accountIds.get(i);
            ReadStatement read = d.contents().statements().get(i);
            if (id == null || read.facts().kind() != StatementFacts.Kind.BOOKED) {
                continue;
            }
            BankAccount account = Objects.requireNonNull(taken.get(id));
            List<StatementHeader> before = headers.computeIfAbsent(id, x -> existing(account));
            List<BankLine> added = planned.computeIfAbsent(id, x -> new ArrayList<>());
            Intake intake = Intake.of(read, known(account, read, before, added));
            refusals.addAll(intake.refusals());
            intake.breaks().stream()
                    .filter(p -> !p.code().equals("statement.sum") || told.add(p.code()))
                    .forEach(open::add);
            StatementHeader header = intake.header().orElse(null);
            if (header != null) {
                if (account.lockedThrough() != null && !header.from().isAfter(account.lockedThrough())) {
                    refusals.add(held(account, header));
                }
                before.add(header);
                before.sort(java.util.Comparator.comparing(StatementHeader::from));
                intake.lines().forEach(l -> added.add(l.line()));
            }
            plan.add(new Planned(account, intake, read));
        }
        return plan;
    }

    private static Problem held(BankAccount account, StatementHeader header) {
        return new Problem(
                "mark.held",
                "",
                say("mark.held.found2", Words.day(header.from())),
                say("mark.held.expected4", Words.day(account.lockedThrough()), account.name()),
                say("mark.held.remedy4"));
    }

    private List<StatementHeader> existing(BankAccount account) {
        return new ArrayList<>(statements.findByBankAccountIdOrderByFromDateDesc(account.id()).reversed().stream()
                .map(s -> s.header(account.number(), account.currency()))
                .toList());
    }

    /** What the account has, as the statement meets it: before its end, or before the gap that the statement lies in. */
    private Intake.Account known(
            BankAccount account, ReadStatement read, List<StatementHeader> before, List<BankLine> added) {
        LocalDate from = read.facts()
                .from()
                .orElseGet(() -> read.booked().stream()
                        .map(l -> l.line().bookingDate())
                        .min(LocalDate::compareTo)
                        .orElse(account.openingDate().plusDays(1)));
        LocalDate to = read.booked().stream()
                .map(l -> l.line().bookingDate())
                .max(LocalDate::compareTo)
                .orElse(from);
        to = read.facts().to().filter(to::isBefore).orElse(to);
        Balance previous = new Balance(account.openingDate(), account.openingBankMinorUnits());
        Optional<StatementHeader> next = Optional.empty();
        for (StatementHeader header : before) {
            boolean gap = header.from().isAfter(previous.date().plusDays(1));
            if (gap && !from.isAfter(header.from().minusDays(1)) && to.isAfter(previous.date())) {
                next = Optional.of(header);
                break;
            }
            previous = new Balance(header.to(), header.closingMinorUnits());
        }
        List<BankLine> known = new ArrayList<>();
        if (!from.isAfter(previous.date()) || next.filter(n -> true).isPresent()) {
            lines.span(account.id(), from, to).forEach(l -> known.add(l.line()));
            LocalDate last = to;
            added.stream()
                    .filter(l ->
                            !l.bookingDate().isBefore(from) && !l.bookingDate().isAfter(last))
                    .forEach(known::add);
        }
        Set<String> references = knownReferences(account, read);
        added.stream()
                .filter(l -> !l.bankReference().isEmpty())
                .forEach(l -> references.add(Intake.key(l.bankReference(), l.minorUnits())));
        return new Intake.Account(account.number(), account.currency(), previous, next, known, references);
    }

    private Set<String> knownReferences(BankAccount account, ReadStatement read) {
        Set<String> known = new HashSet<>();
        List<String> block = new ArrayList<>();
        List<ReadLine> all = read.lines();
        for (int i = 0; i < all.size(); i++) {
            if (!all.get(i).line().bankReference().isEmpty()) {
                block.add(all.get(i).line().bankReference());
            }
            if (block.size() == BLOCK || (i == all.size() - 1 && !block.isEmpty())) {
                lines.knownReferences(account.id(), block)
                        .forEach(k -> known.add(Intake.key(k.getReference(), k.getAmount())));
                block.clear();
            }
        }
        return known;
    }

    private Outcome write(
            Delivery d,
            String digest,
            List<Planned> plan,
            List<Problem> open,
            Progress progress,
            List<@org.jspecify.annotations.Nullable Long> accountIds,
            Map<Long, BankAccount> taken,
            @org.jspecify.annotations.Nullable Long first) {
        List<StatementRow> out = new ArrayList<>();
        int written = 0;
        int skipped = 0;
        StatementFile file = null;
        for (Planned p : plan) {
            StatementHeader header = p.intake().header().orElse(null);
            if (header != null) {
                if (file == null) {
                    file = new StatementFile(
                            p.account().id(),
                            Statements.plainName(d.name()),
                            d.contents().format(),
                            digest,
                            d.original());
                    em.persist(file);
                }
                out.add(one(d, p, header, file, open, progress));
                written += p.intake().lines().size();
            }
            for (var s : p.intake().skipped()) {
                skipped++;
                if (d.incomingId() != null) {
                    skippedLines.save(new SkippedLine(
                            d.incomingId(),
                            p.account().id(),
                            s.known().id().value(),
                            s.why().name(),
                            s.line().line()));
                }
            }
        }
        int interim = 0;
        for (int i = 0; i < accountIds.size(); i++) {
            Long id = accountIds.get(i);
            ReadStatement told = d.contents().statements().get(i);
            if (id != null
                    && d.source() == StatementRow.Source.LINK
                    && told.facts().kind() == StatementFacts.Kind.INTERIM) {
                // a link tells everything that is announced: what it no longer tells of has been dropped
                interims.dropped(Objects.requireNonNull(taken.get(id)), told.lines());
            }
            if (id != null) {
                interim += interims.see(
                        Objects.requireNonNull(taken.get(id)),
                        d.incomingId(),
                        d.contents().statements().get(i),
                        d.who());
            }
        }
        em.flush();
        return new Outcome(out, List.of(), List.of(), written, skipped, interim, first);
    }

    private StatementRow one(
            Delivery d, Planned p, StatementHeader header, StatementFile file, List<Problem> open, Progress progress) {
        BankAccount account = p.account();
        List<ReadLine> fresh = p.intake().lines();
        StatementRow statement =
                new StatementRow(account.id(), file.id(), header, fresh.size(), d.who(), clock.instant());
        String decided = d.note() == null ? "" : d.note();
        statement.cameWith(
                d.incomingId(),
                d.source(),
                decided,
                open.stream()
                        .map(Problem::message)
                        .reduce((a, b) -> a + "\n" + b)
                        .orElse(""));
        em.persist(statement);
        long place = makeRoom(account, header, fresh.size());
        long balance = header.openingMinorUnits();
        int inBlock = 0;
        for (ReadLine line : fresh) {
            balance = Math.addExact(balance, line.line().minorUnits());
            em.persist(new BankLineRow(statement, ++place, line.line(), balance, line.extra()));
            if (++inBlock == BLOCK) {
                em.flush();
                em.clear();
                progress.wrote(inBlock);
                inBlock = 0;
            }
        }
        em.flush();
        progress.wrote(inBlock);
        interims.confirm(account, statement.id(), header.to());
        activity.record(
                account.companyId(),
                d.who(),
                "statement.taken",
                "statement",
                statement.id(),
                say("incoming.readForToLines")
                        .formatted(
                                file.name(),
                                account.name(),
                                header.from(),
                                header.to(),
                                fresh.size(),
                                decided.isEmpty() ? "" : say("incoming.takenAlthoughItDoesNotTie", decided)));
        return statement;
    }

    /** The place before the statement's first line; where later lines are there already, they move up. */
    private long makeRoom(BankAccount account, StatementHeader header, int count) {
        Long before = lines.lastPlaceOfStatementsBefore(account.id(), header.from());
        long place = before == null ? 0 : before;
        if (count > 0 && lines.lastPlace(account.id()) > place) {
            lines.moveAside(account.id(), place, count);
            lines.moveBack(account.id());
        }
        return place;
    }

    /** For those who cannot ask anybody: takes the file, or refuses it with all that does not tie. */
    @Transactional
    public List<StatementRow> takeOrRefuse(Delivery d) {
        Outcome outcome = take(d, new Progress(d.original().length));
        if (!outcome.refused().isEmpty()) {
            throw new RuleViolation(outcome.refused());
        }
        if (!outcome.open().isEmpty()) {
            throw new RuleViolation(outcome.open());
        }
        return outcome.taken();
    }
}
