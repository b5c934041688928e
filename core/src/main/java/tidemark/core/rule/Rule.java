package tidemark.core.rule;

import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import tidemark.core.ledger.CashEntry;
import tidemark.core.statement.BankLine;

/**
 * A rule of an account, in force between its dates.
 *
 * @param from first booking date it is for
 * @param to last booking date it is for
 */
public record Rule(
        long id, String name, Conditions when, Effect then, Optional<LocalDate> from, Optional<LocalDate> to) {
    /** Whether the rule is in force on the day of the line and its conditions hold. Cost: O(conditions · text). */
    public boolean fits(BankLine line) {
        return (from.isEmpty() || !line.bookingDate().isBefore(from.get()))
                && (to.isEmpty() || !line.bookingDate().isAfter(to.get()))
                && when.hold(line);
    }

    /** The first of the rules, in their order, that books the line. */
    public static Optional<Rule> booking(List<Rule> rules, BankLine line) {
        return rules.stream()
                .filter(r -> r.then() instanceof Effect.Book && r.fits(line))
                .findFirst();
    }

    /** Whether a rule says that the line is something the bank takes back; only money out is. */
    public static boolean returned(List<Rule> rules, BankLine line) {
        return line.minorUnits() < 0
                && rules.stream().anyMatch(r -> r.then() instanceof Effect.Returned && r.fits(line));
    }

    /** The first of the rules that says what becomes of the line: books it, or says that it came back. */
    public static Optional<Rule> providing(List<Rule> rules, BankLine line) {
        return rules.stream()
                .filter(r -> r.then() instanceof Effect.Book
                        || (r.then() instanceof Effect.Returned && line.minorUnits() < 0))
                .filter(r -> r.fits(line))
                .findFirst();
    }

    /** The largest difference allowed for a line: the account's own, or that of the first rule that allows one. */
    public static long tolerance(List<Rule> rules, BankLine line, long ofAccount) {
        for (Rule rule : rules) {
            if (rule.then() instanceof Effect.Allow allow && rule.fits(line)) {
                return Math.max(ofAccount, allow.minorUnits());
            }
        }
        return ofAccount;
    }

    /** The largest difference allowed for lines that are matched together: once, whatever their number. */
    public static long tolerance(List<Rule> rules, List<BankLine> lines, long ofAccount) {
        return lines.stream()
                .mapToLong(line -> tolerance(rules, line, ofAccount))
                .max()
                .orElse(ofAccount);
    }

    /** Whether an entry is of a party that the rule prefers or forbids. */
    public boolean speaksOf(CashEntry entry) {
        String party = switch (then) {
            case Effect.Prefer p -> p.party();
            case Effect.Forbid f -> f.party();
            case Effect.Book ignored -> "";
            case Effect.Allow ignored -> "";
            case Effect.Returned ignored -> "";
        };
        String wanted = party.strip().toUpperCase(Locale.ROOT);
        return !wanted.isEmpty()
                && (entry.party().toUpperCase(Locale.ROOT).contains(wanted)
                        || entry.text().toUpperCase(Locale.ROOT).contains(wanted));
    }
}
