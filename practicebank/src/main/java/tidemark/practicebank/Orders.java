package tidemark.practicebank;

import java.math.BigInteger;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;

/**
 * A file of collections and payments as the bank understands it.
 *
 * @param id by which the same file is known when it comes a second time
 * @param problems for which the bank takes nothing of it, each with its place
 */
record Orders(String id, boolean ach, List<Batch> batches, List<String> problems) {
    /**
     * @param account of the customer, as the file names it; empty where it does not
     * @param day on which the money is to move
     * @param debits whether others are debited, else they are paid
     * @param singly whether each is booked by itself
     */
    record Batch(String account, LocalDate day, boolean debits, boolean singly, List<Item> items) {}

    /**
     * @param id that is given back with an answer; {@code trace} of ACH alone
     * @param account of the other one, with its bank before it where it takes both
     * @param entryClass of ACH, or CORE or B2B
     * @param savings of ACH alone
     * @param mandate of SEPA alone, with whether it serves once and whether its change is told
     * @param problem for which the bank refuses this one alone; empty for none
     */
    record Item(
            String id,
            String trace,
            long cents,
            String name,
            String bank,
            String account,
            String entryClass,
            boolean savings,
            String mandate,
            boolean once,
            boolean amended,
            String problem) {
        Item refused(String why) {
            return new Item(id, trace, cents, name, bank, account, entryClass, savings, mandate, once, amended, why);
        }
    }

    static Orders read(byte[] content) {
        String text = new String(content, java.nio.charset.StandardCharsets.UTF_8);
        return text.stripLeading().startsWith("<") ? SepaOrders.read(content) : AchOrders.read(text);
    }

    long sum(boolean debits) {
        return batches.stream()
                .filter(b -> b.debits() == debits)
                .flatMap(b -> b.items().stream())
                .filter(i -> i.problem().isEmpty())
                .mapToLong(Item::cents)
                .sum();
    }

    /** Whether nine digits end with their check digit: weights 3, 7 and 1. */
    static boolean isRouting(String digits) {
        if (!digits.matches("[0-9]{9}")) {
            return false;
        }
        int sum = 0;
        for (int i = 0; i < 9; i++) {
            sum += (digits.charAt(i) - '0') * new int[] {3, 7, 1}[i % 3];
        }
        return sum % 10 == 0;
    }

    /** Whether an IBAN leaves one when divided by 97, letters as two digits and the first four behind. */
    static boolean isIban(String iban) {
        String plain = iban.replace(" ", "").toUpperCase(Locale.ROOT);
        if (!plain.matches("[A-Z]{2}[0-9]{2}[A-Z0-9]{11,30}")) {
            return false;
        }
        StringBuilder digits = new StringBuilder();
        (plain.substring(4) + plain.substring(0, 4)).chars().forEach(c -> digits.append(Character.getNumericValue(c)));
        return new BigInteger(digits.toString()).mod(BigInteger.valueOf(97)).equals(BigInteger.ONE);
    }
}
