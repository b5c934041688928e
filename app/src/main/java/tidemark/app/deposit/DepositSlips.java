package tidemark.app.deposit;

import static tidemark.core.words.Catalogue.say;

import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.Limits;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.ledger.GrossLine;
import tidemark.app.party.Receipts;
import tidemark.app.party.Tenders;
import tidemark.core.deposit.CashPieces;
import tidemark.core.deposit.SlipState;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;

/** Begins slips, puts receipts on them, and compares what was counted. */
@Service
public class DepositSlips {
    /** More receipts than a slip holds. */
    private static final int MOST = 1_000;

    private final Slips books;
    private final DepositSlipRepository slips;
    private final ReceiptInHandRepository receipts;
    private final BankAccounts bankAccounts;
    private final Companies companies;
    private final Receipts bookings;
    private final Tenders tenders;
    private final ActivityLog activity;
    private final Clock clock;

    DepositSlips(
            Slips books,
            DepositSlipRepository slips,
            ReceiptInHandRepository receipts,
            BankAccounts bankAccounts,
            Companies companies,
            Receipts bookings,
            Tenders tenders,
            ActivityLog activity,
            Clock clock) {
        this.books = books;
        this.slips = slips;
        this.receipts = receipts;
        this.bankAccounts = bankAccounts;
        this.companies = companies;
        this.bookings = bookings;
        this.tenders = tenders;
        this.activity = activity;
        this.clock = clock;
    }

    /**
     * Begins a slip.
     *
     * @param number that is printed on it; empty for the next of the company's slips
     */
    @Transactional
    public DepositSlip open(
            long companyId,
            long bankAccountId,
            @Nullable Long siteId,
            String number,
            LocalDate paperDate,
            String bagNumber,
            String note,
            String who) {
        BankAccount account = bankAccounts.lock(companyId, bankAccountId);
        bankAccounts.lockJournal(companyId);
        if (!account.currency().equals(bankAccounts.companyCurrency(companyId))) {
            throw new RuleViolation(
                    "slip.currency",
                    "bankAccountId",
                    say(
                            "slip.currency.found",
                            account.name(),
                            account.currency().getCode()),
                    say("slip.currency.expected"),
                    say("slip.currency.remedy"));
        }
        checkSite(account, siteId);
        Limits.checkSite(siteId, "");
        if (siteId != null) {
            companies.site(companyId, siteId);
        }
        DepositSlip slip = slips.save(new DepositSlip(
                new DepositSlip.Head(
                        companyId,
                        bankAccountId,
                        siteId,
                        number.isBlank()
                                ? books.freshNumber(companyId, siteId, paperDate)
                                : free(companyId, number.strip()),
                        paperDate,
                        bagNumber.strip(),
                        note.strip()),
                who,
                clock.instant()));
        activity.record(
                companyId, who, "slip.opened", "deposit_slip", slip.id(), say("slip.opened.began", slip.title()));
        return slip;
    }

    private String free(long companyId, String number) {
        if (slips.existsByCompanyIdAndNumber(companyId, number)) {
            throw new RuleViolation(
                    "number.taken",
                    "number",
                    say("slip.number.found", number),
                    say("slip.number.expected"),
                    say("slip.number.remedy"));
        }
        return number;
    }

    private static void checkSite(BankAccount account, @Nullable Long siteId) {
        if (siteId != null
                && !account.settings().sites().isEmpty()
                && !account.settings().sites().contains(siteId)) {
            throw new RuleViolation(
                    "slip.site",
                    "siteId",
                    say("slip.site.found", account.name()),
                    say("slip.site.expected"),
                    say("slip.site.remedy"));
        }
    }

    @Transactional(readOnly = true)
    Slips.Standing standing(long companyId, long slipId) {
        return books.standing(books.get(companyId, slipId));
    }

    /** What is on a slip. */
    record Sum(int count, long minorUnits) {
        static final Sum NOTHING = new Sum(0, 0);
    }

    /** What is on each of these slips; those with nothing on them left out. */
    @Transactional(readOnly = true)
    Map<Long, Sum> sums(Collection<Long> ids) {
        Map<Long, Sum> out = new HashMap<>();
        if (!ids.isEmpty()) {
            slips.sums(ids)
                    .forEach(r ->
                            out.put((Long) r[0], new Sum(((Number) r[1]).intValue(), ((Number) r[2]).longValue())));
        }
        return out;
    }

    /** Which slips are looked for. */
    record Filter(
            @Nullable Long account,
            Collection<SlipState> states,
            @Nullable LocalDate from,
            @Nullable LocalDate to) {}

    /** The newest first. */
    @Transactional(readOnly = true)
    List<DepositSlip> page(long companyId, long before, Filter filter, int most) {
        return slips.page(
                companyId,
                before,
                filter.account(),
                filter.states().isEmpty() ? List.of(SlipState.values()) : filter.states(),
                filter.from(),
                filter.to(),
                Limit.of(most));
    }

    /** Keeps what is known of an open slip, so that it can be left and taken up by somebody else. */
    @Transactional
    public Slips.Standing prepare(
            long companyId,
            long slipId,
            @Nullable Integer version,
            Slips.Paper paper,
            Slips.Prepared prepared,
            String who) {
        DepositSlip slip = books.locked(companyId, slipId);
        slip.checkOpen();
        Slips.checkSeen(slip, version);
        books.prepare(slip, paper, prepared);
        slips.flush();
        activity.record(
                companyId, who, "slip.prepared", "deposit_slip", slipId, say("slip.prepared.kept", slip.title()));
        return books.standing(slip);
    }

    /** A receipt in hand. */
    public record Hand(long id, long minorUnits) {}

    /** What cards were charged at a site on a day and is on no slip yet. */
    @Transactional(readOnly = true)
    public List<Hand> cards(long companyId, @Nullable Long siteId, LocalDate day) {
        return receipts.cards(companyId, siteId, day).stream()
                .map(r -> new Hand(r.id(), r.minorUnits()))
                .toList();
    }

    /** Says who pays an open slip, as the bank names them. */
    @Transactional
    public void paidBy(long companyId, long slipId, String payer) {
        books.locked(companyId, slipId).paidBy(payer);
    }

    /** What the receipts of the slip come to that an entry booked, minor units; none where it booked no slip. */
    @Transactional(readOnly = true)
    public List<Long> items(long journalEntryId) {
        return slips.ofEntries(List.of(journalEntryId)).stream()
                .flatMap(s -> receipts.onSlip(s.id()).stream())
                .map(ReceiptInHand::minorUnits)
                .toList();
    }

    /** The number and state of a slip that a capability knows. */
    @Transactional(readOnly = true)
    public DepositSlip slip(long companyId, long slipId) {
        return books.get(companyId, slipId);
    }

    /** The receipt in hand that an entry booked. */
    @Transactional(readOnly = true)
    public long receiptOf(long entryId) {
        return receipts.findByJournalEntryId(entryId)
                .orElseThrow(() -> new NotFound(say("deposit.receipt")))
                .id();
    }

    /** Puts receipts on and takes others off, all or nothing; what was counted stays and is compared anew. */
    @Transactional
    public Slips.Standing change(long companyId, long slipId, List<Long> put, List<Long> take, String who) {
        DepositSlip slip = books.locked(companyId, slipId);
        slip.checkOpen();
        BankAccount account = bankAccounts.get(companyId, slip.bankAccountId());
        for (ReceiptInHand receipt : books.some(companyId, take)) {
            if (!Long.valueOf(slipId).equals(receipt.depositSlipId())) {
                throw new RuleViolation(
                        "slip.receipt",
                        "take",
                        receipt.title(),
                        say("slip.receipt.expected", slip.title()),
                        say("slip.receipt.remedy"));
            }
            receipt.takeOff();
        }
        List<ReceiptInHand> on = receipts.onSlip(slipId);
        int place = receipts.lastPlace(slipId);
        for (ReceiptInHand receipt : books.some(companyId, put)) {
            if (on.stream().anyMatch(o -> !o.tender().goesWith(receipt.tender()))) {
                throw new RuleViolation(
                        "slip.tender",
                        "put",
                        say(
                                "slip.tender.found",
                                receipt.title(),
                                receipt.tender().words()),
                        say("slip.tender.expected", on.getFirst().tender().words()),
                        say("slip.tender.remedy"));
            }
            Limits.checkSite(receipt.siteId(), "");
            tenders.checkMayGoTo(companyId, receipt.tender(), receipt.tenderName(), account);
            receipt.putOn(slipId, ++place);
            on.add(receipt);
        }
        if (on.size() > MOST) {
            throw new RuleViolation(
                    "slip.many",
                    "put",
                    say("slip.many.found", on.size()),
                    say("slip.many.expected", MOST),
                    say("slip.many.remedy"));
        }
        receipts.flush();
        activity.record(
                companyId,
                who,
                "slip.changed",
                "deposit_slip",
                slipId,
                say("slip.changed.putOnTookOff", slip.title(), put.size(), take.size()));
        return books.standing(slip);
    }

    /** Books a receipt and puts it on the slip, both or neither. */
    @Transactional
    Slips.Standing addNew(long companyId, long slipId, Receipts.NewReceipt receipt, String who) {
        List<GrossLine> lines = receipt.lines() == null ? List.of() : receipt.lines();
        books.locked(companyId, slipId, lines.stream().map(GrossLine::account).toList())
                .checkOpen();
        Receipts.Made made = bookings.book(companyId, receipt, who);
        ReceiptInHand there = made.booked().entries().stream()
                .findFirst()
                .flatMap(e -> receipts.findByJournalEntryId(e.id()))
                .orElseThrow(() -> new RuleViolation(
                        "slip.not-in-hand",
                        "account",
                        say("slip.not-in-hand.found"),
                        say("slip.not-in-hand.expected"),
                        say("slip.not-in-hand.remedy")));
        return change(companyId, slipId, List.of(there.id()), List.of(), who);
    }

    /**
     * What was keyed of a count.
     *
     * @param version of the slip that was seen; absent for a program that overwrites
     * @param cash counted elsewhere, as one total in place of the pieces; only where the company says so
     * @param entered whether somebody from whom the amounts are kept says that the count is in
     */
    public record Keyed(
            @Nullable Integer version,
            List<String> checks,
            Map<String, Integer> pieces,
            @Nullable String cash,
            boolean entered) {}

    /** Keeps what was counted and compares it with what is on the slip. */
    @Transactional
    public Slips.Standing count(long companyId, long slipId, Keyed count, String who) {
        List<String> checks = count.checks();
        DepositSlip slip = books.locked(companyId, slipId);
        slip.checkOpen();
        Slips.checkSeen(slip, count.version());
        Company company = companies.get(companyId);
        List<Long> keyed = new ArrayList<>();
        for (int i = 0; i < checks.size(); i++) {
            long amount = company.amountStyle()
                    .minorUnits(checks.get(i), company.baseCurrency(), say("slip.count.check", i + 1));
            if (amount <= 0) {
                throw new RuleViolation(
                        "amount.zero",
                        say("slip.count.check", i + 1),
                        checks.get(i),
                        say("slip.count.expected"),
                        say("slip.count.remedy"));
            }
            keyed.add(amount);
        }
        Map<Long, Integer> byValue = new java.util.TreeMap<>();
        count.pieces()
                .forEach((value, n) -> byValue.put(MinorUnits.parse(value, company.baseCurrency(), 0, "pieces"), n));
        CashPieces.of(byValue, company.baseCurrency());
        Long cash = cash(company, count);
        Slips.Standing before = books.standing(slip);
        boolean wasEntered = before.counted() != null && before.counted().isEntered();
        slip.counted(books.written(new Slips.Counted(keyed, byValue, cash, count.entered() || wasEntered)));
        slips.flush();
        Slips.Standing standing = books.standing(slip);
        boolean agrees = standing.agrees();
        // each amount that is keyed is sent on: what is told is that counting began, what it came to, and who said it
        // is in
        if (count.entered() || before.count() == null || before.agrees() != agrees) {
            activity.record(
                    companyId,
                    who,
                    "slip.counted",
                    "deposit_slip",
                    slipId,
                    agrees ? say("slip.counted.agrees", slip.title()) : say("slip.counted.doesNotAgree", slip.title()));
        }
        return standing;
    }

    private @Nullable Long cash(Company company, Keyed count) {
        if (count.cash() == null || count.cash().isBlank()) {
            return null;
        }
        long cash = company.amountStyle().minorUnits(count.cash(), company.baseCurrency(), "cash");
        if (cash < 0 || !tenders.cashAsOneTotal(company.id()) || !count.pieces().isEmpty()) {
            throw new RuleViolation(
                    "slip.cash", "cash", count.cash(), say("slip.cash.expected"), say("slip.cash.remedy"));
        }
        return cash;
    }

    /** Gives an open slip up: its receipts are in hand again, and its number stays taken. */
    @Transactional
    public void discard(long companyId, long slipId, String who) {
        DepositSlip slip = books.locked(companyId, slipId);
        slip.move(SlipState.Move.REVERSE);
        receipts.onSlip(slipId).forEach(ReceiptInHand::takeOff);
        activity.record(
                companyId, who, "slip.discarded", "deposit_slip", slipId, say("slip.discarded.gaveUp", slip.title()));
    }
}
