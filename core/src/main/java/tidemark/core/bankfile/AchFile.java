package tidemark.core.bankfile;

import java.time.LocalDate;
import java.time.LocalTime;
import java.util.List;
import java.util.Optional;

/**
 * An ACH file: batches of debits and credits in dollars. Amounts in cents. Source: NACHA Operating Rules, appendix three.
 *
 * @param destination routing number of the bank or operator that the file goes to, nine digits
 * @param origin of whoever sends it, at most ten characters
 * @param modifier A to Z or 0 to 9: tells apart the files of one day
 */
public record AchFile(
        String destination,
        String origin,
        LocalDate created,
        LocalTime time,
        char modifier,
        String destinationName,
        String originName,
        String reference,
        List<Batch> batches) {
    /** Records of a block, which a file is filled up to. */
    static final int BLOCK = 10;

    static final int WIDTH = 94;

    /**
     * Entries of one company, one class and one day.
     *
     * @param serviceClass 200 for debits and credits, 220 for credits alone, 225 for debits alone
     * @param companyId ten characters, as the bank gave it
     * @param entryClass three letters, such as {@code PPD} or {@code CCD}
     * @param effective the day on which it is meant to settle; empty where a file that was read does not say
     * @param originator the first eight digits of the routing number of the company's bank
     */
    public record Batch(
            int serviceClass,
            String company,
            String discretionary,
            String companyId,
            String entryClass,
            String description,
            String descriptiveDate,
            Optional<LocalDate> effective,
            String originator,
            long number,
            List<Entry> entries) {}

    /**
     * One debit or credit.
     *
     * @param code transaction code, such as 22, 27, 32, 37
     * @param routing of the account's bank, nine digits
     * @param trace fifteen digits: the originator's eight, and a number that grows within the batch
     */
    public record Entry(
            int code,
            String routing,
            String account,
            long amount,
            String individualId,
            String name,
            String discretionary,
            String trace,
            List<Addenda> addenda) {
        /** Whether money goes to the account: codes ending in 1 to 4. */
        public boolean isCredit() {
            return isCredit(code);
        }

        static boolean isCredit(int code) {
            return code % 10 >= 1 && code % 10 <= 4;
        }
    }

    /** @param type 05 for payment information, 98 a notification of change, 99 a return; {@code text} columns 4 to 94 */
    public record Addenda(String type, String text) {
        /** Payment information of at most 80 characters. */
        public static Addenda payment(String information) {
            return new Addenda("05", information);
        }
    }

    /** What records of batches come to. @param hash of the routing numbers' first eight digits, its last ten digits */
    public record Totals(long count, long hash, long debits, long credits) {
        static final Totals NONE = new Totals(0, 0, 0, 0);
        private static final long TEN_DIGITS = 10_000_000_000L;

        Totals plus(Totals other) {
            return new Totals(
                    count + other.count,
                    (hash + other.hash) % TEN_DIGITS,
                    Math.addExact(debits, other.debits),
                    Math.addExact(credits, other.credits));
        }

        static Totals of(Batch batch) {
            Totals all = NONE;
            for (Entry e : batch.entries()) {
                all = all.plus(new Totals(
                        1L + e.addenda().size(),
                        Long.parseLong(e.routing().substring(0, 8)),
                        e.isCredit() ? 0 : e.amount(),
                        e.isCredit() ? e.amount() : 0));
            }
            return all;
        }
    }

    /** What all its batches come to. */
    public Totals totals() {
        return batches.stream().map(Totals::of).reduce(Totals.NONE, Totals::plus);
    }
}
