package tidemark.app.database;

import java.io.IOException;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;

/** The one file that holds the books, within a data directory that only its owner may look into. */
record BooksFile(Path directory) {
    private static final String NAME = "books";

    BooksFile {
        directory = directory.toAbsolutePath().normalize();
    }

    Path path() {
        return directory.resolve(NAME + ".mv.db");
    }

    /** Every acknowledged commit is in the file before the answer goes out ({@code WRITE_DELAY=0}). */
    String url() {
        return "jdbc:h2:file:" + directory.resolve(NAME) + ";WRITE_DELAY=0;LOCK_TIMEOUT=15000;DB_CLOSE_ON_EXIT=FALSE"
                // statements that each connection keeps read: as many as the screens ask with
                + ";QUERY_CACHE_SIZE=300";
    }

    void makeDirectory() throws IOException {
        Files.createDirectories(directory);
        if (FileSystems.getDefault().supportedFileAttributeViews().contains("posix")) {
            Files.setPosixFilePermissions(directory, PosixFilePermissions.fromString("rwx------"));
        }
    }
}
