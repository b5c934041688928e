package tidemark.app.payment;

import static tidemark.core.words.Catalogue.say;

import jakarta.persistence.EntityManager;
import jakarta.persistence.FlushModeType;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.Actor;
import tidemark.app.company.BankAccount;
import tidemark.app.ledger.Ledger;
import tidemark.app.party.Allocations;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.money.AmountStyle;
import tidemark.core.party.PartyMoney;
import tidemark.core.payment.PaymentBooking;
import tidemark.core.payment.PaymentKind;
import tidemark.core.payment.PaymentState;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

/** Payments that a payment run makes, all or none, and their clearing where the bank pays them in one sum. */
@Service
public class RunPayments {
    private final Payments single;
    private final PaymentRepository payments;
    private final PaymentBookings bookings;
    private final OutOfAccount outOfAccount;
    private final Ledger ledger;
    private final EntityManager em;

    RunPayments(
            Payments single,
            PaymentRepository payments,
            PaymentBookings bookings,
            OutOfAccount outOfAccount,
            Ledger ledger,
            EntityManager em) {
        this.single = single;
        this.payments = payments;
        this.bookings = bookings;
        this.outOfAccount = outOfAccount;
        this.ledger = ledger;
        this.em = em;
    }

    /**
     * A payment to one party.
     *
     * @param items plain decimals
     * @param inOneSum whether the bank pays it together with the others
     */
    public record Wanted(
            PaymentKind kind,
            long partyId,
            String payee,
            String text,
            List<Allocations.ItemPart> items,
            boolean inOneSum) {}

    /**
     * Makes payments that a second person has released; those whose day has come are booked at once. The account and the
     * journal are locked.
     *
     * @return in the order in which they are wanted
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public Payments.Made make(
            BankAccount account, LocalDate day, List<Wanted> wanted, long batch, Actor madeBy, String releasedBy) {
        Map<PaymentKind, Payments.Making> making = new EnumMap<>(PaymentKind.class);
        for (Wanted w : wanted) {
            making.computeIfAbsent(w.kind(), k -> single.making(account, k, batch, releasedBy));
        }
        List<Payment> made = new ArrayList<>();
        List<String> labels = new ArrayList<>();
        List<Problem> problems = new ArrayList<>();
        em.flush();
        em.setFlushMode(FlushModeType.COMMIT);
        for (Wanted w : wanted) {
            try {
                Payment payment = single.prepare(
                        account,
                        AmountStyle.POINT,
                        new Payments.NewPayment(
                                account.id(),
                                w.kind(),
                                "",
                                w.partyId(),
                                w.payee(),
                                day,
                                null,
                                w.text(),
                                new Payments.Parts(w.items(), "", List.of())),
                        Objects.requireNonNull(making.get(w.kind())),
                        w.payee(),
                        madeBy);
                if (w.inOneSum()) {
                    payment.inOneSum();
                }
                made.add(payment);
                labels.add(w.payee());
            } catch (RuleViolation e) {
                problems.addAll(e.problems());
            }
        }
        em.setFlushMode(FlushModeType.AUTO);
        if (!problems.isEmpty()) {
            throw new RuleViolation(problems.subList(0, Math.min(50, problems.size())));
        }
        making.values().forEach(single::reserve);
        Ledger.Booked booked = Ledger.Booked.nothing();
        if (!made.isEmpty() && single.hasCome(made.getFirst())) {
            booked.add(bookings.bookAll(account, made, labels, releasedBy));
        }
        return new Payments.Made(made, booked);
    }

    /** What stands against so much more going out of an account on a day, by the limit of its days. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void checkDay(BankAccount account, LocalDate day, long minorUnits) {
        payments.flush();
        outOfAccount.of(account).add(day, minorUnits, "amount");
    }

    /** Some payments by their identifiers. */
    @Transactional(readOnly = true)
    public List<Payment> some(Collection<Long> ids) {
        return payments.findAllById(ids);
    }

    /** Those that an entry cleared in one sum. */
    @Transactional(readOnly = true)
    public List<Payment> clearedTogether(long companyId, long entryId) {
        return payments.ofEntry(companyId, entryId).stream()
                .filter(p -> p.isInOneSum() && Objects.equals(p.clearingEntryId(), entryId))
                .toList();
    }

    /** Books those whose day has come and that were not booked yet; the account and the journal are locked. */
    @Transactional(propagation = Propagation.MANDATORY)
    public Ledger.Booked bookWaiting(BankAccount account, Collection<Long> ids, String who) {
        List<Payment> waiting = payments.findAllById(ids).stream()
                .filter(p -> p.state() == PaymentState.WAITS_FOR_DATE)
                .toList();
        return waiting.isEmpty()
                ? Ledger.Booked.nothing()
                : bookings.bookAll(
                        account, waiting, waiting.stream().map(Payment::payee).toList(), who);
    }

    /**
     * The bank has paid them in one sum. The account is locked.
     *
     * @param number of the run; {@code text} of the entry
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public Ledger.Booked cleared(
            BankAccount account, LocalDate day, Collection<Long> ids, String number, String text, String who) {
        List<Payment> together = payments.findAllById(ids).stream()
                .filter(p -> p.isInOneSum() && p.waitsForBank())
                .toList();
        Set<Long> inTransit = new TreeSet<>();
        long units = 0;
        for (Payment p : together) {
            inTransit.add(Objects.requireNonNull(p.inTransitAccountId()));
            units = Math.addExact(units, p.minorUnits());
        }
        if (inTransit.size() != 1) {
            throw new RuleViolation(
                    "payment.together",
                    "",
                    say("payment.together.found", number),
                    say("payment.together.expected"),
                    say("payment.together.remedy"));
        }
        long companyId = account.companyId();
        JournalEntry entry = PaymentBooking.clearing(
                new PartyMoney.Terms(
                        day,
                        account.currency(),
                        number,
                        text,
                        ledger.account(companyId, account.ledgerAccountId()).code()),
                ledger.account(companyId, inTransit.iterator().next()).code(),
                "",
                units);
        Ledger.Booked booked = ledger.book(
                companyId, List.of(new Ledger.Posting(entry, "", "")), PaymentDocuments.CLEARING, null, who);
        together.forEach(p -> p.cleared(booked.entries().getFirst().id()));
        payments.saveAllAndFlush(together);
        return booked;
    }
}
