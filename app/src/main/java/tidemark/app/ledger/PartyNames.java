package tidemark.app.ledger;

import java.util.Optional;
import tidemark.core.ledger.Control;
import tidemark.core.ledger.PartyId;

/** Finds the customer or supplier that a file or a bank line names. */
public interface PartyNames {
    /**
     * The party of that code or name; {@link PartyId#NONE} where the account is not kept item by item.
     *
     * @throws tidemark.core.problem.RuleViolation {@code party.unknown}, naming the place
     */
    PartyId named(long companyId, Control control, String codeOrName, String where);

    /** The only one of that name in the role; empty where there is none, or several. */
    Optional<PartyId> find(long companyId, Control control, String name);

    /** @throws tidemark.app.access.NotFound where the company has no such party in the role */
    String nameOf(long companyId, Control control, PartyId party);
}
