package tidemark.core.ledger;

import java.util.List;

/**
 * Every account's balance at one date, on the side it lies. Minor units.
 *
 * @param debits sum of the debit balances, which equals {@code credits}
 */
public record TrialBalance(List<Row> rows, long debits, long credits) {
    /** @param balance debit positive */
    public record Row(LedgerAccount account, long balance) {
        public long debit() {
            return Math.max(0, balance);
        }

        public long credit() {
            return Math.max(0, Math.negateExact(balance));
        }
    }

    public TrialBalance {
        rows = List.copyOf(rows);
    }

    /** Rows in the order given, those without a balance left out. Cost: O(rows). */
    public static TrialBalance of(List<Row> all) {
        List<Row> rows = all.stream().filter(r -> r.balance() != 0).toList();
        long debits = 0;
        long credits = 0;
        for (Row row : rows) {
            debits = Math.addExact(debits, row.debit());
            credits = Math.addExact(credits, row.credit());
        }
        return new TrialBalance(rows, debits, credits);
    }

    /** Whether the two sides agree, as they must; a screen says so where they do not. */
    public boolean balanced() {
        return debits == credits;
    }
}
