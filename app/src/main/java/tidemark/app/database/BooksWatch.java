package tidemark.app.database;

import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import javax.sql.DataSource;
import org.h2.api.ErrorCode;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.annotation.Lazy;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * Ends the process when the database has closed itself, as it does when the disk is full: from then on nothing can be
 * read or written, and whoever supervises the process starts it again. What was acknowledged is in the file.
 */
@Component
@Lazy(false)
public class BooksWatch {
    private static final Logger LOG = LoggerFactory.getLogger(BooksWatch.class);
    static final int EXIT_CODE = 74;
    private static final Set<Integer> CLOSED = Set.of(
            ErrorCode.DATABASE_IS_CLOSED,
            ErrorCode.DATABASE_CALLED_AT_SHUTDOWN,
            ErrorCode.IO_EXCEPTION_1,
            ErrorCode.IO_EXCEPTION_2,
            ErrorCode.FILE_CORRUPTED_1);

    private final DataSource books;
    private volatile boolean stopping;

    BooksWatch(DataSource books) {
        this.books = books;
    }

    @jakarta.annotation.PreDestroy
    void stop() {
        stopping = true;
    }

    @Scheduled(initialDelay = 5, fixedDelay = 2, timeUnit = TimeUnit.SECONDS)
    void look() {
        try (Connection connection = books.getConnection();
                Statement statement = connection.createStatement()) {
            statement.execute("select 1");
        } catch (SQLException e) {
            if (isClosed(e) && !stopping) {
                end(e);
            }
        }
    }

    /** Whether a failure means that the database is gone for good. */
    static boolean isClosed(Throwable failure) {
        for (Throwable cause = failure; cause != null; cause = cause.getCause()) {
            if (cause instanceof SQLException e && CLOSED.contains(e.getErrorCode())) {
                return true;
            }
        }
        return false;
    }

    private static void end(SQLException e) {
        LOG.error(
                "The database has closed itself ({}). All that was acknowledged is in its file. The process ends;"
                        + " make room on the disk and start it again.",
                e.getMessage());
        Runtime.getRuntime().halt(EXIT_CODE);
    }
}
