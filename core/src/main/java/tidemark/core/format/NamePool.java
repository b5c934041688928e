package tidemark.core.format;

import java.util.Locale;
import org.jspecify.annotations.Nullable;

/**
 * Names in capitals, each made a string once however often it is read. Open addressing over a table that never grows:
 * a name that finds no room within a few steps is made anew each time, so a file of many names costs no memory.
 */
final class NamePool {
    private static final int SIZE = 512;
    private static final int STEPS = 8;

    private final @Nullable String[] names = new String[SIZE];

    /**
     * The characters from start to end, which are plain ASCII, in capitals.
     *
     * @param hash any number that is the same for the same name, in capitals or not
     */
    String of(char[] from, int start, int end, int hash) {
        int first = hash ^ (hash >>> 9);
        for (int step = 0; step < STEPS; step++) {
            int place = (first + step) & (SIZE - 1);
            String known = names[place];
            if (known == null) {
                String made = new String(from, start, end - start).toUpperCase(Locale.ROOT);
                names[place] = made;
                return made;
            }
            if (same(known, from, start, end)) {
                return known;
            }
        }
        return new String(from, start, end - start).toUpperCase(Locale.ROOT);
    }

    private static boolean same(String known, char[] from, int start, int end) {
        if (known.length() != end - start) {
            return false;
        }
        for (int i = start; i < end; i++) {
            char c = from[i];
            if (known.charAt(i - start) != (c >= 'a' && c <= 'z' ? (char) (c - 32) : c)) {
                return false;
            }
        }
        return true;
    }
}
