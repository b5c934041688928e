package tidemark.app.guard;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.util.Locale;
import java.util.Objects;
import org.h2.api.Trigger;
import org.jspecify.annotations.Nullable;

/**
 * Notes, in the transaction of the change itself, that a row was made, changed or taken away, so that the index of Find
 * anything follows whatever way the row came in. Tables have their identifier first.
 */
public final class FindChange implements Trigger {
    private String table = "";

    @Override
    public void init(Connection connection, String schema, String trigger, String tableName, boolean before, int type) {
        table = tableName.toLowerCase(Locale.ROOT);
    }

    @Override
    public void fire(Connection connection, Object @Nullable [] before, Object @Nullable [] after) throws SQLException {
        Object[] row = after == null ? Objects.requireNonNull(before) : after;
        try (PreparedStatement note =
                connection.prepareStatement("insert into find_change (table_name, object_id) values (?, ?)")) {
            note.setString(1, table);
            note.setLong(2, (Long) row[0]);
            note.executeUpdate();
        }
    }
}
