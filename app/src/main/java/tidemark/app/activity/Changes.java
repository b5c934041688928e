package tidemark.app.activity;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** What was and what is now, as an activity record tells it. */
public final class Changes {
    private final Map<String, @Nullable Object> before = new LinkedHashMap<>();
    private final List<String> told = new ArrayList<>();

    /** A thing as it is before the change, by the names of its fields. */
    public Changes was(String field, @Nullable Object value) {
        before.put(field, value);
        return this;
    }

    public Changes is(String field, @Nullable Object value) {
        Object old = before.get(field);
        if (!Objects.equals(old, value)) {
            told.add(field + ": " + words(old) + " → " + words(value));
        }
        return this;
    }

    /** The fields of a record before and after, those that differ. */
    public static String between(@Nullable Record old, Record now) {
        Changes changes = new Changes();
        for (var component : now.getClass().getRecordComponents()) {
            try {
                component.getAccessor().setAccessible(true);
                if (old != null) {
                    changes.was(component.getName(), component.getAccessor().invoke(old));
                }
                changes.is(component.getName(), component.getAccessor().invoke(now));
            } catch (ReflectiveOperationException e) {
                throw new IllegalStateException(e);
            }
        }
        return changes.toString();
    }

    private static String words(@Nullable Object value) {
        return value == null || value.toString().isEmpty() ? "nothing" : value.toString();
    }

    @Override
    public String toString() {
        return String.join("; ", told);
    }
}
