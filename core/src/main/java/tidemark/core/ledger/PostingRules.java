package tidemark.core.ledger;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

/**
 * What an entry must satisfy besides balancing before it may be posted.
 *
 * @param accounts the chart, by code
 * @param heldTo for each cash account by code, the last day on which nothing may be booked any more, because it is
 *     certified or waits for its certification
 */
public record PostingRules(Map<String, LedgerAccount> accounts, Map<String, LocalDate> heldTo) {
    /** Nothing is booked further ahead of the business date than this. */
    public static final int MOST_DAYS_AHEAD = 366;

    public PostingRules {
        accounts = Map.copyOf(accounts);
        heldTo = Map.copyOf(heldTo);
    }

    /** Collects every problem, in line order; empty when the entry may be posted. Cost: O(lines). */
    public List<Problem> problems(JournalEntry entry, LocalDate businessDate) {
        List<Problem> problems = new ArrayList<>();
        if (entry.date().isAfter(businessDate.plusDays(MOST_DAYS_AHEAD))) {
            problems.add(new Problem(
                    "entry.date.far",
                    "date",
                    entry.date().toString(),
                    "a date no later than " + businessDate.plusDays(MOST_DAYS_AHEAD),
                    "Check the year."));
        }
        int number = 0;
        for (JournalLine line : entry.lines()) {
            number++;
            String where = "line " + number;
            LedgerAccount account = accounts.get(line.accountCode());
            if (account == null) {
                problems.add(new Problem(
                        "account.unknown",
                        where,
                        "account “" + line.accountCode() + "”",
                        "a code from the chart of accounts",
                        "Choose an account from the list, or add it to the chart first."));
                continue;
            }
            if (!account.active()) {
                problems.add(new Problem(
                        "account.inactive",
                        where,
                        account.code() + " " + account.name() + ", which is no longer active",
                        "an active account",
                        "Choose another account, or make this one active again."));
            }
            LocalDate held = heldTo.get(account.code());
            if (held != null && !entry.date().isAfter(held)) {
                problems.add(new Problem(
                        "mark.held",
                        where,
                        entry.date() + " on " + account.code() + " " + account.name(),
                        "a date after " + held + ", up to which this account is certified or waits for it",
                        "Date the entry after " + held + ", or have that month reopened."));
            }
        }
        return List.copyOf(problems);
    }

    /** @throws RuleViolation with all problems, when there are any */
    public void check(JournalEntry entry, LocalDate businessDate) {
        List<Problem> problems = problems(entry, businessDate);
        if (!problems.isEmpty()) {
            throw new RuleViolation(problems);
        }
    }
}
