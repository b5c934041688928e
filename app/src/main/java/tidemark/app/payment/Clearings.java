package tidemark.app.payment;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.BankAccount;
import tidemark.app.ledger.Ledger;
import tidemark.app.linebooking.AccountBooks;
import tidemark.app.linebooking.AccountBooksReader;
import tidemark.app.reconcile.WaitingForBank;
import tidemark.core.ledger.BankLineBooking;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.money.MinorUnits;
import tidemark.core.party.PartyMoney;
import tidemark.core.payment.PaymentBooking;
import tidemark.core.payment.PaymentState;
import tidemark.core.problem.RuleViolation;

/** Clears payments that reach the cash account only when the bank has paid them: each leaves the in-transit account then. */
@Service
class Clearings implements WaitingForBank {
    private final Payments payments;
    private final PaymentRepository rows;
    private final AccountBooksReader books;
    private final Ledger ledger;

    Clearings(Payments payments, PaymentRepository rows, AccountBooksReader books, Ledger ledger) {
        this.payments = payments;
        this.rows = rows;
        this.books = books;
        this.ledger = ledger;
    }

    @Override
    public List<CashEntry> at(long bankAccountId) {
        return rows.atTheBank(bankAccountId).stream()
                .map(p -> new CashEntry(
                        WaitingForBank.standIn(p.id()),
                        p.paymentDate(),
                        -p.minorUnits(),
                        p.number(),
                        p.checkNumber(),
                        p.payee(),
                        p.text().isEmpty() ? Payment.upper(p.title()) : p.text()))
                .toList();
    }

    @Override
    public boolean knows(long companyId, long id) {
        return rows.existsByIdAndCompanyId(id, companyId);
    }

    @Override
    @Transactional(propagation = Propagation.MANDATORY)
    public Ledger.Booked arrived(BankAccount account, LocalDate day, Collection<Long> waiting, String who) {
        AccountBooks own = books.of(account);
        Ledger.Booked out = Ledger.Booked.nothing();
        for (long id : waiting.stream().sorted().toList()) {
            Payment payment = payments.lock(account.companyId(), id);
            JournalEntry entry = entry(own, own.movement(day, -payment.minorUnits(), "", "", ""), payment);
            Ledger.Booked booked = ledger.book(
                    account.companyId(),
                    List.of(new Ledger.Posting(entry, payment.checkNumber(), "")),
                    PaymentDocuments.CLEARING,
                    null,
                    who);
            payment.cleared(booked.entries().getFirst().id());
            out.add(booked);
        }
        return out;
    }

    /**
     * The entry that clears a locked payment.
     *
     * @throws RuleViolation {@code payment.clearing} when it is not waiting for the bank, or its amount differs
     */
    static JournalEntry entry(AccountBooks books, BankLineBooking.Movement movement, Payment payment) {
        if (payment.bankAccountId() != books.account().id()
                || !payment.onClearing()
                || payment.state() != PaymentState.BOOKED
                || payment.clearingEntryId() != null
                || payment.minorUnits() != -movement.ownMinorUnits()) {
            throw new RuleViolation(
                    "payment.clearing",
                    "",
                    say(
                            "payment.clearing.found",
                            payment.title(),
                            MinorUnits.grouped(
                                    payment.minorUnits(), books.account().currency())),
                    say(
                            "payment.clearing.expected",
                            MinorUnits.grouped(
                                    movement.ownMinorUnits(), books.account().currency())),
                    say("payment.clearing.remedy"));
        }
        return PaymentBooking.clearing(
                new PartyMoney.Terms(
                        movement.date(),
                        movement.base(),
                        payment.number(),
                        payment.text().isEmpty() ? Payment.upper(payment.title()) : payment.text(),
                        books.cashCode()),
                books.code(Objects.requireNonNull(payment.inTransitAccountId())),
                payment.payee(),
                payment.minorUnits());
    }

    @Override
    @Transactional(propagation = Propagation.MANDATORY)
    public Map<Long, CashEntryId> standInsOf(long companyId, Collection<Long> journalEntryIds) {
        Map<Long, CashEntryId> out = new HashMap<>();
        for (long entry : journalEntryIds) {
            rows.ofEntry(companyId, entry).stream()
                    .filter(p -> !p.isInOneSum() && p.clearingEntryId() != null && p.clearingEntryId() == entry)
                    .forEach(p -> out.put(entry, WaitingForBank.standIn(p.id())));
        }
        return out;
    }
}
