package tidemark.app.guard;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import org.h2.api.Trigger;
import org.jspecify.annotations.Nullable;

/** Keeps, inside the database, what all moves of a drawer come to, whoever adds, changes or deletes one. */
public final class DrawerTotals implements Trigger {
    /** Columns by their place in the table, from 0. */
    private static final int FUND = 2;

    private static final int FLOATED = 13;
    /** Floated, cash, checks, advanced, on the way. */
    private static final int AMOUNTS = 5;

    @Override
    public void init(Connection connection, String schema, String trigger, String tableName, boolean before, int type) {
        // nothing to prepare: one table alone is counted
    }

    @Override
    public void fire(Connection connection, Object @Nullable [] before, Object @Nullable [] after) throws SQLException {
        if (before != null) {
            add(connection, before, -1);
        }
        if (after != null) {
            add(connection, after, 1);
        }
    }

    private static void add(Connection connection, Object[] row, int sign) throws SQLException {
        if (write(
                        connection,
                        "update drawer_total set floated = floated + ?, cash = cash + ?, checks = checks + ?,"
                                + " advanced = advanced + ?, on_the_way = on_the_way + ? where fund_id = ?",
                        row,
                        sign)
                == 0) {
            write(
                    connection,
                    "insert into drawer_total (floated, cash, checks, advanced, on_the_way, fund_id) values (?, ?, ?, ?, ?, ?)",
                    row,
                    sign);
        }
    }

    private static int write(Connection connection, String sql, Object[] row, int sign) throws SQLException {
        try (PreparedStatement change = connection.prepareStatement(sql)) {
            for (int i = 0; i < AMOUNTS; i++) {
                change.setLong(i + 1, sign * (Long) row[FLOATED + i]);
            }
            change.setLong(AMOUNTS + 1, (Long) row[FUND]);
            return change.executeUpdate();
        }
    }
}
