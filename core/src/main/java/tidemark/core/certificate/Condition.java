package tidemark.core.certificate;

/**
 * One condition of certifying a month.
 *
 * @param code stable name, such as {@code lines.explained}
 * @param holds whether it is met
 * @param words the condition as it stands, in a few words
 * @param detail figures or names behind it
 * @param place where it is mended
 */
public record Condition(String code, boolean holds, String words, String detail, Place place) {
    /** Where a condition is mended. */
    public enum Place {
        PREVIOUS_MONTH,
        STATEMENTS,
        LADDER,
        PROOF,
        LEDGER,
        PREPARING
    }
}
