package tidemark.app.database;

import static tidemark.core.words.Catalogue.say;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.sql.SQLException;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import javax.sql.DataSource;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Lazy;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * Makes backups while the application runs: each day, from set-up, and for the command, which asks by a file in the data
 * directory that only the owner of the books can write.
 */
@Component
@Lazy(false)
public class BackupRequests {
    static final String DIRECTORY = "asked";
    static final String ASKED = ".backup";
    static final String ANSWERED = ".answer";
    private static final Logger LOG = LoggerFactory.getLogger(BackupRequests.class);

    private final DataSource books;
    private final Path data;
    private final Path folder;
    private final int keep;
    private final Clock clock;

    BackupRequests(
            DataSource books,
            Clock clock,
            @Value("${tidemark.data:./data/tidemark}") Path data,
            @Value("${tidemark.backup.folder:${tidemark.data:./data/tidemark}/backups}") Path folder,
            @Value("${tidemark.backup.keep:14}") int keep) {
        this.books = books;
        this.clock = clock;
        this.data = data.toAbsolutePath();
        this.folder = folder.toAbsolutePath();
        this.keep = keep;
    }

    /** The first soon after the start, then each hour whether a new day has come. */
    @Scheduled(initialDelay = 600, fixedDelay = 3_600, timeUnit = TimeUnit.SECONDS)
    void daily() {
        try {
            Backups.daily(books, folder, LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC), keep);
        } catch (IOException | SQLException | RuntimeException e) {
            LOG.error("The daily backup to {} was not made: {}", folder, e.toString());
        }
    }

    /** A backup now, beside the daily ones; its name. */
    public String now() throws IOException, SQLException {
        Files.createDirectories(folder);
        String name = "asked-" + clock.instant().toString().substring(0, 19).replace(':', '-') + ".zip";
        Backups.ofOpenBooks(books, folder.resolve(name), "");
        return name;
    }

    public List<Backups.KeptBackup> kept() throws IOException {
        return Backups.kept(folder);
    }

    @Scheduled(initialDelay = 1, fixedDelay = 1, timeUnit = TimeUnit.SECONDS)
    void answer() {
        Path asked = data.resolve(DIRECTORY);
        if (!Files.isDirectory(asked)) {
            return;
        }
        try (Stream<Path> files = Files.list(asked)) {
            for (Path file : files.filter(f -> f.toString().endsWith(ASKED)).toList()) {
                answer(file);
            }
        } catch (IOException e) {
            LOG.warn("What was asked in {} could not be read: {}", asked, e.toString());
        }
    }

    private void answer(Path request) throws IOException {
        List<String> asked = Files.readAllLines(request, StandardCharsets.UTF_8);
        Files.delete(request);
        String told = "";
        try {
            Backups.ofOpenBooks(books, Path.of(asked.getFirst()), asked.size() > 1 ? asked.get(1) : "");
        } catch (IOException | SQLException | RuntimeException e) {
            LOG.error("A backup that was asked for was not made", e);
            told = say("database.theBackupWasNotMade", e.getMessage());
        }
        String name = request.getFileName().toString().replace(ASKED, "");
        Path partly = request.resolveSibling(name + ".part");
        Files.writeString(partly, told, StandardCharsets.UTF_8);
        Files.move(partly, request.resolveSibling(name + ANSWERED), StandardCopyOption.ATOMIC_MOVE);
    }
}
