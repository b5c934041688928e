package tidemark.app.guard;

import java.sql.Connection;
import java.sql.SQLException;
import org.h2.api.Trigger;
import org.jspecify.annotations.Nullable;

/** Refuses, inside the database, to change or delete what is written once. */
public final class NeverChanged implements Trigger {
    private String table = "";

    @Override
    public void init(Connection connection, String schema, String trigger, String tableName, boolean before, int type) {
        table = tableName;
    }

    @Override
    public void fire(Connection connection, Object @Nullable [] before, Object @Nullable [] after) throws SQLException {
        throw new SQLException("written.once: a row of " + table + " is never changed or deleted", "45001");
    }
}
