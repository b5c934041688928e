package tidemark.app.matching;

import static tidemark.core.words.Catalogue.say;

import java.time.YearMonth;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.ledger.CashEntryRepository;
import tidemark.app.ledger.CashEntryRow;
import tidemark.app.ledger.ChartAccount;
import tidemark.app.ledger.JournalLineRow;
import tidemark.app.ledger.Ledger;
import tidemark.app.ledger.LedgerViews;
import tidemark.app.linebooking.AccountBooks;
import tidemark.app.linebooking.AccountBooksReader;
import tidemark.app.linebooking.LineEntries;
import tidemark.app.reconcile.ItemMatchRepository;
import tidemark.app.reconcile.Months;
import tidemark.app.rule.MatchingRule;
import tidemark.app.rule.RuleContent;
import tidemark.app.rule.Rules;
import tidemark.app.statement.BankLineRepository;
import tidemark.app.statement.BankLineRow;
import tidemark.core.money.AmountStyle;
import tidemark.core.problem.RuleViolation;
import tidemark.core.rule.Effect;
import tidemark.core.rule.Rule;
import tidemark.core.rule.RuleTrial;
import tidemark.core.statement.BankLine;

/** Tries rules over what was decided, and books the lines of a month that a rule is for. */
@Service
class RuleWork {
    /** The latest lines of an account that a rule is tried over. */
    private static final int MOST_TRIED = 5_000;

    private static final int BLOCK = 1_000;

    private final BankAccounts accounts;
    private final BankLineRepository lines;
    private final CashEntryRepository entries;
    private final ItemMatchRepository matches;
    private final Ledger ledger;
    private final LedgerViews views;
    private final LineBookings bookings;
    private final Months months;
    private final Rules rules;
    private final AccountBooksReader books;

    RuleWork(
            BankAccounts accounts,
            BankLineRepository lines,
            CashEntryRepository entries,
            ItemMatchRepository matches,
            Ledger ledger,
            LedgerViews views,
            LineBookings bookings,
            Months months,
            Rules rules,
            AccountBooksReader books) {
        this.books = books;
        this.accounts = accounts;
        this.lines = lines;
        this.entries = entries;
        this.matches = matches;
        this.ledger = ledger;
        this.views = views;
        this.bookings = bookings;
        this.months = months;
        this.rules = rules;
    }

    /** A line that fits, with what the rule would have done against what was done. */
    record Tried(BankAccount account, RuleTrial.Tried tried) {}

    /** Runs a rule over the past of the accounts it is for. Rules before it in the order go first. */
    @Transactional(readOnly = true)
    List<Tried> trial(long companyId, @Nullable Long ruleId, Rules.Draft draft) {
        RuleContent content = rules.plain(companyId, draft);
        List<BankAccount> concerned = draft.bankAccountId() == null
                ? accounts.list(companyId)
                : List.of(accounts.get(companyId, draft.bankAccountId()));
        List<MatchingRule> all = rules.list(companyId);
        List<Tried> out = new ArrayList<>();
        for (BankAccount account : concerned) {
            Rule rule = Rules.core(0, draft.name(), draft.validFrom(), draft.validTo(), content, account.currency());
            List<Rule> before = new ArrayList<>();
            for (MatchingRule row : all) {
                if (ruleId != null && row.id() == ruleId) {
                    break;
                }
                if (row.isOn() && (row.bankAccountId() == null || row.bankAccountId() == account.id())) {
                    before.add(rules.core(row, account.currency()));
                }
            }
            out.addAll(tried(account, rule, before, content, past(companyId, account)));
        }
        return out;
    }

    private List<Tried> tried(
            BankAccount account, Rule rule, List<Rule> before, RuleContent content, List<RuleTrial.Past> past) {
        AccountBooks own = books.of(account);
        LineBookings.Request request = rule.then() instanceof Effect.Book ? request(account, content) : null;
        return RuleTrial.of(
                        rule, before, line -> LineBookings.targets(own, line, Objects.requireNonNull(request)), past)
                .lines()
                .stream()
                .map(t -> new Tried(account, t))
                .toList();
    }

    private List<RuleTrial.Past> past(long companyId, BankAccount account) {
        List<BankLineRow> taken = lines.latest(account.id(), Limit.of(MOST_TRIED));
        Map<Long, CashEntryRow> entryOf = new HashMap<>();
        Set<Long> bookedFor = new HashSet<>();
        List<Long> matchIds = taken.stream()
                .map(BankLineRow::itemMatchId)
                .filter(Objects::nonNull)
                .distinct()
                .toList();
        for (int i = 0; i < matchIds.size(); i += BLOCK) {
            List<Long> block = matchIds.subList(i, Math.min(matchIds.size(), i + BLOCK));
            bookedFor.addAll(matches.bookedFor(block));
            entries.ofMatches(block).forEach(e -> entryOf.putIfAbsent(Objects.requireNonNull(e.itemMatchId()), e));
        }
        Map<Long, String> bookedOn = bookedOn(companyId, account, entryOf, bookedFor);
        List<RuleTrial.Past> out = new ArrayList<>();
        for (BankLineRow line : taken) {
            CashEntryRow entry = line.itemMatchId() == null ? null : entryOf.get(line.itemMatchId());
            String booked = entry == null ? null : bookedOn.get(entry.id());
            out.add(new RuleTrial.Past(
                    line.line(),
                    entry == null || booked != null ? Optional.empty() : Optional.of(entry.entry()),
                    Optional.ofNullable(booked)));
        }
        return out;
    }

    /** For entries that were booked from a bank line: the accounts on the other side, in their order. */
    private Map<Long, String> bookedOn(
            long companyId, BankAccount account, Map<Long, CashEntryRow> entryOf, Set<Long> bookedFor) {
        Map<Long, ChartAccount> chart = ledger.chartById(companyId);
        Map<Long, Long> entryOfJournal = new HashMap<>();
        entryOf.values().forEach(e -> {
            if (e.journalEntryId() != null) {
                entryOfJournal.put(e.journalEntryId(), e.id());
            }
        });
        Map<Long, TreeSet<String>> codes = new HashMap<>();
        Set<Long> fromLines =
                new HashSet<>(ledger.madeBy(companyId, entryOfJournal.keySet(), Set.of(LineEntries.BANK_LINE)));
        // of a transfer that was booked from both ends, one end alone is what its match was booked for
        fromLines.addAll(bookedFor);
        fromLines.retainAll(entryOfJournal.keySet());
        List<Long> ids = List.copyOf(fromLines);
        for (int i = 0; i < ids.size(); i += BLOCK) {
            for (JournalLineRow line : ledger.linesOf(ids.subList(i, Math.min(ids.size(), i + BLOCK)))) {
                ChartAccount other = chart.get(line.ledgerAccountId());
                if (line.ledgerAccountId() != account.ledgerAccountId() && other != null) {
                    codes.computeIfAbsent(
                                    Objects.requireNonNull(entryOfJournal.get(line.journalEntryId())),
                                    k -> new TreeSet<>())
                            .add(other.code());
                }
            }
        }
        Map<Long, String> out = new HashMap<>();
        codes.forEach((entry, all) -> out.put(entry, String.join(", ", all)));
        return out;
    }

    private LineBookings.Request request(BankAccount account, RuleContent content) {
        return bookings.request(
                account,
                content.kind(),
                content.details(),
                AmountStyle.POINT,
                content.party().strip(),
                content.entryText().strip());
    }

    /** Books all open lines of a month that the rule is the first to book, in one step; or shows what it would book. */
    @Transactional
    public LedgerViews.BookedView book(
            long companyId, long accountId, YearMonth month, long ruleId, boolean preview, String who) {
        MatchingRule row = rules.get(companyId, ruleId);
        BankAccount seen = accounts.get(companyId, accountId);
        Ledger.Booked all = Ledger.Booked.nothing();
        int count = 0;
        if (rules.core(row, seen.currency()).then() instanceof Effect.Book) {
            LineBookings.Request request = request(seen, rules.content(row)).by(row.name());
            AccountBooks own = books.of(bookings.lock(companyId, accountId, request));
            for (BankLine line : months.beforeChange(own.account(), month).byRule(ruleId)) {
                all.add(bookings.book(own, line.id().value(), line.bookingDate(), request, who));
                count++;
            }
        }
        if (count == 0) {
            throw new RuleViolation(
                    "rule.nothing",
                    "",
                    say("matching.noOpenLineOfThatBooks").formatted(month, row.name()),
                    say("rule.nothing.expected"),
                    say("rule.nothing.remedy"));
        }
        rules.used(companyId, ruleId, count);
        return views.shown(companyId, all, preview);
    }
}
