package tidemark.app.database;

import static tidemark.core.words.Catalogue.say;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;
import tidemark.core.problem.RuleViolation;

/** Room on the disk of the books. Below a floor nothing large is taken in, so that bookings can still be written. */
@Component
public class FreeSpace {
    private final Path data;
    private volatile long floor;

    FreeSpace(
            @Value("${tidemark.data:./data/tidemark}") Path data,
            @Value("${tidemark.free-space-megabytes:500}") long megabytes) {
        this.data = data.toAbsolutePath();
        this.floor = megabytes * 1_000_000;
    }

    /** How much is left, in bytes, where that is below the floor; below zero where there is room enough. */
    public long left() {
        try {
            long usable = Files.getFileStore(data).getUsableSpace();
            return usable < floor ? usable : -1;
        } catch (IOException e) {
            return 0;
        }
    }

    /** Sets the floor, in bytes; for tests. */
    public void floor(long bytes) {
        floor = bytes;
    }

    public boolean isLow() {
        return left() >= 0;
    }

    /** @throws RuleViolation {@code disk.full} */
    public void check() {
        long left = left();
        if (left >= 0) {
            throw new RuleViolation(
                    "disk.full",
                    "",
                    say("disk.full.found", left / 1_000_000),
                    say("disk.full.expected", floor / 1_000_000),
                    say("disk.full.remedy"));
        }
    }
}
