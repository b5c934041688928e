package tidemark.app.statement.incoming;

import java.io.Serial;

/** How far a file has been read and written; written by one thread, looked at by others. */
final class Progress {
    /** Somebody does not want the file any more. */
    static final class Cancelled extends RuntimeException {
        @Serial
        private static final long serialVersionUID = 1L;
    }

    final long bytes;
    volatile long bytesRead;
    volatile int linesRead;
    volatile int linesWritten;
    private volatile boolean cancelled;

    Progress(long bytes) {
        this.bytes = bytes;
    }

    void cancel() {
        cancelled = true;
    }

    boolean isCancelled() {
        return cancelled;
    }

    /** @throws Cancelled when somebody has asked for it */
    void goOn() {
        if (cancelled) {
            throw new Cancelled();
        }
    }

    void read(long totalBytes, int totalLines) {
        goOn();
        bytesRead = totalBytes;
        linesRead = totalLines;
    }

    void wrote(int lines) {
        goOn();
        linesWritten += lines;
    }
}
