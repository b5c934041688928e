package tidemark.app.expense;

import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;
import tidemark.core.expense.PaidBy;

interface ExpenseRepository extends JpaRepository<Expense, Long> {
    Optional<Expense> findByIdAndCompanyId(long id, long companyId);

    /** What has to be locked before an expense is read to be changed. */
    interface Place {
        @Nullable
        Long getBankAccountId();

        String getForm();
    }

    @Query("select x.bankAccountId as bankAccountId, x.form as form from Expense x"
            + " where x.id = :id and x.companyId = :company")
    Optional<Place> placeOf(long id, long company);

    /** What is listed, newest first; a paper or a bank line that is missing is told of those that stand. */
    @Query("""
            select x from Expense x where x.companyId = :company and x.kind = :kind and x.moveDay between :from and :to
              and (:paidBy is null or x.paidBy = :paidBy)
              and (:wanted = '' or lower(concat(x.number, ' ', x.payee, ' ', x.text, ' ', x.reference, ' ', x.tags))
                like concat('%', :wanted, '%') escape '!')
              and (:noPicture = false or (x.state = tidemark.app.expense.Expense$State.BOOKED and not exists (
                select 1 from Paper p where p.ownerKind = tidemark.app.attachment.Paper$OwnerKind.ENTRY and p.ownerId = x.entryId)))
              and (:noLine = false or (x.state = tidemark.app.expense.Expense$State.BOOKED and x.bankAccountId is not null
                and exists (select 1 from CashEntryRow c where c.journalEntryId = x.entryId and c.itemMatchId is null)))
              and (:owed = false or (x.state = tidemark.app.expense.Expense$State.BOOKED and x.employeeId is not null
                and exists (select 1 from OpenItemRow i where i.journalEntryId = x.entryId and i.openMinorUnits <> 0)))
            order by x.moveDay desc, x.id desc""")
    List<Expense> list(
            long company,
            Expense.Kind kind,
            LocalDate from,
            LocalDate to,
            @Nullable PaidBy paidBy,
            String wanted,
            boolean noPicture,
            boolean noLine,
            boolean owed,
            Limit limit);

    @Query("select x from Expense x where x.entryId = :entry or x.passedOnEntryId = :entry")
    Optional<Expense> ofEntry(long entry);

    /** Those of the same payee and day that stand. */
    @Query("select x from Expense x where x.companyId = :company and x.payeePlain = :payee and x.paperDay = :day"
            + " and x.state = tidemark.app.expense.Expense$State.BOOKED order by x.id")
    List<Expense> ofPayeeOn(long company, String payee, LocalDate day);

    @Query("select x from Expense x where x.entryId in :entries"
            + " and x.state = tidemark.app.expense.Expense$State.BOOKED order by x.id")
    List<Expense> standingOf(Collection<Long> entries);

    @Query("select x from Expense x where x.companyId = :company and x.kind = :kind and x.payeePlain = :payee"
            + " order by x.moveDay desc, x.id desc")
    List<Expense> lastOf(long company, Expense.Kind kind, String payee, Limit limit);

    @Query("select distinct x.payee from Expense x where x.companyId = :company and x.kind = :kind"
            + " and x.payeePlain like concat(:begins, '%') order by x.payee")
    List<String> payees(long company, Expense.Kind kind, String begins, Limit limit);

    @Query("select x.number from Expense x where x.companyId = :company and x.kind = :kind")
    List<String> numbers(long company, Expense.Kind kind);
}
