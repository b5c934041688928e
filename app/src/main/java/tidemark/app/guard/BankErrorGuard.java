package tidemark.app.guard;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.Objects;
import org.h2.api.Trigger;
import org.jspecify.annotations.Nullable;

/** Refuses, inside the database, to declare or withdraw a bank error of a line on or below its account's mark. */
public final class BankErrorGuard implements Trigger {
    @Override
    public void fire(Connection connection, Object @Nullable [] before, Object @Nullable [] after) throws SQLException {
        Object[] row = after == null ? Objects.requireNonNull(before) : after;
        try (PreparedStatement query = connection.prepareStatement("""
                select 1 from bank_line l join bank_account a on a.id = l.bank_account_id
                where l.id = ? and l.booking_date <= a.mark_date""")) {
            query.setLong(1, (Long) row[0]);
            try (ResultSet held = query.executeQuery()) {
                if (held.next()) {
                    throw new SQLException("mark.held: a bank error of a line on or below the mark", "45002");
                }
            }
        }
    }
}
