package tidemark.app.transmission;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Arrays;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/**
 * The folder from which the bank's own program fetches files ({@code tidemark.outbox}), one within it for each bank
 * account. A file is there whole or not at all, and never takes the place of another.
 */
@Component
class Outgoing {
    private final Path home;

    Outgoing(@Value("${tidemark.outbox:${tidemark.data:./data/tidemark}/outbox}") Path home) {
        this.home = home.toAbsolutePath().normalize();
    }

    Path folder(long companyId, long bankAccountId) {
        return home.resolve(companyId + "-" + bankAccountId);
    }

    /** @return where it lies; the same file a second time lies where it did */
    Path lay(long companyId, long bankAccountId, String name, long number, byte[] content) throws IOException {
        Path folder = Files.createDirectories(folder(companyId, bankAccountId));
        Path to = folder.resolve(name.replaceAll("[^A-Za-z0-9._-]", "-"));
        if (Files.exists(to)) {
            if (Arrays.equals(Files.readAllBytes(to), content)) {
                return to;
            }
            to = folder.resolve(number + "-" + to.getFileName());
        }
        Path beside = Files.createTempFile(folder, ".", ".part");
        Files.write(beside, content);
        Files.move(beside, to, StandardCopyOption.ATOMIC_MOVE);
        return to;
    }
}
