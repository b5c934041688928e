package tidemark.app.pettycash;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Company;
import tidemark.app.company.NumberCounters;
import tidemark.app.ledger.GrossLine;
import tidemark.app.ledger.Ledger;
import tidemark.app.party.Receipts;
import tidemark.core.money.MinorUnits;
import tidemark.core.pettycash.DrawerMove;
import tidemark.core.problem.Fields;
import tidemark.core.problem.RuleViolation;
import tidemark.core.receipt.Tender;

/**
 * Checks that a drawer gave cash for, and what of a drawer goes to the bank. A check stays in the drawer in place of its cash,
 * so that cashing one books nothing; on its way to the bank it is a receipt in hand like any other, and so is cash.
 */
@Service
public class DrawerChecks {
    private final DrawerMoveRepository moves;
    private final Drawers drawers;
    private final Receipts receipts;
    private final Ledger ledger;
    private final BankAccounts bankAccounts;
    private final NumberCounters numbers;
    private final ActivityLog activity;

    DrawerChecks(
            DrawerMoveRepository moves,
            Drawers drawers,
            Receipts receipts,
            Ledger ledger,
            BankAccounts bankAccounts,
            NumberCounters numbers,
            ActivityLog activity) {
        this.moves = moves;
        this.drawers = drawers;
        this.receipts = receipts;
        this.ledger = ledger;
        this.bankAccounts = bankAccounts;
        this.numbers = numbers;
        this.activity = activity;
    }

    /** A check that somebody got cash for. @param who brought it; {@code number} that stands on it */
    public record CashedCheck(
            @NotNull LocalDate date,
            @NotNull @Size(max = 200) String who,
            @NotNull @Size(max = 40) String number,
            @NotNull @Size(max = 40) String amount,
            @NotNull @Size(max = 400) String text) {}

    /** The move of the drawer. */
    @Transactional
    public long cash(long companyId, long fundId, CashedCheck form, String who) {
        Company company = bankAccounts.lockJournal(companyId);
        Fund fund = drawers.toUse(companyId, fundId);
        String whom = Fields.text(form.who(), "who", 200);
        String number = Fields.text(form.number(), "number", 40);
        long amount = company.amountStyle().minorUnits(form.amount(), company.baseCurrency(), "amount");
        if (amount <= 0) {
            throw new RuleViolation(
                    "voucher.amount",
                    "amount",
                    MinorUnits.grouped(amount, company.baseCurrency()),
                    say("voucher.amount.expected"),
                    say("voucher.amount.remedy"));
        }
        if (moves.held(fundId).stream()
                .anyMatch(m -> m.checkNumber().equals(number) && m.who().equalsIgnoreCase(whom))) {
            throw new RuleViolation(
                    "drawer.check-held",
                    "number",
                    say("drawer.check-held.found", number, whom),
                    say("drawer.check-held.expected"),
                    say("drawer.check-held.remedy"));
        }
        DrawerMoveRow row = drawers.add(
                fund,
                DrawerMove.checkCashed(amount),
                new DrawerMoveRow.Paper(
                        form.date(),
                        form.date(),
                        numbers.take(companyId, PettyCashDocuments.VOUCHERS, fund.siteId(), form.date()),
                        whom,
                        form.text().isBlank()
                                ? say("pettycash.checkNumbered", number)
                                : say("pettycash.checkNumbered", number) + ", "
                                        + form.text().strip(),
                        null,
                        "",
                        "",
                        number,
                        ""),
                null,
                who);
        activity.record(
                companyId,
                who,
                "fund.check",
                "fund",
                fundId,
                say("fund.check.told", number, whom, MinorUnits.grouped(amount, company.baseCurrency()), fund.name()));
        return row.id();
    }

    /** A check was not cashed after all, or given back for its cash: what moved the drawer is undone. */
    @Transactional
    public void giveBack(long companyId, long moveId, LocalDate date, String who) {
        bankAccounts.lockJournal(companyId);
        DrawerMoveRow cashed = drawers.move(companyId, moveId);
        Fund fund = drawers.toUse(companyId, cashed.fundId());
        requireHeld(fund, cashed, date);
        DrawerMoveRow mirror = drawers.add(
                fund,
                // its cash is back, be it that the bank took the check back before
                DrawerMove.checkCashed(cashed.move().checks()).reversed(),
                DrawerMoveRow.Paper.plain(
                        date, cashed.number(), cashed.who(), say("pettycash.undoes", cashed.title(), cashed.text())),
                null,
                who);
        mirror.reverses(cashed);
        activity.record(
                companyId,
                who,
                "fund.check-back",
                "fund",
                fund.id(),
                say("fund.checkBack.told", cashed.checkNumber(), cashed.who(), fund.name()));
    }

    private void requireHeld(Fund fund, DrawerMoveRow check, LocalDate day) {
        boolean held = check.fundId() == fund.id()
                && !day.isBefore(check.day())
                && moves.held(fund.id()).stream().anyMatch(m -> m.id() == check.id());
        if (!held) {
            throw new RuleViolation(
                    "drawer.check-gone",
                    "checks",
                    check.title(),
                    say("drawer.check-gone.expected"),
                    say("drawer.check-gone.remedy"));
        }
    }

    /**
     * What goes to the bank.
     *
     * @param cash empty for none
     * @param checks that lie in the drawer, by their moves
     */
    public record ToBank(
            @NotNull LocalDate date,
            @NotNull @Size(max = 40) String cash,
            @NotNull @Size(max = 200) List<@NotNull Long> checks) {}

    /** Cash and checks become receipts in hand, which a deposit slip takes along. */
    @Transactional
    public Vouchers.Made toBank(long companyId, long fundId, ToBank form, String who) {
        Company company = bankAccounts.lockJournal(companyId);
        Fund fund = drawers.toUse(companyId, fundId);
        String code = ledger.account(companyId, fund.accountId()).code();
        List<Receipts.NewReceipt> taken = new ArrayList<>();
        for (long id : form.checks().stream().distinct().toList()) {
            DrawerMoveRow check = drawers.move(companyId, id);
            requireHeld(fund, check, form.date());
            taken.add(receipt(
                    fund,
                    form.date(),
                    check.who(),
                    MinorUnits.toDecimal(check.move().checks(), company.baseCurrency()),
                    check.checkNumber(),
                    Tender.CHECK,
                    code));
        }
        if (!form.cash().isBlank()) {
            long cash = company.amountStyle().minorUnits(form.cash(), company.baseCurrency(), "cash");
            taken.add(receipt(
                    fund,
                    form.date(),
                    fund.name(),
                    MinorUnits.toDecimal(cash, company.baseCurrency()),
                    "",
                    Tender.CASH,
                    code));
        }
        if (taken.isEmpty()) {
            throw new RuleViolation(
                    "to-bank.nothing",
                    "cash",
                    say("to-bank.nothing.found"),
                    say("to-bank.nothing.expected"),
                    say("to-bank.nothing.remedy"));
        }
        Ledger.Booked booked = Ledger.Booked.nothing();
        taken.forEach(r -> booked.add(receipts.bookPlain(companyId, r, who).booked()));
        long move = moves.ofEntry(booked.entries().getFirst().id()).getFirst().id();
        return new Vouchers.Made(move, 0, booked);
    }

    private static Receipts.NewReceipt receipt(
            Fund fund, LocalDate day, String payer, String amount, String number, Tender tender, String drawerCode) {
        String text = say("pettycash.toBankFrom", fund.name());
        return new Receipts.NewReceipt(
                null,
                payer.length() > 120 ? payer.substring(0, 120) : payer,
                day,
                "",
                amount,
                number,
                text,
                fund.siteId(),
                List.of(),
                List.of(new GrossLine(drawerCode, amount, "", "", text)),
                true,
                tender,
                null,
                null);
    }
}
