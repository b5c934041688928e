package tidemark.app.payment;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.activity.ActivityLog;
import tidemark.app.approval.Approvals;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.ledger.Ledger;
import tidemark.app.ledger.Reversals;
import tidemark.app.party.Allocations;
import tidemark.app.party.Reservations;
import tidemark.core.party.PartyMoney;
import tidemark.core.payment.PaymentBooking;
import tidemark.core.payment.PaymentState;
import tidemark.core.problem.Fields;
import tidemark.core.problem.RuleViolation;
import tools.jackson.databind.json.JsonMapper;

/** Takes payments back: voids them, with their bills where that is asked, or sets their money aside as unclaimed. */
@Service
public class PaymentVoids {
    private final Payments payments;
    private final PaymentRepository rows;
    private final Reservations reservations;
    private final Allocations allocations;
    private final Reversals reversals;
    private final Ledger ledger;
    private final BankAccounts bankAccounts;
    private final Approvals approvals;
    private final ActivityLog activity;
    private final JsonMapper json;

    PaymentVoids(
            Payments payments,
            PaymentRepository rows,
            Reservations reservations,
            Allocations allocations,
            Reversals reversals,
            Ledger ledger,
            BankAccounts bankAccounts,
            Approvals approvals,
            ActivityLog activity,
            JsonMapper json) {
        this.payments = payments;
        this.rows = rows;
        this.reservations = reservations;
        this.allocations = allocations;
        this.reversals = reversals;
        this.ledger = ledger;
        this.bankAccounts = bankAccounts;
        this.approvals = approvals;
        this.activity = activity;
        this.json = json;
    }

    /** Voids a payment that the bank has not paid; what it settled is open again, its number stays taken. */
    @Transactional
    public Payments.Made voidPayment(long companyId, long id, LocalDate date, String reason, String who) {
        Payment payment = payments.lockToBook(companyId, id);
        Long entry = payment.journalEntryId();
        if (payment.clearingEntryId() != null) {
            throw new RuleViolation(
                    "payment.presented",
                    "",
                    say("payment.presented.found", payment.title()),
                    say("payment.presented.expected"),
                    say("payment.presented.remedy"));
        }
        payment.move(PaymentState.Move.VOID);
        approvals.changed(companyId, PaymentApproval.KIND, id, who, "voided");
        reservations.release(id);
        Ledger.Booked booked = Ledger.Booked.nothing();
        Long reversal = null;
        if (entry != null) {
            booked = reversals.reverseAtSource(companyId, entry, date, who);
            reversal = booked.entries().getFirst().id();
        }
        payment.voided(reversal, who, Fields.text(reason, "reason", 200));
        // tying the reversed entry to its reversal let the payment go
        rows.save(payment);
        activity.record(
                companyId,
                who,
                "payment.void",
                "payment",
                id,
                say("payment.void.voided", payment.title(), reason.strip()));
        return new Payments.Made(List.of(payment), booked);
    }

    /**
     * The bank sent it back. Where the bank had paid it before, its money is on the account again on that day; where it had
     * not, it is voided. What it settled is open again.
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public Payments.Made cameBack(long companyId, long id, LocalDate day, String reason, String who) {
        Payment payment = payments.lockToBook(companyId, id);
        Long inTransit = payment.inTransitAccountId();
        Long entry = payment.journalEntryId();
        if (payment.clearingEntryId() == null || inTransit == null || entry == null) {
            return voidPayment(companyId, id, day, reason, who);
        }
        payment.move(PaymentState.Move.VOID);
        Ledger.Booked booked = reversals.reverseAtSource(companyId, entry, day, who);
        long reversal = booked.entries().getFirst().id();
        BankAccount account = bankAccounts.get(companyId, payment.bankAccountId());
        booked.add(ledger.book(
                companyId,
                List.of(new Ledger.Posting(
                        PaymentBooking.cameBack(
                                new PartyMoney.Terms(
                                        day,
                                        account.currency(),
                                        payment.number(),
                                        say("payment.cameBack", payment.title()),
                                        ledger.account(companyId, account.ledgerAccountId())
                                                .code()),
                                ledger.account(companyId, inTransit).code(),
                                payment.payee(),
                                payment.minorUnits()),
                        payment.checkNumber(),
                        "")),
                PaymentDocuments.CLEARING,
                null,
                who));
        payment.voided(reversal, who, Fields.text(reason, "reason", 200));
        rows.save(payment);
        activity.record(
                companyId,
                who,
                "payment.void",
                "payment",
                id,
                say("payment.void.cameBack", payment.title(), reason.strip()));
        return new Payments.Made(List.of(payment), booked);
    }

    /** Which of some entries the bank's own movement made: it paid, or sent back what it had paid. */
    @Transactional(readOnly = true)
    public List<Long> ofTheBank(long companyId, Collection<Long> entryIds) {
        return ledger.madeBy(companyId, entryIds, Set.of(PaymentDocuments.CLEARING));
    }

    /** The code of the account on which a booked payment waits for the bank. */
    @Transactional(propagation = Propagation.MANDATORY)
    public String inTransitCode(long companyId, long id) {
        return ledger.account(
                        companyId,
                        Objects.requireNonNull(payments.get(companyId, id).inTransitAccountId()))
                .code();
    }

    /**
     * Voids a payment and reverses the bills that it paid, each whole: neither is owed any more.
     *
     * @throws RuleViolation {@code payment.bills} where it paid none that was entered as one; where a bill is settled otherwise
     *     too, what its reversal throws
     */
    @Transactional
    public Payments.Made voidWithBills(long companyId, long id, LocalDate date, String reason, String who) {
        Payment payment = payments.lockToBook(companyId, id);
        List<Long> items = json.readValue(payment.parts(), Payments.Parts.class).items().stream()
                .map(Allocations.ItemPart::itemId)
                .toList();
        Payments.Made made = voidPayment(companyId, id, date, reason, who);
        List<Long> bills = allocations.bills(companyId, items);
        if (bills.isEmpty()) {
            throw new RuleViolation(
                    "payment.bills",
                    "bills",
                    say("payment.bills.found", payment.title()),
                    say("payment.bills.expected"),
                    say("payment.bills.remedy"));
        }
        for (long bill : bills) {
            made.booked().add(reversals.reverse(companyId, bill, date, who));
        }
        return made;
    }

    /** Its money is owed as unclaimed: the bank is not to pay it any more. What it settled stays settled. */
    @Transactional(propagation = Propagation.MANDATORY)
    public Payment setAside(long companyId, long id) {
        Payment payment = payments.lock(companyId, id);
        payment.move(PaymentState.Move.SET_ASIDE);
        return payment;
    }

    /** The bank may pay it after all. */
    @Transactional(propagation = Propagation.MANDATORY)
    public Payment takeBack(long companyId, long id) {
        Payment payment = payments.lock(companyId, id);
        payment.move(PaymentState.Move.TAKE_BACK);
        return payment;
    }
}
