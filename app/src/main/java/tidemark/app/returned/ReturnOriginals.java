package tidemark.app.returned;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.collection.CollectedMoney;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.deposit.BankedReceipts;
import tidemark.app.rule.Rules;
import tidemark.core.receipt.Tender;
import tidemark.core.returned.FeeBeside;
import tidemark.core.returned.ReturnSearch;
import tidemark.core.returned.ReturnSigns;
import tidemark.core.rule.Rule;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;

/** What may have come back: receipts that were banked, and money that had reached the bank by itself. */
@Service
class ReturnOriginals {
    private static final int FEES = 40;
    private static final int BESIDE_DAYS = 7;

    private final BankedReceipts banked;
    private final CollectedMoney collected;
    private final ReturnedItemRepository items;
    private final ReturnedSetUp setUp;
    private final BankAccounts bankAccounts;
    private final Rules rules;
    private final JdbcTemplate jdbc;

    ReturnOriginals(
            BankedReceipts banked,
            CollectedMoney collected,
            ReturnedItemRepository items,
            ReturnedSetUp setUp,
            BankAccounts bankAccounts,
            Rules rules,
            JdbcTemplate jdbc) {
        this.banked = banked;
        this.collected = collected;
        this.items = items;
        this.setUp = setUp;
        this.bankAccounts = bankAccounts;
        this.rules = rules;
        this.jdbc = jdbc;
    }

    /**
     * What may have come back.
     *
     * @param receiptId of a receipt that was taken to the bank; none for money that reached it by itself
     * @param collectionId of one that was collected in a run; its entry may be that of the whole run
     * @param moneyAccountId the ledger account that its entry brought the money to
     * @param minorUnits in the currency of its bank account
     * @param bankedOn the day it was presented
     */
    record Banked(
            long companyId,
            @Nullable Long receiptId,
            @Nullable Long collectionId,
            long entryId,
            long moneyAccountId,
            Tender tender,
            @Nullable Long partyId,
            String payer,
            String number,
            long minorUnits,
            LocalDate bankedOn,
            @Nullable Long slipId,
            String slip,
            long bankAccountId) {
        /** Tells it from all others. */
        long key() {
            return collectionId == null ? entryId : -collectionId;
        }

        ReturnSearch.Original original() {
            return new ReturnSearch.Original(
                    key(), tender, receiptId == null, number, payer, slip, minorUnits, bankedOn, bankAccountId);
        }
    }

    private static Banked of(long companyId, BankedReceipts.Banked r) {
        return new Banked(
                companyId,
                r.id(),
                null,
                r.entryId(),
                r.handAccountId(),
                r.tender(),
                r.partyId(),
                r.payer(),
                r.number(),
                r.minorUnits(),
                r.takenOn(),
                r.slipId(),
                r.slip(),
                r.bankAccountId());
    }

    private static Banked of(long companyId, CollectedMoney.Collected c) {
        return new Banked(
                companyId,
                null,
                c.id(),
                c.entryId(),
                c.moneyAccountId(),
                Tender.CHECK,
                c.partyId(),
                c.payer(),
                c.number(),
                c.minorUnits(),
                c.collectedOn(),
                null,
                c.run(),
                c.bankAccountId());
    }

    private static final String DIRECT =
            "select e.id, a.ledger_account_id, l.party_id, c.party, e.reference, c.minor_units,"
                    + " e.entry_date, c.bank_account_id from cash_entry c join journal_entry e on e.id = c.journal_entry_id"
                    + " join bank_account a on a.id = c.bank_account_id"
                    + " left join journal_line l on l.journal_entry_id = e.id and l.party_id is not null"
                    + " where e.company_id = ? and e.source = 'RECEIPT' and c.minor_units > 0"
                    + " and not exists (select 1 from journal_entry r where r.reversal_of = e.id)";

    private List<Banked> direct(long companyId, String more, Object value) {
        return jdbc.query(
                DIRECT + more,
                (row, i) -> new Banked(
                        companyId,
                        null,
                        null,
                        row.getLong(1),
                        row.getLong(2),
                        Tender.CHECK,
                        row.getObject(3, Long.class),
                        row.getString(4),
                        row.getString(5),
                        row.getLong(6),
                        row.getObject(7, LocalDate.class),
                        null,
                        "",
                        row.getLong(8)),
                companyId,
                value);
    }

    /** Everything that may still come back and was banked since a day, the latest first. */
    @Transactional(readOnly = true)
    public List<Banked> since(long companyId, LocalDate day) {
        List<Banked> out = new ArrayList<>();
        banked.since(companyId, day).forEach(r -> out.add(of(companyId, r)));
        collected.since(companyId, day).forEach(c -> out.add(of(companyId, c)));
        out.addAll(direct(
                companyId,
                " and e.entry_date >= ? and not exists (select 1 from returned_item i where i.original_entry_id = e.id"
                        + " and i.state <> 'UNDONE') order by e.entry_date desc, e.id desc limit 10000",
                day));
        return out;
    }

    /** One of them, by its receipt or by its entry; the journal is locked where it is to be booked. */
    Banked get(long companyId, @Nullable Long receiptId, @Nullable Long collectionId, @Nullable Long entryId) {
        if (collectionId != null) {
            return of(companyId, collected.get(companyId, collectionId));
        }
        if (receiptId != null) {
            return of(companyId, banked.get(companyId, receiptId));
        }
        return direct(companyId, " and e.id = ?", entryId == null ? 0 : entryId).stream()
                .findFirst()
                .orElseThrow(() -> new NotFound(say("returned.original")));
    }

    /** Bank fees of that currency that were taken before, or were agreed, minor units, each once. */
    private List<Long> usualFees(long companyId, CurrencyUnit currency) {
        Set<Long> out = new HashSet<>();
        long agreed = setUp.settings(companyId).bankFee();
        if (agreed > 0 && currency.equals(bankAccounts.companyCurrency(companyId))) {
            out.add(agreed);
        }
        out.addAll(items.bankFees(ofCurrency(companyId, currency), Limit.of(FEES)));
        return out.stream().sorted().toList();
    }

    private Set<Long> ofCurrency(long companyId, CurrencyUnit currency) {
        Set<Long> out = new HashSet<>();
        bankAccounts.list(companyId).stream()
                .filter(a -> a.currency().equals(currency))
                .forEach(a -> out.add(a.id()));
        return out;
    }

    ReturnSearch.Terms terms(long companyId, CurrencyUnit currency) {
        ReturnedSettings settings = setUp.settings(companyId);
        return new ReturnSearch.Terms(
                usualFees(companyId, currency),
                mostFee(currency),
                Map.of(Tender.CHECK, settings.checkDays(), Tender.CARD, settings.cardDays(), Tender.CASH, 0),
                currency);
    }

    /** A bank takes no more for one item. */
    static long mostFee(CurrencyUnit currency) {
        return 75 * Math.round(Math.pow(10, currency.getDecimalPlaces()));
    }

    /** A line of the company that is not explained yet, with its account. */
    record OpenLine(BankAccount account, BankLine line) {}

    Optional<OpenLine> line(long companyId, long lineId) {
        return jdbc
                .queryForList(
                        "select l.bank_account_id from bank_line l join bank_account a on a.id = l.bank_account_id"
                                + " where l.id = ? and a.company_id = ? and l.item_match_id is null",
                        Long.class,
                        lineId,
                        companyId)
                .stream()
                .findFirst()
                .map(account -> new OpenLine(
                        bankAccounts.get(companyId, account),
                        lines(account, " and id = ?", lineId).getFirst()));
    }

    private List<BankLine> lines(long account, String more, Object... values) {
        List<Object> all = new ArrayList<>(List.of(account));
        all.addAll(List.of(values));
        return jdbc.query(
                "select id, booking_date, value_date, minor_units, reference, bank_reference, check_number, counterparty,"
                        + " text, code from bank_line where bank_account_id = ? and item_match_id is null" + more,
                (row, i) -> new BankLine(
                        new BankLineId(row.getLong(1)),
                        row.getObject(2, LocalDate.class),
                        row.getObject(3, LocalDate.class),
                        row.getLong(4),
                        row.getString(5),
                        row.getString(6),
                        row.getString(7),
                        row.getString(8),
                        row.getString(9),
                        row.getString(10)),
                all.toArray());
    }

    /**
     * What a line may take back; looked for where it looks like it, or somebody has chosen the line.
     *
     * @param beside the bank's fee where it is a line of its own
     * @param banked by the entry of each that an explanation names
     */
    record Proposal(
            OpenLine open,
            ReturnSigns signs,
            ReturnSearch search,
            Optional<FeeBeside> beside,
            Map<Long, Banked> banked) {}

    @Transactional(readOnly = true)
    public Proposal proposal(long companyId, long lineId, boolean chosen) {
        OpenLine open = line(companyId, lineId).orElseThrow(() -> new NotFound(say("returned.line")));
        BankLine line = open.line();
        CurrencyUnit currency = open.account().currency();
        ReturnSigns told = ReturnSigns.of(line);
        ReturnSigns signs = Rule.returned(rules.inForce(open.account()), line) ? told.asItem() : told;
        if (line.minorUnits() > 0 || !(chosen || signs.item())) {
            return new Proposal(open, signs, new ReturnSearch(List.of(), false), Optional.empty(), Map.of());
        }
        ReturnedSettings settings = setUp.settings(companyId);
        LocalDate since = signs.reason()
                .map(r -> r.since(line.bookingDate(), settings.checkDays()))
                .orElse(line.bookingDate());
        LocalDate longest = line.bookingDate().minusDays(Math.max(settings.checkDays(), settings.cardDays()));
        Set<Long> sameMoney = ofCurrency(companyId, currency);
        Map<Long, Banked> byEntry = new LinkedHashMap<>();
        since(companyId, since.isBefore(longest) ? since : longest).stream()
                .filter(b -> sameMoney.contains(b.bankAccountId()))
                .forEach(b -> byEntry.put(b.key(), b));
        ReturnSearch.Terms terms = terms(companyId, currency);
        ReturnSearch search = ReturnSearch.of(
                open.account().id(),
                line,
                byEntry.values().stream().map(Banked::original).toList(),
                terms);
        Optional<FeeBeside> beside = FeeBeside.of(
                line,
                lines(
                        open.account().id(),
                        " and minor_units < 0 and booking_date between ? and ? order by id",
                        line.bookingDate().minusDays(BESIDE_DAYS),
                        line.bookingDate().plusDays(BESIDE_DAYS)),
                terms.usualFees(),
                terms.mostFee());
        return new Proposal(open, signs, search, beside, byEntry);
    }

    Banked named(Proposal proposal, ReturnSearch.Original original) {
        return Objects.requireNonNull(proposal.banked().get(original.id()));
    }
}
