package tidemark.app.pettycash;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.Actor;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Company;
import tidemark.app.company.NumberCounters;
import tidemark.app.ledger.GrossLine;
import tidemark.app.ledger.ItemTerms;
import tidemark.app.ledger.Ledger;
import tidemark.app.payment.Payments;
import tidemark.core.money.AmountStyle;
import tidemark.core.money.MinorUnits;
import tidemark.core.payment.PaymentKind;
import tidemark.core.pettycash.DrawerMove;
import tidemark.core.pettycash.MoveKind;
import tidemark.core.pettycash.PettyCashBooking;
import tidemark.core.problem.RuleViolation;

/** Brings drawers back to their floats from a bank account; each voucher is covered once. */
@Service
public class TopUps {
    static final Set<MoveKind> COVERED =
            EnumSet.allOf(MoveKind.class).stream().filter(MoveKind::isToppedUp).collect(Collectors.toUnmodifiableSet());

    private final DrawerMoveRepository moves;
    private final Drawers drawers;
    private final Ledger ledger;
    private final BankAccounts bankAccounts;
    private final NumberCounters numbers;
    private final Payments payments;
    private final ActivityLog activity;

    TopUps(
            DrawerMoveRepository moves,
            Drawers drawers,
            Ledger ledger,
            BankAccounts bankAccounts,
            NumberCounters numbers,
            Payments payments,
            ActivityLog activity) {
        this.moves = moves;
        this.drawers = drawers;
        this.ledger = ledger;
        this.bankAccounts = bankAccounts;
        this.numbers = numbers;
        this.payments = payments;
        this.activity = activity;
    }

    /**
     * A top-up.
     *
     * @param checkNumber of the check that is cashed for it; empty for a withdrawal
     * @param fromStock whether the next check of the account's stock is written to the keeper, as a payment of its own
     * @param inDrawer whether the cash is in the drawer already; else it is on the way
     * @param covers what it makes good, by the moves; empty for all that waits
     */
    public record NewTopUp(
            long bankAccountId,
            @NotNull LocalDate date,
            @NotNull @Size(max = 20) String checkNumber,
            @NotNull @Size(max = 400) String text,
            boolean inDrawer,
            @NotNull @Size(max = 5_000) List<Long> covers,
            @Nullable Boolean fromStock) {}

    @Transactional
    public Vouchers.Made make(long companyId, long fundId, NewTopUp form, Actor who) {
        BankAccount bank = bankAccounts.lockWith(companyId, form.bankAccountId(), List.of());
        Company company = bankAccounts.lockJournal(companyId);
        Fund fund = drawers.open(companyId, fundId);
        if (!bank.currency().equals(company.baseCurrency()) || !bank.active()) {
            throw new RuleViolation(
                    "top-up.account",
                    "bankAccountId",
                    bank.name(),
                    say("top-up.account.expected", company.baseCurrency().getCode()),
                    say("top-up.account.remedy"));
        }
        // what is dated later is not spent yet on the day of the top-up
        List<DrawerMoveRow> waiting = moves.uncovered(fundId, COVERED).stream()
                .filter(m -> !m.day().isAfter(form.date()))
                .toList();
        Set<Long> asked = new HashSet<>(form.covers());
        List<DrawerMoveRow> covered = asked.isEmpty()
                ? waiting
                : waiting.stream().filter(m -> asked.contains(m.id())).toList();
        if (!asked.isEmpty() && covered.size() != asked.size()) {
            throw new RuleViolation(
                    "top-up.covered",
                    "covers",
                    say("top-up.covered.found"),
                    say("top-up.covered.expected"),
                    say("top-up.covered.remedy"));
        }
        long amount = covered.stream().mapToLong(m -> m.move().due()).sum();
        if (amount <= 0) {
            throw new RuleViolation(
                    "top-up.nothing",
                    "covers",
                    MinorUnits.grouped(amount, company.baseCurrency()),
                    say("top-up.nothing.expected"),
                    say("top-up.nothing.remedy"));
        }
        String text = form.text().isBlank()
                ? say("pettycash.topUpOf", fund.name())
                : form.text().strip();
        String code = ledger.account(companyId, fund.accountId()).code();
        Ledger.Booked booked = Boolean.TRUE.equals(form.fromStock())
                ? byCheck(company, fund, form, code, amount, text, who)
                : withdrawn(company, fund, form, bank, code, amount, text, who.name());
        if (booked.entries().isEmpty()) {
            // the check waits: what it brings covers what is missing once it is booked
            return new Vouchers.Made(0, 0, booked);
        }
        DrawerMoveRow row = moves.ofEntry(booked.entries().getFirst().id()).getFirst();
        moves.findByTopUpId(row.id()).forEach(m -> m.coveredBy(null));
        row.tell(
                DrawerMove.topUp(amount, form.inDrawer()),
                DrawerMoveRow.Paper.plain(form.date(), row.number(), fund.keeper(), text));
        covered.forEach(m -> m.coveredBy(row.id()));
        if (!form.inDrawer()) {
            drawers.check(fund, form.date());
        }
        return new Vouchers.Made(row.id(), 0, booked);
    }

    /** The next check of the account's stock, to the keeper: a payment like any other, with its limits. */
    private Ledger.Booked byCheck(
            Company company, Fund fund, NewTopUp form, String drawerCode, long amount, String text, Actor who) {
        String decimal = MinorUnits.toDecimal(amount, company.baseCurrency());
        return payments.make(
                        company.id(),
                        new Payments.NewPayment(
                                form.bankAccountId(),
                                PaymentKind.CHECK,
                                form.checkNumber().strip(),
                                null,
                                fund.keeper(),
                                form.date(),
                                fund.siteId(),
                                text,
                                new Payments.Parts(
                                        List.of(), "", List.of(new GrossLine(drawerCode, decimal, "", "", text)))),
                        AmountStyle.POINT,
                        who)
                .booked();
    }

    private Ledger.Booked withdrawn(
            Company company,
            Fund fund,
            NewTopUp form,
            BankAccount bank,
            String drawerCode,
            long amount,
            String text,
            String who) {
        return ledger.book(
                company.id(),
                List.of(new Ledger.Posting(
                        PettyCashBooking.moved(
                                new PettyCashBooking.Paper(
                                        drawerCode,
                                        form.date(),
                                        form.date(),
                                        company.baseCurrency(),
                                        numbers.take(
                                                company.id(), PettyCashDocuments.VOUCHERS, fund.siteId(), form.date()),
                                        fund.keeper(),
                                        text),
                                ledger.account(company.id(), bank.ledgerAccountId())
                                        .code(),
                                amount),
                        form.checkNumber().strip(),
                        "",
                        fund.siteId(),
                        ItemTerms.plain(ItemTerms.Kind.OTHER))),
                PettyCashDocuments.PETTY_CASH,
                null,
                who);
    }

    /** The cash of a top-up that was on the way is in the drawer. */
    @Transactional
    public long arrived(long companyId, long moveId, LocalDate date, String who) {
        bankAccounts.lockJournal(companyId);
        DrawerMoveRow topUp = drawers.move(companyId, moveId);
        Fund fund = drawers.toUse(companyId, topUp.fundId());
        boolean waits = moves.onTheWay(fund.id()).stream().anyMatch(m -> m.id() == moveId);
        if (!waits || date.isBefore(topUp.day())) {
            throw new RuleViolation(
                    "top-up.arrived",
                    waits ? "date" : "",
                    waits ? date.toString() : say("top-up.arrived.found", topUp.title()),
                    say("top-up.arrived.expected"),
                    say("top-up.arrived.remedy"));
        }
        DrawerMoveRow row = drawers.add(
                fund,
                DrawerMove.arrived(topUp.move().onTheWay()),
                DrawerMoveRow.Paper.plain(date, topUp.number(), topUp.who(), say("pettycash.arrivedOf", topUp.title())),
                null,
                who);
        row.settles(topUp.id());
        activity.record(
                companyId,
                who,
                "fund.arrived",
                "fund",
                fund.id(),
                say("fund.arrived.told", topUp.title(), fund.name()));
        return row.id();
    }

    /** It was not in the drawer after all: the top-up is on the way again. */
    @Transactional
    public void notArrived(long companyId, long moveId, LocalDate date, String who) {
        bankAccounts.lockJournal(companyId);
        DrawerMoveRow topUp = drawers.move(companyId, moveId);
        Fund fund = drawers.toUse(companyId, topUp.fundId());
        DrawerMoveRow arrived = moves.settlementOf(moveId)
                .filter(m -> m.kind() == MoveKind.ARRIVED)
                .orElseThrow(() -> new RuleViolation(
                        "top-up.waits",
                        "",
                        say("top-up.waits.found", topUp.title()),
                        say("top-up.waits.expected"),
                        say("top-up.waits.remedy")));
        DrawerMoveRow mirror = drawers.add(
                fund,
                arrived.move().reversed(),
                DrawerMoveRow.Paper.plain(
                        date, topUp.number(), topUp.who(), say("pettycash.undoes", topUp.title(), arrived.text())),
                null,
                who);
        mirror.reverses(arrived);
        activity.record(
                companyId,
                who,
                "fund.not-arrived",
                "fund",
                fund.id(),
                say("fund.notArrived", topUp.title(), fund.name()));
    }
}
