package tidemark.core.statement;

/** Check numbers as they are compared: digits only, without leading zeros. */
public final class CheckNumbers {
    private CheckNumbers() {}

    /** {@code "No. 0020421"} becomes {@code "20421"}; a text without digits becomes empty. */
    public static String plain(String text) {
        if (isPlain(text)) {
            return text;
        }
        StringBuilder digits = new StringBuilder(text.length());
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (c >= '0' && c <= '9' && (c != '0' || !digits.isEmpty())) {
                digits.append(c);
            }
        }
        return digits.toString();
    }

    private static boolean isPlain(String text) {
        if (!text.isEmpty() && text.charAt(0) == '0') {
            return false;
        }
        for (int i = 0; i < text.length(); i++) {
            if (text.charAt(i) < '0' || text.charAt(i) > '9') {
                return false;
            }
        }
        return true;
    }
}
