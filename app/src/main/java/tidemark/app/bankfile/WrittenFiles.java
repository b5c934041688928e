package tidemark.app.bankfile;

import static tidemark.core.words.Catalogue.say;

import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Clock;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.Collection;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.namedparam.NamedParameterJdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.core.bankfile.BankFileReport;

/** Files for banks as they were written, and what became of each. Neither is ever changed. */
@Service
public class WrittenFiles {
    private final WrittenFileRepository files;
    private final JdbcTemplate jdbc;
    private final NamedParameterJdbcTemplate named;
    private final Clock clock;

    WrittenFiles(WrittenFileRepository files, JdbcTemplate jdbc, Clock clock) {
        this.files = files;
        this.jdbc = jdbc;
        this.named = new NamedParameterJdbcTemplate(jdbc);
        this.clock = clock;
    }

    /** What happens to a file once it is written. */
    public enum What {
        DOWNLOADED,
        /** Laid where the bank's program fetches it. */
        LAID_OUT,
        SENT,
        /** By the bank. */
        TAKEN,
        /** By the bank, as a whole. */
        REFUSED;

        /** As a person reads it. */
        public String words() {
            return switch (this) {
                case DOWNLOADED -> say("bankfile.downloaded");
                case LAID_OUT -> say("bankfile.laidOut");
                case SENT -> say("bankfile.sent");
                case TAKEN -> say("bankfile.taken");
                case REFUSED -> say("bankfile.refused");
            };
        }
    }

    public record Happened(What what, String words, String who, Instant when) {}

    /**
     * How a file is called.
     *
     * @param messageId what the bank knows it by
     */
    public record Called(long number, String messageId, String name) {}

    /**
     * The bank account is locked.
     *
     * @param released by a second person, as which they do it; else whoever writes it is alone
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public WrittenFile keep(
            long companyId,
            long bankAccountId,
            Called called,
            byte[] content,
            BankFileReport report,
            String who,
            boolean released) {
        return files.saveAndFlush(new WrittenFile(
                new WrittenFile.Facts(
                        companyId,
                        bankAccountId,
                        called.number(),
                        called.messageId(),
                        called.name(),
                        report.format(),
                        digest(content),
                        who,
                        clock.instant(),
                        released ? who : null),
                content));
    }

    /** SHA-256, in hexadecimal digits. */
    public static String digest(byte[] content) {
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(content));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    @Transactional(readOnly = true)
    public WrittenFile get(long companyId, long fileId) {
        return files.findByIdAndCompanyId(fileId, companyId).orElseThrow(() -> new NotFound(say("collection.file")));
    }

    /** The one that a bank names. */
    @Transactional(readOnly = true)
    public Optional<WrittenFile> called(long companyId, String messageId) {
        return messageId.isEmpty() ? Optional.empty() : files.findByCompanyIdAndMessageId(companyId, messageId);
    }

    @Transactional(propagation = Propagation.MANDATORY)
    public void happened(WrittenFile file, What what, String words, String who) {
        jdbc.update(
                "insert into bank_file_event (company_id, bank_file_id, what, words, happened_by, happened_at)"
                        + " values (?, ?, ?, ?, ?, ?)",
                file.companyId(),
                file.id(),
                what.name(),
                words.length() > 400 ? words.substring(0, 400) : words,
                who,
                clock.instant().atOffset(java.time.ZoneOffset.UTC));
    }

    /** What became of a file, in its order. */
    @Transactional(readOnly = true)
    public List<Happened> of(long fileId) {
        return jdbc.query(
                "select what, words, happened_by, happened_at from bank_file_event where bank_file_id = ? order by id",
                (row, i) -> new Happened(
                        What.valueOf(row.getString(1)),
                        row.getString(2),
                        row.getString(3),
                        row.getObject(4, OffsetDateTime.class).toInstant()),
                fileId);
    }

    /** What became of each of some last. */
    @Transactional(readOnly = true)
    public Map<Long, What> last(Collection<Long> fileIds) {
        Map<Long, What> out = new LinkedHashMap<>();
        if (!fileIds.isEmpty()) {
            named.query(
                    "select bank_file_id, what from bank_file_event where bank_file_id in (:files) order by id",
                    Map.of("files", fileIds),
                    row -> {
                        out.put(row.getLong(1), What.valueOf(row.getString(2)));
                    });
        }
        return out;
    }
}
