package tidemark.app.ledger;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import org.springframework.web.multipart.MultipartFile;
import tidemark.core.problem.RuleViolation;

/** The text of an uploaded file, bounded and in UTF-8. */
public final class UploadedText {
    private static final long LARGEST = 10_000_000;

    private UploadedText() {}

    /** @throws RuleViolation {@code file.size} or {@code file.charset} */
    public static String of(MultipartFile file) throws IOException {
        if (file.getSize() > LARGEST) {
            throw new RuleViolation(
                    "file.size", "file", file.getSize() + " bytes", "at most " + LARGEST + " bytes", "Split the file.");
        }
        try {
            return StandardCharsets.UTF_8
                    .newDecoder()
                    .decode(ByteBuffer.wrap(file.getBytes()))
                    .toString();
        } catch (CharacterCodingException e) {
            throw new RuleViolation(
                    "file.charset", "file", "bytes that are not UTF-8", "a CSV file saved as UTF-8", "Save it again.");
        }
    }
}
