package tidemark.core.returned;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.joda.money.CurrencyUnit;
import tidemark.core.ledger.BankLineBooking;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.JournalLine;
import tidemark.core.ledger.PartyId;
import tidemark.core.ledger.TaxUse;
import tidemark.core.ledger.TaxedLine;
import tidemark.core.ledger.Taxes;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;

/** The entries of what came back. All amounts are minor units of the company's currency. */
public final class ReturnBooking {
    private ReturnBooking() {}

    /** @param text of the entry, such as {@code Fee for returned check 4471} */
    public record Terms(LocalDate date, CurrencyUnit currency, String reference, String text) {}

    /** @param gain where a difference of the exchange goes that is to our good, {@code loss} where to our harm */
    public record Exchange(String gain, String loss) {}

    /**
     * The sides of the receipt turned, and of the discounts that were granted with it later, with the money out of the bank
     * in place of where it had gone: what it settled is owed again in full. Cost: O(lines).
     *
     * @param out the money leaving the bank account, below zero
     * @param receipt as it was booked; {@code moneyCode} is the account its money reached
     * @param discounts entries booked for discounts that went with it
     * @throws RuleViolation {@code returned.entry} where the receipt's entry has no money on that account;
     *     {@code returned.apart} where more comes back than it brought, on an account in the company's currency
     */
    public static JournalEntry item(
            BankLineBooking.Movement out,
            String cashCode,
            JournalEntry receipt,
            String moneyCode,
            List<JournalEntry> discounts,
            Exchange exchange) {
        long received = 0;
        List<JournalLine> lines = new ArrayList<>();
        lines.add(out.cash(cashCode));
        for (JournalLine line : receipt.lines()) {
            if (line.accountCode().equals(moneyCode)) {
                received = Math.addExact(received, line.minorUnits());
            } else {
                lines.add(line.reversed());
            }
        }
        if (received <= 0) {
            throw new RuleViolation(
                    "returned.entry",
                    "original",
                    say("returned.entry.found", receipt.text()),
                    say("returned.entry.expected", moneyCode),
                    say("returned.entry.remedy"));
        }
        long worth = Math.negateExact(out.baseMinorUnits());
        if (worth != received && out.rate().isEmpty()) {
            throw new RuleViolation(
                    "returned.apart",
                    "original",
                    MinorUnits.grouped(worth, out.base()),
                    say("returned.apart.expected", MinorUnits.grouped(received, out.base())),
                    say("returned.apart.remedy"));
        }
        for (JournalEntry discount : discounts) {
            discount.lines().forEach(l -> lines.add(l.reversed()));
        }
        if (worth != received) {
            lines.add(new JournalLine(
                    worth > received ? exchange.loss() : exchange.gain(),
                    worth - received,
                    "",
                    say("returned.exchange")));
        }
        return new JournalEntry(out.date(), out.base(), out.reference(), out.text(), lines);
    }

    /** The bank's fee, an expense. */
    public static JournalEntry bankFee(BankLineBooking.Movement out, String cashCode, String chargesCode) {
        checkFee(Math.negateExact(out.ownMinorUnits()), out.base(), "bankFee");
        return BankLineBooking.entry(out, cashCode, chargesCode, PartyId.NONE);
    }

    /**
     * What the payer owes for it beside: a new item on their account, income less the tax in it.
     *
     * @param income gross, with its account and tax
     */
    public static JournalEntry ourFee(
            Terms terms,
            PartyId party,
            String name,
            String controlCode,
            TaxedLine income,
            Map<String, Taxes.Tax> taxes) {
        checkFee(income.gross(), terms.currency(), "ourFee");
        List<JournalLine> lines = new ArrayList<>();
        lines.add(JournalLine.debit(controlCode, income.gross(), name, terms.text())
                .of(party));
        lines.addAll(Taxes.lines(income.turned(), name, taxes, TaxUse.SALES, "ourFee"));
        return new JournalEntry(terms.date(), terms.currency(), terms.reference(), terms.text(), lines);
    }

    /**
     * What is owed no more: a loss, with the tax in it put right.
     *
     * @param loss gross, with its account and the tax that was in what is written off
     */
    public static JournalEntry writeOff(
            Terms terms, PartyId party, String name, String controlCode, TaxedLine loss, Map<String, Taxes.Tax> taxes) {
        checkFee(loss.gross(), terms.currency(), "amount");
        List<JournalLine> lines = new ArrayList<>(Taxes.lines(loss, name, taxes, TaxUse.SALES, "taxCode"));
        lines.add(JournalLine.credit(controlCode, loss.gross(), name, terms.text())
                .of(party));
        return new JournalEntry(terms.date(), terms.currency(), terms.reference(), terms.text(), lines);
    }

    private static void checkFee(long minorUnits, CurrencyUnit currency, String where) {
        if (minorUnits <= 0) {
            throw new RuleViolation(
                    "returned.amount",
                    where,
                    MinorUnits.grouped(minorUnits, currency),
                    say("returned.amount.expected"),
                    say("returned.amount.remedy"));
        }
    }
}
