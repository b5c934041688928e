package tidemark.app.reconcile;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Isolation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.attachment.Papers;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.ledger.CashEntryRepository;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.matching.Candidate;
import tidemark.core.matching.Evidence;
import tidemark.core.matching.Strength;
import tidemark.core.money.MinorUnits;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;

/** What may explain a line, and where an entry may be at the bank, with the words for and against. */
@Service
public class CandidateViews {
    private static final int MOST_PERHAPS = 9;

    public record FactView(String words, boolean speaksFor) {}

    /** A line or an entry of a candidate of several. */
    public record MemberView(boolean ofBank, LocalDate date, String title, String amount) {}

    /**
     * @param members what it ties, where that is more than the line and one entry
     * @param waits whether a payment is among them that waits for the bank: to match it books its clearing
     */
    public record CandidateView(
            List<Long> lineIds,
            List<Long> entryIds,
            int place,
            LocalDate date,
            String title,
            String text,
            String amount,
            String difference,
            List<MemberView> members,
            boolean sameAmount,
            boolean correctable,
            boolean withinTolerance,
            boolean waits,
            Strength strength,
            List<FactView> evidence) {}

    /** A line that an entry may be at the bank, with the words for and against. */
    public record PerhapsView(
            long lineId,
            YearMonth month,
            int place,
            LocalDate date,
            String title,
            String amount,
            int lines,
            int entries,
            Strength strength,
            List<FactView> evidence) {}

    /** The likely lines of an entry that is not at the bank yet, and what it may be a second booking of. */
    public record AtTheBankView(List<PerhapsView> perhaps, String twin) {}

    private final Months months;
    private final BankAccounts accounts;
    private final CashEntryRepository entries;
    private final Papers papers;

    CandidateViews(Months months, BankAccounts accounts, CashEntryRepository entries, Papers papers) {
        this.papers = papers;
        this.months = months;
        this.accounts = accounts;
        this.entries = entries;
    }

    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public List<CandidateView> candidates(long companyId, long accountId, YearMonth month, long lineId) {
        MonthData data = months.load(companyId, accountId, month);
        CurrencyUnit c = data.reconciliation().currency();
        List<CandidateView> out = new ArrayList<>();
        List<Candidate> all = data.matching().candidates(new BankLineId(lineId));
        Set<CashEntryId> pictured = pictured(data, all);
        for (Candidate candidate : all) {
            List<CashEntry> members = candidate.entries().stream()
                    .map(data::entry)
                    .filter(Objects::nonNull)
                    .toList();
            List<BankLine> bank = candidate.lines().stream()
                    .map(data::line)
                    .filter(Objects::nonNull)
                    .toList();
            if (members.size() == candidate.entries().size()
                    && bank.size() == candidate.lines().size()) {
                out.add(view(data, candidate, bank, members, out.size() + 1, facts(candidate, pictured, c), c));
            }
        }
        return out;
    }

    private static CandidateView view(
            MonthData data,
            Candidate candidate,
            List<BankLine> bank,
            List<CashEntry> members,
            int place,
            List<FactView> facts,
            CurrencyUnit c) {
        List<MemberView> shown = new ArrayList<>();
        if (!candidate.isPair()) {
            bank.forEach(l ->
                    shown.add(new MemberView(true, l.bookingDate(), l.title(), MinorUnits.report(l.minorUnits(), c))));
            members.forEach(
                    e -> shown.add(new MemberView(false, e.date(), e.title(), MinorUnits.report(e.minorUnits(), c))));
        }
        long ledger = members.stream().mapToLong(CashEntry::minorUnits).reduce(0, Math::addExact);
        long difference = candidate.differenceMinorUnits();
        boolean waits = members.stream().anyMatch(e -> WaitingForBank.isStandIn(e.id().value()));
        boolean slip = candidate.evidence().stream()
                .anyMatch(e ->
                        e instanceof Evidence.AmountApart apart && apart.slip().isPresent());
        return new CandidateView(
                candidate.lines().stream().map(BankLineId::value).toList(),
                candidate.entries().stream().map(CashEntryId::value).toList(),
                place,
                members.isEmpty()
                        ? bank.getLast().bookingDate()
                        : members.getFirst().date(),
                title(data, candidate),
                members.size() == 1 ? members.getFirst().text() : "",
                MinorUnits.toDecimal(Math.abs(ledger), c),
                MinorUnits.toDecimal(Math.abs(difference), c),
                shown,
                difference == 0,
                !waits && candidate.isPair() && difference != 0 && (slip || candidate.strength() == Strength.FAIR),
                !waits
                        && difference != 0
                        && bank.size() == 1
                        && Math.absExact(difference) <= data.tolerance(bank.getFirst()),
                waits,
                candidate.strength(),
                facts);
    }

    /** Those of them whose booking a picture is kept with. */
    private Set<CashEntryId> pictured(MonthData data, List<Candidate> candidates) {
        Map<CashEntryId, Long> booked = new HashMap<>();
        for (Candidate candidate : candidates) {
            for (CashEntryId id : candidate.entries()) {
                Long entry = data.journalEntryOf(id);
                if (entry != null) {
                    booked.put(id, entry);
                }
            }
        }
        Set<Long> kept = papers.counts(booked.values()).keySet();
        booked.values().retainAll(kept);
        return booked.keySet();
    }

    private static List<FactView> facts(Candidate candidate, Set<CashEntryId> pictured, CurrencyUnit c) {
        boolean picture = candidate.isPair() && pictured.containsAll(candidate.entries());
        return candidate.evidence().stream()
                .map(e -> new FactView(
                        picture && e instanceof Evidence.SameAmount ? say("reconcile.samePicturesAmount") : e.words(c),
                        e.speaksFor()))
                .toList();
    }

    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public AtTheBankView atTheBank(long companyId, long accountId, long entryId) {
        BankAccount account = accounts.get(companyId, accountId);
        YearMonth month = entries.some(accountId, List.of(entryId)).stream()
                .map(e -> YearMonth.from(e.entryDate()))
                .findFirst()
                .orElseThrow(() -> new NotFound(say("reconcile.cashEntry")));
        // lines of a certified month are matched; what is open now comes after it
        YearMonth first =
                month.isBefore(account.mark().nextMonth()) ? account.mark().nextMonth() : month;
        AtTheBankView found = atTheBank(companyId, accountId, first, entryId);
        return found.perhaps().isEmpty() ? atTheBank(companyId, accountId, first.plusMonths(1), entryId) : found;
    }

    private AtTheBankView atTheBank(long companyId, long accountId, YearMonth month, long entryId) {
        MonthData data = months.load(companyId, accountId, month);
        CurrencyUnit c = data.reconciliation().currency();
        CashEntryId id = new CashEntryId(entryId);
        List<PerhapsView> out = new ArrayList<>();
        List<Candidate> all = List.copyOf(data.candidatesOf(id));
        Set<CashEntryId> pictured = pictured(data, all);
        for (Candidate candidate : all) {
            BankLine line = data.line(candidate.lines().getFirst());
            if (line != null && out.size() < MOST_PERHAPS) {
                out.add(new PerhapsView(
                        line.id().value(),
                        month,
                        data.place(line.id()),
                        line.bookingDate(),
                        line.title(),
                        MinorUnits.report(line.minorUnits(), c),
                        candidate.lines().size(),
                        candidate.entries().size(),
                        candidate.strength(),
                        facts(candidate, pictured, c)));
            }
        }
        return new AtTheBankView(out, OpenEntries.twin(data, id));
    }

    static String title(MonthData data, Candidate candidate) {
        if (candidate.entries().isEmpty()) {
            return say("reconcile.twoLinesOfTheBankThatCancel");
        }
        CashEntry first = data.entry(candidate.entries().getFirst());
        String name = first == null ? "" : first.title();
        if (candidate.entries().size() > 1) {
            return say("reconcile.entriesTheFirst", candidate.entries().size(), name);
        }
        return candidate.lines().size() == 1
                ? name
                : say("reconcile.inLines", name, candidate.lines().size());
    }
}
