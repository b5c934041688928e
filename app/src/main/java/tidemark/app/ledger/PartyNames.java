package tidemark.app.ledger;

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
}
