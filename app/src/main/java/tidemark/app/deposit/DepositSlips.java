package tidemark.app.deposit;

import static tidemark.core.words.Catalogue.say;

import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.company.NumberCounters;
import tidemark.app.ledger.ItemTerms;
import tidemark.app.ledger.Ledger;
import tidemark.app.ledger.Reversals;
import tidemark.core.deposit.CashPieces;
import tidemark.core.deposit.DepositCount;
import tidemark.core.deposit.SlipBooking;
import tidemark.core.deposit.SlipPartition;
import tidemark.core.deposit.SlipState;
import tidemark.core.ledger.TaxedLine;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;
import tidemark.core.problem.Words;
import tidemark.core.receipt.ReceiptState;
import tidemark.core.receipt.Tender;
import tools.jackson.databind.json.JsonMapper;

/** Puts receipts on slips, compares what was counted, banks slips and takes them apart. */
@Service
public class DepositSlips {
    /** More receipts than a slip holds. */
    private static final int MOST = 1_000;

    private final DepositSlipRepository slips;
    private final ReceiptInHandRepository receipts;
    private final BankAccounts bankAccounts;
    private final Companies companies;
    private final NumberCounters numbers;
    private final Ledger ledger;
    private final Reversals reversals;
    private final ActivityLog activity;
    private final JdbcTemplate jdbc;
    private final JsonMapper json;
    private final Clock clock;

    DepositSlips(
            DepositSlipRepository slips,
            ReceiptInHandRepository receipts,
            BankAccounts bankAccounts,
            Companies companies,
            NumberCounters numbers,
            Ledger ledger,
            Reversals reversals,
            ActivityLog activity,
            JdbcTemplate jdbc,
            JsonMapper json,
            Clock clock) {
        this.slips = slips;
        this.receipts = receipts;
        this.bankAccounts = bankAccounts;
        this.companies = companies;
        this.numbers = numbers;
        this.ledger = ledger;
        this.reversals = reversals;
        this.activity = activity;
        this.jdbc = jdbc;
        this.json = json;
        this.clock = clock;
    }

    /** Amounts of checks in the order they were keyed and pieces of cash by value, minor units. */
    record Counted(List<Long> checks, Map<Long, Integer> pieces) {}

    /** A slip, its receipts in its order, and what its count says; absent while nothing was counted. */
    record Standing(
            DepositSlip slip,
            List<ReceiptInHand> receipts,
            @Nullable Counted counted,
            @Nullable DepositCount count) {
        long total() {
            return receipts.stream().mapToLong(ReceiptInHand::minorUnits).reduce(0, Math::addExact);
        }
    }

    @Transactional
    public DepositSlip open(
            long companyId,
            long bankAccountId,
            @Nullable Long siteId,
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
        if (siteId != null) {
            companies.site(companyId, siteId);
        }
        DepositSlip slip = slips.save(new DepositSlip(
                new DepositSlip.Head(
                        companyId,
                        bankAccountId,
                        siteId,
                        numbers.take(companyId, DepositDocuments.SLIPS, siteId, paperDate),
                        paperDate,
                        bagNumber.strip(),
                        note.strip()),
                who,
                clock.instant()));
        activity.record(
                companyId, who, "slip.opened", "deposit_slip", slip.id(), say("slip.opened.began", slip.title()));
        return slip;
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

    private DepositSlip locked(long companyId, long slipId) {
        // which account it is for never changes
        long accountId = slips.accountOf(companyId, slipId).orElseThrow(() -> new NotFound(say("deposit.depositSlip")));
        bankAccounts.lock(companyId, accountId);
        bankAccounts.lockJournal(companyId);
        return get(companyId, slipId);
    }

    private DepositSlip get(long companyId, long slipId) {
        return slips.findByIdAndCompanyId(slipId, companyId)
                .orElseThrow(() -> new NotFound(say("deposit.depositSlip")));
    }

    @Transactional(readOnly = true)
    public Standing standing(long companyId, long slipId) {
        return standing(get(companyId, slipId));
    }

    @Transactional(readOnly = true)
    public List<DepositSlip> page(long companyId, long before, int most) {
        return slips.page(companyId, before, Limit.of(most));
    }

    @Transactional(readOnly = true)
    public List<ReceiptInHand> inHand(long companyId, int most) {
        return receipts.inStates(companyId, List.of(ReceiptState.IN_HAND, ReceiptState.ON_SLIP), Limit.of(most));
    }

    /** Puts receipts on and takes others off, all or nothing; what was counted stays and is compared anew. */
    @Transactional
    public Standing change(long companyId, long slipId, List<Long> put, List<Long> take, String who) {
        DepositSlip slip = locked(companyId, slipId);
        slip.checkOpen();
        for (ReceiptInHand receipt : some(companyId, take)) {
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
        for (ReceiptInHand receipt : some(companyId, put)) {
            if (on.stream().anyMatch(o -> o.tender() != receipt.tender())) {
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
        return standing(slip);
    }

    private List<ReceiptInHand> some(long companyId, List<Long> ids) {
        List<ReceiptInHand> found = ids.isEmpty() ? List.of() : receipts.some(companyId, ids);
        if (found.size() < ids.stream().distinct().count()) {
            throw new NotFound(say("deposit.receipt"));
        }
        return found;
    }

    /** Keeps what was counted and compares it with what is on the slip. */
    @Transactional
    public Standing count(long companyId, long slipId, List<String> checks, Map<String, Integer> pieces, String who) {
        DepositSlip slip = locked(companyId, slipId);
        slip.checkOpen();
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
        pieces.forEach(
                (value, count) -> byValue.put(MinorUnits.parse(value, company.baseCurrency(), 0, "pieces"), count));
        CashPieces.of(byValue, company.baseCurrency());
        slip.counted(json.writeValueAsString(new Counted(keyed, byValue)));
        slips.flush();
        Standing standing = standing(slip);
        activity.record(
                companyId,
                who,
                "slip.counted",
                "deposit_slip",
                slipId,
                standing.count() != null && standing.count().agrees()
                        ? say("slip.counted.agrees", slip.title())
                        : say("slip.counted.doesNotAgree", slip.title()));
        return standing;
    }

    private Standing standing(DepositSlip slip) {
        List<ReceiptInHand> on = receipts.onSlip(slip.id());
        if (slip.counted() == null) {
            return new Standing(slip, on, null, null);
        }
        Counted counted = json.readValue(slip.counted(), Counted.class);
        List<DepositCount.Receipt> hand = new ArrayList<>();
        List<DepositCount.Elsewhere> elsewhere = new ArrayList<>();
        for (ReceiptInHand other : inHand(slip.companyId(), DepositCount.MOST)) {
            Long otherSlip = other.depositSlipId();
            if (other.tender() != Tender.CHECK || Long.valueOf(slip.id()).equals(otherSlip)) {
                continue;
            }
            if (otherSlip == null) {
                hand.add(other.counted());
            } else {
                elsewhere.add(new DepositCount.Elsewhere(
                        other.counted(), get(slip.companyId(), otherSlip).title()));
            }
        }
        return new Standing(
                slip,
                on,
                counted,
                DepositCount.of(
                        counted.checks(),
                        on.stream()
                                .filter(r -> r.tender() == Tender.CHECK)
                                .map(ReceiptInHand::counted)
                                .toList(),
                        hand,
                        elsewhere,
                        new CashPieces(counted.pieces()),
                        on.stream()
                                .filter(r -> r.tender() == Tender.CASH)
                                .mapToLong(ReceiptInHand::minorUnits)
                                .sum()));
    }

    /** Books the slip; of checks and cash only when what was counted agrees with what is on it. */
    @Transactional
    public Ledger.Booked bank(long companyId, long slipId, LocalDate day, List<TaxedLine> charges, String who) {
        DepositSlip slip = locked(companyId, slipId);
        slip.checkOpen();
        Standing standing = standing(slip);
        boolean counts = standing.receipts().stream().anyMatch(r -> r.tender().isCounted());
        DepositCount count = standing.count();
        if (counts && (count == null || !count.agrees())) {
            throw new RuleViolation(
                    "slip.count",
                    "",
                    count == null ? say("slip.count.none") : say("slip.count.differs"),
                    say("slip.count.agreeing"),
                    say("slip.count.agreeingRemedy"));
        }
        Ledger.Booked booked = book(slip, standing.receipts(), day, charges, who);
        activity.record(
                companyId,
                who,
                "slip.banked",
                "deposit_slip",
                slipId,
                say(
                        "slip.banked.banked",
                        slip.title(),
                        MinorUnits.grouped(
                                standing.total(), companies.get(companyId).baseCurrency())));
        return booked;
    }

    private Ledger.Booked book(
            DepositSlip slip, List<ReceiptInHand> on, LocalDate day, List<TaxedLine> charges, String who) {
        long companyId = slip.companyId();
        BankAccount account = bankAccounts.get(companyId, slip.bankAccountId());
        Ledger.Booked booked = ledger.book(
                companyId,
                List.of(new Ledger.Posting(
                        SlipBooking.entry(
                                ledger.account(companyId, account.ledgerAccountId())
                                        .code(),
                                on.stream()
                                        .map(r -> new SlipBooking.Receipt(
                                                ledger.account(companyId, r.ledgerAccountId())
                                                        .code(),
                                                r.minorUnits(),
                                                r.payer(),
                                                r.number()))
                                        .toList(),
                                charges,
                                List.of(),
                                ledger.taxes(companyId).on(day),
                                day,
                                slip.paperDate(),
                                companies.get(companyId).baseCurrency(),
                                slip.number(),
                                say("deposit.slipWithReceipts", slip.number(), on.size())),
                        "",
                        "",
                        slip.siteId(),
                        ItemTerms.plain(ItemTerms.Kind.OTHER))),
                DepositDocuments.DEPOSIT,
                null,
                who);
        slip.bank(day, booked.entries().getFirst().id(), json.writeValueAsString(new Charges(charges)));
        on.forEach(r -> r.move(ReceiptState.Move.BANK));
        slips.save(slip);
        receipts.saveAll(on);
        slips.flush();
        jdbc.batchUpdate(
                "insert into presentment (receipt_id, deposit_slip_id, presented_on, undone) values (?, ?, ?, false)",
                on.stream().map(r -> new Object[] {r.id(), slip.id(), day}).toList());
        return booked;
    }

    private record Charges(List<TaxedLine> lines) {}

    private List<TaxedLine> chargesOf(DepositSlip slip) {
        return slip.charges() == null
                ? List.of()
                : json.readValue(slip.charges(), Charges.class).lines();
    }

    /** The slip banked no more, its receipts on it; it is to be read anew afterwards. */
    private Ledger.Booked reverse(DepositSlip slip, LocalDate date, String who) {
        Long entry = slip.journalEntryId();
        if (entry == null || slip.state() != SlipState.BANKED) {
            slip.move(SlipState.Move.TAKE_APART);
            throw new IllegalStateException("A banked slip has its entry");
        }
        Ledger.Booked booked = reversals.reverseAtSource(slip.companyId(), entry, date, who);
        slip.takeApart();
        // matching the reversed entries let the slip go
        slips.save(slip);
        receipts.onSlip(slip.id()).forEach(r -> r.move(ReceiptState.Move.TAKE_APART));
        slips.flush();
        jdbc.update("update presentment set undone = true where deposit_slip_id = ?", slip.id());
        return booked;
    }

    /** Puts the day right on which a slip was taken to the bank: reversed on the day it had, booked anew on the other. */
    @Transactional
    public Ledger.Booked putDayRight(long companyId, long slipId, LocalDate day, String who) {
        DepositSlip slip = locked(companyId, slipId);
        LocalDate before = slip.takenOn() == null ? day : slip.takenOn();
        Ledger.Booked booked = reverse(slip, before, who);
        DepositSlip again = get(companyId, slipId);
        booked.add(book(again, receipts.onSlip(slipId), day, chargesOf(again), who));
        activity.record(
                companyId,
                who,
                "slip.day",
                "deposit_slip",
                slipId,
                say("slip.day.putRight", slip.title(), Words.day(before), Words.day(day)));
        return booked;
    }

    /** A slip that was split off, and what was booked. */
    public record Split(long slipId, Ledger.Booked booked) {}

    /**
     * Moves receipts of a banked slip to a new one of its own number, as the bank credited them apart: reversed and booked
     * anew, as two, on the day it was taken to the bank. Charges stay with the first.
     */
    @Transactional
    public Split split(long companyId, long slipId, List<Long> moved, String who) {
        DepositSlip slip = locked(companyId, slipId);
        LocalDate day = slip.takenOn() == null ? slip.paperDate() : slip.takenOn();
        List<Long> on = receipts.onSlip(slipId).stream().map(ReceiptInHand::id).toList();
        long moving = moved.stream().distinct().filter(on::contains).count();
        if (moving == 0 || moving == on.size() || moving < moved.size()) {
            throw new RuleViolation(
                    "slip.split",
                    "receipts",
                    say("slip.split.found", moving, on.size(), slip.title()),
                    say("slip.split.expected"),
                    say("slip.split.remedy"));
        }
        Ledger.Booked booked = reverse(slip, day, who);
        DepositSlip first = get(companyId, slipId);
        DepositSlip second = slips.save(new DepositSlip(
                new DepositSlip.Head(
                        companyId,
                        first.bankAccountId(),
                        first.siteId(),
                        numbers.take(companyId, DepositDocuments.SLIPS, first.siteId(), first.paperDate()),
                        first.paperDate(),
                        first.bagNumber(),
                        first.note()),
                who,
                clock.instant()));
        int place = 0;
        for (ReceiptInHand receipt : receipts.some(companyId, moved)) {
            receipt.takeOff();
            receipt.putOn(second.id(), ++place);
        }
        receipts.flush();
        booked.add(book(first, receipts.onSlip(slipId), day, chargesOf(first), who));
        DepositSlip apart = get(companyId, second.id());
        booked.add(book(apart, receipts.onSlip(apart.id()), day, List.of(), who));
        activity.record(
                companyId,
                who,
                "slip.split",
                "deposit_slip",
                slipId,
                say("slip.split.split", first.title(), moving, apart.title()));
        return new Split(apart.id(), booked);
    }

    /** Which receipts of a slip make each of the amounts that the bank credited. */
    @Transactional(readOnly = true)
    public SlipPartition partition(long companyId, long slipId, List<String> credits) {
        DepositSlip slip = get(companyId, slipId);
        Company company = companies.get(companyId);
        List<Long> amounts = new ArrayList<>();
        credits.forEach(c -> amounts.add(company.amountStyle().minorUnits(c, company.baseCurrency(), "credits")));
        return SlipPartition.of(
                receipts.onSlip(slip.id()).stream()
                        .map(r -> new SlipPartition.Receipt(
                                r.minorUnits(),
                                List.of(
                                        String.valueOf(r.siteId()),
                                        r.receivedOn().toString())))
                        .toList(),
                amounts);
    }

    /** Reverses the entry of a banked slip; it is open again, with its receipts on it. */
    @Transactional
    public Ledger.Booked takeApart(long companyId, long slipId, LocalDate date, String who) {
        DepositSlip slip = locked(companyId, slipId);
        Ledger.Booked booked = reverse(slip, date, who);
        activity.record(
                companyId, who, "slip.apart", "deposit_slip", slipId, say("slip.apart.tookApart", slip.title()));
        return booked;
    }

    /** Gives an open slip up: its receipts are in hand again, and its number stays taken. */
    @Transactional
    public void discard(long companyId, long slipId, String who) {
        DepositSlip slip = locked(companyId, slipId);
        slip.move(SlipState.Move.REVERSE);
        receipts.onSlip(slipId).forEach(ReceiptInHand::takeOff);
        activity.record(
                companyId, who, "slip.discarded", "deposit_slip", slipId, say("slip.discarded.gaveUp", slip.title()));
    }
}
