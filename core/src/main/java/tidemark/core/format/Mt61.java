package tidemark.core.format;

import tidemark.core.problem.RuleViolation;

/**
 * The parts of field 61, in order: value date, entry date, mark, funds code, amount, type, reference of the account
 * owner, reference of the bank. {@code 2606040604RCR1234,56NTRFABC//XYZ}
 *
 * @param entryDate month and day, or empty
 * @param in whether the account grew: a credit, or the reversal of a debit
 * @param expected announced and not booked (marks EC and ED of an interim report)
 */
record Mt61(
        String valueDate,
        String entryDate,
        boolean in,
        boolean reversal,
        boolean expected,
        String amount,
        String type,
        String reference,
        String bankReference) {

    static Mt61 parse(String text, int line) {
        int at = 0;
        if (!FormatDates.digits(text, 6)) {
            throw refused(line, text, "a value date of six digits");
        }
        String value = text.substring(0, 6);
        at = 6;
        String entry = "";
        if (FormatDates.digits(text, at, 4)) {
            entry = text.substring(at, at + 4);
            at += 4;
        }
        boolean reversal = false;
        boolean expected = false;
        char mark = charAt(text, at);
        if (mark == 'R' || mark == 'E') {
            reversal = mark == 'R';
            expected = mark == 'E';
            at++;
            mark = charAt(text, at);
        }
        if (mark != 'C' && mark != 'D') {
            throw refused(line, text, "C, D, RC, RD, EC or ED after the dates");
        }
        at++;
        char funds = charAt(text, at);
        if (funds >= 'A' && funds <= 'Z') {
            at++;
        }
        int start = at;
        while (at < text.length() && (Character.isDigit(text.charAt(at)) || text.charAt(at) == ',')) {
            at++;
        }
        if (at == start) {
            throw refused(line, text, "an amount such as 1234,56 after the mark");
        }
        String amount = text.substring(start, at);
        String type = "";
        if (text.length() >= at + 4 && "NSF".indexOf(text.charAt(at)) >= 0) {
            type = text.substring(at, at + 4);
            at += 4;
        }
        int slashes = text.indexOf("//", at);
        String reference = slashes < 0 ? text.substring(at) : text.substring(at, slashes);
        String bank = slashes < 0 ? "" : text.substring(slashes + 2);
        // the reversal of a credit takes the money out again
        boolean credit = mark == 'C';
        return new Mt61(
                value, entry, credit != reversal, reversal, expected, amount, type, reference.strip(), bank.strip());
    }

    private static char charAt(String text, int at) {
        return at < text.length() ? text.charAt(at) : ' ';
    }

    private static RuleViolation refused(int line, String text, String expected) {
        return new RuleViolation(
                "mt.line",
                "line " + line + ", :61:",
                FormatDates.quoted(text),
                expected,
                "Fetch the file from the bank again.");
    }
}
