package tidemark.core.format;

/** Amounts as people and spreadsheets write them, brought to digits with a point. */
final class DecimalText {
    private DecimalText() {}

    /** The decimal sign of one amount: the last of point and comma, unless it only groups thousands. */
    static char pointOf(String text) {
        int point = text.lastIndexOf('.');
        int comma = text.lastIndexOf(',');
        if (point >= 0 && comma >= 0) {
            return point > comma ? '.' : ',';
        }
        if (comma >= 0 && text.indexOf(',') == comma && text.length() - comma != 4) {
            return ',';
        }
        if (point >= 0 && text.indexOf('.') != point) {
            return ',';
        }
        return '.';
    }

    /**
     * The amount as {@code -1234.56}, for {@code (1.234,56)}, {@code 1'234.56-}, {@code 1 234,56 DR} or
     * {@code € 1,234.56}; what is no amount stays what it is and is refused later.
     */
    static String plain(String text, char point) {
        String rest = text.strip();
        boolean negative = false;
        if (rest.startsWith("(") && rest.endsWith(")")) {
            negative = true;
            rest = rest.substring(1, rest.length() - 1).strip();
        }
        String upper = rest.toUpperCase(java.util.Locale.ROOT);
        if (upper.endsWith("DR") || upper.endsWith("CR")) {
            negative ^= upper.endsWith("DR");
            rest = rest.substring(0, rest.length() - 2).strip();
        }
        if (rest.endsWith("-") || rest.endsWith("+")) {
            negative ^= rest.endsWith("-");
            rest = rest.substring(0, rest.length() - 1).strip();
        }
        StringBuilder out = new StringBuilder(rest.length() + 1);
        boolean digit = false;
        for (int i = 0; i < rest.length(); i++) {
            char c = rest.charAt(i);
            if (c >= '0' && c <= '9') {
                out.append(c);
                digit = true;
            } else if (c == point) {
                out.append('.');
            } else if (!digit && (c == '-' || c == '\u2212')) {
                negative = !negative;
            } else if (!digit && (c == '+' || Character.getType(c) == Character.CURRENCY_SYMBOL)) {
                continue;
            } else if (!isGrouping(c)) {
                return text;
            }
        }
        String digits = out.toString();
        if (digits.startsWith(".")) {
            digits = "0" + digits;
        }
        return (negative ? "-" : "") + (digits.endsWith(".") ? digits.substring(0, digits.length() - 1) : digits);
    }

    private static boolean isGrouping(char c) {
        return c == ',' || c == '.' || c == '\'' || c == '\u2019' || c == ' ' || c == '\u00a0' || c == '\u202f';
    }
}
