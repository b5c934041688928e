package tidemark.core.format;

import static tidemark.core.words.Catalogue.say;

import java.io.IOException;
import java.io.Reader;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;

/**
 * Rows of separated values, one at a time. Fields are parted by the separator, rows by LF, CR LF or CR. A field that
 * begins with a quote goes on to the next single quote, whatever stands in it; two quotes stand for one. Fields are
 * places in the row until they are asked for, so that a date or an amount costs no string. A NUL character, a row of
 * more than {@link #LONGEST_ROW} characters and a quote that is never ended are refused. Cost: O(characters); memory
 * O(longest row). Source: RFC 4180, which knows the comma and CR LF alone.
 */
final class SeparatedText {
    static final int LONGEST_ROW = 1 << 18;

    private final Reader in;
    private final boolean[] telling = new boolean[128];
    private final char separator;
    private char[] buffer = new char[1 << 14];
    private int at;
    private int end;
    private boolean afterCr;
    private boolean begun;
    private int start;
    private int from;
    private int place;
    private int quotedEnd = -1;
    private int[] starts = new int[16];
    private int[] ends = new int[16];
    private int count;
    private int number;
    private int next = 1;

    SeparatedText(Reader in, char separator) {
        this.in = in;
        this.separator = separator;
        for (char c : new char[] {'\n', '\r', '"', 0}) {
            telling[c] = true;
        }
        if (separator < telling.length) {
            telling[separator] = true;
        }
    }

    /** Line of the file in which the row begins, from 1. */
    int number() {
        return number;
    }

    int count() {
        return count;
    }

    /** Goes to the next row; false after the last. Where reading fails, {@link #number} is that of the row it failed in. */
    boolean next() throws IOException {
        number = next;
        start = at;
        place = at;
        if (at == end && !more()) {
            return false;
        }
        if (afterCr) {
            afterCr = false;
            if (buffer[at] == '\n') {
                at++;
                start = at;
                place = at;
                if (at == end && !more()) {
                    return false;
                }
            }
        }
        next++;
        count = 0;
        from = place;
        while (true) {
            int stop = end;
            int i = place;
            char[] chars = buffer;
            char c = separator;
            while (i < stop) {
                c = chars[i];
                if (c < telling.length ? telling[c] : c == separator) {
                    break;
                }
                i++;
            }
            place = i;
            if (i == stop) {
                if (!more()) {
                    field(place);
                    at = place;
                    return true;
                }
            } else if (c == separator) {
                field(i);
                place = i + 1;
                from = place;
            } else if (c == '"') {
                if (i == from) {
                    quoted();
                } else {
                    place++;
                }
            } else if (c == 0) {
                throw nul();
            } else {
                field(i);
                at = i + 1;
                afterCr = c == '\r';
                return true;
            }
        }
    }

    private void field(int plainEnd) {
        if (count == starts.length) {
            starts = Arrays.copyOf(starts, 2 * count);
            ends = Arrays.copyOf(ends, 2 * count);
        }
        starts[count] = from;
        ends[count] = quotedEnd < 0 ? plainEnd : quotedEnd;
        quotedEnd = -1;
        count++;
    }

    /** Goes over a quoted field and what follows it up to its separator; the quotes are taken out where they stand. */
    private void quoted() throws IOException {
        int gap = 1;
        boolean inside = true;
        boolean cr = false;
        place++;
        while (place < end || more()) {
            char c = buffer[place];
            if (c == 0) {
                throw nul();
            }
            if (!inside) {
                if (c == separator || c == '\n' || c == '\r') {
                    break;
                }
            } else if (c == '"') {
                gap++;
                place++;
                if ((place == end && !more()) || buffer[place] != '"') {
                    inside = false;
                    continue;
                }
            } else if (c == '\r' || (c == '\n' && !cr)) {
                next++;
            }
            cr = c == '\r';
            buffer[place - gap] = c;
            place++;
        }
        if (inside) {
            throw new RuleViolation(
                    "file.csv",
                    say("file.csv.where", number),
                    say("file.csv.found"),
                    say("file.csv.expected"),
                    say("file.csv.remedy"));
        }
        quotedEnd = place - gap;
    }

    /** Reads on behind what there is of the row; false at the end. What lies before the row is given up. */
    private boolean more() throws IOException {
        if (start > 0) {
            System.arraycopy(buffer, start, buffer, 0, end - start);
            for (int i = 0; i < count; i++) {
                starts[i] -= start;
                ends[i] -= start;
            }
            at -= start;
            from -= start;
            place -= start;
            end -= start;
            start = 0;
        }
        if (end == buffer.length) {
            if (end >= LONGEST_ROW) {
                throw new RuleViolation(
                        "file.csv",
                        say("file.csv.where", number),
                        say("file.csv.found2", LONGEST_ROW),
                        say("file.csv.expected"),
                        say("file.csv.remedy2"));
            }
            buffer = Arrays.copyOf(buffer, 2 * end);
        }
        int got = in.read(buffer, end, buffer.length - end);
        if (got > 0 && !begun) {
            begun = true;
            if (buffer[0] == '\uFEFF') {
                System.arraycopy(buffer, 1, buffer, 0, got - 1);
                got--;
                if (got == 0) {
                    return more();
                }
            }
        }
        end += Math.max(0, got);
        return got > 0;
    }

    private RuleViolation nul() {
        return new RuleViolation(
                "file.nul",
                say("file.nul.where", number),
                say("file.nul.found"),
                say("file.nul.expected"),
                say("file.nul.remedy"));
    }

    /** The field, from 0, as it stands. */
    String text(int field) {
        return new String(buffer, starts[field], ends[field] - starts[field]);
    }

    List<String> texts() {
        String[] all = new String[count];
        for (int i = 0; i < count; i++) {
            all[i] = text(i);
        }
        return List.of(all);
    }

    /** Takes blanks from both ends of a field; false where nothing is left. */
    boolean strip(int field) {
        int first = starts[field];
        int last = ends[field];
        while (first < last && isBlank(buffer[first])) {
            first++;
        }
        while (last > first && isBlank(buffer[last - 1])) {
            last--;
        }
        starts[field] = first;
        ends[field] = last;
        return first < last;
    }

    private static boolean isBlank(char c) {
        return (c <= ' ' || c > '~') && Character.isWhitespace(c);
    }

    /** The field as a day such as 2026-06-04; null where it is written in another way. */
    @Nullable
    LocalDate day(int field, DayMemo days) {
        int first = starts[field];
        if (ends[field] - first != 10 || buffer[first + 4] != '-' || buffer[first + 7] != '-') {
            return null;
        }
        int number = 0;
        for (int i = first; i < first + 10; i++) {
            char c = buffer[i];
            if (c >= '0' && c <= '9') {
                number = number * 10 + (c - '0');
            } else if (i != first + 4 && i != first + 7) {
                return null;
            }
        }
        return number > 99_999_999 ? null : days.of(number);
    }

    /** The field in minor units where it is a plain amount; {@link MinorUnits#NOT_PLAIN} where it is not. */
    long amount(int field, CurrencyUnit currency) {
        return MinorUnits.plain(buffer, starts[field], ends[field], '.', currency);
    }
}
