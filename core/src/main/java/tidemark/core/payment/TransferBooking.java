package tidemark.core.payment;

import static tidemark.core.words.Catalogue.say;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.JournalLine;
import tidemark.core.problem.RuleViolation;

/** Transfers between own bank accounts. */
public final class TransferBooking {
    private TransferBooking() {}

    /**
     * One end of a transfer.
     *
     * @param ownMinorUnits above zero, in the account's currency
     * @param baseMinorUnits the same in the company's currency, above zero
     * @param rate what ties the two on an account in another currency
     */
    public record End(
            String cashCode,
            String name,
            LocalDate date,
            long ownMinorUnits,
            long baseMinorUnits,
            Optional<BigDecimal> rate) {
        private JournalLine line(int sign, String other, String text) {
            JournalLine line = new JournalLine(cashCode, sign * baseMinorUnits, other, text);
            return rate.map(r -> line.own(sign * ownMinorUnits, r)).orElse(line);
        }
    }

    /** Accounts that take what does not go straight from one end to the other. */
    public record Between(String betweenBanksCode, String exchangeGainCode, String exchangeLossCode) {}

    /**
     * On one day, one entry: debit the receiver, credit the sender. On two, two entries through <em>between our own
     * banks</em>, so that each side stands on its own day. What the two ends differ by in the company's currency is an
     * exchange gain or loss, booked on the receiver's day.
     *
     * @throws RuleViolation {@code transfer.same}, {@code transfer.amount}
     */
    public static List<JournalEntry> entries(
            End from, End to, Between between, CurrencyUnit base, String reference, String text) {
        if (from.cashCode().equals(to.cashCode())) {
            throw new RuleViolation(
                    "transfer.same",
                    "to",
                    say("transfer.same.found", from.name()),
                    say("transfer.same.expected"),
                    say("transfer.same.remedy"));
        }
        if (from.ownMinorUnits() <= 0
                || to.ownMinorUnits() <= 0
                || from.baseMinorUnits() <= 0
                || to.baseMinorUnits() <= 0) {
            throw new RuleViolation(
                    "transfer.amount",
                    "amount",
                    say("transfer.amount.found"),
                    say("transfer.amount.expected"),
                    say("transfer.amount.remedy"));
        }
        JournalLine sender = from.line(-1, to.name(), text);
        JournalLine receiver = to.line(1, from.name(), text);
        long gain = Math.subtractExact(to.baseMinorUnits(), from.baseMinorUnits());
        List<JournalLine> difference = gain == 0
                ? List.of()
                : List.of(new JournalLine(
                        gain > 0 ? between.exchangeGainCode() : between.exchangeLossCode(),
                        -gain,
                        "",
                        gain > 0 ? say("payment.exchangeGain") : say("payment.exchangeLoss")));
        if (from.date().equals(to.date())) {
            List<JournalLine> lines = new ArrayList<>(List.of(receiver, sender));
            lines.addAll(difference);
            return List.of(new JournalEntry(from.date(), base, reference, text, lines));
        }
        JournalEntry leaves = new JournalEntry(
                from.date(),
                base,
                reference,
                text,
                List.of(JournalLine.debit(between.betweenBanksCode(), from.baseMinorUnits(), to.name(), text), sender));
        List<JournalLine> lines = new ArrayList<>(List.of(
                receiver, JournalLine.credit(between.betweenBanksCode(), from.baseMinorUnits(), from.name(), text)));
        lines.addAll(difference);
        return List.of(leaves, new JournalEntry(to.date(), base, reference, text, lines));
    }
}
