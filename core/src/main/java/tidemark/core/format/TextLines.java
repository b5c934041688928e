package tidemark.core.format;

import static tidemark.core.words.Catalogue.say;

import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CharsetDecoder;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import org.jspecify.annotations.Nullable;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.ReadWarning;

/**
 * Lines of a text file, ended by LF, CR LF or CR, as a stream. A line of plain ASCII costs one look at each byte; any
 * other is read as UTF-8 and, where it is none, as Windows-1252. A line of more than {@link #LONGEST} bytes and a NUL
 * byte are refused, so memory is bounded whatever the file holds.
 */
final class TextLines {
    static final int LONGEST = 1 << 16;
    private static final Charset WESTERN = Charset.forName("windows-1252");

    private final InputStream in;
    private final byte[] buffer = new byte[1 << 16];
    private int at;
    private int end;
    private byte[] line = new byte[256];
    private int length;
    private int number;
    private long offset;
    private boolean afterCr;
    private boolean ended;
    private int firstForeign;

    private final CharsetDecoder utf8 = StandardCharsets.UTF_8
            .newDecoder()
            .onMalformedInput(CodingErrorAction.REPORT)
            .onUnmappableCharacter(CodingErrorAction.REPORT);

    TextLines(InputStream in) {
        this.in = in;
    }

    /** The number of the line given last, from 1. */
    int number() {
        return number;
    }

    /** Whether the line given last was ended by a line break. */
    boolean wasEnded() {
        return ended;
    }

    /** Tells, at the end, of lines that were not UTF-8. */
    void tellCharset(StatementSink sink) {
        if (firstForeign > 0) {
            sink.warn(ReadWarning.note(
                    firstForeign,
                    "file.charset",
                    say("file.charset.found3"),
                    say("file.charset.expected3"),
                    say("file.charset.remedy3")));
        }
    }

    /** The next line without its break, or null at the end. */
    @Nullable
    String next() throws IOException {
        length = 0;
        boolean ascii = true;
        boolean any = false;
        while (true) {
            if (at == end) {
                end = in.read(buffer, 0, buffer.length);
                at = 0;
                if (end <= 0) {
                    end = 0;
                    if (!any) {
                        return null;
                    }
                    break;
                }
            }
            if (afterCr) {
                afterCr = false;
                if (buffer[at] == '\n') {
                    at++;
                    offset++;
                    continue;
                }
            }
            if (!any) {
                any = true;
                ended = false;
                number++;
            }
            int start = at;
            byte b = 0;
            byte[] bytes = buffer;
            int stop = end;
            int place = start;
            while (place < stop) {
                b = bytes[place];
                if (b <= '\r') {
                    if (b == '\n' || b == '\r') {
                        break;
                    }
                    if (b == 0) {
                        throw new RuleViolation(
                                "file.nul",
                                say("file.nul.where", number),
                                say("file.nul.found2", offset + place - start),
                                say("file.nul.expected"),
                                say("file.nul.remedy"));
                    }
                    if (b < 0) {
                        ascii = false;
                    }
                }
                place++;
            }
            at = place;
            offset += at - start;
            if (ascii && length == 0 && at < end) {
                // as nearly always: a line that lies whole in the buffer
                String whole = new String(buffer, start, within(at - start), StandardCharsets.ISO_8859_1);
                at++;
                offset++;
                afterCr = b == '\r';
                ended = true;
                return whole;
            }
            append(start, at - start);
            if (at < end) {
                at++;
                offset++;
                afterCr = b == '\r';
                ended = true;
                break;
            }
        }
        return text(ascii);
    }

    private void append(int start, int count) {
        within(length + count);
        if (length + count > line.length) {
            line = java.util.Arrays.copyOf(line, Math.max(length + count, 2 * line.length));
        }
        System.arraycopy(buffer, start, line, length, count);
        length += count;
    }

    private int within(int count) {
        if (count > LONGEST) {
            throw new RuleViolation(
                    "line.long",
                    say("line.long.where", number),
                    say("line.long.found", LONGEST),
                    say("line.long.expected", LONGEST),
                    say("line.long.remedy"));
        }
        return count;
    }

    private String text(boolean ascii) {
        int start =
                number == 1 && length >= 3 && line[0] == (byte) 0xEF && line[1] == (byte) 0xBB && line[2] == (byte) 0xBF
                        ? 3
                        : 0;
        if (ascii) {
            return new String(line, 0, length, StandardCharsets.ISO_8859_1);
        }
        try {
            return utf8.decode(ByteBuffer.wrap(line, start, length - start)).toString();
        } catch (CharacterCodingException e) {
            if (firstForeign == 0) {
                firstForeign = number;
            }
            return new String(line, start, length - start, WESTERN);
        }
    }
}
