package tidemark.core.format;

import static tidemark.core.words.Catalogue.say;

import java.io.IOException;
import java.io.Reader;
import java.nio.charset.CharacterCodingException;
import java.time.LocalDate;
import java.util.Arrays;
import org.jspecify.annotations.Nullable;
import tidemark.core.problem.RuleViolation;

/**
 * Tags and texts of OFX, whether its elements are closed (2.x) or left open (1.x), as a stream. A tag or text of more
 * than {@link #LONGEST} characters is refused, a document type definition too.
 */
final class OfxTokens {
    static final int LONGEST = 20_000;

    /** What has been read. */
    enum Kind {
        /** A tag. */
        OPEN,
        CLOSE,
        TEXT,
        /** A tag with its text, and with the tag that closes it where that follows. */
        LEAF,
        END
    }

    private static final boolean[] NAME_PART = new boolean[128];
    private static final boolean[] TELLING = new boolean[64];

    static {
        for (char c : new char[] {'<', '&', '\n', 0}) {
            TELLING[c] = true;
        }
        for (char c = 0; c < NAME_PART.length; c++) {
            NAME_PART[c] = Character.isLetterOrDigit(c) || c == '.' || c == '_';
        }
    }

    private final Reader in;
    private final char[] buffer = new char[1 << 14];
    private int at;
    private int end;
    private int line = 1;
    private final StringBuilder text = new StringBuilder();
    private OfxElement element = OfxElement.OTHER;
    /** What came after each element when it was met last; in a file of many lines it mostly comes again. */
    private final OfxElement[] follower = new OfxElement[OfxElement.values().length];

    private boolean closed;
    private String given = "";
    private int valueFrom;
    private int valueTo = -1;

    OfxTokens(Reader in) {
        this.in = in;
        Arrays.fill(follower, OfxElement.OTHER);
    }

    int line() {
        return line;
    }

    /** The element whose tag has been read. */
    OfxElement element() {
        return element;
    }

    /** Whether a leaf was read with the tag that closes it. */
    boolean isClosed() {
        return closed;
    }

    /** The text with its entities resolved, stripped. */
    String value() {
        if (valueTo >= 0) {
            given = new String(buffer, valueFrom, valueTo - valueFrom);
            valueTo = -1;
        }
        return given;
    }

    /** The text as a day in eight digits, whatever follows; null where it is none. */
    @Nullable
    LocalDate day(DayMemo days) {
        if (valueTo < 0 || valueTo - valueFrom < 8) {
            return null;
        }
        int number = 0;
        for (int i = valueFrom; i < valueFrom + 8; i++) {
            char c = buffer[i];
            if (c < '0' || c > '9') {
                return null;
            }
            number = number * 10 + (c - '0');
        }
        return days.of(number);
    }

    Kind next() throws IOException {
        while (true) {
            while (at < end && isBlank(buffer[at])) {
                if (buffer[at] == '\n') {
                    line++;
                }
                at++;
            }
            int c = read();
            if (c < 0) {
                return Kind.END;
            }
            if (c == '<') {
                Kind kind = tag();
                if (kind != null) {
                    return kind;
                }
            } else {
                unread(c);
                String found = text('<');
                if (!found.isEmpty()) {
                    given = found;
                    valueTo = -1;
                    return Kind.TEXT;
                }
            }
        }
    }

    private static boolean isBlank(char c) {
        return c == ' ' || c == '\n' || c == '\r' || c == '\t';
    }

    private void unread(int c) {
        at--;
        if (c == '\n') {
            line--;
        }
    }

    private int read() throws IOException {
        if (at == end) {
            try {
                end = in.read(buffer, 0, buffer.length);
            } catch (CharacterCodingException e) {
                throw new RuleViolation(
                        "file.charset",
                        say("file.charset.where", line),
                        say("file.charset.found"),
                        say("file.charset.expected"),
                        say("file.charset.remedy"));
            }
            at = 0;
            if (end <= 0) {
                end = 0;
                return -1;
            }
        }
        char c = buffer[at++];
        if (c == '\n') {
            line++;
        } else if (c == 0) {
            throw new RuleViolation(
                    "file.nul",
                    say("file.nul.where", line),
                    say("file.nul.found"),
                    say("file.nul.expected"),
                    say("file.nul.remedy"));
        }
        return c;
    }

    /** The tag after its opening bracket; null for what is passed over. */
    @SuppressWarnings("NullAway")
    private Kind tag() throws IOException {
        OfxElement likely = follower[element.ordinal()];
        if (likely.stands(buffer, at, end)) {
            element = likely;
            int start = at;
            at += likely.length() + 1;
            return !element.group && leaf(start, at - 1) ? Kind.LEAF : Kind.OPEN;
        }
        boolean closing = at < end && buffer[at] == '/';
        int start = closing ? at + 1 : at;
        int plain = start;
        int hash = 0;
        char[] chars = buffer;
        int stop = end;
        while (plain < stop) {
            char c = chars[plain];
            if (c >= NAME_PART.length || !NAME_PART[c]) {
                break;
            }
            hash = OfxElement.step(hash, c);
            plain++;
        }
        if (plain > start && plain < end && buffer[plain] == '>') {
            OfxElement before = element;
            element = OfxElement.of(buffer, start, plain, hash);
            at = plain + 1;
            if (closing) {
                return Kind.CLOSE;
            }
            follower[before.ordinal()] = element;
            return !element.group && leaf(start, plain) ? Kind.LEAF : Kind.OPEN;
        }
        text.setLength(0);
        int c = read();
        boolean section = false;
        while (c >= 0 && (c != '>' || section)) {
            text.append((char) c);
            if (text.length() == 8 && text.charAt(0) == '!' && "![CDATA[".contentEquals(text)) {
                section = true;
            }
            if (!section && c != '!' && text.length() > 1) {
                // most of a tag's name in one go
                int from = at;
                while (at < end && buffer[at] > ' ' && buffer[at] != '>' && buffer[at] != '[') {
                    at++;
                }
                text.append(buffer, from, at - from);
            }
            if (section && text.length() > 8 && c == ']') {
                int following = read();
                if (following == ']') {
                    int last = read();
                    if (last == '>') {
                        given = text.substring(8, text.length() - 1).strip();
                        valueTo = -1;
                        return given.isEmpty() ? null : Kind.TEXT;
                    }
                    at--;
                }
                if (following >= 0) {
                    at--;
                }
            }
            bounded();
            c = read();
        }
        if (c < 0) {
            throw broken(say("format.aTagThatIsNotEnded"));
        }
        if (text.isEmpty()) {
            throw broken(say("format.aTagWithoutAName"));
        }
        char first = text.charAt(0);
        if (first == '?' || text.indexOf("!--") == 0) {
            return null;
        }
        if (first == '!') {
            throw new RuleViolation(
                    "xml.doctype",
                    say("xml.doctype.where", line),
                    say("xml.doctype.found"),
                    say("xml.doctype.expected"),
                    say("xml.doctype.remedy"));
        }
        boolean close = first == '/';
        boolean empty = text.charAt(text.length() - 1) == '/';
        String whole = text.substring(close ? 1 : 0, text.length() - (empty && !close ? 1 : 0));
        int blank = 0;
        while (blank < whole.length() && !Character.isWhitespace(whole.charAt(blank))) {
            blank++;
        }
        whole = whole.substring(0, blank);
        int colon = whole.indexOf(':');
        element = OfxElement.of(colon < 0 ? whole : whole.substring(colon + 1));
        if (empty && !close) {
            return null;
        }
        return close ? Kind.CLOSE : Kind.OPEN;
    }

    /**
     * Takes the text that follows a tag, up to the next tag, and that one too where it closes this element; false where
     * there is none, where it has entities or is not wholly read yet.
     */
    private boolean leaf(int nameStart, int nameEnd) {
        char[] chars = buffer;
        int stop = end;
        int place = at;
        int newlines = 0;
        while (place < stop) {
            char c = chars[place];
            if (c < TELLING.length && TELLING[c]) {
                if (c == '<') {
                    break;
                }
                if (c != '\n') {
                    return false;
                }
                newlines++;
            }
            place++;
        }
        if (place == stop || !strip(at, place)) {
            return false;
        }
        line += newlines;
        int length = nameEnd - nameStart;
        at = place;
        int close = place + 2;
        if (close + length < stop
                && chars[place + 1] == '/'
                && chars[close + length] == '>'
                && Arrays.equals(chars, close, close + length, chars, nameStart, nameEnd)) {
            at = close + length + 1;
            closed = true;
        } else {
            closed = false;
        }
        return true;
    }

    private void bounded() {
        if (text.length() > LONGEST) {
            throw new RuleViolation(
                    "text.long",
                    say("text.long.where", line),
                    say("text.long.found", LONGEST),
                    say("text.long.expected", LONGEST),
                    say("text.long.remedy"));
        }
    }

    private RuleViolation broken(String found) {
        return new RuleViolation(
                "ofx.malformed",
                say("ofx.malformed.where", line),
                found,
                say("ofx.malformed.expected2"),
                say("ofx.malformed.remedy"));
    }

    private String text(char until) throws IOException {
        int newlines = 0;
        for (int i = at; i < end; i++) {
            char c = buffer[i];
            if (c == until) {
                String whole = strip(at, i) ? value() : "";
                line += newlines;
                at = i;
                return whole;
            }
            if (c == '&' || c == 0) {
                break;
            }
            if (c == '\n') {
                newlines++;
            }
        }
        // an entity, or text that reaches beyond what has been read so far
        text.setLength(0);
        boolean entity = false;
        while (true) {
            int start = at;
            while (at < end) {
                char c = buffer[at];
                if (c == until || c < ' ' || c == '&') {
                    break;
                }
                at++;
            }
            text.append(buffer, start, at - start);
            bounded();
            if (at < end && buffer[at] == until) {
                break;
            }
            int c = read();
            if (c < 0) {
                break;
            }
            if (c == until) {
                at--;
                break;
            }
            entity |= c == '&';
            text.append((char) c);
        }
        String plain = text.toString().strip();
        return entity ? resolved(plain) : plain;
    }

    /** Makes what lies between, without blanks at its ends, the value; false where nothing is left. */
    private boolean strip(int from, int to) {
        int start = from;
        int last = to;
        while (start < last && isSpace(buffer[start])) {
            start++;
        }
        while (last > start && isSpace(buffer[last - 1])) {
            last--;
        }
        valueFrom = start;
        valueTo = last;
        return start < last;
    }

    private static boolean isSpace(char c) {
        return (c <= ' ' || c > '~') && Character.isWhitespace(c);
    }

    /** The five predefined entities, a blank that does not break, and characters by number; no other is looked up. */
    static String resolved(String text) {
        StringBuilder out = new StringBuilder(text.length());
        int at = 0;
        while (at < text.length()) {
            char c = text.charAt(at);
            int end = c == '&' ? text.indexOf(';', at) : -1;
            if (end < 0 || end - at > 9) {
                out.append(c);
                at++;
                continue;
            }
            String entity = text.substring(at + 1, end);
            String plain = switch (entity) {
                case "amp" -> "&";
                case "lt" -> "<";
                case "gt" -> ">";
                case "quot" -> "\"";
                case "apos" -> "'";
                case "nbsp" -> " ";
                default -> numbered(entity);
            };
            out.append(plain.isEmpty() ? text.substring(at, end + 1) : plain);
            at = end + 1;
        }
        return out.toString();
    }

    private static String numbered(String entity) {
        try {
            if (entity.startsWith("#x")) {
                return character(Integer.parseInt(entity.substring(2), 16));
            }
            return entity.startsWith("#") ? character(Integer.parseInt(entity.substring(1))) : "";
        } catch (NumberFormatException e) {
            return "";
        }
    }

    private static String character(int code) {
        return Character.isValidCodePoint(code) && code >= ' ' ? Character.toString(code) : "";
    }
}
