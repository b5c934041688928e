package tidemark.app.reconcile;

import static tidemark.core.words.Catalogue.say;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Isolation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.matching.Candidate;
import tidemark.core.matching.Strength;
import tidemark.core.money.MinorUnits;
import tidemark.core.payment.CheckAges;
import tidemark.core.proof.Proof;
import tidemark.core.proof.ProofItem;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;

/** The entries of the ledger that a month's statement does not show, as they are listed, narrowed and ordered. */
@Service
public class OpenEntries {
    private final BankAccounts accounts;
    private final Months months;
    private final Companies companies;

    OpenEntries(BankAccounts accounts, Months months, Companies companies) {
        this.accounts = accounts;
        this.months = months;
        this.companies = companies;
    }

    /**
     * An entry of the ledger that is not on the statement; {@code in} or {@code out} is given.
     *
     * @param perhaps the bank line it is presumed to be, or empty; nobody has said so yet
     */
    public record OpenEntryView(
            long entryId,
            @Nullable Long journalEntryId,
            LocalDate date,
            String title,
            long daysOld,
            boolean stale,
            @Nullable String in,
            @Nullable String out,
            String errorNote,
            String perhaps,
            String twin) {}

    /** Entries of the proof that the statement does not show. */
    static List<ProofItem> of(Proof p) {
        List<ProofItem> items = new ArrayList<>(p.notPresented());
        items.addAll(p.onTheWay());
        items.addAll(p.ledgerErrors());
        items.removeIf(i -> i.entries().size() != 1);
        return items;
    }

    /** Which of the entries that are not on the statement are wanted. */
    public enum OpenKind {
        ALL,
        IN,
        OUT,
        CHECKS,
        STALE,
        PERHAPS,
        ERRORS
    }

    /** By what they are ordered. */
    public enum OpenOrder {
        DATE,
        AMOUNT,
        TITLE
    }

    /**
     * What narrows them.
     *
     * @param text that its title holds, or its amount is; empty for all
     * @param upTo the last day; absent for no end
     */
    public record OpenFilter(
            OpenKind kind, String text, @Nullable LocalDate upTo, OpenOrder order) {}

    /** @param count of all that fit, however many are listed */
    public record OpenList(List<OpenEntryView> entries, int count) {}

    /** The entries of a month that no line explains, narrowed and ordered. Cost: O(n log n) of all that are open. */
    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public OpenList list(long companyId, long accountId, YearMonth month, OpenFilter filter) {
        BankAccount account = accounts.get(companyId, accountId);
        MonthData data = months.load(companyId, accountId, month);
        String sought = filter.text().strip().toUpperCase(Locale.ROOT);
        String amount = companies.get(companyId).amountStyle().plain(sought).orElse(sought);
        List<OpenEntryView> all = all(companyId, account.checkAges(), data).stream()
                .filter(e -> fits(data, e, filter.kind()))
                .filter(e -> filter.upTo() == null || !e.date().isAfter(filter.upTo()))
                .filter(e -> e.title().toUpperCase(Locale.ROOT).contains(sought)
                        || amount.equals(e.in())
                        || amount.equals(e.out()))
                .sorted(order(filter.order()))
                .toList();
        return new OpenList(all.subList(0, Math.min(all.size(), MonthViews.LARGEST_PAGE)), all.size());
    }

    private static boolean fits(MonthData data, OpenEntryView e, OpenKind kind) {
        return switch (kind) {
            case ALL -> true;
            case IN -> e.in() != null;
            case OUT -> e.out() != null;
            case CHECKS -> {
                CashEntry entry = data.entry(new CashEntryId(e.entryId()));
                yield entry != null && !entry.checkNumber().isEmpty();
            }
            case STALE -> e.stale();
            case PERHAPS -> !e.perhaps().isEmpty();
            case ERRORS -> !e.errorNote().isEmpty();
        };
    }

    private static Comparator<OpenEntryView> order(OpenOrder order) {
        Comparator<OpenEntryView> byDay =
                Comparator.comparing(OpenEntryView::date).thenComparing(OpenEntryView::title);
        return switch (order) {
            case DATE -> byDay;
            case TITLE -> Comparator.comparing(OpenEntryView::title).thenComparing(byDay);
            case AMOUNT -> Comparator.comparing(OpenEntries::size).reversed().thenComparing(byDay);
        };
    }

    private static BigDecimal size(OpenEntryView e) {
        return new BigDecimal(e.in() == null ? Objects.requireNonNull(e.out()) : e.in());
    }

    /** The oldest of them, as many as a page holds. */
    List<OpenEntryView> first(long companyId, CheckAges ages, MonthData data) {
        List<OpenEntryView> out = all(companyId, ages, data);
        return out.subList(0, Math.min(out.size(), MonthViews.LARGEST_PAGE));
    }

    private List<OpenEntryView> all(long companyId, CheckAges ages, MonthData data) {
        LocalDate today = companies.today(companyId);
        Proof p = data.proof();
        CurrencyUnit c = data.reconciliation().currency();
        List<OpenEntryView> out = new ArrayList<>(of(p).stream()
                .sorted(Comparator.comparing(ProofItem::date).thenComparing(ProofItem::title))
                .map(i -> {
                    CashEntry entry =
                            Objects.requireNonNull(data.entry(i.entries().getFirst()));
                    long amount = i.lines().isEmpty() ? entry.minorUnits() : i.minorUnits();
                    return new OpenEntryView(
                            entry.id().value(),
                            data.journalEntryOf(entry.id()),
                            i.date(),
                            i.title(),
                            i.daysOldAt(p.at()),
                            !entry.checkNumber().isEmpty() && ages.stage(i.date(), today) == CheckAges.Stage.STALE,
                            amount > 0 ? MinorUnits.toDecimal(amount, c) : null,
                            amount < 0 ? MinorUnits.toDecimal(-amount, c) : null,
                            i.note(),
                            "",
                            i.note().isEmpty() ? twin(data, entry.id()) : "");
                })
                .toList());
        out.addAll(perhapsAtTheBank(data));
        return out;
    }

    static String twin(MonthData data, CashEntryId id) {
        CashEntry twin = data.twinOf(id);
        return twin == null
                ? ""
                : say("reconcile.mayBeBookedTwiceItIsLike", twin.title(), MonthViews.DAY.format(twin.date()));
    }

    /** Entries that are presumed to be a line and not firm: a person may still want them for another. */
    private static List<OpenEntryView> perhapsAtTheBank(MonthData data) {
        Map<BankLineId, BankLine> lines = new HashMap<>();
        data.reconciliation().lines().forEach(l -> lines.put(l.id(), l));
        CurrencyUnit c = data.reconciliation().currency();
        List<OpenEntryView> out = new ArrayList<>();
        for (Candidate presumed : WaitingForBank.inTheLedger(data.matching().presumed())) {
            BankLine line = lines.get(presumed.lines().getFirst());
            if (presumed.strength() == Strength.FIRM || line == null) {
                continue;
            }
            for (CashEntryId id : presumed.entries()) {
                CashEntry entry = data.entry(id);
                if (entry != null && !entry.date().isAfter(data.reconciliation().to())) {
                    long days = java.time.temporal.ChronoUnit.DAYS.between(
                            entry.date(), data.reconciliation().to());
                    out.add(new OpenEntryView(
                            id.value(),
                            data.journalEntryOf(id),
                            entry.date(),
                            entry.title(),
                            days,
                            false,
                            entry.minorUnits() > 0 ? MinorUnits.toDecimal(entry.minorUnits(), c) : null,
                            entry.minorUnits() < 0 ? MinorUnits.toDecimal(-entry.minorUnits(), c) : null,
                            "",
                            line.title(),
                            twin(data, id)));
                }
            }
        }
        return out;
    }
}
