package tidemark.app.ledger;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.springframework.context.annotation.Lazy;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.problem.RuleViolation;
import tidemark.core.problem.Words;

/** Takes booked entries back by booking their opposites. */
@Service
public class Reversals {
    private final Ledger ledger;
    private final JournalEntryRepository entries;
    private final EntrySources sources;
    private final CashEntryRepository cashEntries;
    private final BankAccounts bankAccounts;
    private final CancellingPairs pairs;
    private final List<PostingListener> listeners;

    Reversals(
            Ledger ledger,
            JournalEntryRepository entries,
            EntrySources sources,
            CashEntryRepository cashEntries,
            BankAccounts bankAccounts,
            // those who tie the pairs reverse entries themselves
            @Lazy CancellingPairs pairs,
            List<PostingListener> listeners) {
        this.ledger = ledger;
        this.entries = entries;
        this.sources = sources;
        this.cashEntries = cashEntries;
        this.bankAccounts = bankAccounts;
        this.pairs = pairs;
        this.listeners = listeners;
    }

    /**
     * Books the opposite of an entry; both are then closed to one another, and what it settled is open again.
     *
     * @throws RuleViolation {@code entry.source}, {@code entry.stands}, {@code entry.reversed} or {@code entry.matched}
     */
    @Transactional
    public Ledger.Booked reverse(long companyId, long entryId, LocalDate date, String who) {
        JournalEntryRow original = ledger.entry(companyId, entryId);
        EntrySource source = sources.of(original.source());
        switch (source.undoneAt()) {
            case ENTRY -> {}
            case SOURCE ->
                throw new RuleViolation(
                        "entry.source",
                        "",
                        say("entry.source.found", original.number(), source.words()),
                        say("entry.source.expected"),
                        source.undoing());
            case NOWHERE ->
                throw new RuleViolation(
                        "entry.stands",
                        "",
                        say("entry.stands.found", original.number(), source.words()),
                        say("entry.stands.expected"),
                        source.undoing());
        }
        return reverseAtSource(companyId, entryId, date, who);
    }

    /** The same for what made the entry, which has checked that it may. */
    @Transactional
    public Ledger.Booked reverseAtSource(long companyId, long entryId, LocalDate date, String who) {
        JournalEntryRow original = ledger.entry(companyId, entryId);
        List<JournalLineRow> originalLines = ledger.linesOf(List.of(entryId));
        Set<Long> accounts = new HashSet<>();
        originalLines.forEach(l -> accounts.add(l.ledgerAccountId()));
        Map<Long, BankAccount> banks = new HashMap<>();
        bankAccounts.lockByLedgerAccounts(companyId, accounts).forEach(b -> banks.put(b.id(), b));
        bankAccounts.lockJournal(companyId);
        entries.findByReversalOf(entryId).ifPresent(r -> {
            throw new RuleViolation(
                    "entry.reversed",
                    "",
                    say("entry.reversed.found", original.number(), r.number(), r.entryDate()),
                    say("entry.reversed.expected"),
                    say("entry.reversed.remedy"));
        });
        List<CashEntryRow> cash = cashEntries.findByJournalEntryIdInOrderById(List.of(entryId));
        cash.forEach(entry -> checkFree(entry, Objects.requireNonNull(banks.get(entry.bankAccountId()))));
        JournalEntry reversal =
                ledger.asBooked(companyId, original, originalLines).reversedOn(date);
        String check = cash.isEmpty() ? "" : cash.getFirst().entry().checkNumber();
        Ledger.Booked booked = ledger.book(
                companyId,
                List.of(new Ledger.Posting(
                        reversal, check, "", original.siteId(), ItemTerms.plain(ItemTerms.Kind.REVERSAL))),
                EntrySource.REVERSAL,
                entryId,
                who);
        for (int i = 0; i < cash.size(); i++) {
            CashEntryRow first = cash.get(i);
            BankAccount bank = Objects.requireNonNull(banks.get(first.bankAccountId()));
            pairs.cancel(bank, first, booked.cashEntries().get(i), who);
        }
        listeners.forEach(l -> booked.items()
                .addAll(l.reversed(companyId, original, booked.entries().getFirst(), date, who)));
        return booked;
    }

    private static void checkFree(CashEntryRow entry, BankAccount bank) {
        if (entry.itemMatchId() != null) {
            boolean certified = bank.mark().holds(entry.entryDate());
            throw new RuleViolation(
                    "entry.matched",
                    "",
                    say(
                            "entry.matched.found2",
                            entry.entry().title(),
                            bank.name(),
                            certified
                                    ? say(
                                            "entry.matched.found",
                                            Words.day(bank.mark().date()))
                                    : ""),
                    say("entry.matched.expected"),
                    certified ? say("entry.matched.remedy") : say("entry.matched.remedy2"));
        }
    }
}
