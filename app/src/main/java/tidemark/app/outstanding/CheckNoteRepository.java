package tidemark.app.outstanding;

import java.util.Optional;
import tidemark.app.company.MasterRows;

interface CheckNoteRepository extends MasterRows<CheckNote> {
    Optional<CheckNote> findByPaymentId(long paymentId);

    Optional<CheckNote> findByCashEntryId(long cashEntryId);
}
