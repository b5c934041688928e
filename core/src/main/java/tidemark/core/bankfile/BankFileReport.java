package tidemark.core.bankfile;

import java.util.List;

/**
 * What a file for a bank holds and whether it holds together. Amounts in minor units, of dollars for ACH, of the first
 * transaction's currency for messages of ISO 20022; none of a problem's figures is rounded.
 *
 * @param format such as {@code NACHA} or {@code pain.008.001.08}; empty where it is none that is known
 * @param currency of all amounts
 * @param debits taken from others' accounts; {@code credits} paid to them
 * @param controls totals as the file states them and as they come to
 * @param problems in the order of their lines; none where the file holds
 */
public record BankFileReport(
        String format,
        String currency,
        List<Batch> batches,
        long debits,
        long credits,
        List<Control> controls,
        List<FileProblem> problems) {
    /**
     * @param id its number or identification
     * @param kind entry class and service class, or the message's method and sequence
     * @param date on which it settles, as in ISO 8601; empty where the file does not say
     */
    public record Batch(String id, String kind, String date, int entries, long debits, long credits) {}

    /** @param name such as {@code file entry hash}; {@code written} as it stands there */
    public record Control(String name, int line, String written, String computed) {
        public boolean holds() {
            return written.equals(computed);
        }
    }

    /** @param line from 1; 0 where it is of the whole file */
    public record FileProblem(String code, int line, String found, String expected) {}

    public boolean holds() {
        return problems.isEmpty();
    }
}
