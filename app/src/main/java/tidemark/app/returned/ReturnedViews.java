package tidemark.app.returned;

import static tidemark.core.words.Catalogue.say;

import java.time.Instant;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.core.money.MinorUnits;
import tidemark.core.returned.FeeBeside;
import tidemark.core.returned.Owed;
import tidemark.core.returned.ReturnReason;
import tidemark.core.returned.ReturnSearch;
import tidemark.core.returned.ReturnedState;

/** Returned items as they are shown; amounts as decimal text. */
@Service
public class ReturnedViews {
    private final ReturnedItemRepository items;
    private final ReturnedItems books;
    private final ReturnedFates fates;
    private final ReturnOriginals originals;
    private final ReturnedSetUp setUp;
    private final BankAccounts bankAccounts;
    private final Companies companies;
    private final JdbcTemplate jdbc;

    ReturnedViews(
            ReturnedItemRepository items,
            ReturnedItems books,
            ReturnedFates fates,
            ReturnOriginals originals,
            ReturnedSetUp setUp,
            BankAccounts bankAccounts,
            Companies companies,
            JdbcTemplate jdbc) {
        this.items = items;
        this.books = books;
        this.fates = fates;
        this.originals = originals;
        this.setUp = setUp;
        this.bankAccounts = bankAccounts;
        this.companies = companies;
        this.jdbc = jdbc;
    }

    /**
     * A returned item.
     *
     * @param amount in the currency of its bank account; fees and what is owed in the company's, the bank's fee in the
     *     account's
     * @param days since it came back
     * @param owed of it now: what opened again and is not paid since, and our fee
     * @param times how often something of this payer came back in the year before today
     * @param waitsForSecond whether a write-off waits for a second person
     */
    public record ReturnedRow(
            long id,
            LocalDate returnedOn,
            long days,
            String number,
            String payer,
            @Nullable Long partyId,
            String account,
            String currency,
            String amount,
            String bankFee,
            String ourFee,
            @Nullable ReturnReason reason,
            String reasonWords,
            String note,
            ReturnedState state,
            String owed,
            int times,
            boolean waitsForSecond,
            boolean atBank) {}

    /** @param count of the payer's items in the list; {@code owed} of them together */
    public record ReturnedPayer(String payer, @Nullable Long partyId, int count, String owed) {}

    /** @param more whether there are more than are listed */
    public record ReturnedList(List<ReturnedRow> items, List<ReturnedPayer> payers, String owed, boolean more) {}

    /** A step of its life, the first first. @param path where it is shown; empty for nowhere */
    public record ReturnedStep(LocalDate day, String text, String path) {}

    /** @param owed of it because of what came back */
    public record ReturnedPart(long itemId, String title, String settled, String owed) {}

    public record ReturnedDetail(
            ReturnedRow row,
            String reasonText,
            @Nullable Long receiptId,
            boolean mayBePresentedAgain,
            List<ReturnedPart> parts,
            List<ReturnedStep> steps,
            List<Long> together,
            String madeBy,
            Instant madeAt) {}

    private boolean atBank(ReturnedItem item) {
        return item.netted()
                || !jdbc.queryForList(
                                "select l.id from cash_entry c join bank_line l on l.item_match_id = c.item_match_id"
                                        + " where c.journal_entry_id = ? limit 1",
                                item.entryId())
                        .isEmpty();
    }

    private ReturnedRow row(ReturnedItem item, Company company, LocalDate today, Owed owed) {
        BankAccount account = bankAccounts.get(item.companyId(), item.bankAccountId());
        boolean standing = item.state() == ReturnedState.OPEN || item.state() == ReturnedState.OWED;
        return new ReturnedRow(
                item.id(),
                item.returnedOn(),
                Math.max(0, ChronoUnit.DAYS.between(item.returnedOn(), today)),
                item.number(),
                item.payer(),
                item.partyId(),
                account.name(),
                account.currency().getCode(),
                MinorUnits.toDecimal(item.minorUnits(), account.currency()),
                item.bankFee() == 0 ? "" : MinorUnits.toDecimal(item.bankFee(), account.currency()),
                ReturnedSetUp.decimal(item.ourFee(), company),
                item.reason(),
                item.reasonWords(),
                item.note(),
                item.state(),
                MinorUnits.toDecimal(standing ? owed.total() : 0, company.baseCurrency()),
                item.partyId() == null ? 0 : items.times(item.companyId(), item.partyId(), today.minusYears(1)),
                item.writeOffAsked() != null,
                atBank(item));
    }

    /** The latest first. */
    @Transactional(readOnly = true)
    public ReturnedList list(
            long companyId,
            List<ReturnedState> states,
            @Nullable Long party,
            @Nullable Long receipt,
            @Nullable LocalDate from,
            @Nullable LocalDate to,
            int most) {
        Company company = companies.get(companyId);
        LocalDate today = companies.today(companyId);
        List<ReturnedItem> found = items.list(companyId, states, party, receipt, from, to, Limit.of(most + 1));
        List<ReturnedRow> rows = new ArrayList<>();
        List<Owed.Part> all = new ArrayList<>();
        Map<String, List<Owed.Part>> byPayer = new TreeMap<>();
        Map<String, ReturnedItem> one = new TreeMap<>();
        Map<String, Integer> counts = new TreeMap<>();
        for (ReturnedItem item : found.subList(0, Math.min(most, found.size()))) {
            Owed owed = fates.owed(companyId, item.id(), item.ourFeeEntryId());
            rows.add(row(item, company, today, owed));
            if (item.state() == ReturnedState.OPEN || item.state() == ReturnedState.OWED) {
                all.addAll(owed.parts());
                byPayer.computeIfAbsent(item.payer(), p -> new ArrayList<>()).addAll(owed.parts());
            }
            one.putIfAbsent(item.payer(), item);
            counts.merge(item.payer(), 1, Integer::sum);
        }
        List<ReturnedPayer> payers = counts.entrySet().stream()
                .sorted(Comparator.comparing((Map.Entry<String, Integer> e) -> -e.getValue())
                        .thenComparing(Map.Entry::getKey))
                .map(e -> new ReturnedPayer(
                        e.getKey(),
                        Optional.ofNullable(one.get(e.getKey()))
                                .map(ReturnedItem::partyId)
                                .orElse(null),
                        e.getValue(),
                        MinorUnits.toDecimal(
                                Owed.of(byPayer.getOrDefault(e.getKey(), List.of()))
                                        .total(),
                                company.baseCurrency())))
                .toList();
        return new ReturnedList(
                rows, payers, MinorUnits.toDecimal(Owed.of(all).total(), company.baseCurrency()), found.size() > most);
    }

    @Transactional(readOnly = true)
    public ReturnedDetail get(long companyId, long id) {
        ReturnedItem item = books.get(companyId, id);
        Company company = companies.get(companyId);
        Owed owed = fates.owed(companyId, id, item.ourFeeEntryId());
        return new ReturnedDetail(
                row(item, company, companies.today(companyId), owed),
                item.reasonText(),
                item.receiptId(),
                item.receiptId() != null
                        && (item.reason() == null || item.reason().mayBePresentedAgain()),
                owed.parts().stream()
                        .map(p -> new ReturnedPart(
                                p.item(),
                                p.title(),
                                MinorUnits.toDecimal(p.settled(), company.baseCurrency()),
                                MinorUnits.toDecimal(p.owed(), company.baseCurrency())))
                        .toList(),
                steps(item),
                items.ofStep(companyId, item.step()).stream()
                        .map(ReturnedItem::id)
                        .filter(i -> i != id)
                        .toList(),
                item.madeBy(),
                item.madeAt());
    }

    private List<ReturnedStep> steps(ReturnedItem item) {
        List<ReturnedStep> out = new ArrayList<>();
        List<Long> entries = new ArrayList<>(List.of(item.originalEntryId(), item.entryId()));
        for (Long entry :
                new Long[] {item.feeEntryId(), item.ourFeeEntryId(), item.againEntryId(), item.writeOffEntryId()}) {
            if (entry != null) {
                entries.add(entry);
            }
        }
        for (long entry : entries) {
            jdbc.query(
                    "select id, entry_date, number, text from journal_entry where id = ? or reversal_of = ? order by id",
                    row -> {
                        out.add(new ReturnedStep(
                                row.getObject(2, LocalDate.class),
                                row.getString(4),
                                "/ledger/entries/" + row.getLong(1)));
                    },
                    entry,
                    entry);
        }
        if (item.depositSlipId() != null) {
            jdbc.query(
                    "select taken_on, number, id from deposit_slip where id = ? and taken_on is not null",
                    row -> {
                        out.add(new ReturnedStep(
                                row.getObject(1, LocalDate.class),
                                say("returned.banked", row.getString(2)),
                                "/slips/" + row.getLong(3)));
                    },
                    item.depositSlipId());
        }
        out.sort(Comparator.comparing(ReturnedStep::day));
        return out;
    }

    /** How often something of a payer came back since a day. */
    public record ReturnedTimes(int times, LocalDate since, boolean charged) {}

    @Transactional(readOnly = true)
    public ReturnedTimes times(long companyId, long partyId) {
        LocalDate since = companies.today(companyId).minusYears(1);
        return new ReturnedTimes(items.times(companyId, partyId, since), since, setUp.charges(partyId));
    }

    /** What may have come back. @param key tells it from all others */
    public record ReturnedOriginal(
            long key,
            @Nullable Long receiptId,
            @Nullable Long collectionId,
            @Nullable Long entryId,
            String number,
            String payer,
            @Nullable Long partyId,
            String slip,
            LocalDate bankedOn,
            String account,
            String amount,
            int times,
            boolean charged) {}

    /** @param fee of the bank in the line; empty for none */
    public record ReturnedExplanation(List<ReturnedOriginal> originals, String fee, List<String> evidence) {}

    /** @param items for how many returned items it is */
    public record ReturnedFeeLine(
            long lineId, LocalDate date, String text, String amount, int items, boolean several) {}

    /**
     * What a line may take back.
     *
     * @param likely whether the line looks like something that came back
     * @param clear whether the first explanation may be chosen beforehand
     * @param ourFee what a customer is charged; empty for nothing
     */
    public record ReturnedProposal(
            boolean likely,
            boolean fee,
            long accountId,
            String account,
            String currency,
            LocalDate date,
            String text,
            String amount,
            @Nullable ReturnReason reason,
            List<ReturnedExplanation> explanations,
            boolean clear,
            @Nullable ReturnedFeeLine beside,
            String ourFee) {}

    private ReturnedOriginal shown(ReturnOriginals.Banked b, LocalDate since) {
        BankAccount account = bankAccounts.get(b.companyId(), b.bankAccountId());
        return new ReturnedOriginal(
                b.key(),
                b.receiptId(),
                b.collectionId(),
                b.receiptId() == null && b.collectionId() == null ? b.entryId() : null,
                b.number(),
                b.payer(),
                b.partyId(),
                b.slip(),
                b.bankedOn(),
                account.name(),
                MinorUnits.toDecimal(b.minorUnits(), account.currency()),
                b.partyId() == null ? 0 : items.times(b.companyId(), b.partyId(), since),
                b.partyId() == null || setUp.charges(b.partyId()));
    }

    @Transactional(readOnly = true)
    public ReturnedProposal proposal(long companyId, long lineId, boolean chosen) {
        ReturnOriginals.Proposal p = originals.proposal(companyId, lineId, chosen);
        CurrencyUnit currency = p.open().account().currency();
        LocalDate since = p.open().line().bookingDate().minusYears(1);
        List<ReturnedExplanation> explanations = new ArrayList<>();
        for (ReturnSearch.Explanation e : p.search().explanations()) {
            explanations.add(new ReturnedExplanation(
                    e.originals().stream()
                            .map(o -> shown(originals.named(p, o), since))
                            .toList(),
                    e.fee() == 0 ? "" : MinorUnits.toDecimal(e.fee(), currency),
                    e.evidence()));
        }
        FeeBeside beside = p.beside().orElse(null);
        return new ReturnedProposal(
                p.signs().item(),
                p.signs().fee(),
                p.open().account().id(),
                p.open().account().name(),
                currency.getCode(),
                p.open().line().bookingDate(),
                p.open().line().title(),
                MinorUnits.toDecimal(p.open().line().minorUnits(), currency),
                p.signs().reason().orElse(null),
                explanations,
                p.search().clear(),
                beside == null
                        ? null
                        : new ReturnedFeeLine(
                                beside.line().id().value(),
                                beside.line().bookingDate(),
                                beside.line().title(),
                                MinorUnits.toDecimal(-beside.line().minorUnits(), currency),
                                beside.items(),
                                beside.several()),
                ReturnedSetUp.decimal(setUp.settings(companyId).ourFee(), companies.get(companyId)));
    }

    /** What was banked and may still come back, found by a number, a payer or an amount; the latest first. */
    @Transactional(readOnly = true)
    public List<ReturnedOriginal> search(
            long companyId,
            String text,
            @Nullable Long party,
            @Nullable Long receipt,
            @Nullable Long collection,
            @Nullable Long entry) {
        LocalDate today = companies.today(companyId);
        ReturnedSettings settings = setUp.settings(companyId);
        String wanted = text.strip().toLowerCase(java.util.Locale.ROOT);
        Company company = companies.get(companyId);
        return originals.since(companyId, today.minusDays(Math.max(settings.checkDays(), settings.cardDays()))).stream()
                .filter(b -> party == null || party.equals(b.partyId()))
                .filter(b -> receipt == null || receipt.equals(b.receiptId()))
                .filter(b -> collection == null || collection.equals(b.collectionId()))
                .filter(b -> entry == null || entry == b.entryId())
                .filter(b -> wanted.isEmpty()
                        || b.number().toLowerCase(java.util.Locale.ROOT).contains(wanted)
                        || b.payer().toLowerCase(java.util.Locale.ROOT).contains(wanted)
                        || MinorUnits.toDecimal(b.minorUnits(), company.baseCurrency())
                                .startsWith(wanted.replace(",", "")))
                .limit(50)
                .map(b -> shown(b, today.minusYears(1)))
                .toList();
    }
}
