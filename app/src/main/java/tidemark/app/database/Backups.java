package tidemark.app.database;

import static tidemark.core.words.Catalogue.say;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import javax.sql.DataSource;
import net.lingala.zip4j.ZipFile;
import net.lingala.zip4j.model.FileHeader;
import net.lingala.zip4j.model.ZipParameters;
import net.lingala.zip4j.model.enums.AesKeyStrength;
import net.lingala.zip4j.model.enums.EncryptionMethod;

/**
 * Backups of the books: a ZIP archive with the one file that holds them, encrypted with AES-256 where there is a
 * passphrase, so that any program that reads such archives can open it. A backup has its name only when it is complete.
 */
public final class Backups {
    static final String ENTRY = "books.mv.db";
    private static final String DAILY = "daily-";

    private Backups() {}

    /** A backup that lies beside the books. */
    public record KeptBackup(String name, long bytes, Instant made) {}

    /** Backs up the books that are open, while others work on them. */
    static void ofOpenBooks(DataSource books, Path target, String passphrase) throws IOException, SQLException {
        Path scratch = scratch(target);
        try {
            Path copy = scratch.resolve("copy.zip");
            try (Connection connection = books.getConnection();
                    PreparedStatement backup = connection.prepareStatement("backup to ?")) {
                backup.setString(1, copy.toString());
                backup.execute();
            }
            // the database names the file in its archive after where it lies
            try (ZipFile made = new ZipFile(copy.toFile())) {
                List<FileHeader> files = made.getFileHeaders();
                if (files.size() != 1) {
                    throw new IOException(say("database.theCopyHoldsFilesInPlaceOf", files.size()));
                }
                made.extractFile(files.getFirst(), scratch.toString(), ENTRY);
            }
            Files.delete(copy);
            pack(scratch.resolve(ENTRY), target, passphrase);
        } finally {
            clear(scratch);
        }
    }

    /** Backs up books that nobody has open. */
    static void ofClosedBooks(BooksFile books, Path target, String passphrase) throws IOException {
        pack(books.path(), target, passphrase);
    }

    private static void pack(Path books, Path target, String passphrase) throws IOException {
        Path partly = target.resolveSibling(target.getFileName() + ".part");
        Files.deleteIfExists(partly);
        if (passphrase.isEmpty()) {
            try (OutputStream out = Files.newOutputStream(partly);
                    ZipOutputStream zip = new ZipOutputStream(out)) {
                zip.putNextEntry(new ZipEntry(ENTRY));
                Files.copy(books, zip);
                zip.closeEntry();
            }
        } else {
            ZipParameters how = new ZipParameters();
            how.setFileNameInZip(ENTRY);
            how.setEncryptFiles(true);
            how.setEncryptionMethod(EncryptionMethod.AES);
            how.setAesKeyStrength(AesKeyStrength.KEY_STRENGTH_256);
            try (ZipFile zip = new ZipFile(partly.toFile(), passphrase.toCharArray())) {
                zip.addFile(books.toFile(), how);
            }
        }
        Upgrade.force(partly);
        Files.move(partly, target, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
    }

    /**
     * Unpacks a backup into a directory of its own.
     *
     * @throws IOException naming what is wrong with the archive or its passphrase
     */
    static void unpack(Path backup, BooksFile into, String passphrase) throws IOException {
        into.makeDirectory();
        try (ZipFile zip = new ZipFile(backup.toFile(), passphrase.toCharArray())) {
            FileHeader file = zip.getFileHeader(ENTRY);
            if (file == null) {
                throw new IOException(say("database.isNoBackupOfTheseBooksIt", backup, ENTRY));
            }
            if (file.isEncrypted() && passphrase.isEmpty()) {
                throw new IOException(say("database.isEncryptedGiveItsPassphrase", backup));
            }
            try (InputStream in = zip.getInputStream(file)) {
                Files.copy(in, into.path(), StandardCopyOption.REPLACE_EXISTING);
            }
            Upgrade.force(into.path());
        }
    }

    /** Backs up once a day into a directory, where the latest so many stay. */
    static void daily(DataSource books, Path directory, LocalDate day, int keep) throws IOException, SQLException {
        Files.createDirectories(directory);
        Path target = directory.resolve(DAILY + day + ".zip");
        if (!Files.exists(target)) {
            ofOpenBooks(books, target, "");
        }
        try (Stream<Path> files = Files.list(directory)) {
            List<Path> old = files.filter(f -> f.getFileName().toString().startsWith(DAILY))
                    .sorted(Comparator.comparing((Path f) -> f.getFileName().toString())
                            .reversed())
                    .skip(keep)
                    .toList();
            for (Path file : old) {
                Files.delete(file);
            }
        }
    }

    static List<KeptBackup> kept(Path directory) throws IOException {
        if (!Files.isDirectory(directory)) {
            return List.of();
        }
        try (Stream<Path> files = Files.list(directory)) {
            List<Path> all = files.filter(Files::isRegularFile)
                    .filter(f -> !f.getFileName().toString().endsWith(".part"))
                    .toList();
            List<KeptBackup> out = new java.util.ArrayList<>();
            for (Path file : all) {
                out.add(new KeptBackup(
                        file.getFileName().toString(),
                        Files.size(file),
                        Files.getLastModifiedTime(file).toInstant()));
            }
            out.sort(Comparator.comparing(KeptBackup::made).reversed());
            return out;
        }
    }

    private static Path scratch(Path target) throws IOException {
        Path absolute = target.toAbsolutePath();
        return Files.createTempDirectory(absolute.getParent(), ".backup");
    }

    static void clear(Path directory) throws IOException {
        if (Files.isDirectory(directory)) {
            try (Stream<Path> files = Files.list(directory)) {
                for (Path file : files.toList()) {
                    Files.delete(file);
                }
            }
            Files.delete(directory);
        }
    }
}
