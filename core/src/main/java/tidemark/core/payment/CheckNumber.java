package tidemark.core.payment;

import static tidemark.core.words.Catalogue.say;

import tidemark.core.problem.RuleViolation;

/** The number of a check: digits, counted up by one from check to check. */
public final class CheckNumber {
    private CheckNumber() {}

    /** @throws RuleViolation {@code check.number} */
    public static String parse(String text) {
        String plain = text.strip();
        if (!plain.matches("[0-9]{1,12}") || plain.matches("0+")) {
            throw new RuleViolation(
                    "check.number",
                    "number",
                    plain.isEmpty() ? say("check.number.found") : "“" + plain + "”",
                    say("check.number.expected"),
                    say("check.number.remedy"));
        }
        return plain;
    }

    /** The number after this one, with as many digits at least. */
    public static String after(String number) {
        String next = Long.toString(Long.parseLong(number) + 1);
        return "0".repeat(Math.max(0, number.length() - next.length())) + next;
    }
}
