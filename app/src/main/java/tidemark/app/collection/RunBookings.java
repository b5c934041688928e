package tidemark.app.collection;

import static tidemark.core.words.Catalogue.say;

import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.ledger.Ledger;
import tidemark.app.ledger.Reversals;
import tidemark.app.party.DueItems;
import tidemark.app.party.PartyMoneyBookings;
import tidemark.app.party.Reservations;
import tidemark.app.party.RunItems;
import tidemark.core.collection.RunEntry;
import tidemark.core.collection.RunState;
import tidemark.core.ledger.Control;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.TaxTable;
import tidemark.core.party.Allocation;
import tidemark.core.party.DiscountBooking;
import tidemark.core.party.OpenItemId;
import tidemark.core.party.PartyDue;
import tidemark.core.party.PartyMoney;
import tidemark.core.problem.RuleViolation;

/** Books runs, and reverses them. The bank account and the journal are locked. */
@Service
class RunBookings {
    private final CollectionRunRepository runs;
    private final CollectionRepository collections;
    private final RunCandidates candidates;
    private final DueItems dueItems;
    private final RunItems runItems;
    private final PartyMoneyBookings money;
    private final Reservations reservations;
    private final Reversals reversals;
    private final Ledger ledger;
    private final Companies companies;
    private final EntityManager em;

    RunBookings(
            CollectionRunRepository runs,
            CollectionRepository collections,
            RunCandidates candidates,
            DueItems dueItems,
            RunItems runItems,
            PartyMoneyBookings money,
            Reservations reservations,
            Reversals reversals,
            Ledger ledger,
            Companies companies,
            EntityManager em) {
        this.runs = runs;
        this.collections = collections;
        this.candidates = candidates;
        this.dueItems = dueItems;
        this.runItems = runItems;
        this.money = money;
        this.reservations = reservations;
        this.reversals = reversals;
        this.ledger = ledger;
        this.companies = companies;
        this.em = em;
    }

    /** The entry of one customer, and what it settles. */
    private record Part(RunCandidates.Candidate of, Allocation allocation, JournalEntry entry) {}

    @Transactional(propagation = Propagation.MANDATORY)
    public Ledger.Booked book(CollectionRun run, String who) {
        run.state().after(RunState.Move.BOOK, run.title());
        Company company = companies.get(run.companyId());
        List<RunCandidates.Candidate> collecting = candidates.of(candidates.frame(run), null).stream()
                .filter(c -> c.standing() == RunCandidates.Standing.COLLECT)
                .sorted(Comparator.comparing(c -> c.party().id()))
                .toList();
        Ledger.Booked out = Ledger.Booked.nothing();
        for (RunCandidates.Candidate c : collecting) {
            out.items()
                    .addAll(runItems.net(
                            RunItems.Of.COLLECTIONS,
                            run.companyId(),
                            Objects.requireNonNull(c.decided()).id(),
                            c.due(),
                            run.collectOn(),
                            who));
        }
        List<Part> parts = parts(company, run, collecting, onTheWay(run));
        reservations.releaseAll(collecting.stream()
                .map(c -> Objects.requireNonNull(c.decided()).id())
                .toList());
        List<Ledger.Posting> postings = new ArrayList<>();
        if (run.oneEntry()) {
            postings.add(posting(
                    run,
                    RunEntry.whole(
                            parts.stream().map(Part::entry).toList(), onTheWay(run), "", run.number(), run.title())));
        } else {
            parts.forEach(p -> postings.add(posting(run, p.entry())));
        }
        Ledger.Booked booked = ledger.book(run.companyId(), postings, CollectionDocuments.COLLECTION, null, who);
        List<CollectionRow> rows = new ArrayList<>();
        for (int i = 0; i < parts.size(); i++) {
            Part part = parts.get(i);
            var entry = booked.entries().get(run.oneEntry() ? 0 : i);
            booked.items()
                    .addAll(money.settle(
                            run.companyId(), entry, part.of().party().id(), part.allocation(), run.collectOn(), who));
            CollectionRow row = Objects.requireNonNull(part.of().decided());
            row.booked(entry.id());
            rows.add(row);
        }
        run.booked(run.oneEntry() ? booked.entries().getFirst().id() : null);
        collections.saveAll(rows);
        runs.saveAndFlush(run);
        out.add(booked);
        return out;
    }

    private String onTheWay(CollectionRun run) {
        return ledger.account(run.companyId(), Objects.requireNonNull(run.onTheWayAccountId()))
                .code();
    }

    private static Ledger.Posting posting(CollectionRun run, JournalEntry entry) {
        return PartyMoneyBookings.posting(
                entry, new PartyMoneyBookings.Document("", "", null, say("collection.itemTitle", run.number())));
    }

    /** The entry of each, checked against what is open now. */
    private List<Part> parts(
            Company company, CollectionRun run, List<RunCandidates.Candidate> collecting, String onTheWay) {
        em.flush();
        Map<Long, List<DueItems.DueItem>> open =
                dueItems.of(run.companyId(), Control.RECEIVABLES, null, Reservations.NOBODY);
        TaxTable taxes = ledger.taxes(run.companyId());
        List<Part> out = new ArrayList<>();
        for (RunCandidates.Candidate c : collecting) {
            Map<OpenItemId, DueItems.DueItem> now = new HashMap<>();
            open.getOrDefault(c.party().id(), List.of())
                    .forEach(i -> now.put(i.item().id(), i));
            Allocation allocation = allocation(company, run, c.due(), now);
            out.add(new Part(c, allocation, entry(company, run, c, allocation, onTheWay, taxes)));
        }
        return out;
    }

    /**
     * Whether a run can be booked as it is, before its file is written.
     *
     * @throws RuleViolation {@code run.lines} where one entry does not hold it, and what booking it would refuse
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void check(CollectionRun run, List<RunCandidates.Candidate> collecting, String onTheWay) {
        int lines = 1;
        for (JournalEntry entry : preview(run, collecting, onTheWay)) {
            lines += entry.lines().size() - 1;
        }
        if (run.oneEntry() && lines > JournalEntry.MOST_LINES) {
            throw new RuleViolation(
                    "run.lines",
                    "oneEntry",
                    say("run.lines.found", lines),
                    say("run.lines.expected", JournalEntry.MOST_LINES),
                    say("run.lines.remedy"));
        }
    }

    /** What would be booked of each, in the order in which they are given; nothing is kept. */
    @Transactional(readOnly = true)
    public List<JournalEntry> preview(CollectionRun run, List<RunCandidates.Candidate> collecting, String onTheWay) {
        return parts(companies.get(run.companyId()), run, collecting, onTheWay).stream()
                .map(Part::entry)
                .toList();
    }

    /** What was booked of one customer, from what was kept of it. */
    @Transactional(readOnly = true)
    public JournalEntry asBooked(CollectionRun run, RunCandidates.Candidate of) {
        Company company = companies.get(run.companyId());
        Allocation allocation = of.due()
                .allocation(dueItems.sharesOf(of.due().pieces().stream()
                        .filter(p -> p.discount() > 0)
                        .map(p -> p.item().id().value())
                        .toList()));
        return entry(company, run, of, allocation, onTheWay(run), ledger.taxes(run.companyId()));
    }

    private JournalEntry entry(
            Company company,
            CollectionRun run,
            RunCandidates.Candidate of,
            Allocation allocation,
            String onTheWay,
            TaxTable taxes) {
        return PartyMoney.entry(
                PartyMoney.Direction.IN,
                new PartyMoney.Terms(
                        run.collectOn(),
                        company.baseCurrency(),
                        run.number(),
                        say("collection.entryText", run.number(), of.party().name()),
                        onTheWay),
                money.counterpart(company, of.party()),
                new PartyMoney.Use(allocation, 0, List.of()),
                taxes);
    }

    private Allocation allocation(
            Company company, CollectionRun run, PartyDue due, Map<OpenItemId, DueItems.DueItem> now) {
        Map<OpenItemId, List<DiscountBooking.Share>> shares = dueItems.shares(due.pieces().stream()
                .filter(p -> p.discount() > 0)
                .map(p -> now.get(p.item().id()))
                .filter(Objects::nonNull)
                .toList());
        List<Allocation.Part> parts = due.allocation(shares).parts().stream()
                .map(p -> {
                    DueItems.DueItem item = now.get(p.item().id());
                    return new Allocation.Part(
                            item == null ? p.item() : item.item(),
                            item == null ? 0 : item.open(),
                            p.paid(),
                            p.discount(),
                            p.shares());
                })
                .toList();
        return Allocation.of(parts, run.collectOn(), company.baseCurrency());
    }

    /** Reverses what was booked of it, and lets the credits go; what was not booked yet is free again. */
    @Transactional(propagation = Propagation.MANDATORY)
    public Ledger.Booked reverse(CollectionRun run, List<CollectionRow> rows, LocalDate day, String who) {
        long companyId = run.companyId();
        Ledger.Booked out = Ledger.Booked.nothing();
        reservations.releaseAll(rows.stream().map(CollectionRow::id).toList());
        Set<Long> entries = new LinkedHashSet<>();
        rows.forEach(r -> {
            Long entry = r.journalEntryId();
            if (entry != null) {
                entries.add(entry);
            }
        });
        for (long entry : entries) {
            out.add(reversals.reverseAtSource(companyId, entry, day, who));
        }
        out.items()
                .addAll(runItems.undoNettings(
                        RunItems.Of.COLLECTIONS,
                        companyId,
                        rows.stream().map(CollectionRow::id).toList(),
                        day,
                        who));
        run.move(RunState.Move.REVERSE);
        runs.saveAndFlush(run);
        return out;
    }
}
