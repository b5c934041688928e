package tidemark.core.format;

import static tidemark.core.words.Catalogue.say;

import tidemark.core.problem.RuleViolation;

/**
 * The parts of field 61, in order: value date, entry date, mark, funds code, amount, type, reference of the account
 * owner, reference of the bank. {@code 2606040604RCR1234,56NTRFABC//XYZ}
 *
 * @param valueDate six digits
 * @param entryDate four digits, month and day, or -1
 * @param amountFrom where the amount stands in the field
 * @param amountTo where it ends
 * @param in whether the account grew: a credit, or the reversal of a debit
 * @param expected announced and not booked (marks EC and ED of an interim report)
 */
record Mt61(
        int valueDate,
        int entryDate,
        boolean in,
        boolean reversal,
        boolean expected,
        int amountFrom,
        int amountTo,
        String type,
        String reference,
        String bankReference) {
    private static final String USUAL = "NTRF";

    /** @param from where the field begins in the text */
    static Mt61 parse(String text, int from, int line) {
        int value = FormatDates.number(text, from, 6);
        if (value < 0) {
            throw refused(line, text, from, say("format.aValueDateOfSixDigits"));
        }
        int at = from + 6;
        int entry = FormatDates.number(text, at, 4);
        if (entry >= 0) {
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
            throw refused(line, text, from, say("format.cDRcRdEcOrEd"));
        }
        at++;
        char funds = charAt(text, at);
        if (funds >= 'A' && funds <= 'Z') {
            at++;
        }
        int start = at;
        while (at < text.length() && isAmount(text.charAt(at))) {
            at++;
        }
        if (at == start) {
            throw refused(line, text, from, say("format.anAmountSuchAs123456After"));
        }
        int end = at;
        String type = "";
        if (text.length() >= at + 4 && "NSF".indexOf(text.charAt(at)) >= 0) {
            type = text.startsWith(USUAL, at) ? USUAL : text.substring(at, at + 4);
            at += 4;
        }
        int slashes = text.indexOf("//", at);
        String reference = slashes < 0 ? text.substring(at) : text.substring(at, slashes);
        String bank = slashes < 0 ? "" : text.substring(slashes + 2);
        // the reversal of a credit takes the money out again
        boolean credit = mark == 'C';
        return new Mt61(
                value,
                entry,
                credit != reversal,
                reversal,
                expected,
                start,
                end,
                type,
                reference.strip(),
                bank.strip());
    }

    private static boolean isAmount(char c) {
        return (c >= '0' && c <= '9') || c == ',';
    }

    private static char charAt(String text, int at) {
        return at < text.length() ? text.charAt(at) : ' ';
    }

    private static RuleViolation refused(int line, String text, int from, String expected) {
        return new RuleViolation(
                "mt.line",
                say("mt.line.where", line),
                FormatDates.quoted(text.substring(from)),
                expected,
                say("mt.line.remedy"));
    }
}
