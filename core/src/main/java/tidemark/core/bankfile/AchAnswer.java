package tidemark.core.bankfile;

import java.util.ArrayList;
import java.util.List;

/**
 * What a bank sends back of an ACH entry: a return, or a notification that something of it is another now. Source: NACHA
 * Operating Rules, addenda records 99 and 98.
 *
 * @param ofCredit whether it answers a credit that went out, else a debit
 * @param code of the reason, R and two digits, or of the change, C and two digits
 * @param originalTrace of the entry that it answers
 * @param originalBank the first eight digits of the routing number that the entry went to
 * @param information of a return as the bank wrote it; of a notification what is right
 * @param trace of the answer itself
 */
public record AchAnswer(
        boolean ofCredit,
        String code,
        String originalTrace,
        String originalBank,
        long amount,
        String individualId,
        String name,
        String account,
        String information,
        String trace) {
    /** A notification of change has 29 columns for what is right, a return 44 for words. */
    private static final int CHANGE = 29;

    private static final int WORDS = 44;

    /** The answers of a file, in its order; entries that answer nothing are left out. Cost: O(entries). */
    public static List<AchAnswer> of(AchFile file) {
        List<AchAnswer> out = new ArrayList<>();
        for (AchFile.Batch batch : file.batches()) {
            for (AchFile.Entry e : batch.entries()) {
                e.addenda().stream()
                        .filter(a -> a.type().equals("99") || a.type().equals("98"))
                        .forEach(a -> out.add(of(e, a)));
            }
        }
        return out;
    }

    private static AchAnswer of(AchFile.Entry e, AchFile.Addenda a) {
        String text = a.text() + " ".repeat(Math.max(0, 91 - a.text().length()));
        int words = a.type().equals("98") ? CHANGE : WORDS;
        return new AchAnswer(
                e.isCredit(),
                text.substring(0, 3).strip(),
                text.substring(3, 18).strip(),
                text.substring(24, 32).strip(),
                e.amount(),
                e.individualId(),
                e.name(),
                e.account(),
                text.substring(32, 32 + words).stripTrailing(),
                text.substring(76, 91).strip());
    }

    /** Whether money came back; else the entry stands and something is to be put right before the next. */
    public boolean isReturn() {
        return code.startsWith("R");
    }
}
