package tidemark.app.ledger;

import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.core.ledger.AccountLedger;
import tidemark.core.ledger.AccountType;
import tidemark.core.money.MinorUnits;

/** The ledger as it is shown. Amounts are decimal text. */
@Service
public class LedgerViews {
    private static final int PAGE = 100;
    private static final int MOST_LINES = 2_000;

    private final Ledger ledger;
    private final PostedEntryRepository entries;
    private final PostedLineRepository lines;
    private final CashEntryRepository cashEntries;
    private final BankAccounts bankAccounts;
    private final Companies companies;
    private final Clock clock;

    LedgerViews(
            Ledger ledger,
            PostedEntryRepository entries,
            PostedLineRepository lines,
            CashEntryRepository cashEntries,
            BankAccounts bankAccounts,
            Companies companies,
            Clock clock) {
        this.ledger = ledger;
        this.entries = entries;
        this.lines = lines;
        this.cashEntries = cashEntries;
        this.bankAccounts = bankAccounts;
        this.companies = companies;
        this.clock = clock;
    }

    public record AccountView(
            long id,
            String code,
            String name,
            AccountType type,
            boolean active,
            String balance,
            @Nullable Long bankAccountId) {}

    public record LineView(
            String accountCode,
            String accountName,
            long accountId,
            @Nullable String debit,
            @Nullable String credit,
            String party,
            String text) {}

    public record EntryView(
            @Nullable Long id,
            long number,
            LocalDate date,
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
            List<CashView> cashEntries) {}

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
            boolean more,
            List<AccountLine> lines) {}

    @Transactional(readOnly = true)
    public List<AccountView> accounts(long companyId) {
        CurrencyUnit currency = companies.get(companyId).baseCurrency();
        Map<Long, Long> balances = new LinkedHashMap<>();
        lines.balances(companyId).forEach(row -> balances.put((Long) row[0], ((Number) row[1]).longValue()));
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
                a.active(),
                MinorUnits.toDecimal(balance, currency),
                bank == null ? null : bank.id());
    }

    @Transactional(readOnly = true)
    public AccountLedgerView accountLedger(long companyId, long accountId, LocalDate from, LocalDate to) {
        ChartAccount account = ledger.account(companyId, accountId);
        CurrencyUnit currency = companies.get(companyId).baseCurrency();
        long opening = lines.balance(accountId, from.minusDays(1));
        List<PostedLine> found = lines.span(accountId, from, to, Limit.of(MOST_LINES + 1));
        boolean more = found.size() > MOST_LINES;
        List<PostedLine> shown = more ? found.subList(0, MOST_LINES) : found;
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
        BankAccount bank = bankAccounts.list(companyId).stream()
                .filter(b -> b.ledgerAccountId() == accountId)
                .findFirst()
                .orElse(null);
        return new AccountLedgerView(
                view(account, lines.balance(accountId, LocalDate.MAX.withYear(9999)), bank, currency),
                from,
                to,
                MinorUnits.toDecimal(opening, currency),
                MinorUnits.toDecimal(running.debits(), currency),
                MinorUnits.toDecimal(running.credits(), currency),
                MinorUnits.toDecimal(running.closing(), currency),
                more,
                rows);
    }

    private static @Nullable String debit(long minorUnits, CurrencyUnit currency) {
        return minorUnits > 0 ? MinorUnits.toDecimal(minorUnits, currency) : null;
    }

    private static @Nullable String credit(long minorUnits, CurrencyUnit currency) {
        return minorUnits < 0 ? MinorUnits.toDecimal(Math.negateExact(minorUnits), currency) : null;
    }

    @Transactional(readOnly = true)
    public List<EntryView> entries(long companyId, long beforeNumber, String text) {
        String literal = text.replace("!", "!!").replace("%", "!%").replace("_", "!_");
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
                                        l.party(),
                                        l.text());
                            })
                            .toList()));
        }
        return out;
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
                cash);
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
                long after = lines.balance(
                        bank.ledgerAccountId(), LocalDate.now(clock).plusYears(2));
                out.add(new Effect(
                        bank.name() + ", in the ledger",
                        MinorUnits.toDecimal(Math.subtractExact(after, movement), currency),
                        MinorUnits.toDecimal(after, currency)));
            }
        }
        return out;
    }
}
