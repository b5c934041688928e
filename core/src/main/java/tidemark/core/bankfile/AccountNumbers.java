package tidemark.core.bankfile;

import static tidemark.core.words.Catalogue.say;

import java.math.BigInteger;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;
import org.apache.commons.validator.routines.IBANValidator;
import org.apache.commons.validator.routines.checkdigit.ABANumberCheckDigit;
import tidemark.core.problem.Problem;

/** Whether numbers of banks and accounts can be right, by their form and check digits. */
public final class AccountNumbers {
    private static final Pattern NINE = Pattern.compile("[0-9]{9}");
    /** ISO 9362: four of the party, the country, two of the place, and three of the branch or none. */
    private static final Pattern BIC = Pattern.compile("[A-Z0-9]{4}[A-Z]{2}[A-Z0-9]{2}([A-Z0-9]{3})?");
    /** EPC AT-02: country, check digits, the creditor's business code, which is not checked, and the national part. */
    private static final Pattern CREDITOR = Pattern.compile("[A-Z]{2}[0-9]{2}[A-Za-z0-9]{3}[A-Za-z0-9]{1,28}");

    private static final BigInteger NINETY_SEVEN = BigInteger.valueOf(97);

    private AccountNumbers() {}

    /** A routing number of nine digits whose last one checks the others. Source: ABA, weights 3, 7, 1. */
    public static boolean isRouting(String number) {
        return NINE.matcher(number).matches()
                && !number.equals("000000000")
                && ABANumberCheckDigit.ABAN_CHECK_DIGIT.isValid(number);
    }

    /** An IBAN as it is kept: without spaces, of its country's length and form, modulo 97. Source: ISO 13616. */
    public static boolean isIban(String number) {
        return IBANValidator.getInstance().isValid(number);
    }

    /** What is wrong of a routing number; nothing where it can be right. @param where the field or place that has it */
    public static Optional<Problem> routingProblem(String number, String where) {
        return isRouting(number)
                ? Optional.empty()
                : Optional.of(new Problem(
                        "routing.unfit", where, number, say("routing.unfit.expected"), say("routing.unfit.remedy")));
    }

    /** The same of an IBAN. */
    public static Optional<Problem> ibanProblem(String number, String where) {
        return isIban(number)
                ? Optional.empty()
                : Optional.of(
                        new Problem("iban.unfit", where, number, say("iban.unfit.expected"), say("iban.unfit.remedy")));
    }

    /** The same of a BIC, which may be empty where the bank finds it by the IBAN. */
    public static Optional<Problem> bicProblem(String code, String where) {
        return code.isEmpty() || isBic(code)
                ? Optional.empty()
                : Optional.of(
                        new Problem("bic.unfit", where, code, say("bic.unfit.expected"), say("bic.unfit.remedy")));
    }

    /** As it is kept: upper case without spaces. */
    public static String plain(String typed) {
        return typed.replaceAll("\\s", "").toUpperCase(Locale.ROOT);
    }

    public static boolean isBic(String code) {
        return BIC.matcher(code).matches();
    }

    /** A creditor identifier of SEPA, modulo 97 without its business code. Source: EPC262-08. */
    public static boolean isCreditor(String identifier) {
        if (!CREDITOR.matcher(identifier).matches()) {
            return false;
        }
        String checked = identifier.substring(7) + identifier.substring(0, 4);
        StringBuilder digits = new StringBuilder();
        for (char c : checked.toUpperCase(Locale.ROOT).toCharArray()) {
            digits.append(Character.digit(c, 36));
        }
        return new BigInteger(digits.toString()).mod(NINETY_SEVEN).intValue() == 1;
    }
}
