package tidemark.app.reconcile;

import jakarta.persistence.EntityManager;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Repository;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.statement.BankLineId;

/** The notes by which lines and entries were declared errors of the bank or of the ledger. */
@Repository
public class DeclaredErrors {

    private final EntityManager em;

    DeclaredErrors(EntityManager em) {
        this.em = em;
    }

    Map<BankLineId, String> ofLines(long accountId, Collection<Long> lineIds) {
        Map<BankLineId, String> out = new HashMap<>();
        find(
                        "select e.bank_line_id, e.note from bank_error e join bank_line l on l.id = e.bank_line_id"
                                + " where l.bank_account_id = ?",
                        accountId)
                .forEach((id, note) -> {
                    if (lineIds.contains(id)) {
                        out.put(new BankLineId(id), note);
                    }
                });
        return out;
    }

    Map<CashEntryId, String> ofEntries(long accountId, Collection<Long> entryIds) {
        Map<CashEntryId, String> out = new HashMap<>();
        find(
                        "select e.cash_entry_id, e.note from ledger_error e join cash_entry c on c.id = e.cash_entry_id"
                                + " where c.bank_account_id = ?",
                        accountId)
                .forEach((id, note) -> {
                    if (entryIds.contains(id)) {
                        out.put(new CashEntryId(id), note);
                    }
                });
        return out;
    }

    private Map<Long, String> find(String sql, long accountId) {
        Map<Long, String> out = new HashMap<>();
        List<?> rows = em.createNativeQuery(sql, Object[].class)
                .setParameter(1, accountId)
                .getResultList();
        for (Object row : rows) {
            Object[] columns = (Object[]) row;
            out.put(((Number) columns[0]).longValue(), (String) columns[1]);
        }
        return out;
    }

    public boolean isBankError(long lineId) {
        return !em.createNativeQuery("select 1 from bank_error where bank_line_id = ?", Object.class)
                .setParameter(1, lineId)
                .getResultList()
                .isEmpty();
    }

    public boolean isLedgerError(long entryId) {
        return !em.createNativeQuery("select 1 from ledger_error where cash_entry_id = ?", Object.class)
                .setParameter(1, entryId)
                .getResultList()
                .isEmpty();
    }

    public void declareBankError(long lineId, String note, String who, Instant at) {
        em.createNativeQuery("insert into bank_error values (?, ?, ?, ?)")
                .setParameter(1, lineId)
                .setParameter(2, note)
                .setParameter(3, who)
                .setParameter(4, at)
                .executeUpdate();
    }

    public void declareLedgerError(long entryId, String note, String who, Instant at) {
        em.createNativeQuery("insert into ledger_error values (?, ?, ?, ?)")
                .setParameter(1, entryId)
                .setParameter(2, note)
                .setParameter(3, who)
                .setParameter(4, at)
                .executeUpdate();
    }

    public int withdrawBankError(long lineId) {
        return em.createNativeQuery("delete from bank_error where bank_line_id = ?")
                .setParameter(1, lineId)
                .executeUpdate();
    }

    public int withdrawLedgerError(long entryId) {
        return em.createNativeQuery("delete from ledger_error where cash_entry_id = ?")
                .setParameter(1, entryId)
                .executeUpdate();
    }
}
