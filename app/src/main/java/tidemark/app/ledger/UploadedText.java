package tidemark.app.ledger;

import static tidemark.core.words.Catalogue.say;

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
                    "file.size",
                    "file",
                    say("file.size.found", file.getSize()),
                    say("file.size.expected2", LARGEST),
                    say("file.size.remedy2"));
        }
        try {
            return StandardCharsets.UTF_8
                    .newDecoder()
                    .decode(ByteBuffer.wrap(file.getBytes()))
                    .toString();
        } catch (CharacterCodingException e) {
            throw new RuleViolation(
                    "file.charset",
                    "file",
                    say("file.charset.found4"),
                    say("file.charset.expected4"),
                    say("file.charset.remedy4"));
        }
    }
}
