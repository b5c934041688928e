package tidemark.core.payment;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import org.joda.money.CurrencyUnit;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.JournalLine;
import tidemark.core.problem.RuleViolation;

/**
 * Checks that their payees never cashed, owed to them until they are claimed or paid over to the state.
 *
 * @param dormantMonths after how many months from the check's date the state is owed it, 1 to 360
 * @param noticeDays how many days before that the payee is to be written to, 0 to 720
 */
public record UnclaimedMoney(int dormantMonths, int noticeDays) {
    public static final UnclaimedMoney USUAL = new UnclaimedMoney(36, 90);

    /** @throws RuleViolation {@code unclaimed.terms} */
    public UnclaimedMoney {
        if (dormantMonths < 1 || dormantMonths > 360 || noticeDays < 0 || noticeDays > 720) {
            throw new RuleViolation(
                    "unclaimed.terms",
                    "dormantMonths",
                    say("unclaimed.terms.found", dormantMonths, noticeDays),
                    say("unclaimed.terms.expected"),
                    say("unclaimed.terms.remedy"));
        }
    }

    /** How money that was set aside stands. */
    public enum State {
        HELD,
        /** Paid to its payee. */
        CLAIMED,
        /** Paid over to the state. */
        PAID_OVER,
        /** The check is outstanding again. */
        TAKEN_BACK;

        public String words() {
            return switch (this) {
                case HELD -> say("unclaimed.held");
                case CLAIMED -> say("unclaimed.claimed");
                case PAID_OVER -> say("unclaimed.paidOver");
                case TAKEN_BACK -> say("unclaimed.takenBack");
            };
        }
    }

    public LocalDate dormantOn(LocalDate written) {
        return written.plusMonths(dormantMonths);
    }

    /** The day by which the payee is to be written to. */
    public LocalDate noticeBy(LocalDate written) {
        return dormantOn(written).minusDays(noticeDays);
    }

    /** What an entry says of itself. */
    public record Terms(LocalDate date, CurrencyUnit currency, String reference, String text) {}

    /**
     * The check does not draw on the bank any more, its money is owed as unclaimed: what the check took from the money
     * account comes back at what it was worth then, so that neither gain nor loss arises.
     *
     * @param money the line by which the check left the money account, a credit
     * @throws RuleViolation {@code reversal.early} where it is dated before the check
     */
    public static JournalEntry setAside(
            JournalLine money, LocalDate written, Terms terms, String liabilityCode, String payee) {
        if (terms.date().isBefore(written)) {
            throw new RuleViolation(
                    "reversal.early",
                    "date",
                    terms.date().toString(),
                    say("reversal.early.expected", written),
                    say("reversal.early.remedy"));
        }
        return new JournalEntry(
                terms.date(),
                terms.currency(),
                terms.reference(),
                terms.text(),
                List.of(money.reversed(), new JournalLine(liabilityCode, money.minorUnits(), payee, terms.text())));
    }

    /**
     * What is held against what the ledger has on the account of unclaimed money.
     *
     * @param held minor units of the company's currency, of all that is held
     * @param ledger the account's balance as owed, minor units
     * @param apart what the ledger has beyond that
     */
    public record Proof(long held, long ledger, long apart) {}

    /** @param balance of the account, debit positive */
    public static Proof proof(Collection<Long> held, long balance) {
        long sum = 0;
        for (long one : held) {
            sum = Math.addExact(sum, one);
        }
        long ledger = Math.negateExact(balance);
        return new Proof(sum, ledger, Math.subtractExact(ledger, sum));
    }
}
