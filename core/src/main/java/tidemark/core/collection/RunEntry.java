package tidemark.core.collection;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.joda.money.CurrencyUnit;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.JournalLine;

/** The entries of runs. */
public final class RunEntry {
    private RunEntry() {}

    /**
     * One entry for a whole run: what is on the way in one line, then the lines of each customer. Cost: O(lines).
     *
     * @param customers the entry of each, all of one day
     * @param moneyCode the account that each of them reaches
     */
    public static JournalEntry whole(
            List<JournalEntry> customers, String moneyCode, String payer, String reference, String text) {
        long money = 0;
        List<JournalLine> others = new ArrayList<>();
        for (JournalEntry entry : customers) {
            for (JournalLine line : entry.lines()) {
                if (line.accountCode().equals(moneyCode)) {
                    money = Math.addExact(money, line.minorUnits());
                } else {
                    others.add(line);
                }
            }
        }
        List<JournalLine> all = new ArrayList<>();
        all.add(new JournalLine(moneyCode, money, payer, text));
        all.addAll(others);
        JournalEntry first = customers.getFirst();
        return new JournalEntry(first.date(), first.currency(), reference, text, all);
    }

    /** The bank has credited it, or a part: debit cash, credit what was on the way. @param minorUnits above zero */
    public static JournalEntry credited(
            String cashCode,
            String onTheWayCode,
            long minorUnits,
            LocalDate day,
            CurrencyUnit currency,
            String number,
            String payer,
            String text) {
        return new JournalEntry(
                day,
                currency,
                number,
                text,
                List.of(
                        JournalLine.debit(cashCode, minorUnits, payer, text),
                        JournalLine.credit(onTheWayCode, minorUnits, payer, text)));
    }
}
