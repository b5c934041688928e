package tidemark.core.problem;

import static tidemark.core.words.Catalogue.say;

import java.util.Collections;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * One thing that does not fit, said so that a person can mend it.
 *
 * @param code stable name of the rule that was broken, such as {@code entry.unbalanced}
 * @param where the field, or the line and column of a file; empty where the code says it all
 * @param found what was found; {@code nothing} where it was left empty
 * @param expected what would have been accepted
 * @param remedy what to do next
 * @param values what a program may need of it, by name: amounts as plain decimals, days as in ISO 8601, identifiers; the
 *     code says which names there are
 */
public record Problem(
        String code,
        String where,
        String found,
        String expected,
        String remedy,
        @Nullable Map<String, String> values) {
    private static final Pattern FIELD = Pattern.compile("[a-z]+([A-Z][a-z]+)+");
    private static final Pattern WITHIN = Pattern.compile("[A-Z]");

    public Problem {
        Objects.requireNonNull(where);
        // problems that were kept before had none
        values = values == null ? Map.of() : Collections.unmodifiableMap(new TreeMap<>(values));
        // what was typed is told as it was; a field left empty held nothing
        found = found.isBlank() ? "nothing" : found;
        if (code.isBlank() || expected.isBlank() || remedy.isBlank()) {
            throw new IllegalArgumentException("A problem names its code, what was expected, and the remedy");
        }
    }

    public Problem(String code, String where, String found, String expected, String remedy) {
        this(code, where, found, expected, remedy, Map.of());
    }

    @Override
    public Map<String, String> values() {
        return Objects.requireNonNull(values);
    }

    /** The same with one more value. */
    public Problem with(String name, Object value) {
        Map<String, String> more = new TreeMap<>(values());
        more.put(name, value.toString());
        return new Problem(code, where, found, expected, remedy, more);
    }

    /** The same at another place, such as within a file. */
    public Problem at(String place) {
        return new Problem(code, place, found, expected, remedy, values);
    }

    /** A problem of one line of a file, counted from 1. */
    public static Problem atLine(int line, String code, String found, String expected, String remedy) {
        return new Problem(code, say("problem.line", line), found, expected, remedy);
    }

    /** The whole problem as a sentence or three, for a person. */
    public String message() {
        String words = words(where);
        String place = words.isEmpty() ? "" : Character.toUpperCase(words.charAt(0)) + words.substring(1) + ": ";
        return say("problem.foundExpected").formatted(place, found, expected, remedy);
    }

    /** A field as it is read: {@code paperDate} is {@code paper date}; anything else as it is. */
    private static String words(String where) {
        if (!FIELD.matcher(where).matches()) {
            return where;
        }
        return WITHIN.matcher(where).replaceAll(m -> " " + m.group().toLowerCase(Locale.ROOT));
    }
}
