package tidemark.app.guard;

import java.sql.Connection;
import java.sql.Date;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Locale;
import java.util.Objects;
import org.h2.api.Trigger;
import org.jspecify.annotations.Nullable;

/**
 * Refuses, inside the database, every change on or below an account's mark: new, changed or deleted cash entries,
 * bank lines and statements. What was open when its month was certified may still be tied to something later, or
 * loosed from it: a cash entry always (items taken over with the account come in before its first statement), a bank line only when it was declared an error of the bank.
 */
public final class MarkGuard implements Trigger {
    private enum Guarded {
        CASH_ENTRY(1, 4, 10),
        BANK_LINE(1, 4, 14),
        STATEMENT(1, 5, -1);

        /** Columns by their place in the table, from 0. */
        final int account;

        final int day;
        final int match;

        Guarded(int account, int day, int match) {
            this.account = account;
            this.day = day;
            this.match = match;
        }
    }

    private Guarded guarded = Guarded.CASH_ENTRY;

    @Override
    public void init(Connection connection, String schema, String trigger, String tableName, boolean before, int type) {
        guarded = Guarded.valueOf(tableName.toUpperCase(Locale.ROOT));
    }

    @Override
    public void fire(Connection connection, Object @Nullable [] before, Object @Nullable [] after) throws SQLException {
        Object[] row = after == null ? Objects.requireNonNull(before) : after;
        LocalDate day = day(row);
        if (before != null && day(before).isBefore(day)) {
            day = day(before);
        }
        LocalDate mark = mark(connection, (Long) row[guarded.account]);
        if (day.isAfter(mark)) {
            return;
        }
        if (before == null && after != null && guarded == Guarded.CASH_ENTRY && isOpeningItem(connection, after)) {
            return;
        }
        if (before != null && after != null && guarded.match >= 0 && Arrays.equals(without(before), without(after))) {
            if (guarded == Guarded.CASH_ENTRY && !inMatchBelow(connection, before, after, mark)) {
                return;
            }
            if (guarded == Guarded.BANK_LINE && isBankError(connection, (Long) row[0])) {
                return;
            }
        }
        throw new SQLException(
                "mark.held: a row of " + guarded.name().toLowerCase(Locale.ROOT) + " dated " + day
                        + " lies on or below the mark " + mark,
                "45002");
    }

    /** An item that the opening balance holds already is taken over before the account's first statement. */
    private static boolean isOpeningItem(Connection connection, Object[] row) throws SQLException {
        if (row[2] != null) {
            return false;
        }
        try (PreparedStatement query =
                connection.prepareStatement("select 1 from statement where bank_account_id = ?")) {
            query.setLong(1, (Long) row[1]);
            try (ResultSet found = query.executeQuery()) {
                return !found.next();
            }
        }
    }

    /** Whether the match that the entry joins or leaves lies wholly on or below the mark. */
    private boolean inMatchBelow(Connection connection, Object[] before, Object[] after, LocalDate mark)
            throws SQLException {
        Object match = after[guarded.match] == null ? before[guarded.match] : after[guarded.match];
        if (match == null) {
            return false;
        }
        try (PreparedStatement query = connection.prepareStatement("select last_date from item_match where id = ?")) {
            query.setLong(1, (Long) match);
            try (ResultSet found = query.executeQuery()) {
                return found.next() && !found.getDate(1).toLocalDate().isAfter(mark);
            }
        }
    }

    private Object[] without(Object[] row) {
        Object[] copy = row.clone();
        copy[guarded.match] = 0L;
        return copy;
    }

    private LocalDate day(Object[] row) {
        Object value = row[guarded.day];
        return value instanceof Date d ? d.toLocalDate() : (LocalDate) value;
    }

    private static LocalDate mark(Connection connection, long account) throws SQLException {
        try (PreparedStatement query = connection.prepareStatement("select mark_date from bank_account where id = ?")) {
            query.setLong(1, account);
            try (ResultSet found = query.executeQuery()) {
                if (!found.next()) {
                    throw new SQLException("no such bank account", "45003");
                }
                return found.getDate(1).toLocalDate();
            }
        }
    }

    private static boolean isBankError(Connection connection, long line) throws SQLException {
        try (PreparedStatement query = connection.prepareStatement("select 1 from bank_error where bank_line_id = ?")) {
            query.setLong(1, line);
            try (ResultSet found = query.executeQuery()) {
                return found.next();
            }
        }
    }
}
