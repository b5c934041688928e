package tidemark.app.database;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.stream.Stream;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.MigrationInfoService;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Brings the books to the version of the program, before anything else opens them.
 *
 * <p>The changes are made to a copy, which takes the place of the books in one step when it is complete: whoever stops
 * the program in the middle finds the books as they were. The books before are kept beside the backups.
 *
 * <p>The database is closed after it. A check with a list of constants keeps the connection that made it and fails for
 * everybody once that connection has ended; read from the file, it belongs to the database itself.
 */
final class Upgrade {
    private static final Logger LOG = LoggerFactory.getLogger(Upgrade.class);

    private final BooksFile books;

    Upgrade(BooksFile books) {
        this.books = books;
    }

    void run() {
        try {
            books.makeDirectory();
            Path scratch = books.directory().resolve("upgrade");
            clear(scratch);
            boolean fresh = !Files.exists(books.path());
            MigrationInfoService info = fresh ? null : flyway(books).info();
            if (info != null && info.pending().length == 0) {
                flyway(books).validate();
                return;
            }
            BooksFile copy = new BooksFile(scratch);
            copy.makeDirectory();
            if (info != null) {
                Path before = books.directory()
                        .resolve("backups")
                        .resolve("before-version-" + info.pending()[0].getVersion() + ".mv.db");
                Files.createDirectories(before.getParent());
                copy(books.path(), before);
                copy(books.path(), copy.path());
                LOG.info("Bringing the books up to date; they are kept as they were in {}", before);
            }
            flyway(copy).migrate();
            force(copy.path());
            Files.move(copy.path(), books.path(), StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
            force(books.directory());
            clear(scratch);
        } catch (IOException e) {
            throw new UncheckedIOException(
                    "The books in " + books.directory() + " could not be brought up to date; they are as they were", e);
        }
    }

    private static Flyway flyway(BooksFile where) {
        return Flyway.configure()
                .dataSource(where.url(), "tidemark", "")
                .locations("classpath:db/migration")
                .javaMigrations(new RuleDetails())
                .load();
    }

    /** Whole or not at all: the copy has its name only when it is on the disk. */
    static void copy(Path from, Path to) throws IOException {
        Path partly = to.resolveSibling(to.getFileName() + ".part");
        Files.copy(from, partly, StandardCopyOption.REPLACE_EXISTING);
        force(partly);
        Files.move(partly, to, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
    }

    static void force(Path path) throws IOException {
        try (FileChannel channel =
                FileChannel.open(path, Files.isDirectory(path) ? StandardOpenOption.READ : StandardOpenOption.WRITE)) {
            channel.force(true);
        }
    }

    private static void clear(Path directory) throws IOException {
        if (Files.exists(directory)) {
            try (Stream<Path> files = Files.list(directory)) {
                for (Path file : files.toList()) {
                    Files.delete(file);
                }
            }
            Files.delete(directory);
        }
    }
}
