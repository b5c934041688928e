package tidemark.app.ledger;

import static tidemark.core.words.Catalogue.say;

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
import tidemark.app.attachment.Papers;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.core.ledger.AccountLedger;
import tidemark.core.ledger.AccountType;
import tidemark.core.ledger.Control;
import tidemark.core.ledger.Shortfall;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.Words;

/** The ledger as it is shown. Amounts are decimal text. */
@Service
public class LedgerViews {
    private static final int PAGE = 100;
    private static final int MOST_EFFECTS = 40;
    static final LocalDate EVER = LocalDate.of(9999, 12, 31);

    private final Ledger ledger;
    private final JournalEntryRepository entries;
    private final EntrySources sources;
    private final AccountTotals totals;
    private final Papers papers;
    private final List<PostingListener> listeners;
    private final CashEntryRepository cashEntries;
    private final BankAccounts bankAccounts;
    private final Companies companies;

    LedgerViews(
            Ledger ledger,
            JournalEntryRepository entries,
            EntrySources sources,
            AccountTotals totals,
            Papers papers,
            List<PostingListener> listeners,
            CashEntryRepository cashEntries,
            BankAccounts bankAccounts,
            Companies companies) {
        this.ledger = ledger;
        this.entries = entries;
        this.sources = sources;
        this.totals = totals;
        this.papers = papers;
        this.listeners = listeners;
        this.cashEntries = cashEntries;
        this.bankAccounts = bankAccounts;
        this.companies = companies;
    }

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
            String source,
            String sourceWords,
            EntrySource.UndoneAt undoneAt,
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
            List<PostingListener.Link> links,
            List<Papers.Listed> attachments) {}

    /** @param warnings what can hardly be meant, in words; it is booked all the same when it is asked for */
    public record BookedView(
            boolean preview, List<EntryView> entries, int count, List<Effect> leaves, List<String> warnings) {
        /** The same with more that is said of it. */
        public BookedView warned(List<String> more) {
            List<String> all = new ArrayList<>(warnings);
            all.addAll(more);
            return new BookedView(preview, entries, count, leaves, all);
        }
    }

    /** An entry made before, to begin another of the kind with. */
    public record Remembered(String text, String reference, List<LineView> lines) {}

    /** The last entries of a source whose text begins so, each text once. */
    @Transactional(readOnly = true)
    public List<Remembered> remembered(long companyId, String source, String text) {
        sources.checkAsked(source);
        Map<String, JournalEntryRow> byText = new LinkedHashMap<>();
        entries.remembered(companyId, source, literal(text), Limit.of(60)).stream()
                .filter(e -> !e.text().isBlank())
                .forEach(e -> byText.putIfAbsent(e.text(), e));
        List<JournalEntryRow> few = byText.values().stream().limit(6).toList();
        return views(
                        companyId,
                        few,
                        ledger.linesOf(few.stream().map(JournalEntryRow::id).toList()))
                .stream()
                .map(v -> new Remembered(v.text(), v.reference(), v.lines()))
                .toList();
    }

    private static String literal(String text) {
        return text.replace("!", "!!").replace("%", "!%").replace("_", "!_");
    }

    static @Nullable String debit(long minorUnits, CurrencyUnit currency) {
        return minorUnits > 0 ? MinorUnits.toDecimal(minorUnits, currency) : null;
    }

    static @Nullable String credit(long minorUnits, CurrencyUnit currency) {
        return minorUnits < 0 ? MinorUnits.toDecimal(Math.negateExact(minorUnits), currency) : null;
    }

    @Transactional(readOnly = true)
    public List<EntryView> entries(long companyId, long beforeNumber, String text) {
        String literal = literal(text);
        List<JournalEntryRow> page =
                entries.page(companyId, beforeNumber <= 0 ? Long.MAX_VALUE : beforeNumber, literal, Limit.of(PAGE));
        return views(
                companyId,
                page,
                ledger.linesOf(page.stream().map(JournalEntryRow::id).toList()));
    }

    private List<EntryView> views(long companyId, List<JournalEntryRow> page, List<JournalLineRow> pageLines) {
        CurrencyUnit currency = companies.get(companyId).baseCurrency();
        Map<Long, ChartAccount> accounts = ledger.chartById(companyId);
        Map<Long, String> sites = new LinkedHashMap<>();
        companies.sites(companyId).forEach(site -> sites.put(site.id(), site.name()));
        Map<Long, List<JournalLineRow>> byEntry = new LinkedHashMap<>();
        pageLines.forEach(l -> byEntry.computeIfAbsent(l.journalEntryId(), k -> new ArrayList<>())
                .add(l));
        List<EntryView> out = new ArrayList<>();
        for (JournalEntryRow e : page) {
            EntrySource source = sources.of(e.source());
            List<JournalLineRow> own = byEntry.getOrDefault(e.id(), List.of());
            AccountLedger totals = AccountLedger.of(
                    0, own.stream().map(JournalLineRow::minorUnits).toList());
            out.add(new EntryView(
                    e.id(),
                    e.number(),
                    e.entryDate(),
                    e.documentDate(),
                    e.siteId() == null ? null : sites.get(e.siteId()),
                    e.source(),
                    source.words(),
                    source.undoneAt(),
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
                                        foreign(l, a));
                            })
                            .toList()));
        }
        return out;
    }

    /** The amount in the account's own currency and the rate, {@code 92.23 EUR at 1.0842}. */
    private static @Nullable String foreign(JournalLineRow line, ChartAccount account) {
        return account.currency()
                .map(c -> MinorUnits.report(line.ownMinorUnits(), c) + " " + c.getCode()
                        + (line.rate() == null
                                ? ""
                                : say(
                                        "ledger.at",
                                        line.rate().stripTrailingZeros().toPlainString())))
                .orElse(null);
    }

    @Transactional(readOnly = true)
    public EntryDetail entry(long companyId, long entryId) {
        JournalEntryRow entry = ledger.entry(companyId, entryId);
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
                entries.findByReversalOf(entryId).map(JournalEntryRow::id).orElse(null),
                cash,
                listeners.stream()
                        .flatMap(w -> w.links(companyId, entryId).stream())
                        .toList(),
                papers.ofEntry(entryId));
    }

    /** What was booked; with a preview nothing of the transaction that booked it is kept. */
    public BookedView shown(long companyId, Ledger.Booked booked, boolean preview) {
        BookedView view = booked(companyId, booked, preview);
        if (preview) {
            Ledger.rollBackPreview();
        }
        return view;
    }

    /** What was booked, with the cash balances it moved; called in the transaction that booked it. */
    public BookedView booked(long companyId, Ledger.Booked booked, boolean preview) {
        int shown = Math.min(booked.entries().size(), 20);
        List<JournalEntryRow> first = booked.entries().subList(0, shown);
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
                                        v.sourceWords(),
                                        v.undoneAt(),
                                        v.reference(),
                                        v.text(),
                                        v.total(),
                                        v.lines()))
                                .toList()
                        : views,
                booked.entries().size(),
                effects(companyId, booked),
                warnings(companyId, booked));
    }

    /** Accounts that cannot hold less than nothing and would: money is taken out that never came in. */
    private List<String> warnings(long companyId, Ledger.Booked booked) {
        CurrencyUnit base = companies.get(companyId).baseCurrency();
        Map<Long, ChartAccount> chart = ledger.chartById(companyId);
        Map<Long, Long> moved = new LinkedHashMap<>();
        Map<Long, LocalDate> from = new LinkedHashMap<>();
        booked.lines().forEach(l -> {
            moved.merge(l.ledgerAccountId(), l.minorUnits(), Math::addExact);
            from.merge(l.ledgerAccountId(), l.entryDate(), (a, b) -> a.isBefore(b) ? a : b);
        });
        List<String> out = new ArrayList<>();
        moved.forEach((id, net) -> {
            ChartAccount account = Objects.requireNonNull(chart.get(id));
            if (net < 0 && account.type() == AccountType.ASSET && account.control() == Control.NONE) {
                LocalDate first = Objects.requireNonNull(from.get(id));
                Shortfall.first(totals.balance(id, first.minusDays(1)), totals.days(id, first, EVER))
                        .ifPresent(s -> out.add(say(
                                "ledger.isBelowZeroOn",
                                account.code(),
                                account.name(),
                                MinorUnits.grouped(s.minorUnits(), base),
                                Words.day(s.day()),
                                booked.entries().stream().anyMatch(e -> e.reversalOf() != null)
                                        ? say("ledger.whatIsTakenBackHasBeenTaken")
                                        : ".")));
            }
        });
        return out;
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
                        say("ledger.inTheLedger", bank.name()),
                        MinorUnits.toDecimal(Math.subtractExact(after, movement), bank.currency()),
                        MinorUnits.toDecimal(after, bank.currency())));
            }
        }
        Map<Long, PostingListener.ItemChange> items = new LinkedHashMap<>();
        booked.items()
                .forEach(i -> items.merge(
                        i.itemId(),
                        i,
                        (a, b) -> new PostingListener.ItemChange(a.itemId(), a.title(), a.before(), b.after())));
        items.values().stream()
                .filter(i -> i.before() != i.after())
                .limit(MOST_EFFECTS)
                .forEach(i -> out.add(new Effect(
                        say("ledger.open", i.title()),
                        MinorUnits.toDecimal(i.before(), currency),
                        MinorUnits.toDecimal(i.after(), currency))));
        return out;
    }
}
