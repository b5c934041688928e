package tidemark.app.reconcile;

import java.time.LocalDate;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.Query;
import tidemark.app.company.MasterRows;

public interface StartedOverRepository extends MasterRows<StartedOver> {
    /** The latest of a month that was not put back. */
    @Query("select s from StartedOver s where s.bankAccountId = :account and s.firstDay = :day and s.putBackBy is null"
            + " order by s.id desc")
    Optional<StartedOver> latest(long account, LocalDate day, Limit one);
}
