package tidemark.app.find;

import java.math.BigDecimal;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Words, numbers and amounts as the index holds them and as they are typed. */
final class FindText {
    private static final Pattern WORD = Pattern.compile("[\\p{L}\\p{Nd}]+");
    private static final Pattern MARKS = Pattern.compile("\\p{M}+");
    private static final Pattern AMOUNT = Pattern.compile("\\(?[-+]?[0-9][0-9.,']*\\)?");

    private FindText() {}

    /** Without accents and capitals. */
    static String plain(String text) {
        String folded =
                MARKS.matcher(Normalizer.normalize(text, Normalizer.Form.NFKD)).replaceAll("");
        return folded.toLowerCase(Locale.ROOT)
                .replace("ß", "ss")
                .replace("ø", "o")
                .replace("æ", "ae");
    }

    static List<String> words(String text) {
        List<String> out = new ArrayList<>();
        Matcher m = WORD.matcher(plain(text));
        while (m.find()) {
            out.add(m.group());
        }
        return out;
    }

    /** A number or code without what separates its parts, and without zeros before it. */
    static String number(String text) {
        String joined = String.join("", words(text));
        String bare = joined.replaceFirst("^0+(?=.)", "");
        return bare.chars().anyMatch(Character::isDigit) ? bare : joined;
    }

    /** The numbers among some text: each run of signs between blanks that has a digit, whole and in its parts. */
    static Set<String> numbers(String text) {
        Set<String> out = new LinkedHashSet<>();
        for (String run : text.split("\\s+")) {
            if (run.chars().anyMatch(Character::isDigit)) {
                out.add(number(run));
                words(run).stream()
                        .filter(w -> w.chars().anyMatch(Character::isDigit))
                        .forEach(w -> out.add(number(w)));
            }
        }
        return out;
    }

    /** An amount without sign and zeros at its end. */
    static String amount(BigDecimal amount) {
        return amount.abs().stripTrailingZeros().toPlainString();
    }

    /** What amounts a text may mean: with its last point or comma as the decimal one, and with none. */
    static Set<String> amounts(String typed) {
        Set<String> out = new LinkedHashSet<>();
        if (!AMOUNT.matcher(typed).matches()) {
            return out;
        }
        String bare = typed.replaceAll("[()+'-]", "");
        int last = Math.max(bare.lastIndexOf('.'), bare.lastIndexOf(','));
        if (last >= 0 && bare.length() - last <= 4) {
            String whole = bare.substring(0, last).replaceAll("[.,]", "");
            String part = bare.substring(last + 1);
            out.add(amount(new BigDecimal((whole.isEmpty() ? "0" : whole) + (part.isEmpty() ? "" : "." + part))));
        }
        String digits = bare.replaceAll("[.,]", "");
        if (last < 0 || bare.length() - last == 4) {
            out.add(amount(new BigDecimal(digits)));
        }
        return out;
    }
}
