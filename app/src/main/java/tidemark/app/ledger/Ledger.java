package tidemark.app.ledger;

import static tidemark.core.words.Catalogue.say;

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
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.interceptor.TransactionAspectSupport;
import tidemark.app.access.Limits;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Company;
import tidemark.app.company.MasterData;
import tidemark.app.company.TaxCode;
import tidemark.core.ledger.Control;
import tidemark.core.ledger.ForeignAmount;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.JournalLine;
import tidemark.core.ledger.LedgerAccount;
import tidemark.core.ledger.OutstandingItemsFile;
import tidemark.core.ledger.PartyId;
import tidemark.core.ledger.PostingRules;
import tidemark.core.ledger.TaxTable;
import tidemark.core.ledger.Taxes;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.CheckNumbers;

/** Books journal entries: the one way into the journal. */
@Service
public class Ledger {
    /** Flushing in blocks keeps the persistence context small while a large file is booked. */
    private static final int BLOCK = 500;

    private final ChartAccountRepository chart;
    private final JournalEntryRepository entries;
    private final EntrySources sources;
    private final JournalLineRepository lines;
    private final CashEntryRepository cashEntries;
    private final BankAccounts bankAccounts;
    private final ActivityLog activity;
    private final MasterData masterData;
    private final AccountTotals totals;
    private final List<PostingListener> listeners;
    private final EntityManager em;
    private final Clock clock;

    Ledger(
            ChartAccountRepository chart,
            JournalEntryRepository entries,
            EntrySources sources,
            JournalLineRepository lines,
            CashEntryRepository cashEntries,
            BankAccounts bankAccounts,
            ActivityLog activity,
            MasterData masterData,
            AccountTotals totals,
            List<PostingListener> listeners,
            EntityManager em,
            Clock clock) {
        this.chart = chart;
        this.entries = entries;
        this.sources = sources;
        this.lines = lines;
        this.cashEntries = cashEntries;
        this.bankAccounts = bankAccounts;
        this.activity = activity;
        this.masterData = masterData;
        this.totals = totals;
        this.listeners = listeners;
        this.em = em;
        this.clock = clock;
    }

    /**
     * An entry to be booked.
     *
     * @param label names it in a refusal, such as {@code line 12}; empty for a single entry
     * @param checkNumber of its cash entry, or empty
     * @param items what the open items are that its lines on control accounts make
     */
    public record Posting(
            JournalEntry entry,
            String checkNumber,
            String label,
            @Nullable Long siteId,
            ItemTerms items) {
        public Posting(JournalEntry entry, String checkNumber, String label) {
            this(entry, checkNumber, label, null, ItemTerms.plain(ItemTerms.Kind.OTHER));
        }
    }

    /** What was booked, or would be. */
    public record Booked(
            List<JournalEntryRow> entries,
            List<JournalLineRow> lines,
            List<CashEntryRow> cashEntries,
            List<PostingListener.ItemChange> items) {
        public static Booked nothing() {
            return new Booked(new ArrayList<>(), new ArrayList<>(), new ArrayList<>(), new ArrayList<>());
        }

        public void add(Booked other) {
            entries.addAll(other.entries());
            lines.addAll(other.lines());
            cashEntries.addAll(other.cashEntries());
            items.addAll(other.items());
        }
    }

    /**
     * Books all postings or none. Takes the bank accounts and then the company before anything is checked, so of two
     * bookings that meet, the second sees what the first did.
     */
    @Transactional
    public Booked book(
            long companyId, List<Posting> requested, EntrySource source, @Nullable Long reversalOf, String who) {
        sources.registered(source);
        Map<String, ChartAccount> byCode = new HashMap<>();
        chart.findByCompanyIdOrderByCode(companyId).forEach(a -> byCode.put(a.code(), a));
        Set<Long> touched = new HashSet<>();
        Set<PartyId> parties = new HashSet<>();
        for (Posting posting : requested) {
            for (JournalLine line : posting.entry().lines()) {
                ChartAccount account = byCode.get(line.accountCode());
                if (account != null) {
                    touched.add(account.id());
                }
                if (!line.partyId().equals(PartyId.NONE)) {
                    parties.add(line.partyId());
                }
            }
        }
        Map<Long, BankAccount> banks = new HashMap<>();
        bankAccounts.lockByLedgerAccounts(companyId, touched).forEach(b -> banks.put(b.ledgerAccountId(), b));
        Company company = bankAccounts.lockJournal(companyId);
        List<Posting> postings =
                requested.stream().map(d -> completed(company, d, byCode)).toList();
        for (Posting posting : postings) {
            if (posting.siteId() != null || source.asksForSite()) {
                Limits.checkSite(posting.siteId(), posting.label());
            }
        }
        check(company, postings, byCode, banks, parties);

        long number = bankAccounts.takeEntryNumbers(companyId, postings.size());
        Booked booked = Booked.nothing();
        AccountTotals.Movements movements = new AccountTotals.Movements();
        for (Posting posting : postings) {
            JournalEntryRow entry = new JournalEntryRow(
                    companyId, number++, source, posting.entry(), posting.siteId(), reversalOf, who, clock.instant());
            em.persist(entry);
            booked.entries().add(entry);
            List<JournalLineRow> own = new ArrayList<>();
            List<JournalLineRow> controlLines = new ArrayList<>();
            List<CashEntryRow> cashOfEntry = new ArrayList<>();
            for (JournalLine line : posting.entry().lines()) {
                ChartAccount account = java.util.Objects.requireNonNull(byCode.get(line.accountCode()));
                JournalLineRow posted =
                        new JournalLineRow(entry.id(), own.size() + 1, account.id(), entry.entryDate(), line);
                em.persist(posted);
                own.add(posted);
                movements.add(posted);
                if (account.control() != Control.NONE) {
                    controlLines.add(posted);
                }
                BankAccount bank = banks.get(account.id());
                // an exchange difference moves nothing at the bank
                if (bank != null && posted.ownMinorUnits() != 0) {
                    CashEntryRow cash =
                            new CashEntryRow(bank.id(), entry, posted, CheckNumbers.plain(posting.checkNumber()));
                    em.persist(cash);
                    cashOfEntry.add(cash);
                }
            }
            booked.lines().addAll(own);
            booked.cashEntries().addAll(cashOfEntry);
            PostingListener.Posted posted = new PostingListener.Posted(posting, entry, own, controlLines, cashOfEntry);
            listeners.forEach(l -> booked.items().addAll(l.booked(companyId, posted)));
            if (booked.entries().size() % BLOCK == 0) {
                em.flush();
            }
        }
        em.flush();
        totals.add(movements);
        record(companyId, booked, who);
        tell(companyId, booked);
        return booked;
    }

    private void tell(long companyId, Booked booked) {
        for (JournalEntryRow entry : booked.entries()) {
            activity.tell(
                    companyId,
                    "entry.booked",
                    entry.id(),
                    Map.of("number", entry.number(), "date", entry.entryDate().toString(), "source", entry.source()));
        }
    }

    private void record(long companyId, Booked booked, String who) {
        if (booked.entries().size() == 1) {
            JournalEntryRow only = booked.entries().getFirst();
            activity.record(
                    companyId,
                    who,
                    "entry.booked",
                    "entry",
                    only.id(),
                    say("entry.booked.bookedEntry", only.number(), only.text()));
        } else if (!booked.entries().isEmpty()) {
            activity.record(
                    companyId,
                    who,
                    "entries.booked",
                    "company",
                    companyId,
                    say("ledger.bookedEntriesNumbersTo")
                            .formatted(
                                    booked.entries().size(),
                                    booked.entries().getFirst().number(),
                                    booked.entries().getLast().number()));
        }
    }

    /**
     * The posting with both amounts of every line on a foreign account: where only the company's is said, the rate of the
     * day gives the other.
     */
    private Posting completed(Company company, Posting posting, Map<String, ChartAccount> byCode) {
        List<JournalLine> lines = new ArrayList<>();
        int number = 0;
        for (JournalLine line : posting.entry().lines()) {
            number++;
            ChartAccount account = byCode.get(line.accountCode());
            CurrencyUnit own = account == null ? null : account.currency().orElse(null);
            if (own == null || !line.ownIsOpen()) {
                lines.add(line);
                continue;
            }
            ForeignAmount amount = ForeignAmount.of(
                    OptionalLong.empty(),
                    own,
                    OptionalLong.of(line.minorUnits()),
                    company.baseCurrency(),
                    Optional.of(masterData
                            .rate(
                                    company.id(),
                                    own,
                                    company.baseCurrency(),
                                    posting.entry().date())
                            .rate()),
                    posting.label().isEmpty() ? say("ledger.line", number) : say("ledger.amount", posting.label()));
            lines.add(line.own(amount.ownMinorUnits(), amount.rate()));
        }
        return new Posting(
                posting.entry().with(lines), posting.checkNumber(), posting.label(), posting.siteId(), posting.items());
    }

    private void check(
            Company company,
            List<Posting> postings,
            Map<String, ChartAccount> byCode,
            Map<Long, BankAccount> banks,
            Set<PartyId> parties) {
        Map<String, CurrencyUnit> foreign = new HashMap<>();
        Map<String, LedgerAccount> accounts = new HashMap<>();
        Map<String, LocalDate> lockedThrough = new HashMap<>();
        for (ChartAccount account : byCode.values()) {
            accounts.put(account.code(), account.account());
            BankAccount bank = banks.get(account.id());
            if (bank != null) {
                lockedThrough.put(account.code(), bank.lockedThrough());
            }
            account.currency().ifPresent(c -> foreign.put(account.code(), c));
        }
        Map<PartyId, Control> known = new HashMap<>();
        if (!parties.isEmpty()) {
            listeners.forEach(l -> known.putAll(l.parties(company.id(), parties)));
        }
        Set<String> taxes = new HashSet<>();
        masterData.taxCodes(company.id()).stream().filter(TaxCode::active).forEach(t -> taxes.add(t.code()));
        PostingRules rules = new PostingRules(
                accounts,
                lockedThrough,
                foreign,
                masterData.closedMonths(company.id()),
                masterData.activeCostCentres(company.id()),
                taxes,
                known);
        LocalDate today = LocalDate.ofInstant(clock.instant(), company.zone());
        List<Problem> problems = new ArrayList<>();
        for (Posting posting : postings) {
            for (Problem p : rules.problems(posting.entry(), today)) {
                String where = posting.label().isEmpty() ? p.where() : posting.label() + ", " + column(p.code());
                problems.add(p.at(where));
            }
        }
        if (!problems.isEmpty()) {
            throw new RuleViolation(problems);
        }
    }

    /** The column of a file that a broken rule is about. */
    private static String column(String code) {
        return switch (code.substring(0, code.indexOf('.'))) {
            case "account" -> "account";
            case "cost-centre" -> "cost_centre";
            case "tax" -> "tax";
            case "party" -> "party";
            case "currency" -> "amount";
            default -> "date";
        };
    }

    /** Ends a transaction that only showed what it would do. */
    public static void rollBackPreview() {
        TransactionAspectSupport.currentTransactionStatus().setRollbackOnly();
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
        return chart.findByIdAndCompanyId(id, companyId).orElseThrow(() -> new NotFound(say("ledger.ledgerAccount")));
    }

    /** Identifiers of the accounts of these codes; a code that is not in the chart is left out. */
    @Transactional(readOnly = true)
    public List<Long> accountIds(long companyId, Collection<String> codes) {
        return codes.isEmpty() ? List.of() : chart.ids(companyId, codes);
    }

    /** An entry of that source, reference and amount on a party's account that was not reversed. */
    @Transactional(readOnly = true)
    public Optional<JournalEntryRow> standing(
            long companyId, EntrySource source, String reference, PartyId party, long amount) {
        return entries.standing(companyId, source.code(), reference, party.value(), -amount, Limit.of(1)).stream()
                .findFirst();
    }

    @Transactional(readOnly = true)
    public Optional<ChartAccount> accountByCode(long companyId, String code) {
        return chart.findByCompanyIdAndCode(companyId, code);
    }

    @Transactional(readOnly = true)
    public JournalEntryRow entry(long companyId, long id) {
        return entries.findByIdAndCompanyId(id, companyId).orElseThrow(() -> new NotFound(say("ledger.entry")));
    }

    /** Those of some entries that one of these sources made. */
    @Transactional(readOnly = true)
    public List<Long> madeBy(long companyId, Collection<Long> entryIds, Set<EntrySource> sources) {
        Set<String> codes = new HashSet<>();
        sources.forEach(s -> codes.add(s.code()));
        List<Long> out = new ArrayList<>();
        List<Long> all = List.copyOf(entryIds);
        for (int i = 0; i < all.size(); i += 1_000) {
            List<Long> block = all.subList(i, Math.min(all.size(), i + 1_000));
            out.addAll(entries.ofSource(companyId, block, codes));
        }
        return out;
    }

    /** References of all entries that a source made. */
    @Transactional(readOnly = true)
    public List<String> referencesOf(long companyId, EntrySource source) {
        return entries.references(companyId, source.code());
    }

    /** An entry as it was booked. */
    @Transactional(readOnly = true)
    public JournalEntry asBooked(long companyId, long entryId) {
        return asBooked(companyId, entry(companyId, entryId), linesOf(List.of(entryId)));
    }

    JournalEntry asBooked(long companyId, JournalEntryRow entry, List<JournalLineRow> lines) {
        Map<Long, ChartAccount> byId = chartById(companyId);
        return new JournalEntry(
                entry.entryDate(),
                entry.documentDate(),
                bankAccounts.companyCurrency(companyId),
                entry.reference(),
                entry.text(),
                lines.stream()
                        .map(l -> l.line(Objects.requireNonNull(byId.get(l.ledgerAccountId()))
                                .code()))
                        .toList());
    }

    public List<JournalLineRow> linesOf(Collection<Long> entryIds) {
        return lines.findByJournalEntryIdInOrderByJournalEntryIdAscLineNumberAsc(entryIds);
    }

    /** Balance of a ledger account at the end of a day, in its own currency; debit positive. */
    @Transactional(readOnly = true)
    public long ownBalance(long ledgerAccountId, LocalDate day) {
        return totals.ownBalance(ledgerAccountId, day);
    }

    /** An item that a bank account's opening balance holds already: matched later, never booked. */
    @Transactional
    public void takeOver(BankAccount account, List<OutstandingItemsFile.Row> items) {
        items.forEach(item -> em.persist(new CashEntryRow(account.id(), item)));
        em.flush();
    }

    /** Whether a check of that number was ever drawn on the account. */
    @Transactional(readOnly = true)
    public boolean checkNumberUsed(long bankAccountId, String number) {
        return cashEntries.existsByBankAccountIdAndCheckNumber(bankAccountId, CheckNumbers.plain(number));
    }

    /** The taxes in use with their days, each with the account it is booked on. */
    @Transactional(readOnly = true)
    public TaxTable taxes(long companyId) {
        Map<Long, ChartAccount> byId = chartById(companyId);
        List<TaxTable.Dated> out = new ArrayList<>();
        for (TaxCode tax : masterData.taxCodes(companyId)) {
            ChartAccount account = byId.get(tax.ledgerAccountId());
            if (tax.active() && account != null) {
                TaxCode.Nature nature = tax.nature();
                out.add(tax.dated(new Taxes.Tax(
                        tax.code(),
                        tax.ratePercent(),
                        account.code(),
                        nature.use(),
                        nature.recoverable(),
                        nature.inDiscounts())));
            }
        }
        return new TaxTable(out);
    }

    /** An amount of the company's currency from a form, as the company writes it. */
    public static long amount(String text, Company company, String where) {
        return company.amountStyle().minorUnits(text, company.baseCurrency(), where);
    }
}
