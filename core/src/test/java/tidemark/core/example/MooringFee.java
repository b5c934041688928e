package tidemark.core.example;

import java.time.LocalDate;
import java.util.List;
import org.joda.money.CurrencyUnit;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.JournalLine;
import tidemark.core.problem.RuleViolation;

/**
 * What a boat pays for its nights at a berth, made in test code alone.
 *
 * @param nights one or more
 * @param perNight minor units, above zero
 */
public record MooringFee(String boat, int nights, long perNight) {
    /** @throws RuleViolation {@code mooring.nights}, {@code mooring.rate} */
    public MooringFee {
        if (nights < 1) {
            throw new RuleViolation(
                    "mooring.nights", "nights", nights + " nights", "one night at least", "Correct the nights.");
        }
        if (perNight <= 0) {
            throw new RuleViolation(
                    "mooring.rate", "amount", "an amount not above zero", "what a night costs", "Correct the amount.");
        }
    }

    /** Minor units. */
    public long amount() {
        return Math.multiplyExact(perNight, nights);
    }

    /** Debit where the money is, credit the income. */
    public JournalEntry entry(LocalDate date, CurrencyUnit currency, String moneyCode, String incomeCode) {
        return new JournalEntry(
                date,
                currency,
                "",
                "Mooring of " + boat,
                List.of(
                        JournalLine.debit(moneyCode, amount(), boat, ""),
                        JournalLine.credit(incomeCode, amount(), boat, "")));
    }
}
