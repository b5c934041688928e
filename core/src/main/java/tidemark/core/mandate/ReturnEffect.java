package tidemark.core.mandate;

import java.time.LocalDate;
import java.util.Set;

/** What a return does to the mandate that was collected by. */
public enum ReturnEffect {
    /** It is suspended at once: the account is not there, or the customer took back that they had signed. */
    SUSPEND,
    /** The same amount may be presented again, within its bounds. */
    PRESENT_AGAIN,
    /** The customer is asked before the next. */
    ASK_FIRST;

    /** Entries are presented again at most so often, within so many days of the first. */
    public static final int MOST_TIMES = 2;

    public static final int WITHIN_DAYS = 180;

    private static final Set<String> AGAIN = Set.of("R01", "R09");
    private static final Set<String> SUSPENDED = Set.of(
            // ACH: closed, not found, not valid, revoked, stopped, not authorised, frozen, no transaction account
            "R02",
            "R03",
            "R04",
            "R07",
            "R08",
            "R10",
            "R16",
            "R20",
            "R29",
            // ISO 20022: account not right, closed, blocked, no direct debits, no mandate, debtor died, refused by the
            // debtor
            "AC01",
            "AC04",
            "AC06",
            "AC13",
            "AG01",
            "MD01",
            "MD07",
            "SL01");

    /** @param reason code of ACH or ISO 20022 */
    public static ReturnEffect of(String reason) {
        if (AGAIN.contains(reason)) {
            return PRESENT_AGAIN;
        }
        return SUSPENDED.contains(reason) ? SUSPEND : ASK_FIRST;
    }

    /**
     * Whether what came back may be presented once more on a day.
     *
     * @param again how often it was already
     * @param first the day on which it was collected first
     */
    public static boolean mayPresentAgain(String reason, int again, LocalDate first, LocalDate day) {
        return of(reason) == PRESENT_AGAIN && again < MOST_TIMES && !day.isAfter(first.plusDays(WITHIN_DAYS));
    }
}
