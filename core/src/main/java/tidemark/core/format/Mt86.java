package tidemark.core.format;

import static tidemark.core.words.Catalogue.say;

import java.util.List;
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

    private Mt86() {}

    static void into(String first, List<String> more, LineDraft draft, boolean in) {
        if (FormatDates.digits(first, 3) && first.length() > 3 && isSeparator(first, more)) {
            numbered(whole(first, more), draft);
        } else if (first.startsWith("/") && WORDS.contains(word(first))) {
            slashes(whole(first, more), draft, in);
        } else {
            StringBuilder text = new StringBuilder(first);
            int before = first.length();
            for (String line : more) {
                // a full line was cut in the middle of a word
                if (before < FULL) {
                    text.append(' ');
                }
                text.append(line);
                before = line.length();
            }
            draft.text = text.toString().strip();
        }
    }

    private static String whole(String first, List<String> more) {
        return more.isEmpty() ? first : first + String.join("", more);
    }

    private static boolean isSeparator(String first, List<String> more) {
        char separator = first.charAt(3);
        return !Character.isLetterOrDigit(separator)
                && separator != ' '
                && (FormatDates.digits(first, 4, 2) || !more.isEmpty());
    }

    private static String word(String text) {
        int end = text.indexOf('/', 1);
        return end < 0 ? "" : text.substring(1, end);
    }

    private static void numbered(String text, LineDraft draft) {
        char separator = text.charAt(3);
        Remittance remittance = new Remittance(draft);
        Joined name = new Joined();
        String booking = "";
        int at = 3;
        while (at >= 0 && at + 2 < text.length()) {
            int next = nextField(text, at + 3, separator);
            if (FormatDates.digits(text, at + 1, 2)) {
                String value = text.substring(at + 3, next < 0 ? text.length() : next);
                int number = (text.charAt(at + 1) - '0') * 10 + text.charAt(at + 2) - '0';
                if (number == 0) {
                    booking = value;
                } else if ((number >= 20 && number <= 29) || (number >= 60 && number <= 63)) {
                    remittance.add(value);
                } else if (number == 32 || number == 33) {
                    name.add(value);
                } else if (number == 31) {
                    draft.extra(say("format.account", value));
                }
            }
            at = next;
        }
        draft.counterparty = name.take().strip();
        draft.text = remittance.text();
        if (draft.text.isEmpty()) {
            draft.text = booking.strip();
        } else {
            draft.extra(booking.strip());
        }
    }

    /** The text with marks such as {@code EREF+}, which may go on over several subfields: each mark's part to its field. */
    private static final class Remittance {
        private final LineDraft draft;
        private final Joined part = new Joined();
        private boolean marked;
        private String plain = "";

        Remittance(LineDraft draft) {
            this.draft = draft;
        }

        void add(String value) {
            boolean marks = isMarked(value);
            if (marks && !part.isEmpty()) {
                end();
            }
            if (part.isEmpty()) {
                marked = marks;
            }
            part.add(value);
        }

        private void end() {
            String whole = part.take();
            if (!marked) {
                plain = LineDraft.join(plain, whole.strip());
                return;
            }
            String value = whole.substring(whole.indexOf('+') + 1).strip();
            if (whole.startsWith("SVWZ")) {
                plain = LineDraft.join(plain, value);
            } else if (whole.startsWith("EREF")) {
                if (!value.equals("NOTPROVIDED")) {
                    draft.reference = value;
                }
            } else {
                draft.extra(whole.startsWith("IBAN") ? value : whole);
            }
        }

        String text() {
            end();
            return plain;
        }
    }

    /** Pieces of text one after another; mostly there is only one. */
    private static final class Joined {
        private String first = "";
        private final StringBuilder more = new StringBuilder(0);

        boolean isEmpty() {
            return first.isEmpty();
        }

        void add(String piece) {
            if (first.isEmpty()) {
                first = piece;
            } else {
                more.append(piece);
            }
        }

        /** All of it; the next piece begins anew. */
        String take() {
            String all = more.isEmpty() ? first : first + more;
            first = "";
            more.setLength(0);
            return all;
        }
    }

    private static boolean isMarked(String value) {
        int plus = value.indexOf('+');
        if (plus != 4) {
            return plus == 3 && value.startsWith("BIC");
        }
        return switch (value.charAt(0)) {
            case 'S' -> value.startsWith("SVWZ");
            case 'E' -> value.startsWith("EREF");
            case 'K' -> value.startsWith("KREF");
            case 'M' -> value.startsWith("MREF");
            case 'C' -> value.startsWith("CRED") || value.startsWith("COAM");
            case 'D' -> value.startsWith("DEBT");
            case 'A' -> value.startsWith("ABWA") || value.startsWith("ABWE");
            case 'I' -> value.startsWith("IBAN");
            case 'O' -> value.startsWith("OAMT");
            default -> false;
        };
    }

    private static int nextField(String text, int from, char separator) {
        int next = text.indexOf(separator, from);
        while (next >= 0 && next + 2 < text.length() && !FormatDates.digits(text, next + 1, 2)) {
            next = text.indexOf(separator, next + 1);
        }
        return next;
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
