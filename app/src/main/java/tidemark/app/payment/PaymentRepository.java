package tidemark.app.payment;

import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.Query;
import tidemark.app.company.MasterRows;
import tidemark.core.payment.PaymentKind;
import tidemark.core.payment.PaymentState;

interface PaymentRepository extends MasterRows<Payment> {
    @Query("select p.number from Payment p where p.bankAccountId = :account and p.kind = :kind")
    Set<String> numbers(long account, PaymentKind kind);

    @Query("""
            select p from Payment p
            where p.companyId = :company and (:account = 0 or p.bankAccountId = :account)
              and p.state in :states and p.paymentDate between :from and :to
              and (:text = '' or lower(p.payee) like lower(concat('%', :text, '%')) escape '!'
                   or p.number = :text or lower(p.text) like lower(concat('%', :text, '%')) escape '!')
            order by p.paymentDate desc, p.id desc""")
    List<Payment> register(
            long company,
            long account,
            Set<PaymentState> states,
            LocalDate from,
            LocalDate to,
            String text,
            Limit limit);

    @Query("select count(p) from Payment p where p.companyId = :company and p.state = :state and p.paymentDate <= :to")
    int count(long company, PaymentState state, LocalDate to);

    @Query("""
            select p from Payment p
            where p.bankAccountId = :account and p.onClearing = true and p.state = tidemark.core.payment.PaymentState.BOOKED
              and p.clearingEntryId is null
            order by p.paymentDate, p.id""")
    List<Payment> atTheBank(long account);

    @Query("""
            select p from Payment p
            where p.companyId = :company
              and (p.journalEntryId = :entry or p.clearingEntryId = :entry or p.voidEntryId = :entry)""")
    List<Payment> ofEntry(long company, long entry);
}
