package tidemark.app.database;

import static tidemark.core.words.Catalogue.say;

import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.HexFormat;
import java.util.List;
import java.util.concurrent.ThreadLocalRandom;
import java.util.function.Function;
import org.h2.api.ErrorCode;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.datasource.SingleConnectionDataSource;

/** The commands that work on whole books: {@code backup}, {@code restore} and {@code check}. */
public final class BooksCommand {
    private static final int PATIENCE_SECONDS = 600;

    private final BooksFile books;
    private final String passphrase;
    private final PrintStream out;

    private BooksCommand(BooksFile books, String passphrase, PrintStream out) {
        this.books = books;
        this.passphrase = passphrase;
        this.out = out;
    }

    /** What does not hold, as the check of whole books tells it; the check itself belongs to another capability. */
    public record Finding(String rule, List<String> breaches) {}

    /**
     * Runs {@code backup FILE DIR}, {@code restore FILE DIR [--replace]} or {@code check DIR}; the passphrase comes from
     * the environment, since what stands on a command line is seen by all.
     *
     * @param checker checks books that are open
     * @return 0 when it was done and all holds, 1 when something does not hold, 2 when it could not be done
     */
    public static int run(
            String[] args, String passphrase, Function<JdbcTemplate, List<Finding>> checker, PrintStream out) {
        try {
            switch (args[0]) {
                case "backup" -> {
                    new BooksCommand(new BooksFile(Path.of(args[2])), passphrase, out).backup(Path.of(args[1]));
                    return 0;
                }
                case "restore" -> {
                    boolean replace = args.length > 3 && args[3].equals("--replace");
                    new BooksCommand(new BooksFile(Path.of(args[2])), passphrase, out)
                            .restore(Path.of(args[1]), replace);
                    return 0;
                }
                default -> {
                    return new BooksCommand(new BooksFile(Path.of(args[1])), passphrase, out).check(checker);
                }
            }
        } catch (IOException | SQLException | RuntimeException e) {
            out.println(e.getMessage());
            return 2;
        }
    }

    private void backup(Path file) throws IOException, SQLException {
        if (!Files.exists(books.path())) {
            throw new IOException(say("database.thereAreNoBooksIn", books.directory()));
        }
        Path target = file.toAbsolutePath().normalize();
        if (isOpenElsewhere()) {
            askTheApplication(target);
        } else {
            Backups.ofClosedBooks(books, target, passphrase);
        }
        out.println(say(
                "database.backedUpToBytes",
                target,
                Files.size(target),
                passphrase.isEmpty() ? "." : say("database.encrypted")));
    }

    private boolean isOpenElsewhere() throws SQLException {
        try (Connection open = DriverManager.getConnection(books.url() + ";IFEXISTS=TRUE", "tidemark", "")) {
            return open.isClosed();
        } catch (SQLException e) {
            if (e.getErrorCode() == ErrorCode.DATABASE_ALREADY_OPEN_1) {
                return true;
            }
            throw e;
        }
    }

    /** The application that has the books open makes the backup itself; it looks for what is asked every second. */
    private void askTheApplication(Path target) throws IOException {
        Path asked = books.directory().resolve(BackupRequests.DIRECTORY);
        Files.createDirectories(asked);
        byte[] id = new byte[8];
        ThreadLocalRandom.current().nextBytes(id);
        String name = HexFormat.of().formatHex(id);
        Path request = asked.resolve(name + BackupRequests.ASKED);
        Path partly = asked.resolve(name + ".part");
        Files.writeString(partly, target + "\n" + passphrase, StandardCharsets.UTF_8);
        Files.move(partly, request, StandardCopyOption.ATOMIC_MOVE);
        Path answer = asked.resolve(name + BackupRequests.ANSWERED);
        for (int i = 0; i < PATIENCE_SECONDS * 5; i++) {
            if (Files.exists(answer)) {
                String told = Files.readString(answer, StandardCharsets.UTF_8);
                Files.delete(answer);
                if (!told.isEmpty()) {
                    throw new IOException(told);
                }
                return;
            }
            pause();
        }
        Files.deleteIfExists(request);
        throw new IOException(say("database.theApplicationThatHasTheBooksOpen"));
    }

    private static void pause() {
        try {
            Thread.sleep(200);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    private void restore(Path file, boolean replace) throws IOException, SQLException {
        books.makeDirectory();
        boolean there = Files.exists(books.path());
        if (there && isOpenElsewhere()) {
            throw new IOException(say("database.theBooksInAreOpenStopThe", books.directory()));
        }
        if (there && !replace) {
            throw new FileAlreadyExistsException(
                    books.path().toString(), null, say("database.thereAreBooksInTheDirectoryAlready"));
        }
        BooksFile scratch = new BooksFile(books.directory().resolve("restore"));
        Backups.clear(scratch.directory());
        try {
            Backups.unpack(file, scratch, passphrase);
            // it opens and is of a version that this program knows, before anything is put in place
            new Upgrade(scratch).run();
            if (there) {
                Path before = books.directory().resolve("backups").resolve("before-restore.mv.db");
                Files.createDirectories(before.getParent());
                Upgrade.copy(books.path(), before);
            }
            Upgrade.force(scratch.path());
            // the index of Find anything belongs to the books that go; it is made anew from those that come
            Backups.clear(books.directory().resolve("find"));
            Files.move(
                    scratch.path(), books.path(), StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
            Upgrade.force(books.directory());
        } finally {
            Backups.clear(scratch.directory().resolve("backups"));
            Backups.clear(scratch.directory());
        }
        out.println(say("database.restoredTo", books.directory()));
    }

    /** Checks a copy, so that nothing of the books themselves can change. */
    private int check(Function<JdbcTemplate, List<Finding>> checker) throws IOException, SQLException {
        if (!Files.exists(books.path())) {
            throw new IOException(say("database.thereAreNoBooksIn", books.directory()));
        }
        BooksFile copy = new BooksFile(Files.createTempDirectory(books.directory(), ".check"));
        try {
            if (isOpenElsewhere()) {
                Path backup = copy.directory().resolve("books.zip");
                askTheApplication(backup);
                Backups.unpack(backup, copy, passphrase);
                Files.delete(backup);
            } else {
                Files.copy(books.path(), copy.path());
            }
            new Upgrade(copy).run();
            int broken = 0;
            try (Connection connection = DriverManager.getConnection(copy.url(), "tidemark", "")) {
                for (Finding finding :
                        checker.apply(new JdbcTemplate(new SingleConnectionDataSource(connection, true)))) {
                    out.println((finding.breaches().isEmpty() ? say("database.holds") : say("database.doesNotHold"))
                            + finding.rule());
                    finding.breaches().forEach(b -> out.println("               " + b));
                    broken += finding.breaches().isEmpty() ? 0 : 1;
                }
            }
            out.println(broken == 0 ? say("database.allHolds") : say("database.rulesDoNotHold", broken));
            return broken == 0 ? 0 : 1;
        } finally {
            Backups.clear(copy.directory().resolve("backups"));
            Backups.clear(copy.directory());
        }
    }
}
