package tidemark.core.format;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/**
 * Field 86, what the bank tells of the line before it: plain text; numbered subfields after a three-digit code
 * ({@code 166?00TRANSFER?20SVWZ+…?32NAME}, any separator); or words between slashes ({@code /NAME/…/REMI/…}).
 */
final class Mt86 {
    private static final int FULL = 65;
    private static final Set<String> WORDS = Set.of(
            "TRTP", "IBAN", "BIC", "NAME", "REMI", "EREF", "ORDP", "BENM", "CSID", "MARF", "PREF", "RTRN", "ISDT",
            "CNTP", "ADDR", "ID", "PURP", "ULTD", "ULTC", "SVCL", "KREF", "MREF", "CRED", "DEBT", "INFO", "CHGS",
            "OCMT", "EXCH");
    private static final List<String> MARKS = List.of(
            "EREF+", "KREF+", "MREF+", "CRED+", "DEBT+", "SVWZ+", "ABWA+", "ABWE+", "IBAN+", "BIC+", "COAM+", "OAMT+");

    private Mt86() {}

    static void into(List<String> lines, LineDraft draft, boolean in) {
        String first = lines.getFirst();
        if (FormatDates.digits(first, 3) && first.length() > 3 && isSeparator(first, lines)) {
            numbered(lines.size() == 1 ? first : String.join("", lines), draft);
        } else if (first.startsWith("/") && WORDS.contains(word(first))) {
            slashes(String.join("", lines), draft, in);
        } else {
            StringBuilder text = new StringBuilder();
            for (int i = 0; i < lines.size(); i++) {
                // a full line was cut in the middle of a word
                if (i > 0 && lines.get(i - 1).length() < FULL) {
                    text.append(' ');
                }
                text.append(lines.get(i));
            }
            draft.text = text.toString().strip();
        }
    }

    private static boolean isSeparator(String first, List<String> lines) {
        char separator = first.charAt(3);
        return !Character.isLetterOrDigit(separator)
                && separator != ' '
                && (FormatDates.digits(first, 4, 2) || lines.size() > 1);
    }

    private static String word(String text) {
        int end = text.indexOf('/', 1);
        return end < 0 ? "" : text.substring(1, end);
    }

    private static void numbered(String text, LineDraft draft) {
        char separator = text.charAt(3);
        StringBuilder remittance = new StringBuilder(text.length());
        StringBuilder name = new StringBuilder();
        String booking = "";
        int at = 3;
        while (at >= 0 && at + 2 < text.length()) {
            int next = nextField(text, at + 3, separator);
            String value = text.substring(at + 3, next < 0 ? text.length() : next);
            if (FormatDates.digits(text, at + 1, 2)) {
                int number = (text.charAt(at + 1) - '0') * 10 + text.charAt(at + 2) - '0';
                if (number == 0) {
                    booking = value;
                } else if ((number >= 20 && number <= 29) || (number >= 60 && number <= 63)) {
                    boolean marked = isMarked(value);
                    if (marked && !remittance.isEmpty()) {
                        remittance.append('\n');
                    }
                    remittance.append(value);
                } else if (number == 32 || number == 33) {
                    name.append(value);
                } else if (number == 31) {
                    draft.extra("account " + value);
                }
            }
            at = next;
        }
        draft.counterparty = name.toString().strip();
        remittance(remittance.toString(), draft);
        if (draft.text.isEmpty()) {
            draft.text = booking.strip();
        } else {
            draft.extra(booking.strip());
        }
    }

    private static boolean isMarked(String value) {
        int plus = value.indexOf('+');
        return (plus == 3 || plus == 4) && hasMark(value);
    }

    private static boolean hasMark(String value) {
        for (String mark : MARKS) {
            if (value.startsWith(mark)) {
                return true;
            }
        }
        return false;
    }

    private static int nextField(String text, int from, char separator) {
        int next = text.indexOf(separator, from);
        while (next >= 0 && next + 2 < text.length() && !FormatDates.digits(text, next + 1, 2)) {
            next = text.indexOf(separator, next + 1);
        }
        return next;
    }

    /** Text with marks such as {@code EREF+}: each mark's part to its field, the rest is the text. */
    private static void remittance(String text, LineDraft draft) {
        String plain = "";
        for (String part : text.indexOf('\n') < 0 ? new String[] {text} : text.split("\n")) {
            String value = part.length() > 5 ? part.substring(5).strip() : "";
            if (part.startsWith("EREF+")) {
                if (!value.equals("NOTPROVIDED")) {
                    draft.reference = value;
                }
            } else if (part.startsWith("SVWZ+")) {
                plain = LineDraft.join(plain, value);
            } else if (isMarked(part)) {
                draft.extra(part.toLowerCase(Locale.ROOT).startsWith("iban") ? value : part);
            } else {
                plain = LineDraft.join(plain, part.strip());
            }
        }
        draft.text = plain;
    }

    private static void slashes(String text, LineDraft draft, boolean in) {
        Map<String, StringBuilder> found = new java.util.LinkedHashMap<>();
        StringBuilder current = new StringBuilder();
        for (String piece : text.substring(1).split("/", -1)) {
            if (WORDS.contains(piece)) {
                current = found.computeIfAbsent(piece, p -> new StringBuilder());
            } else {
                if (!current.isEmpty()) {
                    current.append('/');
                }
                current.append(piece);
            }
        }
        String reference = value(found, "EREF");
        if (!reference.isEmpty() && !reference.equals("NOTPROVIDED")) {
            draft.reference = reference;
        }
        String name = value(found, "NAME");
        String side = value(found, in ? "ORDP" : "BENM");
        draft.counterparty = name.isEmpty() ? side : name;
        String remittance = value(found, "REMI");
        draft.text = remittance.isEmpty() ? value(found, "TRTP") : remittance;
        for (String key : List.of("IBAN", "CHGS", "OCMT", "EXCH")) {
            String value = value(found, key);
            if (!value.isEmpty()) {
                draft.extra(key + " " + value);
            }
        }
    }

    private static String value(Map<String, StringBuilder> found, String key) {
        StringBuilder value = found.get(key);
        if (value == null) {
            return "";
        }
        String text = value.toString().strip();
        while (text.endsWith("/")) {
            text = text.substring(0, text.length() - 1).strip();
        }
        while (text.startsWith("/")) {
            text = text.substring(1).strip();
        }
        return text;
    }
}
