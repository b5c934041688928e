package tidemark.app.payment;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.Query;
import tidemark.app.company.MasterRows;
import tidemark.core.payment.PaymentKind;
import tidemark.core.payment.PaymentState;

interface PaymentRepository extends MasterRows<Payment> {
    /** The bank account that a payment is drawn on, and what it pays. */
    interface Place {
        long getBankAccountId();

        String getParts();
    }

    @Query("""
            select p.bankAccountId as bankAccountId, p.parts as parts from Payment p
            where p.companyId = :company and p.id = :id""")
    Optional<Place> placeOf(long company, long id);

    /** Of all payments but checks. */
    @Query("""
            select p.number from Payment p
            where p.companyId = :company and p.kind <> tidemark.core.payment.PaymentKind.CHECK""")
    List<String> ownNumbers(long company);

    @Query("select p.number from Payment p where p.bankAccountId = :account and p.kind = :kind")
    Set<String> numbers(long account, PaymentKind kind);

    @Query("""
            select p from Payment p
            where p.companyId = :company and (:account = 0 or p.bankAccountId = :account)
              and p.state in :states and p.paymentDate between :from and :to
              and (p.paymentDate < :to or p.id < :beforeId)
              and (:text = '' or lower(p.payee) like lower(concat('%', :text, '%')) escape '!'
                   or p.number = :text or lower(p.text) like lower(concat('%', :text, '%')) escape '!')
            order by p.paymentDate desc, p.id desc""")
    List<Payment> register(
            long company,
            long account,
            Set<PaymentState> states,
            LocalDate from,
            LocalDate to,
            long beforeId,
            String text,
            Limit limit);

    /** What the sum of a register is made of. */
    interface Summand {
        long getBankAccountId();

        long getMinorUnits();

        PaymentState getState();
    }

    @Query("""
            select p.bankAccountId as bankAccountId, p.minorUnits as minorUnits, p.state as state from Payment p
            where p.companyId = :company and (:account = 0 or p.bankAccountId = :account)
              and p.state in :states and p.paymentDate between :from and :to
              and (:text = '' or lower(p.payee) like lower(concat('%', :text, '%')) escape '!'
                   or p.number = :text or lower(p.text) like lower(concat('%', :text, '%')) escape '!')""")
    List<Summand> summands(
            long company, long account, Set<PaymentState> states, LocalDate from, LocalDate to, String text);

    @Query("""
            select p from Payment p where p.companyId = :company and p.state = :state and p.paymentDate <= :to
            order by p.paymentDate, p.id""")
    List<Payment> waiting(long company, PaymentState state, LocalDate to, Limit limit);

    @Query("select count(p) from Payment p where p.companyId = :company and p.state = :state and p.paymentDate <= :to")
    int count(long company, PaymentState state, LocalDate to);

    @Query("""
            select p from Payment p
            where p.bankAccountId = :account and p.onClearing = true and p.inOneSum = false
              and p.state = tidemark.core.payment.PaymentState.BOOKED and p.clearingEntryId is null
            order by p.paymentDate, p.id""")
    List<Payment> atTheBank(long account);

    @Query("""
            select p from Payment p
            where p.companyId = :company
              and (p.journalEntryId = :entry or p.clearingEntryId = :entry or p.voidEntryId = :entry)""")
    List<Payment> ofEntry(long company, long entry);

    @Query("select p from Payment p where p.bankAccountId = :account and p.kind = :kind and p.state in :states")
    List<Payment> notToBePaid(long account, PaymentKind kind, Set<PaymentState> states);
}
