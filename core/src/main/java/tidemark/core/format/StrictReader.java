package tidemark.core.format;

import java.io.IOException;
import java.io.InputStream;
import java.io.Reader;
import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CharsetDecoder;
import java.nio.charset.CoderResult;
import java.nio.charset.CodingErrorAction;

/**
 * Decodes text and refuses bytes that stand for no character of its charset, with a {@link CharacterCodingException} at
 * the very place: everything before them has been read when it comes, so that whoever counts lines can name the line.
 * (The reader of the class library decodes blocks of 8,192 bytes and drops what stood before.) Keeps 8,192 bytes.
 */
final class StrictReader extends Reader {
    private static final int SIZE = 8_192;

    private final InputStream in;
    private final CharsetDecoder decoder;
    private final ByteBuffer bytes = ByteBuffer.allocate(SIZE).flip();
    private final CharBuffer chars = CharBuffer.allocate(SIZE).flip();
    private CoderResult last = CoderResult.UNDERFLOW;
    private boolean ended;
    private boolean flushed;

    StrictReader(InputStream in, Charset charset) {
        this.in = in;
        decoder = charset.newDecoder()
                .onMalformedInput(CodingErrorAction.REPORT)
                .onUnmappableCharacter(CodingErrorAction.REPORT);
    }

    @Override
    public int read(char[] to, int offset, int length) throws IOException {
        while (!chars.hasRemaining()) {
            if (last.isError()) {
                last.throwException();
            }
            if (flushed) {
                return -1;
            }
            decode();
        }
        int count = Math.min(length, chars.remaining());
        chars.get(to, offset, count);
        return count;
    }

    private void decode() throws IOException {
        if (last.isUnderflow() && !ended) {
            bytes.compact();
            int count = in.read(bytes.array(), bytes.position(), bytes.remaining());
            ended = count < 0;
            bytes.position(bytes.position() + Math.max(count, 0)).flip();
        }
        chars.clear();
        last = decoder.decode(bytes, chars, ended);
        if (ended && last.isUnderflow()) {
            last = decoder.flush(chars);
            flushed = last.isUnderflow();
        }
        chars.flip();
    }

    @Override
    public void close() throws IOException {
        in.close();
    }
}
