package tidemark.core.statement;

import java.util.Locale;

/** Account numbers as they are compared: letters and digits, in capitals. */
public final class AccountNumbers {
    private static final int TELLING = 6;

    private AccountNumbers() {}

    /** {@code "QH12 0021-7731"} becomes {@code "QH1200217731"}. */
    public static String plain(String number) {
        StringBuilder out = new StringBuilder(number.length());
        for (int i = 0; i < number.length(); i++) {
            char c = number.charAt(i);
            if (Character.isLetterOrDigit(c) && c < 128) {
                out.append(c);
            }
        }
        return out.toString().toUpperCase(Locale.ROOT);
    }

    /** Whether two spellings name one account: the same, or the shorter of at least six the end of the longer. */
    public static boolean same(String one, String other) {
        String a = plain(one);
        String b = plain(other);
        String shorter = a.length() <= b.length() ? a : b;
        String longer = a.length() <= b.length() ? b : a;
        return a.equals(b) || (shorter.length() >= TELLING && longer.endsWith(shorter));
    }
}
