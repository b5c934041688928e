package tidemark.core.matching;

import java.util.List;
import tidemark.core.ledger.CashEntry;
import tidemark.core.rule.Rule;
import tidemark.core.statement.BankLine;

/** Proposes matches. Pure: the same lines and entries in any order give the same result. */
public interface MatchingEngine {
    /**
     * @param lines bank lines of one account that nothing explains yet
     * @param items cash entries of the same account that are not at the bank yet
     * @param learned what people decided on the account before
     */
    default MatchingResult propose(List<BankLine> lines, List<LedgerItem> items, Learned learned) {
        return propose(lines, items, learned, List.of());
    }

    /** @param rules those that prefer or forbid pairings; others are passed over */
    MatchingResult propose(List<BankLine> lines, List<LedgerItem> items, Learned learned, List<Rule> rules);

    /** Where nothing is known but lines and entries. */
    default MatchingResult propose(List<BankLine> lines, List<CashEntry> entries) {
        return propose(lines, entries.stream().map(LedgerItem::new).toList(), Learned.NOTHING);
    }
}
