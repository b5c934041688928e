package tidemark.app.access;

import com.eatthepath.otp.TimeBasedOneTimePasswordGenerator;
import com.google.zxing.BarcodeFormat;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.QRCodeWriter;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.security.InvalidKeyException;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.time.Instant;
import javax.crypto.spec.SecretKeySpec;
import org.apache.commons.codec.binary.Base32;

/**
 * Codes of six digits that change every half minute, made of a shared secret and the time (RFC 6238, with SHA-1 as
 * every device reads it). A code of the half minute before or after is taken too: clocks differ.
 */
final class TimedCode {
    private static final SecureRandom RANDOM = new SecureRandom();
    private static final int SECRET_BYTES = 20;
    private static final TimeBasedOneTimePasswordGenerator GENERATOR = new TimeBasedOneTimePasswordGenerator();

    private TimedCode() {}

    /** A new secret, in Base32 as devices take it typed. */
    static String secret() {
        byte[] bytes = new byte[SECRET_BYTES];
        RANDOM.nextBytes(bytes);
        return new Base32().encodeAsString(bytes);
    }

    /** The half minute, counted from 1970, that a code belongs to among those that are taken at an instant; -1 for none. */
    static long step(String secret, String code, Instant at) {
        long now = at.getEpochSecond() / GENERATOR.getTimeStep().toSeconds();
        long found = -1;
        for (long step = now - 1; step <= now + 1; step++) {
            byte[] expected = code(secret, step).getBytes(StandardCharsets.US_ASCII);
            if (MessageDigest.isEqual(expected, code.getBytes(StandardCharsets.UTF_8))) {
                found = step;
            }
        }
        return found;
    }

    /** The code of a half minute. */
    static String code(String secret, long step) {
        try {
            return GENERATOR.generateOneTimePasswordString(
                    new SecretKeySpec(new Base32().decode(secret), GENERATOR.getAlgorithm()),
                    Instant.ofEpochSecond(step * GENERATOR.getTimeStep().toSeconds()));
        } catch (InvalidKeyException e) {
            throw new IllegalStateException(e);
        }
    }

    /** The address that a device reads from a picture. */
    static String address(String secret, String login) {
        return "otpauth://totp/Tide%20Mark:" + URLEncoder.encode(login, StandardCharsets.UTF_8) + "?secret=" + secret
                + "&issuer=Tide%20Mark";
    }

    /** The address as a two-dimensional code: the outline of its dark cells as an SVG path, a unit a cell. */
    static Picture picture(String address) {
        try {
            BitMatrix cells = new QRCodeWriter().encode(address, BarcodeFormat.QR_CODE, 0, 0);
            StringBuilder path = new StringBuilder();
            for (int y = 0; y < cells.getHeight(); y++) {
                for (int x = 0; x < cells.getWidth(); x++) {
                    if (cells.get(x, y)) {
                        path.append('M').append(x).append(' ').append(y).append("h1v1h-1z");
                    }
                }
            }
            return new Picture(cells.getWidth(), path.toString());
        } catch (WriterException e) {
            throw new IllegalStateException(e);
        }
    }

    /** @param size cells in a row and in a column, the quiet border included */
    record Picture(int size, String path) {}
}
