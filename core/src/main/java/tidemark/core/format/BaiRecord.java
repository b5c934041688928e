package tidemark.core.format;

import java.time.LocalDate;
import java.util.Arrays;
import org.jspecify.annotations.Nullable;

/** One record with its continuations, and its fields one after another; a missing field is empty. Used again for each. */
final class BaiRecord {
    /** What {@link #single} gives for an empty field. */
    static final char NOTHING = 0;

    private static final char OTHER = 1;

    private char[] chars = new char[512];
    private int length;
    private int at;
    private int from;
    private int to;

    boolean isEmpty() {
        return length == 0;
    }

    void clear() {
        length = 0;
    }

    void begin(String line) {
        length = 0;
        at = 0;
        append(line, 0);
    }

    private void append(String line, int start) {
        int needed = length + line.length() - start + 1;
        if (needed > chars.length) {
            chars = Arrays.copyOf(chars, Math.max(needed, 2 * chars.length));
        }
        line.getChars(start, line.length(), chars, length);
        length = needed - 1;
    }

    /** A continuation: a text goes on after a blank, other fields are separated by the slash that ended the record. */
    void more(String line, int start) {
        boolean text = chars[0] == '1';
        complete();
        boolean slash = endsWithSlash();
        if (slash) {
            length--;
        }
        if (slash && length > 0 && chars[length - 1] != ',') {
            chars[length++] = ',';
        } else if (!slash && text) {
            chars[length++] = ' ';
        }
        append(line, start);
    }

    /** Takes blanks from the end. */
    void complete() {
        while (length > 0 && chars[length - 1] <= ' ') {
            length--;
        }
    }

    boolean endsWithSlash() {
        return length > 0 && chars[length - 1] == '/';
    }

    String text() {
        return new String(chars, 0, length);
    }

    boolean hasMore() {
        return at < length && chars[at] != '/';
    }

    /** Goes to the next field. */
    void next() {
        int end = at;
        while (end < length && chars[end] != ',' && chars[end] != '/') {
            end++;
        }
        from = at;
        to = end;
        at = end < length && chars[end] == ',' ? end + 1 : end;
        while (from < to && isBlank(chars[from])) {
            from++;
        }
        while (to > from && isBlank(chars[to - 1])) {
            to--;
        }
    }

    private static boolean isBlank(char c) {
        return c == ' ' || ((c < ' ' || c > '~') && Character.isWhitespace(c));
    }

    boolean isFieldEmpty() {
        return from == to;
    }

    String field() {
        return from == to ? "" : new String(chars, from, to - from);
    }

    /** The next field. */
    String read() {
        next();
        return field();
    }

    /** All that is left, which may hold commas and slashes, without the slash that ends the record. */
    String rest() {
        String rest = new String(chars, at, length - at).strip();
        return rest.endsWith("/") ? rest.substring(0, rest.length() - 1).strip() : rest;
    }

    /** The field's only character; {@link #NOTHING} where it is empty, another character where it has more. */
    char single() {
        return from == to ? NOTHING : to - from > 1 ? OTHER : chars[from];
    }

    /** The field as a number of so many digits; -1 where it is none. */
    int number(int digits) {
        return to - from == digits && digits <= 9 ? (int) number() : -1;
    }

    /** The field as a number of at most 18 digits without a sign; -1 where it is none. */
    long number() {
        if (from == to || to - from > 18) {
            return -1;
        }
        long value = 0;
        for (int i = from; i < to; i++) {
            char c = chars[i];
            if (c < '0' || c > '9') {
                return -1;
            }
            value = value * 10 + (c - '0');
        }
        return value;
    }

    /** The field as a day in six digits; null where it is none. */
    @Nullable
    LocalDate day(DayMemo days) {
        return days.ofSix(number(6));
    }
}
