package tidemark.app.deposit;

import static tidemark.core.words.Catalogue.say;

import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.ledger.ItemTerms;
import tidemark.app.ledger.Ledger;
import tidemark.app.ledger.Reversals;
import tidemark.core.deposit.DepositCount;
import tidemark.core.deposit.SlipBooking;
import tidemark.core.deposit.SlipPartition;
import tidemark.core.deposit.SlipState;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;
import tidemark.core.problem.Words;
import tidemark.core.receipt.ReceiptState;

/** Books slips, takes them apart, puts their day right and splits them as the bank credited them. */
@Service
public class SlipBankings {
    private final Slips books;
    private final SlipClearings clearings;
    private final DepositSlipRepository slips;
    private final ReceiptInHandRepository receipts;
    private final BankAccounts bankAccounts;
    private final Companies companies;
    private final Ledger ledger;
    private final Reversals reversals;
    private final ActivityLog activity;
    private final JdbcTemplate jdbc;
    private final Clock clock;

    SlipBankings(
            Slips books,
            SlipClearings clearings,
            DepositSlipRepository slips,
            ReceiptInHandRepository receipts,
            BankAccounts bankAccounts,
            Companies companies,
            Ledger ledger,
            Reversals reversals,
            ActivityLog activity,
            JdbcTemplate jdbc,
            Clock clock) {
        this.books = books;
        this.clearings = clearings;
        this.slips = slips;
        this.receipts = receipts;
        this.bankAccounts = bankAccounts;
        this.companies = companies;
        this.ledger = ledger;
        this.reversals = reversals;
        this.activity = activity;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** Books the slip; of checks and cash only when what was counted agrees with what is on it. */
    @Transactional
    public Ledger.Booked bank(
            long companyId, long slipId, @Nullable Integer version, Slips.Prepared prepared, String who) {
        DepositSlip slip = books.locked(companyId, slipId, prepared.codes());
        slip.checkOpen();
        Slips.checkSeen(slip, version);
        Slips.Standing standing = books.standing(slip);
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
        return banked(slip, standing, prepared, false, who);
    }

    /** The same on a day, with what was kept back as it was prepared. */
    @Transactional
    public Ledger.Booked bankAsPrepared(long companyId, long slipId, LocalDate day, String who) {
        DepositSlip slip = books.locked(companyId, slipId);
        return bank(companyId, slipId, null, books.prepared(slip).on(day), who);
    }

    /** Banks a slip whose money the bank has counted already: what it credited is what is on it. */
    @Transactional
    public Ledger.Booked bankAsCredited(long companyId, long slipId, LocalDate day, long credited, String who) {
        DepositSlip slip = books.locked(companyId, slipId);
        slip.checkOpen();
        Slips.Standing standing = books.standing(slip);
        if (standing.total() != credited) {
            throw new IllegalArgumentException("Only a slip of what was credited");
        }
        return banked(slip, standing, Slips.Prepared.NOTHING.on(day), true, who);
    }

    private Ledger.Booked banked(
            DepositSlip slip, Slips.Standing standing, Slips.Prepared prepared, boolean asCredited, String who) {
        Ledger.Booked booked = book(slip, standing.receipts(), prepared, who);
        long companyId = slip.companyId();
        String amount =
                MinorUnits.grouped(standing.total(), companies.get(companyId).baseCurrency());
        activity.record(
                companyId,
                who,
                "slip.banked",
                "deposit_slip",
                slip.id(),
                asCredited
                        ? say("slip.banked.asCredited", slip.title(), amount)
                        : say("slip.banked.banked", slip.title(), amount));
        return booked;
    }

    private Ledger.Booked book(DepositSlip slip, List<ReceiptInHand> on, Slips.Prepared prepared, String who) {
        LocalDate day = prepared.day() == null ? slip.paperDate() : prepared.day();
        long companyId = slip.companyId();
        BankAccount account = bankAccounts.get(companyId, slip.bankAccountId());
        // few accounts for many receipts; a question for each would look through all of them every time
        Map<Long, String> codes = new HashMap<>();
        on.stream()
                .map(ReceiptInHand::ledgerAccountId)
                .distinct()
                .forEach(id -> codes.put(id, ledger.account(companyId, id).code()));
        long moneyAccount = clearings.moneyAccount(account, on);
        Ledger.Booked booked = ledger.book(
                companyId,
                List.of(new Ledger.Posting(
                        SlipBooking.entry(
                                ledger.account(companyId, moneyAccount).code(),
                                on.stream()
                                        .map(r -> new SlipBooking.Receipt(
                                                Objects.requireNonNull(codes.get(r.ledgerAccountId())),
                                                r.minorUnits(),
                                                r.payer(),
                                                r.number()))
                                        .toList(),
                                prepared.charges(),
                                prepared.keptBack(),
                                ledger.taxes(companyId).on(day),
                                day,
                                slip.paperDate(),
                                companies.get(companyId).baseCurrency(),
                                slip.number(),
                                slip.payer(),
                                slip.bagNumber().isEmpty()
                                        ? say("deposit.slipWithReceipts", slip.number(), on.size())
                                        : say("deposit.slipInBag", slip.number(), on.size(), slip.bagNumber())),
                        "",
                        "",
                        slip.siteId(),
                        ItemTerms.plain(ItemTerms.Kind.OTHER))),
                DepositDocuments.DEPOSIT,
                null,
                who);
        slip.bank(
                day,
                booked.entries().getFirst().id(),
                moneyAccount == account.ledgerAccountId() ? null : moneyAccount,
                books.written(prepared));
        on.forEach(r -> r.move(ReceiptState.Move.BANK));
        slips.save(slip);
        receipts.saveAll(on);
        slips.flush();
        jdbc.batchUpdate(
                "insert into presentment (receipt_id, deposit_slip_id, presented_on, undone) values (?, ?, ?, false)",
                on.stream().map(r -> new Object[] {r.id(), slip.id(), day}).toList());
        return booked;
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
        DepositSlip slip = books.locked(companyId, slipId);
        LocalDate before = slip.takenOn() == null ? day : slip.takenOn();
        Ledger.Booked booked = reverse(slip, before, who);
        DepositSlip again = books.get(companyId, slipId);
        booked.add(book(again, receipts.onSlip(slipId), books.prepared(again).on(day), who));
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
        DepositSlip slip = books.locked(companyId, slipId);
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
        DepositSlip first = books.get(companyId, slipId);
        DepositSlip second = slips.save(new DepositSlip(
                new DepositSlip.Head(
                        companyId,
                        first.bankAccountId(),
                        first.siteId(),
                        books.freshNumber(companyId, first.siteId(), first.paperDate()),
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
        booked.add(book(first, receipts.onSlip(slipId), books.prepared(first).on(day), who));
        DepositSlip apart = books.get(companyId, second.id());
        booked.add(book(apart, receipts.onSlip(apart.id()), Slips.Prepared.NOTHING.on(day), who));
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
        DepositSlip slip = books.get(companyId, slipId);
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
        DepositSlip slip = books.locked(companyId, slipId);
        Ledger.Booked booked = reverse(slip, date, who);
        activity.record(
                companyId, who, "slip.apart", "deposit_slip", slipId, say("slip.apart.tookApart", slip.title()));
        return booked;
    }
}
