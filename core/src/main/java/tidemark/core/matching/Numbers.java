package tidemark.core.matching;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/**
 * Numbers inside references and codes, whatever is glued to them: {@code 2028} of {@code DS002028}, {@code 25007128} of
 * {@code F25007128}; and the month that a text is of. Letters that a reader takes for digits count as these in what is
 * mostly digits ({@code 000O42B3}).
 */
final class Numbers {
    /** Shorter ones are met everywhere. */
    private static final int SHORTEST = 3;

    private static final int LONGEST_WORD = 10;
    private static final int LAST_MONTH = 12;
    private static final String TAKEN_FOR_DIGITS = "OQILSBZG";
    private static final String DIGITS = "00115826";

    private Numbers() {}

    /** The numbers of at least three digits, without leading zeros, of squashed texts, each once. Cost: O(length). */
    static List<String> in(List<String> codes) {
        List<String> out = new ArrayList<>(codes.size());
        for (String code : codes) {
            add(code, out);
            String read = asRead(code);
            if (!read.equals(code)) {
                add(read, out);
            }
        }
        return List.copyOf(out);
    }

    private static void add(String code, List<String> out) {
        int start = -1;
        for (int i = 0; i <= code.length(); i++) {
            boolean digit = i < code.length() && isDigit(code.charAt(i));
            if (digit && start < 0) {
                start = i;
            } else if (!digit && start >= 0) {
                String number = Phrase.withoutZeros(code.substring(start, i));
                if (number.length() >= SHORTEST && !out.contains(number)) {
                    out.add(number);
                }
                start = -1;
            }
        }
    }

    /** With the letters between digits that look like one read as one, after the first digit. */
    private static String asRead(String code) {
        int first = 0;
        while (first < code.length() && !isDigit(code.charAt(first))) {
            first++;
        }
        int digits = 0;
        int alike = 0;
        for (int i = first; i < code.length(); i++) {
            if (isDigit(code.charAt(i))) {
                digits++;
            } else if (TAKEN_FOR_DIGITS.indexOf(code.charAt(i)) >= 0) {
                alike++;
            } else {
                return code;
            }
        }
        if (alike == 0 || alike >= digits) {
            return code;
        }
        StringBuilder out = new StringBuilder(code);
        for (int i = first; i < code.length(); i++) {
            int at = TAKEN_FOR_DIGITS.indexOf(code.charAt(i));
            if (at >= 0) {
                out.setCharAt(i, DIGITS.charAt(at));
            }
        }
        return out.toString();
    }

    /** Small numbers with the word before them, as one: {@code FLAT12} of a text with {@code flat 12}. Cost: O(length). */
    static List<String> named(String text) {
        List<String> out = new ArrayList<>(0);
        int n = text.length();
        int wordFrom = -1;
        int wordTo = -1;
        for (int i = 0; i < n; ) {
            char c = text.charAt(i);
            if (!Character.isLetterOrDigit(c)) {
                i++;
                continue;
            }
            int from = i;
            boolean number = true;
            while (i < n && Character.isLetterOrDigit(text.charAt(i))) {
                number &= isDigit(text.charAt(i));
                i++;
            }
            if (number) {
                String plain = Phrase.withoutZeros(text.substring(from, i));
                if (plain.length() < SHORTEST && wordTo - wordFrom >= SHORTEST) {
                    out.add(text.substring(wordFrom, wordTo).toUpperCase(java.util.Locale.ROOT) + plain);
                }
                wordFrom = wordTo;
            } else {
                wordFrom = from;
                wordTo = i;
            }
        }
        return out;
    }

    /** Those of a text, and those among known ones that are glued to other words in its codes. */
    static List<String> named(String text, List<String> codes, Set<String> known) {
        List<String> out = new ArrayList<>(named(text));
        out.removeIf(n -> !known.contains(n));
        for (String code : codes) {
            for (int i = SHORTEST; i < code.length(); i++) {
                if (isDigit(code.charAt(i)) && !isDigit(code.charAt(i - 1))) {
                    int end = i;
                    while (end < code.length() && isDigit(code.charAt(end))) {
                        end++;
                    }
                    String number = Phrase.withoutZeros(code.substring(i, end));
                    for (int from = Math.max(0, i - LONGEST_WORD);
                            number.length() < SHORTEST && from <= i - SHORTEST;
                            from++) {
                        String name = code.substring(from, i) + number;
                        if (known.contains(name) && !out.contains(name)) {
                            out.add(name);
                        }
                    }
                }
            }
        }
        return out;
    }

    /** The digits alone. */
    static String digits(String code) {
        StringBuilder out = new StringBuilder(code.length());
        for (int i = 0; i < code.length(); i++) {
            if (isDigit(code.charAt(i))) {
                out.append(code.charAt(i));
            }
        }
        return out.toString();
    }

    private static boolean isNumber(String token) {
        return !token.isEmpty() && token.chars().allMatch(c -> c >= '0' && c <= '9');
    }

    private static boolean isDigit(char c) {
        return c >= '0' && c <= '9';
    }

    /**
     * The month that codes tell, as 12 times the year and the month from 0: {@code 202511}, {@code 112025}, {@code 92025}, or such at the
     * end of a code; 0 for none, or for two that differ.
     *
     * @param year what is not within a year of it is another number
     */
    static int month(List<String> codes, int year) {
        int found = 0;
        for (String code : codes) {
            int start = code.length();
            while (start > 0 && isDigit(code.charAt(start - 1))) {
                start--;
            }
            int digits = code.length() - start;
            int month = 0;
            if (digits == 6) {
                month = month(code, start, start + 4, 2, year);
            }
            if (month == 0 && (digits == 6 || digits == 5)) {
                month = month(code, code.length() - 4, start, digits - 4, year);
            }
            if (month != 0 && found != 0 && month != found) {
                return 0;
            }
            found = month == 0 ? found : month;
        }
        return found;
    }

    private static int month(String code, int yearAt, int monthAt, int digits, int near) {
        int year = Integer.parseInt(code, yearAt, yearAt + 4, 10);
        int month = Integer.parseInt(code, monthAt, monthAt + digits, 10);
        return Math.abs(year - near) <= 1 && month >= 1 && month <= LAST_MONTH ? year * LAST_MONTH + month - 1 : 0;
    }
}
