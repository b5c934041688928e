package tidemark.core.matching;

import static tidemark.core.words.Catalogue.say;

import java.time.temporal.ChronoUnit;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.BankLine;

/** A line of one own account and a line of another that are two ends of one transfer. */
public final class OwnTransfer {
    /** What goes out arrives within so many days; a bank may also book the incoming first. */
    private static final int LATEST = 7;

    private static final int EARLIEST = -2;

    private OwnTransfer() {}

    /** A line of another own account in the same currency. */
    public record OtherEnd(long accountId, String accountName, BankLine line) {}

    /**
     * Those that may be the line's other end: the same amount the other way within days. Those whose text names one of
     * the accounts or a transfer come first, then the nearest in time. Cost: O(n log n).
     */
    public static List<OtherEnd> otherEnds(BankLine line, String accountName, List<OtherEnd> others) {
        return others.stream()
                .filter(o -> fits(line, o.line()))
                .sorted(Comparator.comparing((OtherEnd o) -> !speaks(line, accountName, o))
                        .thenComparing(o -> Math.abs(days(line, o.line())))
                        .thenComparing(o -> o.line().id().value()))
                .toList();
    }

    private static boolean fits(BankLine line, BankLine other) {
        if (line.minorUnits() != -other.minorUnits()) {
            return false;
        }
        long days = line.minorUnits() < 0 ? days(line, other) : days(other, line);
        return days >= EARLIEST && days <= LATEST;
    }

    private static long days(BankLine from, BankLine to) {
        return ChronoUnit.DAYS.between(from.bookingDate(), to.bookingDate());
    }

    private static boolean speaks(BankLine line, String accountName, OtherEnd other) {
        String words = (line.counterparty() + " " + line.text() + " "
                        + other.line().counterparty() + " " + other.line().text())
                .toUpperCase(Locale.ROOT);
        return words.contains("TRANSFER")
                || words.contains(accountName.toUpperCase(Locale.ROOT))
                || words.contains(other.accountName().toUpperCase(Locale.ROOT));
    }

    /** @throws RuleViolation {@code transfer.ends} where the lines are not two ends of one transfer */
    public static void check(BankLine line, BankLine other) {
        if (!fits(line, other)) {
            throw new RuleViolation(
                    "transfer.ends",
                    "",
                    say("transfer.ends.found"),
                    say("transfer.ends.expected"),
                    say("transfer.ends.remedy"));
        }
    }
}
