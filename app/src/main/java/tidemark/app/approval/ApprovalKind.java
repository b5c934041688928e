package tidemark.app.approval;

import tidemark.app.access.Actor;
import tidemark.app.ledger.Ledger;

/**
 * A kind of thing that takes a second person, such as a payment above the limit, as its capability brings it. The
 * capability asks with {@link Approvals#ask}, and hears here what was decided, in the same transaction.
 */
public interface ApprovalKind {
    /** Its name in the database, such as {@code PAYMENT}: 2 to 20 capital letters, never changed later. */
    String kind();

    /** Where it is shown. */
    String path(long subjectId);

    /** Locks the subject and all that its approval may book on. */
    void lock(long companyId, long subjectId);

    /**
     * All that is approved with it, as text: who changes any of it, voids what was asked. The subject is locked.
     */
    String content(long companyId, long subjectId);

    /**
     * Does what was approved; the subject is locked.
     *
     * @return what it booked
     */
    Ledger.Booked approved(long companyId, long subjectId, Actor who);

    /** It was declined; the subject is locked. */
    void declined(long companyId, long subjectId, String reason, Actor who);
}
