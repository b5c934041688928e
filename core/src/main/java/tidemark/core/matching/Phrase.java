package tidemark.core.matching;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.List;

/** Words and codes of a text as they are compared: capitals without accents; a code has a digit, a word has none. */
record Phrase(List<String> words, List<String> codes) {
    static final Phrase EMPTY = new Phrase(List.of(), List.of());
    private static final int MOST = 24;

    Phrase {
        words = List.copyOf(words);
        codes = List.copyOf(codes);
    }

    /** Cost: O(length); at most {@value #MOST} of each are kept. */
    static Phrase of(String text) {
        if (text.isEmpty()) {
            return EMPTY;
        }
        List<String> words = new ArrayList<>();
        List<String> codes = new ArrayList<>();
        String plain = plain(text);
        int start = -1;
        boolean digit = false;
        boolean joined = false;
        StringBuilder whole = new StringBuilder();
        for (int i = 0; i <= plain.length(); i++) {
            char c = i < plain.length() ? plain.charAt(i) : ' ';
            if (isPart(c)) {
                if (start < 0) {
                    start = i;
                    digit = false;
                }
                digit |= c <= '9';
                continue;
            }
            if (start >= 0) {
                String token = plain.substring(start, i);
                start = -1;
                add(digit ? codes : words, token);
                joined |= !whole.isEmpty();
                whole.append(token);
            }
            // what a hyphen or point ties is also one code: INV-2026-0012
            if (c != '-' && c != '.' && c != '/' && c != '_') {
                if (joined && hasDigit(whole)) {
                    add(codes, whole.toString());
                }
                whole.setLength(0);
                joined = false;
            }
        }
        return new Phrase(words, codes);
    }

    private static void add(List<String> to, String token) {
        if (to.size() < MOST && !to.contains(token)) {
            to.add(token);
        }
    }

    private static boolean isPart(char c) {
        return (c >= 'A' && c <= 'Z') || (c >= '0' && c <= '9') || (c > 127 && Character.isLetterOrDigit(c));
    }

    static boolean hasDigit(CharSequence text) {
        for (int i = 0; i < text.length(); i++) {
            if (text.charAt(i) >= '0' && text.charAt(i) <= '9') {
                return true;
            }
        }
        return false;
    }

    /** Letters and digits alone, in capitals, without accents. */
    static String squashed(String text) {
        String plain = plain(text);
        StringBuilder out = new StringBuilder(plain.length());
        for (int i = 0; i < plain.length(); i++) {
            if (isPart(plain.charAt(i))) {
                out.append(plain.charAt(i));
            }
        }
        return out.toString();
    }

    private static String plain(String text) {
        boolean ascii = true;
        for (int i = 0; i < text.length() && ascii; i++) {
            ascii = text.charAt(i) < 128;
        }
        if (ascii) {
            return text.toUpperCase(java.util.Locale.ROOT);
        }
        String apart = Normalizer.normalize(text, Normalizer.Form.NFD);
        StringBuilder out = new StringBuilder(apart.length());
        for (int i = 0; i < apart.length(); i++) {
            if (Character.getType(apart.charAt(i)) != Character.NON_SPACING_MARK) {
                out.append(apart.charAt(i));
            }
        }
        return out.toString().toUpperCase(java.util.Locale.ROOT);
    }

    static String withoutZeros(String code) {
        int start = 0;
        while (start < code.length() - 1 && code.charAt(start) == '0') {
            start++;
        }
        return start == 0 ? code : code.substring(start);
    }

    /** Whether one insertion, deletion, change or swap of neighbours turns one into the other. Cost: O(length). */
    static boolean oneSlip(String a, String b) {
        if (Math.abs(a.length() - b.length()) > 1 || a.equals(b)) {
            return false;
        }
        int start = 0;
        int shorter = Math.min(a.length(), b.length());
        while (start < shorter && a.charAt(start) == b.charAt(start)) {
            start++;
        }
        int fromEnd = 0;
        while (fromEnd < shorter - start && a.charAt(a.length() - 1 - fromEnd) == b.charAt(b.length() - 1 - fromEnd)) {
            fromEnd++;
        }
        int leftA = a.length() - start - fromEnd;
        int leftB = b.length() - start - fromEnd;
        if (leftA <= 1 && leftB <= 1) {
            return true;
        }
        return leftA == 2
                && leftB == 2
                && a.charAt(start) == b.charAt(start + 1)
                && a.charAt(start + 1) == b.charAt(start);
    }
}
