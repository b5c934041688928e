package tidemark.core.problem;

import java.util.Objects;

/**
 * One thing that does not fit, said so that a person can mend it.
 *
 * @param code stable name of the rule that was broken, such as {@code entry.unbalanced}
 * @param where the field, or the line and column of a file; empty where the code says it all
 * @param found what was found; {@code nothing} where it was left empty
 * @param expected what would have been accepted
 * @param remedy what to do next
 */
public record Problem(String code, String where, String found, String expected, String remedy) {
    public Problem {
        Objects.requireNonNull(where);
        // what was typed is told as it was; a field left empty held nothing
        found = found.isBlank() ? "nothing" : found;
        if (code.isBlank() || expected.isBlank() || remedy.isBlank()) {
            throw new IllegalArgumentException("A problem names its code, what was expected, and the remedy");
        }
    }

    public static Problem atLine(int line, String code, String found, String expected, String remedy) {
        return new Problem(code, "line " + line, found, expected, remedy);
    }

    /** The whole problem as a sentence or three, for a person. */
    public String message() {
        String place = where.isEmpty() ? "" : Character.toUpperCase(where.charAt(0)) + where.substring(1) + ": ";
        return "%sFound %s; expected %s. %s".formatted(place, found, expected, remedy);
    }
}
