package tidemark.app.guard;

import java.sql.Connection;
import java.sql.SQLException;
import java.util.Objects;
import org.h2.api.Trigger;
import org.jspecify.annotations.Nullable;

/**
 * Refuses, inside the database, to put one paper in another's place: what is stored stays what it was or goes whole, and what
 * belongs to an entry stays with it.
 */
public final class PaperGuard implements Trigger {
    /** Columns by their place in the table, from 0. */
    private static final int[] STORED = {1, 2, 3, 4};

    private static final int[] PAPER = {1, 4};
    private static final int OWNER_KIND = 2;
    private static final int OWNER = 3;
    private static final int CONTENT = 5;

    private boolean stored;

    @Override
    public void init(Connection connection, String schema, String trigger, String tableName, boolean before, int type) {
        stored = tableName.equalsIgnoreCase("stored_paper");
    }

    @Override
    public void fire(Connection connection, Object @Nullable [] before, Object @Nullable [] after) throws SQLException {
        Object[] was = Objects.requireNonNull(before);
        boolean allowed =
                after == null ? !stored && !ofEntry(was) : stored ? stays(was, after) : keepsOwner(was, after);
        if (!allowed) {
            throw new SQLException("written.once: a paper is never put in the place of another", "45001");
        }
    }

    private static boolean ofEntry(Object[] row) {
        return "ENTRY".equals(row[OWNER_KIND]);
    }

    private static boolean same(Object[] before, Object[] after, int... columns) {
        for (int c : columns) {
            if (!Objects.equals(before[c], after[c])) {
                return false;
            }
        }
        return true;
    }

    /** What is in it goes, or comes back: whoever reads it holds it against its digest. */
    private static boolean stays(Object[] before, Object[] after) {
        return same(before, after, STORED) && (before[CONTENT] == null || after[CONTENT] == null);
    }

    private static boolean keepsOwner(Object[] before, Object[] after) {
        return same(before, after, PAPER) && (!ofEntry(before) || same(before, after, OWNER_KIND, OWNER));
    }
}
