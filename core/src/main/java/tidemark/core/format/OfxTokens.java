package tidemark.core.format;

import java.io.IOException;
import java.io.Reader;
import java.nio.charset.CharacterCodingException;
import tidemark.core.problem.RuleViolation;

/**
 * Tags and texts of OFX, whether its elements are closed (2.x) or left open (1.x), as a stream. A tag or text of more
 * than {@link #LONGEST} characters is refused, a document type definition too.
 */
final class OfxTokens {
    static final int LONGEST = 20_000;

    /** What has been read. */
    enum Kind {
        OPEN,
        CLOSE,
        TEXT,
        END
    }

    private static final boolean[] NAME_PART = new boolean[128];

    static {
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
    private String name = "";
    private final NamePool names = new NamePool();

    OfxTokens(Reader in) {
        this.in = in;
    }

    int line() {
        return line;
    }

    /** Name of the tag, in capitals, without a prefix; or the text with its entities resolved, stripped. */
    String value() {
        return name;
    }

    Kind next() throws IOException {
        while (true) {
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
                at--;
                String found = text('<');
                if (!found.isEmpty()) {
                    name = found;
                    return Kind.TEXT;
                }
            }
        }
    }

    private int read() throws IOException {
        if (at == end) {
            try {
                end = in.read(buffer, 0, buffer.length);
            } catch (CharacterCodingException e) {
                throw new RuleViolation(
                        "file.charset",
                        "line " + line,
                        "bytes that are not in the character set the file names",
                        "text in that character set",
                        "Fetch the file from the bank again.");
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
                    "line " + line,
                    "a NUL character",
                    "text",
                    "Fetch the file from the bank again; this one is damaged or no text file.");
        }
        return c;
    }

    /** The tag after its opening bracket; null for what is passed over. */
    @SuppressWarnings("NullAway")
    private Kind tag() throws IOException {
        boolean closing = at < end && buffer[at] == '/';
        int start = closing ? at + 1 : at;
        int plain = start;
        int hash = 0;
        while (plain < end && buffer[plain] < NAME_PART.length && NAME_PART[buffer[plain]]) {
            hash = hash * 31 + (buffer[plain] & 0x5F);
            plain++;
        }
        if (plain > start && plain < end && buffer[plain] == '>') {
            name = names.of(buffer, start, plain, hash);
            at = plain + 1;
            return closing ? Kind.CLOSE : Kind.OPEN;
        }
        text.setLength(0);
        int c = read();
        boolean section = false;
        while (c >= 0 && (c != '>' || section)) {
            text.append((char) c);
            if (!section && c != '!' && text.length() > 1) {
                // most of a tag's name in one go
                int from = at;
                while (at < end && buffer[at] > ' ' && buffer[at] != '>' && buffer[at] != '[') {
                    at++;
                }
                text.append(buffer, from, at - from);
            }
            if (text.length() == 8 && text.charAt(0) == '!' && "![CDATA[".contentEquals(text)) {
                section = true;
            }
            if (section && text.length() > 10 && c == ']') {
                int following = read();
                if (following == ']') {
                    int last = read();
                    if (last == '>') {
                        name = text.substring(8, text.length() - 1).strip();
                        return name.isEmpty() ? null : Kind.TEXT;
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
            throw broken("a tag that is not ended");
        }
        if (text.isEmpty()) {
            throw broken("a tag without a name");
        }
        char first = text.charAt(0);
        if (first == '?' || text.indexOf("!--") == 0) {
            return null;
        }
        if (first == '!') {
            throw new RuleViolation(
                    "xml.doctype",
                    "line " + line,
                    "a document type definition",
                    "an OFX document without one",
                    "Do not use this file; ask the bank for a clean one.");
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
        name = (colon < 0 ? whole : whole.substring(colon + 1)).toUpperCase(java.util.Locale.ROOT);
        if (empty && !close) {
            return null;
        }
        return close ? Kind.CLOSE : Kind.OPEN;
    }

    private void bounded() {
        if (text.length() > LONGEST) {
            throw new RuleViolation(
                    "text.long",
                    "line " + line,
                    "a tag or text of more than " + LONGEST + " characters",
                    "at most " + LONGEST,
                    "Fetch the file from the bank again; this one is damaged.");
        }
    }

    private RuleViolation broken(String found) {
        return new RuleViolation(
                "ofx.malformed",
                "line " + line,
                found,
                "a complete OFX document",
                "Fetch the file from the bank again.");
    }

    private String text(char until) throws IOException {
        int newlines = 0;
        for (int i = at; i < end; i++) {
            char c = buffer[i];
            if (c == until) {
                String whole = stripped(at, i);
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

    private String stripped(int from, int to) {
        int start = from;
        int last = to;
        while (start < last && (buffer[start] <= ' ' || buffer[start] > '~') && Character.isWhitespace(buffer[start])) {
            start++;
        }
        while (last > start
                && (buffer[last - 1] <= ' ' || buffer[last - 1] > '~')
                && Character.isWhitespace(buffer[last - 1])) {
            last--;
        }
        return start == last ? "" : new String(buffer, start, last - start);
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
