package tidemark.app.ledger;

import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.interceptor.TransactionAspectSupport;
import tidemark.app.access.Missing;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Company;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.JournalLine;
import tidemark.core.ledger.LedgerAccount;
import tidemark.core.ledger.PostingRules;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.CheckNumbers;

/** Books journal entries: the one way into the journal. */
@Service
public class Ledger {
    /** Flushing in blocks keeps the persistence context small while a large file is booked. */
    private static final int BLOCK = 500;

    private final ChartAccountRepository chart;
    private final PostedEntryRepository entries;
    private final PostedLineRepository lines;
    private final CashEntryRepository cashEntries;
    private final BankAccounts bankAccounts;
    private final ActivityLog activity;
    private final EntityManager em;
    private final Clock clock;

    Ledger(
            ChartAccountRepository chart,
            PostedEntryRepository entries,
            PostedLineRepository lines,
            CashEntryRepository cashEntries,
            BankAccounts bankAccounts,
            ActivityLog activity,
            EntityManager em,
            Clock clock) {
        this.chart = chart;
        this.entries = entries;
        this.lines = lines;
        this.cashEntries = cashEntries;
        this.bankAccounts = bankAccounts;
        this.activity = activity;
        this.em = em;
        this.clock = clock;
    }

    /**
     * An entry to be booked.
     *
     * @param label names it in a refusal, such as {@code line 12}; empty for a single entry
     * @param checkNumber of its cash entry, or empty
     */
    public record Draft(JournalEntry entry, String checkNumber, String label) {}

    /** What was booked, or would be. */
    public record Booked(List<PostedEntry> entries, List<PostedLine> lines, List<PostedCashEntry> cashEntries) {}

    /** Books all drafts or none. */
    @Transactional
    public Booked book(long companyId, List<Draft> drafts, EntrySource source, @Nullable Long reversalOf, String who) {
        Map<String, ChartAccount> byCode = new HashMap<>();
        chart.findByCompanyIdOrderByCode(companyId).forEach(a -> byCode.put(a.code(), a));
        Set<Long> touched = new HashSet<>();
        for (Draft draft : drafts) {
            for (JournalLine line : draft.entry().lines()) {
                ChartAccount account = byCode.get(line.accountCode());
                if (account != null) {
                    touched.add(account.id());
                }
            }
        }
        Map<Long, BankAccount> banks = new HashMap<>();
        bankAccounts.forChangeByLedgerAccounts(companyId, touched).forEach(b -> banks.put(b.ledgerAccountId(), b));
        check(drafts, byCode, banks);

        Company company = bankAccounts.companyForNumbering(companyId);
        Booked booked = new Booked(new ArrayList<>(), new ArrayList<>(), new ArrayList<>());
        for (Draft draft : drafts) {
            PostedEntry entry = new PostedEntry(
                    companyId, company.takeEntryNumber(), source, draft.entry(), reversalOf, who, clock.instant());
            em.persist(entry);
            booked.entries().add(entry);
            int number = 0;
            for (JournalLine line : draft.entry().lines()) {
                ChartAccount account = java.util.Objects.requireNonNull(byCode.get(line.accountCode()));
                PostedLine posted = new PostedLine(entry.id(), ++number, account.id(), entry.entryDate(), line);
                em.persist(posted);
                booked.lines().add(posted);
                BankAccount bank = banks.get(account.id());
                if (bank != null) {
                    PostedCashEntry cash =
                            new PostedCashEntry(bank.id(), entry, posted, CheckNumbers.plain(draft.checkNumber()));
                    em.persist(cash);
                    booked.cashEntries().add(cash);
                }
            }
            if (booked.entries().size() % BLOCK == 0) {
                em.flush();
            }
        }
        em.flush();
        if (drafts.size() == 1) {
            PostedEntry only = booked.entries().getFirst();
            activity.record(
                    companyId,
                    who,
                    "entry.booked",
                    "entry",
                    only.id(),
                    "Booked entry " + only.number() + ", " + only.text());
        } else if (!drafts.isEmpty()) {
            activity.record(
                    companyId,
                    who,
                    "entries.booked",
                    "company",
                    companyId,
                    "Booked %d entries, numbers %d to %d"
                            .formatted(
                                    drafts.size(),
                                    booked.entries().getFirst().number(),
                                    booked.entries().getLast().number()));
        }
        return booked;
    }

    private void check(List<Draft> drafts, Map<String, ChartAccount> byCode, Map<Long, BankAccount> banks) {
        Map<String, LedgerAccount> accounts = new HashMap<>();
        Map<String, LocalDate> heldTo = new HashMap<>();
        for (ChartAccount account : byCode.values()) {
            accounts.put(account.code(), account.account());
            BankAccount bank = banks.get(account.id());
            if (bank != null) {
                heldTo.put(account.code(), bank.heldTo());
            }
        }
        PostingRules rules = new PostingRules(accounts, heldTo);
        LocalDate today = LocalDate.now(clock);
        List<Problem> problems = new ArrayList<>();
        for (Draft draft : drafts) {
            for (Problem p : rules.problems(draft.entry(), today)) {
                String where = draft.label().isEmpty() ? p.where() : draft.label();
                problems.add(new Problem(p.code(), where, p.found(), p.expected(), p.remedy()));
            }
        }
        if (!problems.isEmpty()) {
            throw new RuleViolation(problems);
        }
    }

    /**
     * Books the opposite of an entry; both are then closed to one another.
     *
     * @throws RuleViolation {@code entry.reversed} or {@code entry.matched}
     */
    @Transactional
    public Booked reverse(long companyId, long entryId, LocalDate date, CancellingPairs pairs, String who) {
        PostedEntry original = entry(companyId, entryId);
        List<PostedLine> originalLines = linesOf(List.of(entryId));
        Set<Long> accounts = new HashSet<>();
        originalLines.forEach(l -> accounts.add(l.ledgerAccountId()));
        Map<Long, BankAccount> banks = new HashMap<>();
        bankAccounts.forChangeByLedgerAccounts(companyId, accounts).forEach(b -> banks.put(b.id(), b));
        entries.findByReversalOf(entryId).ifPresent(r -> {
            throw new RuleViolation(
                    "entry.reversed",
                    "",
                    "entry " + original.number() + ", reversed by entry " + r.number() + " of " + r.entryDate(),
                    "an entry that still stands",
                    "Nothing is left to do.");
        });
        List<PostedCashEntry> cash = cashEntries.findByJournalEntryIdInOrderById(List.of(entryId));
        for (PostedCashEntry entry : cash) {
            if (entry.itemMatchId() != null) {
                BankAccount bank = java.util.Objects.requireNonNull(banks.get(entry.bankAccountId()));
                throw new RuleViolation(
                        "entry.matched",
                        "",
                        entry.entry().title() + ", which is matched to the bank's lines on " + bank.name(),
                        "an entry that is not matched",
                        "Undo the match first; where its month is certified, have that month reopened, or book a new "
                                + "entry that puts it right.");
            }
        }
        JournalEntry reversal = journalEntry(companyId, original, originalLines).reversedOn(date);
        String check = cash.isEmpty() ? "" : cash.getFirst().entry().checkNumber();
        Booked booked = book(companyId, List.of(new Draft(reversal, check, "")), EntrySource.REVERSAL, entryId, who);
        for (int i = 0; i < cash.size(); i++) {
            PostedCashEntry first = cash.get(i);
            BankAccount bank = java.util.Objects.requireNonNull(banks.get(first.bankAccountId()));
            pairs.cancel(bank, first, booked.cashEntries().get(i), who);
        }
        return booked;
    }

    private JournalEntry journalEntry(long companyId, PostedEntry entry, List<PostedLine> entryLines) {
        Map<Long, ChartAccount> byId = chartById(companyId);
        return new JournalEntry(
                entry.entryDate(),
                bankAccounts.companyForNumbering(companyId).baseCurrency(),
                entry.reference(),
                entry.text(),
                entryLines.stream()
                        .map(l -> new JournalLine(
                                java.util.Objects.requireNonNull(byId.get(l.ledgerAccountId()))
                                        .code(),
                                l.minorUnits(),
                                l.party(),
                                l.text()))
                        .toList());
    }

    /** Ends a transaction that only showed what it would do. */
    public static void keepNothing() {
        TransactionAspectSupport.currentTransactionStatus().setRollbackOnly();
    }

    @Transactional
    public ChartAccount addAccount(long companyId, LedgerAccount account, String who) {
        if (!account.code().matches("[A-Za-z0-9][A-Za-z0-9.-]{0,19}")) {
            throw new RuleViolation(
                    "account.code",
                    "code",
                    "“" + account.code() + "”",
                    "1 to 20 letters, digits, dots or dashes",
                    "Choose another code.");
        }
        if (chart.findByCompanyIdAndCode(companyId, account.code()).isPresent()) {
            throw new RuleViolation(
                    "account.taken",
                    "code",
                    "“" + account.code() + "”, which is in the chart already",
                    "a code that is not in the chart",
                    "Choose another code.");
        }
        ChartAccount saved = chart.save(new ChartAccount(companyId, account));
        activity.record(
                companyId, who, "account.added", "ledger_account", saved.id(), account.code() + " " + account.name());
        return saved;
    }

    @Transactional(readOnly = true)
    public List<ChartAccount> chart(long companyId) {
        return chart.findByCompanyIdOrderByCode(companyId);
    }

    @Transactional(readOnly = true)
    public Map<Long, ChartAccount> chartById(long companyId) {
        Map<Long, ChartAccount> out = new LinkedHashMap<>();
        chart.findByCompanyIdOrderByCode(companyId).forEach(a -> out.put(a.id(), a));
        return out;
    }

    @Transactional(readOnly = true)
    public ChartAccount account(long companyId, long id) {
        return chart.findByIdAndCompanyId(id, companyId).orElseThrow(() -> new Missing("ledger account"));
    }

    @Transactional(readOnly = true)
    public Optional<ChartAccount> accountByCode(long companyId, String code) {
        return chart.findByCompanyIdAndCode(companyId, code);
    }

    @Transactional(readOnly = true)
    public PostedEntry entry(long companyId, long id) {
        return entries.findByIdAndCompanyId(id, companyId).orElseThrow(() -> new Missing("entry"));
    }

    @Transactional(readOnly = true)
    public List<PostedLine> linesOf(Collection<Long> entryIds) {
        return lines.findByJournalEntryIdInOrderByJournalEntryIdAscLineNumberAsc(entryIds);
    }

    /** Balance of a ledger account from its journal lines; signed minor units, debit positive. */
    @Transactional(readOnly = true)
    public long balance(long ledgerAccountId, LocalDate day) {
        return lines.balance(ledgerAccountId, day);
    }

    /** A decimal amount of the company's currency from a form. */
    public static long amount(String text, Company company, String where) {
        return MinorUnits.parse(text.strip().replace(",", ""), company.baseCurrency(), where);
    }
}
