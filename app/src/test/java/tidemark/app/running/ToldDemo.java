package tidemark.app.running;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.List;
import java.util.stream.Stream;
import java.util.zip.CRC32;
import org.springframework.context.ApplicationContext;
import org.springframework.jdbc.core.JdbcTemplate;

/**
 * The demo company as it was told to the first test run of this very code: telling it takes longer than most tests. The
 * next runs, and those beside it, begin with a copy.
 */
final class ToldDemo {
    private static final Path KEPT = Path.of("target", "told-demo");

    private static FileLock held;

    private ToldDemo() {}

    /** Whether there was one; else whoever asked tells it, and those who ask meanwhile wait for that. */
    static boolean copied(Path data) throws IOException {
        Files.createDirectories(KEPT);
        FileChannel channel =
                FileChannel.open(KEPT.resolve("lock"), StandardOpenOption.CREATE, StandardOpenOption.WRITE);
        FileLock lock = channel.lock();
        Path file = file();
        if (!Files.exists(file)) {
            held = lock;
            return false;
        }
        Files.copy(file, data.resolve("books.mv.db"));
        channel.close();
        return true;
    }

    /** Keeps what was told; only of this code, since every other is told anew. */
    static void keep(ApplicationContext context) throws IOException {
        try (Stream<Path> before = Files.list(KEPT)) {
            for (Path old : before.filter(p -> p.toString().endsWith(".db")).toList()) {
                Files.delete(old);
            }
        }
        Path zip = KEPT.resolve("books.zip").toAbsolutePath();
        context.getBean(JdbcTemplate.class).execute("backup to '" + zip + "'");
        try (java.util.zip.ZipFile books = new java.util.zip.ZipFile(zip.toFile())) {
            Files.copy(
                    books.getInputStream(books.stream()
                            .filter(e -> e.getName().endsWith("books.mv.db"))
                            .findFirst()
                            .orElseThrow()),
                    file(),
                    StandardCopyOption.REPLACE_EXISTING);
        }
        Files.delete(zip);
        held.acquiredBy().close();
    }

    private static Path file() throws IOException {
        CRC32 sum = new CRC32();
        for (String module : List.of("../core/target/classes", "target/classes")) {
            try (Stream<Path> files = Files.walk(Path.of(module))) {
                for (Path file : files.filter(Files::isRegularFile).sorted().toList()) {
                    sum.update(Files.readAllBytes(file));
                }
            }
        }
        return KEPT.resolve(Long.toHexString(sum.getValue()) + ".db");
    }
}
