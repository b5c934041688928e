package tidemark.app.payment;

import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.Query;
import tidemark.app.company.MasterRows;

interface TransferRepository extends MasterRows<Transfer> {
    @Query("""
            select t from Transfer t where t.companyId = :company and t.id < :before
              and (:text = '' or t.number = :text or lower(t.text) like lower(concat('%', :text, '%')) escape '!')
            order by t.id desc""")
    List<Transfer> page(long company, long before, String text, Limit limit);

    /** The bank accounts that a transfer lies between. */
    interface Ends {
        long getFromAccountId();

        long getToAccountId();
    }

    @Query("""
            select t.fromAccountId as fromAccountId, t.toAccountId as toAccountId from Transfer t
            where t.companyId = :company and t.id = :id""")
    Optional<Ends> endsOf(long company, long id);

    @Query("""
            select t from Transfer t
            where t.companyId = :company and (t.firstEntryId = :entry or t.secondEntryId = :entry)""")
    List<Transfer> ofEntry(long company, long entry);

    /** Ledger accounts of what is reversed with the matches of its entries. */
    @Query("""
            select distinct l.ledgerAccountId from Transfer t, CashEntryRow own, CashEntryRow e, JournalLineRow l
            where t.companyId = :company and t.id = :id
              and (own.journalEntryId = t.firstEntryId or own.journalEntryId = t.secondEntryId)
              and e.itemMatchId = own.itemMatchId and l.journalEntryId = e.journalEntryId""")
    List<Long> touchedByItsMatches(long company, long id);

    @Query("select t.number from Transfer t where t.companyId = :company")
    List<String> numbers(long company);
}
