package tidemark.app.guard;

import java.sql.Connection;
import java.sql.Date;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Objects;
import org.h2.api.Trigger;
import org.jspecify.annotations.Nullable;

/**
 * Refuses, inside the database, every new, changed or deleted move of a drawer in a month that is closed. What tells of what
 * came later stays free: the top-up that covers it, and whether it was reversed.
 */
public final class DrawerGuard implements Trigger {
    /** Columns by their place in the table, from 0. */
    private static final int FUND = 2;

    private static final int DAY = 4;
    private static final int TOP_UP = 19;
    private static final int REVERSED = 22;
    private static final int VERSION = 26;

    @Override
    public void init(Connection connection, String schema, String trigger, String tableName, boolean before, int type) {
        // nothing to prepare: one table alone is guarded
    }

    @Override
    public void fire(Connection connection, Object @Nullable [] before, Object @Nullable [] after) throws SQLException {
        Object[] row = after == null ? Objects.requireNonNull(before) : after;
        LocalDate day = day(row);
        if (before != null && day(before).isBefore(day)) {
            day = day(before);
        }
        if (before != null && after != null && Arrays.equals(lasting(before), lasting(after))) {
            return;
        }
        LocalDate closed = closed(connection, (Long) row[FUND]);
        if (closed != null && !day.isAfter(closed)) {
            throw new SQLException("drawer.closed: a move dated " + day + " lies in a closed month", "45003");
        }
    }

    private static Object[] lasting(Object[] row) {
        Object[] out = row.clone();
        out[TOP_UP] = null;
        out[REVERSED] = null;
        out[VERSION] = null;
        return out;
    }

    private static LocalDate day(Object[] row) {
        return row[DAY] instanceof LocalDate day ? day : ((Date) row[DAY]).toLocalDate();
    }

    private static @Nullable LocalDate closed(Connection connection, long fund) throws SQLException {
        try (PreparedStatement query = connection.prepareStatement("select closed_through from fund where id = ?")) {
            query.setLong(1, fund);
            try (ResultSet found = query.executeQuery()) {
                return found.next() ? found.getObject(1, LocalDate.class) : null;
            }
        }
    }
}
