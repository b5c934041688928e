package tidemark.app.linebooking;

import java.util.Set;
import org.joda.money.CurrencyUnit;
import tidemark.app.ledger.EntrySource;
import tidemark.app.ledger.JournalEntryRow;
import tidemark.core.ledger.BankLineBooking;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.money.AmountStyle;

/**
 * One kind of thing that a bank line can be booked as, brought by its capability as a bean. It says what is booked; that it
 * is previewed, matched to the line, and reversed when the match is undone, is done for every kind alike. A capability that
 * keeps books of its own hears of the reversal as a {@link tidemark.app.ledger.PostingListener}.
 *
 * @param <T> what a person chooses for it beside day, party and text; checked by its constraints first
 */
public interface LineBooking<T> {
    /** Its name in addresses and in rules, such as {@code FEE}: 2 to 20 capital letters, never changed later. */
    String kind();

    Class<T> type();

    /** Whether a rule may book lines so, unasked. */
    default boolean byRule() {
        return true;
    }

    /** Whether the next line of the kind can be booked with the same details; not where they say which one it was. */
    default boolean repeats(T details) {
        return byRule();
    }

    /** The details with plain decimals in place of amounts as the company writes them. */
    default T plain(T details, AmountStyle style) {
        return details;
    }

    /**
     * Checks details with plain decimals.
     *
     * @param currency of the bank account
     * @throws tidemark.core.problem.RuleViolation where something has not been chosen, or does not fit together
     */
    default void check(T details, CurrencyUnit currency) {}

    /** Identifiers of the ledger accounts that it may book on beside those of the bank account's own purposes. */
    default Set<Long> ledgerAccounts(long companyId, T details) {
        return Set.of();
    }

    /**
     * What is booked. Changes nothing: a rule's trial asks it too.
     *
     * @throws tidemark.core.problem.RuleViolation where the line cannot be booked so
     */
    Planned plan(AccountBooks books, Movement movement, T details);

    /** The entry has been booked, in the same transaction. */
    default void booked(AccountBooks books, T details, JournalEntryRow entry) {}

    /** @param checkNumber as the bank gave it; empty for none */
    record Movement(BankLineBooking.Movement money, String checkNumber) {
        boolean in() {
            return money.ownMinorUnits() > 0;
        }
    }

    /** @param checkNumber of the cash entry; empty for none */
    record Planned(JournalEntry entry, EntrySource source, String checkNumber) {}
}
