package tidemark.core.rule;

import java.util.Locale;

/** How the text of a line is tested; capitals and small letters are the same. */
public enum TextTest {
    CONTAINS,
    STARTS,
    /** A whole word, or several in a row. */
    WORD,
    /** {@code *} stands for any text, {@code ?} for one character. */
    PATTERN;

    /** Cost: O(text × wanted) at the most, whatever is written in either. */
    boolean holds(String text, String wanted) {
        String a = text.toUpperCase(Locale.ROOT);
        String b = wanted.toUpperCase(Locale.ROOT);
        return switch (this) {
            case CONTAINS -> a.contains(b);
            case STARTS -> a.startsWith(b);
            case WORD -> hasWord(a, b);
            case PATTERN -> matches(a, b);
        };
    }

    private static boolean hasWord(String text, String word) {
        for (int at = text.indexOf(word); at >= 0; at = text.indexOf(word, at + 1)) {
            boolean before = at == 0 || !Character.isLetterOrDigit(text.charAt(at - 1));
            int end = at + word.length();
            if (before && (end == text.length() || !Character.isLetterOrDigit(text.charAt(end)))) {
                return true;
            }
        }
        return false;
    }

    /** Goes back to the last star only, so that no pattern takes more than text times pattern. */
    private static boolean matches(String text, String pattern) {
        int t = 0;
        int p = 0;
        int star = -1;
        int from = 0;
        while (t < text.length()) {
            if (p < pattern.length()
                    && (pattern.charAt(p) == '?' || pattern.charAt(p) == text.charAt(t))
                    && pattern.charAt(p) != '*') {
                t++;
                p++;
            } else if (p < pattern.length() && pattern.charAt(p) == '*') {
                star = p++;
                from = t;
            } else if (star >= 0) {
                p = star + 1;
                t = ++from;
            } else {
                return false;
            }
        }
        while (p < pattern.length() && pattern.charAt(p) == '*') {
            p++;
        }
        return p == pattern.length();
    }
}
