package tidemark.core.matching;

import java.util.List;
import tidemark.core.ledger.CashEntry;
import tidemark.core.statement.BankLine;

/** Proposes matches. Pure: the same lines and entries in any order give the same result. */
public interface MatchingEngine {
    /**
     * @param lines bank lines that nothing explains yet
     * @param entries cash entries of the same account that are not at the bank yet
     */
    MatchingResult propose(List<BankLine> lines, List<CashEntry> entries);
}
