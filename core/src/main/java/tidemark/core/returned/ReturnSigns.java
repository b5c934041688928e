package tidemark.core.returned;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import tidemark.core.statement.BankLine;

/**
 * What a line of the bank tells of something that came back: by its code, or by the words of its text. Sources: the
 * sub-families of the ISO 20022 bank transaction codes, the type codes of BAI2, the transaction types of MT940.
 *
 * @param item whether it is the item that came back
 * @param fee whether it is what the bank charges for one
 * @param reason as far as the line names it
 */
public record ReturnSigns(boolean item, boolean fee, Optional<ReturnReason> reason) {
    public static final ReturnSigns NONE = new ReturnSigns(false, false, Optional.empty());

    /** Unpaid direct debit, unpaid check, reversal after a return. */
    private static final Set<String> ISO_CODES = Set.of("UPDD", "UPCQ", "PRDD", "RRTN", "UPCT");

    /** Deposited item returned, ACH return item. */
    private static final Set<String> BAI_CODES = Set.of("555", "557");

    private static final Set<String> CAME_BACK = Set.of(
            "RETURN",
            "RETURNED",
            "RETURNS",
            "RETD",
            "RTN",
            "RTD",
            "RTND",
            "RET",
            "CHARGEBACK",
            "CHARGEBACKS",
            "CHGBK",
            "UNPAID",
            "DISHONORED",
            "DISHONOURED",
            "BOUNCED",
            "NSF");
    private static final Set<String> FEE = Set.of("FEE", "FEES", "CHARGE", "CHARGES", "CHG", "CHRG", "SVC", "SERVICE");

    private static final Pattern CODE = Pattern.compile("\\b(R\\d{2}|[A-Z]{2}\\d{2}|CURR|CUST|DUPL|FOCR|NARR)\\b");

    /** Words of a text with the reason they tell, the first that fits. */
    private static final Map<Pattern, ReturnReason> TOLD = told();

    private static Map<Pattern, ReturnReason> told() {
        Map<Pattern, ReturnReason> out = new java.util.LinkedHashMap<>();
        out.put(Pattern.compile("\\bNSF\\b|\\bINSUF|\\bNOT SUFF|\\bINSUFF"), ReturnReason.NOT_SUFFICIENT);
        out.put(Pattern.compile("\\bUNCOLL"), ReturnReason.UNCOLLECTED);
        out.put(Pattern.compile("\\bSTOP"), ReturnReason.STOPPED);
        out.put(Pattern.compile("\\bCLOSED\\b|\\bACCT CL"), ReturnReason.CLOSED);
        out.put(Pattern.compile("UNABLE TO LOC|NO ACCOUNT|NOT LOCATED|\\bUTL"), ReturnReason.NOT_LOCATED);
        out.put(Pattern.compile("\\bFROZEN|\\bBLOCKED"), ReturnReason.FROZEN);
        out.put(Pattern.compile("\\bSTALE"), ReturnReason.STALE_DATED);
        out.put(Pattern.compile("POST ?DATE"), ReturnReason.POST_DATED);
        out.put(Pattern.compile("\\bENDORS"), ReturnReason.ENDORSEMENT);
        out.put(Pattern.compile("\\bSIGNATURE"), ReturnReason.SIGNATURE);
        out.put(Pattern.compile("\\bALTERED|\\bFICTIT|\\bFORG"), ReturnReason.ALTERED);
        out.put(Pattern.compile("NOT AUTH|UNAUTH"), ReturnReason.NOT_AUTHORIZED);
        out.put(Pattern.compile("REFER TO M|\\bRTM\\b"), ReturnReason.REFER_TO_MAKER);
        out.put(Pattern.compile("\\bDUPLICATE|PRESENTED TWICE"), ReturnReason.PRESENTED_TWICE);
        out.put(Pattern.compile("CHARGEBACK|CHGBK|DISPUTE"), ReturnReason.CARD_DISPUTE);
        return out;
    }

    /** The same of a line that is said to be an item that came back. */
    public ReturnSigns asItem() {
        return new ReturnSigns(true, fee, reason);
    }

    /** Cost: O(length of the texts). Only money out comes back; of money in there is nothing to tell. */
    public static ReturnSigns of(BankLine line) {
        if (line.minorUnits() > 0) {
            return NONE;
        }
        String text = plain(line);
        boolean byCode = byCode(line.code());
        Set<String> words = new HashSet<>(List.of(text.split("[^A-Z0-9]+")));
        boolean back = words.stream().anyMatch(CAME_BACK::contains);
        boolean fee = !byCode && back && words.stream().anyMatch(FEE::contains);
        boolean item = (byCode || back) && !fee;
        return new ReturnSigns(item, fee, item ? reason(text) : Optional.empty());
    }

    static String plain(BankLine line) {
        return (line.text() + " " + line.counterparty() + " " + line.reference()).toUpperCase(Locale.ROOT);
    }

    private static boolean byCode(String code) {
        String plain = code.strip().toUpperCase(Locale.ROOT);
        List<String> parts = new ArrayList<>(List.of(plain.split("[^A-Z0-9]+")));
        return parts.stream().anyMatch(p -> ISO_CODES.contains(p) || BAI_CODES.contains(p))
                || plain.endsWith("RTI")
                || plain.endsWith("RTN");
    }

    private static Optional<ReturnReason> reason(String text) {
        Matcher codes = CODE.matcher(text);
        while (codes.find()) {
            Optional<ReturnReason> reason = ReturnReason.find(codes.group());
            if (reason.isPresent()) {
                return reason;
            }
        }
        return TOLD.entrySet().stream()
                .filter(t -> t.getKey().matcher(text).find())
                .map(Map.Entry::getValue)
                .findFirst();
    }
}
