package tidemark.core.table;

import java.util.List;

/**
 * Writes rows of comma-separated text (RFC 4180). A text that a spreadsheet would run as a formula is written with an
 * apostrophe before it; a plain decimal amount is left as it is.
 */
public final class CsvWriting {
    private CsvWriting() {}

    /** A table as RFC 4180 has it, with texts that a spreadsheet would take for a formula made harmless. Cost: O(cells). */
    public static String of(List<String> header, List<List<String>> rows) {
        StringBuilder out = new StringBuilder();
        row(out, header);
        rows.forEach(r -> row(out, r));
        return out.toString();
    }

    private static void row(StringBuilder out, List<String> cells) {
        for (int i = 0; i < cells.size(); i++) {
            if (i > 0) {
                out.append(',');
            }
            String cell = harmless(cells.get(i));
            if (cell.indexOf(',') >= 0
                    || cell.indexOf('"') >= 0
                    || cell.indexOf('\n') >= 0
                    || cell.indexOf('\r') >= 0) {
                out.append('"').append(cell.replace("\"", "\"\"")).append('"');
            } else {
                out.append(cell);
            }
        }
        out.append("\r\n");
    }

    /** The text, made plain where a spreadsheet would take it for a formula. */
    public static String harmless(String cell) {
        if (cell.isEmpty() || "=+-@\t\r".indexOf(cell.charAt(0)) < 0 || isAmount(cell)) {
            return cell;
        }
        return "'" + cell;
    }

    private static boolean isAmount(String cell) {
        int points = 0;
        for (int i = cell.charAt(0) == '-' ? 1 : 0; i < cell.length(); i++) {
            char c = cell.charAt(i);
            if (c == '.') {
                points++;
            } else if (c < '0' || c > '9') {
                return false;
            }
        }
        return points <= 1 && cell.length() > 1;
    }
}
