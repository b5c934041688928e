package tidemark.app.ledger;

import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Stream;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.core.ledger.AccountLedger;
import tidemark.core.ledger.AccountPeriods;
import tidemark.core.ledger.AccountType;
import tidemark.core.ledger.Control;
import tidemark.core.ledger.TrialBalance;
import tidemark.core.money.MinorUnits;

/** The ledger as it is shown. Amounts are decimal text. */
@Service
public class LedgerViews {
    private static final int PAGE = 100;
    private static final int MOST_EFFECTS = 40;
    private static final LocalDate EVER = LocalDate.of(9999, 12, 31);

    private final Ledger ledger;
    private final PostedEntryRepository entries;
    private final PostedLineRepository lines;
    private final AccountTotals totals;
    private final AttachmentRepository attachments;
    private final List<EntryWatch> watches;
    private final CashEntryRepository cashEntries;
    private final BankAccounts bankAccounts;
    private final Companies companies;

    LedgerViews(
            Ledger ledger,
            PostedEntryRepository entries,
            PostedLineRepository lines,
            AccountTotals totals,
            AttachmentRepository attachments,
            List<EntryWatch> watches,
            CashEntryRepository cashEntries,
            BankAccounts bankAccounts,
            Companies companies) {
        this.ledger = ledger;
        this.entries = entries;
        this.lines = lines;
        this.totals = totals;
        this.attachments = attachments;
        this.watches = watches;
        this.cashEntries = cashEntries;
        this.bankAccounts = bankAccounts;
        this.companies = companies;
    }

    public record AccountView(
            long id,
            String code,
            String name,
            AccountType type,
            Control control,
            boolean active,
            String balance,
            @Nullable Long bankAccountId) {}

    public record LineView(
            String accountCode,
            String accountName,
            long accountId,
            @Nullable String debit,
            @Nullable String credit,
            @Nullable Long partyId,
            String party,
            String text,
            String costCentre,
            String taxCode,
            @Nullable String foreign) {}

    public record EntryView(
            @Nullable Long id,
            long number,
            LocalDate date,
            LocalDate documentDate,
            @Nullable String site,
            EntrySource source,
            String reference,
            String text,
            String total,
            List<LineView> lines) {}

    /** A balance that an entry moves. */
    public record Effect(String what, String before, String after) {}

    /** @param matched whether the cash entry is matched to the bank; {@code month} where that is */
    public record CashView(long id, String account, long bankAccountId, String month, boolean matched) {}

    public record EntryDetail(
            EntryView entry,
            String bookedBy,
            Instant bookedAt,
            @Nullable Long reversalOf,
            @Nullable Long reversedBy,
            List<CashView> cashEntries,
            List<EntryWatch.Link> links,
            List<AttachmentRepository.Listed> attachments) {}

    public record BookedView(boolean preview, List<EntryView> entries, int count, List<Effect> leaves) {}

    public record AccountLine(
            long id,
            long entryId,
            long entryNumber,
            LocalDate date,
            String text,
            String party,
            @Nullable String debit,
            @Nullable String credit,
            String balance) {}

    public record AccountLedgerView(
            AccountView account,
            LocalDate from,
            LocalDate to,
            String opening,
            String debits,
            String credits,
            String closing,
            @Nullable Place next,
            List<AccountLine> lines) {}

    /** Where the next page of an account begins: after this line. */
    public record Place(LocalDate date, long lineId) {}

    public record PeriodView(
            LocalDate from, LocalDate to, String opening, String debits, String credits, String closing) {}

    public record PeriodsView(AccountView account, String opening, List<PeriodView> periods, String closing) {}

    public record BalanceRow(
            long accountId,
            String code,
            String name,
            AccountType type,
            @Nullable String debit,
            @Nullable String credit) {}

    public record TrialBalanceView(
            LocalDate date, List<BalanceRow> rows, String debits, String credits, boolean balanced) {}

    /** An entry made before, to begin another of the kind with. */
    public record Remembered(String text, String reference, List<LineView> lines) {}

    @Transactional(readOnly = true)
    public List<AccountView> accounts(long companyId) {
        CurrencyUnit currency = companies.get(companyId).baseCurrency();
        Map<Long, Long> balances = totals.balances(companyId, EVER);
        Map<Long, BankAccount> banks = new LinkedHashMap<>();
        bankAccounts.list(companyId).forEach(b -> banks.put(b.ledgerAccountId(), b));
        return ledger.chart(companyId).stream()
                .map(a -> view(a, balances.getOrDefault(a.id(), 0L), banks.get(a.id()), currency))
                .toList();
    }

    private static AccountView view(ChartAccount a, long balance, @Nullable BankAccount bank, CurrencyUnit currency) {
        return new AccountView(
                a.id(),
                a.code(),
                a.name(),
                a.type(),
                a.control(),
                a.active(),
                MinorUnits.toDecimal(balance, currency),
                bank == null ? null : bank.id());
    }

    private AccountView view(long companyId, ChartAccount account, CurrencyUnit currency) {
        BankAccount bank = bankAccounts.list(companyId).stream()
                .filter(b -> b.ledgerAccountId() == account.id())
                .findFirst()
                .orElse(null);
        return view(account, totals.balance(account.id(), EVER), bank, currency);
    }

    /**
     * A page of an account's lines with their running balance: those after a place, or from the span's beginning.
     * Cost: O(days + lines of the place's day + page), whatever the account holds.
     */
    @Transactional(readOnly = true)
    public AccountLedgerView accountLedger(
            long companyId, long accountId, LocalDate from, LocalDate to, @Nullable Place after, int size) {
        ChartAccount account = ledger.account(companyId, accountId);
        CurrencyUnit currency = companies.get(companyId).baseCurrency();
        LocalDate start = after == null ? from : after.date();
        long opening = totals.balance(accountId, start.minusDays(1));
        if (after != null) {
            opening = Math.addExact(opening, totals.upTo(accountId, start, after.lineId()));
        }
        List<PostedLine> found =
                lines.page(accountId, start, after == null ? 0 : after.lineId(), to, Limit.of(size + 1));
        boolean more = found.size() > size;
        List<PostedLine> shown = more ? found.subList(0, size) : found;
        Map<Long, PostedEntry> entryOf = new LinkedHashMap<>();
        entries.findAllById(shown.stream()
                        .map(PostedLine::journalEntryId)
                        .distinct()
                        .toList())
                .forEach(e -> entryOf.put(e.id(), e));
        AccountLedger running = AccountLedger.of(
                opening, shown.stream().map(PostedLine::minorUnits).toList());
        List<AccountLine> rows = new ArrayList<>();
        for (int i = 0; i < shown.size(); i++) {
            PostedLine line = shown.get(i);
            PostedEntry entry = Objects.requireNonNull(entryOf.get(line.journalEntryId()));
            rows.add(new AccountLine(
                    line.id(),
                    entry.id(),
                    entry.number(),
                    line.entryDate(),
                    line.text().isEmpty() ? entry.text() : line.text(),
                    line.party(),
                    debit(line.minorUnits(), currency),
                    credit(line.minorUnits(), currency),
                    MinorUnits.toDecimal(running.balances().get(i), currency)));
        }
        AccountLedger span = AccountLedger.of(
                totals.balance(accountId, from.minusDays(1)),
                totals.days(accountId, from, to).stream()
                        .flatMap(d -> Stream.of(d.debits(), Math.negateExact(d.credits())))
                        .toList());
        return new AccountLedgerView(
                view(companyId, account, currency),
                from,
                to,
                MinorUnits.toDecimal(opening, currency),
                MinorUnits.toDecimal(span.debits(), currency),
                MinorUnits.toDecimal(span.credits(), currency),
                MinorUnits.toDecimal(span.closing(), currency),
                more ? new Place(shown.getLast().entryDate(), shown.getLast().id()) : null,
                rows);
    }

    /** An account by day, week or month. */
    @Transactional(readOnly = true)
    public PeriodsView periods(
            long companyId, long accountId, AccountPeriods.Length length, LocalDate from, LocalDate to) {
        ChartAccount account = ledger.account(companyId, accountId);
        CurrencyUnit currency = companies.get(companyId).baseCurrency();
        long opening = totals.balance(accountId, from.minusDays(1));
        List<AccountPeriods.Period> periods =
                AccountPeriods.of(opening, totals.days(accountId, from, to), length, from, to);
        return new PeriodsView(
                view(companyId, account, currency),
                MinorUnits.toDecimal(opening, currency),
                periods.stream()
                        .map(p -> new PeriodView(
                                p.from(),
                                p.to(),
                                MinorUnits.toDecimal(p.opening(), currency),
                                MinorUnits.toDecimal(p.debits(), currency),
                                MinorUnits.toDecimal(p.credits(), currency),
                                MinorUnits.toDecimal(p.closing(), currency)))
                        .toList(),
                MinorUnits.toDecimal(
                        periods.isEmpty() ? opening : periods.getLast().closing(), currency));
    }

    @Transactional(readOnly = true)
    public TrialBalanceView trialBalance(long companyId, LocalDate date) {
        CurrencyUnit currency = companies.get(companyId).baseCurrency();
        Map<Long, Long> balances = totals.balances(companyId, date);
        Map<String, Long> ids = new LinkedHashMap<>();
        List<TrialBalance.Row> all = new ArrayList<>();
        for (ChartAccount account : ledger.chart(companyId)) {
            ids.put(account.code(), account.id());
            all.add(new TrialBalance.Row(account.account(), balances.getOrDefault(account.id(), 0L)));
        }
        TrialBalance trial = TrialBalance.of(all);
        return new TrialBalanceView(
                date,
                trial.rows().stream()
                        .map(r -> new BalanceRow(
                                Objects.requireNonNull(ids.get(r.account().code())),
                                r.account().code(),
                                r.account().name(),
                                r.account().type(),
                                debit(r.balance(), currency),
                                credit(r.balance(), currency)))
                        .toList(),
                MinorUnits.toDecimal(trial.debits(), currency),
                MinorUnits.toDecimal(trial.credits(), currency),
                trial.balanced());
    }

    /** The last entries of a source whose text begins so, each text once. */
    @Transactional(readOnly = true)
    public List<Remembered> remembered(long companyId, EntrySource source, String text) {
        Map<String, PostedEntry> byText = new LinkedHashMap<>();
        entries.remembered(companyId, source, literal(text), Limit.of(60)).stream()
                .filter(e -> !e.text().isBlank())
                .forEach(e -> byText.putIfAbsent(e.text(), e));
        List<PostedEntry> few = byText.values().stream().limit(6).toList();
        return views(
                        companyId,
                        few,
                        ledger.linesOf(few.stream().map(PostedEntry::id).toList()))
                .stream()
                .map(v -> new Remembered(v.text(), v.reference(), v.lines()))
                .toList();
    }

    private static String literal(String text) {
        return text.replace("!", "!!").replace("%", "!%").replace("_", "!_");
    }

    private static @Nullable String debit(long minorUnits, CurrencyUnit currency) {
        return minorUnits > 0 ? MinorUnits.toDecimal(minorUnits, currency) : null;
    }

    private static @Nullable String credit(long minorUnits, CurrencyUnit currency) {
        return minorUnits < 0 ? MinorUnits.toDecimal(Math.negateExact(minorUnits), currency) : null;
    }

    @Transactional(readOnly = true)
    public List<EntryView> entries(long companyId, long beforeNumber, String text) {
        String literal = literal(text);
        List<PostedEntry> page =
                entries.page(companyId, beforeNumber <= 0 ? Long.MAX_VALUE : beforeNumber, literal, Limit.of(PAGE));
        return views(
                companyId,
                page,
                ledger.linesOf(page.stream().map(PostedEntry::id).toList()));
    }

    private List<EntryView> views(long companyId, List<PostedEntry> page, List<PostedLine> pageLines) {
        CurrencyUnit currency = companies.get(companyId).baseCurrency();
        Map<Long, ChartAccount> accounts = ledger.chartById(companyId);
        Map<Long, String> sites = new LinkedHashMap<>();
        companies.sites(companyId).forEach(site -> sites.put(site.id(), site.name()));
        Map<Long, CurrencyUnit> foreign = new LinkedHashMap<>();
        bankAccounts.list(companyId).stream()
                .filter(b -> !b.currency().equals(currency))
                .forEach(b -> foreign.put(b.ledgerAccountId(), b.currency()));
        Map<Long, List<PostedLine>> byEntry = new LinkedHashMap<>();
        pageLines.forEach(l -> byEntry.computeIfAbsent(l.journalEntryId(), k -> new ArrayList<>())
                .add(l));
        List<EntryView> out = new ArrayList<>();
        for (PostedEntry e : page) {
            List<PostedLine> own = byEntry.getOrDefault(e.id(), List.of());
            AccountLedger totals =
                    AccountLedger.of(0, own.stream().map(PostedLine::minorUnits).toList());
            out.add(new EntryView(
                    e.id(),
                    e.number(),
                    e.entryDate(),
                    e.documentDate(),
                    e.siteId() == null ? null : sites.get(e.siteId()),
                    e.source(),
                    e.reference(),
                    e.text(),
                    MinorUnits.toDecimal(totals.debits(), currency),
                    own.stream()
                            .map(l -> {
                                ChartAccount a = Objects.requireNonNull(accounts.get(l.ledgerAccountId()));
                                return new LineView(
                                        a.code(),
                                        a.name(),
                                        a.id(),
                                        debit(l.minorUnits(), currency),
                                        credit(l.minorUnits(), currency),
                                        l.partyId(),
                                        l.party(),
                                        l.text(),
                                        l.costCentre(),
                                        l.taxCode(),
                                        foreign(l, foreign.get(a.id())));
                            })
                            .toList()));
        }
        return out;
    }

    private static @Nullable String foreign(PostedLine line, @Nullable CurrencyUnit currency) {
        return currency == null ? null : MinorUnits.report(line.ownMinorUnits(), currency) + " " + currency.getCode();
    }

    @Transactional(readOnly = true)
    public EntryDetail entry(long companyId, long entryId) {
        PostedEntry entry = ledger.entry(companyId, entryId);
        Map<Long, BankAccount> banks = new LinkedHashMap<>();
        bankAccounts.list(companyId).forEach(b -> banks.put(b.id(), b));
        List<CashView> cash = cashEntries.findByJournalEntryIdInOrderById(List.of(entryId)).stream()
                .map(c -> {
                    BankAccount bank = Objects.requireNonNull(banks.get(c.bankAccountId()));
                    return new CashView(
                            c.id(),
                            bank.name(),
                            bank.id(),
                            c.entryDate().toString().substring(0, 7),
                            c.itemMatchId() != null);
                })
                .toList();
        return new EntryDetail(
                views(companyId, List.of(entry), ledger.linesOf(List.of(entryId)))
                        .getFirst(),
                entry.bookedBy(),
                entry.bookedAt(),
                entry.reversalOf(),
                entries.findByReversalOf(entryId).map(PostedEntry::id).orElse(null),
                cash,
                watches.stream()
                        .flatMap(w -> w.links(companyId, entryId).stream())
                        .toList(),
                attachments.list(entryId));
    }

    /** What was booked, with the cash balances it moved; called in the transaction that booked it. */
    public BookedView booked(long companyId, Ledger.Booked booked, boolean preview) {
        int shown = Math.min(booked.entries().size(), 20);
        List<PostedEntry> first = booked.entries().subList(0, shown);
        List<EntryView> views = views(
                companyId,
                first,
                booked.lines().stream()
                        .filter(l -> first.stream().anyMatch(e -> e.id() == l.journalEntryId()))
                        .toList());
        return new BookedView(
                preview,
                preview
                        ? views.stream()
                                .map(v -> new EntryView(
                                        null,
                                        v.number(),
                                        v.date(),
                                        v.documentDate(),
                                        v.site(),
                                        v.source(),
                                        v.reference(),
                                        v.text(),
                                        v.total(),
                                        v.lines()))
                                .toList()
                        : views,
                booked.entries().size(),
                effects(companyId, booked));
    }

    private List<Effect> effects(long companyId, Ledger.Booked booked) {
        CurrencyUnit currency = companies.get(companyId).baseCurrency();
        Map<Long, Long> moved = new LinkedHashMap<>();
        booked.cashEntries().forEach(c -> moved.merge(c.bankAccountId(), c.minorUnits(), Math::addExact));
        List<Effect> out = new ArrayList<>();
        for (BankAccount bank : bankAccounts.list(companyId)) {
            Long movement = moved.get(bank.id());
            if (movement != null) {
                long after = totals.ownBalance(bank.ledgerAccountId(), EVER);
                out.add(new Effect(
                        bank.name() + ", in the ledger",
                        MinorUnits.toDecimal(Math.subtractExact(after, movement), bank.currency()),
                        MinorUnits.toDecimal(after, bank.currency())));
            }
        }
        Map<Long, EntryWatch.ItemChange> items = new LinkedHashMap<>();
        booked.items()
                .forEach(i -> items.merge(
                        i.itemId(),
                        i,
                        (a, b) -> new EntryWatch.ItemChange(a.itemId(), a.title(), a.before(), b.after())));
        items.values().stream()
                .filter(i -> i.before() != i.after())
                .limit(MOST_EFFECTS)
                .forEach(i -> out.add(new Effect(
                        i.title() + ", open",
                        MinorUnits.toDecimal(i.before(), currency),
                        MinorUnits.toDecimal(i.after(), currency))));
        return out;
    }
}
