package tidemark.core.bankfile;

import java.text.Normalizer;
import java.util.Map;

/**
 * Names and texts in the characters that a file may hold: letters lose their accents, what has another spelling gets it, and
 * what is left becomes a full stop. Pure; cost O(length).
 */
public final class BankText {
    /** EPC217-08: Latin letters, digits and these. */
    private static final String SEPA = "/-?:().,'+ ";

    private static final Map<Integer, String> SPELLED = Map.ofEntries(
            Map.entry((int) 'ß', "ss"),
            Map.entry((int) 'ẞ', "SS"),
            Map.entry((int) 'Æ', "AE"),
            Map.entry((int) 'æ', "ae"),
            Map.entry((int) 'Œ', "OE"),
            Map.entry((int) 'œ', "oe"),
            Map.entry((int) 'Ø', "O"),
            Map.entry((int) 'ø', "o"),
            Map.entry((int) 'Ł', "L"),
            Map.entry((int) 'ł', "l"),
            Map.entry((int) 'Đ', "D"),
            Map.entry((int) 'đ', "d"),
            Map.entry((int) 'Ð', "D"),
            Map.entry((int) 'ð', "d"),
            Map.entry((int) 'Þ', "Th"),
            Map.entry((int) 'þ', "th"),
            Map.entry((int) 'ı', "i"),
            Map.entry((int) '’', "'"),
            Map.entry((int) '‘', "'"),
            Map.entry((int) '´', "'"),
            Map.entry((int) '`', "'"),
            Map.entry((int) '“', "'"),
            Map.entry((int) '”', "'"),
            Map.entry((int) '–', "-"),
            Map.entry((int) '—', "-"),
            Map.entry((int) '_', "-"),
            Map.entry((int) '€', "EUR"));

    private BankText() {}

    /**
     * A text as it goes into a file.
     *
     * @param changed whether it reads otherwise than what was given, which people are told
     */
    public record Written(String text, boolean changed) {}

    /** For SEPA; an ampersand becomes a plus sign. @param most characters */
    public static Written sepa(String text, int most) {
        return write(text, most, true);
    }

    /** For an identification of SEPA, which neither begins nor ends with a slash nor has two in a row. */
    public static Written sepaIdentifier(String text, int most) {
        Written first = sepa(text, most);
        String plain =
                first.text().replaceAll("/{2,}", "/").replaceAll("^/+|/+$", "").strip();
        return new Written(plain, first.changed() || !plain.equals(first.text()));
    }

    /** For ACH: what can be printed of ASCII. @param most characters */
    public static Written ach(String text, int most) {
        return write(text, most, false);
    }

    private static Written write(String text, int most, boolean sepa) {
        StringBuilder out = new StringBuilder();
        // what is put together of a letter and its accent is taken apart; accents are left out
        String apart = Normalizer.normalize(text, Normalizer.Form.NFKD);
        apart.codePoints().forEach(c -> {
            int type = Character.getType(c);
            if (type == Character.NON_SPACING_MARK || type == Character.ENCLOSING_MARK || type == Character.FORMAT) {
                return;
            }
            if (fits(c, sepa)) {
                out.append((char) c);
            } else if (Character.isWhitespace(c) || Character.isSpaceChar(c)) {
                out.append(' ');
            } else if (sepa && c == '&') {
                out.append('+');
            } else {
                out.append(SPELLED.getOrDefault(c, "."));
            }
        });
        String one = out.toString().replaceAll(" {2,}", " ").strip();
        String cut = one.length() > most ? one.substring(0, most).strip() : one;
        return new Written(cut, !cut.equals(text.strip()));
    }

    private static boolean fits(int c, boolean sepa) {
        if (!sepa) {
            return c >= ' ' && c <= '~';
        }
        return (c >= 'A' && c <= 'Z') || (c >= 'a' && c <= 'z') || (c >= '0' && c <= '9') || SEPA.indexOf(c) >= 0;
    }

    /** Whether a text has only characters that SEPA knows. */
    public static boolean isSepa(String text) {
        return text.codePoints().allMatch(c -> fits(c, true));
    }
}
