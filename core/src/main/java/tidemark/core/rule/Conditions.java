package tidemark.core.rule;

import static tidemark.core.words.Catalogue.say;

import java.util.Arrays;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.BankLine;

/**
 * What a line must be for a rule; all that are given must hold.
 *
 * @param least smallest amount without its sign, in minor units
 * @param most largest amount without its sign, in minor units
 * @param textTest how {@code text} is looked for in the counterparty and text of the line; unused where it is empty
 * @param party whose words must all stand in the counterparty, in any order; in the text where the bank names no
 *     counterparty; empty for any
 * @param code the bank's code, exactly; empty for any
 * @param fromDay first day of the month
 * @param toDay last day of the month; before {@code fromDay} for a span over a month's end
 */
public record Conditions(
        Optional<Direction> direction,
        OptionalLong least,
        OptionalLong most,
        TextTest textTest,
        String text,
        String party,
        String code,
        OptionalInt fromDay,
        OptionalInt toDay) {
    /** Money in or out. */
    public enum Direction {
        IN,
        OUT
    }

    /** @throws RuleViolation {@code rule.conditions} where nothing is asked, {@code rule.amounts}, {@code rule.days} */
    public Conditions {
        if (direction.isEmpty()
                && least.isEmpty()
                && most.isEmpty()
                && text.isBlank()
                && party.isBlank()
                && code.isEmpty()
                && fromDay.isEmpty()
                && toDay.isEmpty()) {
            throw new RuleViolation(
                    "rule.conditions",
                    "",
                    say("rule.conditions.found"),
                    say("rule.conditions.expected"),
                    say("rule.conditions.remedy"));
        }
        if ((least.isPresent() && least.getAsLong() < 0)
                || (least.isPresent() && most.isPresent() && least.getAsLong() > most.getAsLong())) {
            throw new RuleViolation(
                    "rule.amounts",
                    "least",
                    say("rule.amounts.found"),
                    say("rule.amounts.expected"),
                    say("rule.amounts.remedy"));
        }
        if (bad(fromDay) || bad(toDay)) {
            throw new RuleViolation(
                    "rule.days", "fromDay", say("rule.days.found"), say("rule.days.expected"), say("rule.days.remedy"));
        }
    }

    private static boolean bad(OptionalInt day) {
        return day.isPresent() && (day.getAsInt() < 1 || day.getAsInt() > 31);
    }

    /** Cost: O(text). */
    public boolean hold(BankLine line) {
        long amount = Math.abs(line.minorUnits());
        boolean in = line.minorUnits() > 0;
        return (direction.isEmpty() || in == (direction.get() == Direction.IN))
                && (least.isEmpty() || amount >= least.getAsLong())
                && (most.isEmpty() || amount <= most.getAsLong())
                && (code.isEmpty() || code.equals(line.code()))
                && (text.isBlank()
                        || textTest.holds(line.text(), text.strip())
                        || textTest.holds(line.counterparty(), text.strip()))
                && isOfParty(line)
                && onDay(line.bookingDate().getDayOfMonth());
    }

    private boolean isOfParty(BankLine line) {
        String named = line.counterparty().isBlank() ? line.text() : line.counterparty();
        return party.isBlank()
                || Arrays.stream(party.strip().split("\\s+")).allMatch(word -> TextTest.WORD.holds(named, word));
    }

    private boolean onDay(int day) {
        int from = fromDay.orElse(1);
        int to = toDay.orElse(31);
        return from <= to ? day >= from && day <= to : day >= from || day <= to;
    }
}
