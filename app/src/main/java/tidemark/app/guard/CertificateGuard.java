package tidemark.app.guard;

import java.sql.Connection;
import java.sql.SQLException;
import java.util.Objects;
import org.h2.api.Trigger;
import org.jspecify.annotations.Nullable;

/** A certificate is never deleted; the only change is to note, once, that its month was reopened. */
public final class CertificateGuard implements Trigger {
    private static final int FIRST_REOPENED_COLUMN = 11;

    @Override
    public void fire(Connection connection, Object @Nullable [] before, Object @Nullable [] after) throws SQLException {
        boolean legal = false;
        if (before != null && after != null) {
            legal = before[FIRST_REOPENED_COLUMN] == null;
            for (int i = 0; i < FIRST_REOPENED_COLUMN; i++) {
                // the sealed text is compared by its digest column; large objects have no equality of their own
                legal &= i == 4 || Objects.equals(before[i], after[i]);
            }
        }
        if (!legal) {
            throw new SQLException("written.once: a certificate is never changed or deleted", "45001");
        }
    }
}
