package tidemark.core.party;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.joda.money.CurrencyUnit;
import tidemark.core.ledger.Control;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.JournalLine;
import tidemark.core.ledger.PartyId;
import tidemark.core.ledger.TaxUse;
import tidemark.core.ledger.TaxedLine;
import tidemark.core.ledger.Taxes;
import tidemark.core.problem.RuleViolation;

/** The entries of invoices and credit notes. */
public final class InvoiceBooking {
    private InvoiceBooking() {}

    /** An invoice asks for money, a credit note gives some back. */
    public enum Kind {
        INVOICE,
        CREDIT_NOTE
    }

    /**
     * @param side {@code RECEIVABLES} for what we bill, {@code PAYABLES} for what is billed to us
     * @param lines gross amounts above zero
     */
    public record Invoice(
            Control side,
            Kind kind,
            PartyId partyId,
            String party,
            String number,
            LocalDate date,
            LocalDate documentDate,
            String text,
            List<TaxedLine> lines) {
        public String title() {
            return (kind == Kind.INVOICE ? say("party.invoice") : say("party.creditNote")) + number;
        }
    }

    /**
     * Customer's invoice: debit receivables gross, credit each line net and its tax. A supplier's, and every credit
     * note, the other way round.
     *
     * @throws RuleViolation {@code invoice.lines}, {@code line.amount} {@code tax.unknown} or {@code tax.use}
     */
    public static JournalEntry entry(
            Invoice invoice, String controlCode, CurrencyUnit currency, Map<String, Taxes.Tax> taxes) {
        if (invoice.lines().isEmpty()) {
            throw new RuleViolation(
                    "invoice.lines",
                    "lines",
                    say("invoice.lines.found"),
                    say("invoice.lines.expected"),
                    say("invoice.lines.remedy"));
        }
        boolean controlDebit = (invoice.side() == Control.RECEIVABLES) == (invoice.kind() == Kind.INVOICE);
        TaxUse use = invoice.side() == Control.RECEIVABLES ? TaxUse.SALES : TaxUse.PURCHASES;
        List<JournalLine> others = new ArrayList<>();
        long gross = 0;
        int number = 0;
        for (TaxedLine line : invoice.lines()) {
            number++;
            if (line.gross() <= 0) {
                throw new RuleViolation(
                        "line.amount",
                        say("line.amount.where", number),
                        say("line.amount.found"),
                        say("line.amount.expected"),
                        say("line.amount.remedy"));
            }
            gross = Math.addExact(gross, line.gross());
            others.addAll(Taxes.lines(
                    controlDebit ? line.turned() : line, invoice.party(), taxes, use, say("party.line", number)));
        }
        List<JournalLine> all = new ArrayList<>();
        all.add(new JournalLine(controlCode, controlDebit ? gross : -gross, invoice.party(), invoice.title())
                .of(invoice.partyId()));
        all.addAll(others);
        return new JournalEntry(
                invoice.date(),
                invoice.documentDate(),
                currency,
                invoice.number(),
                invoice.text().isEmpty() ? invoice.title() + ", " + invoice.party() : invoice.text(),
                all);
    }
}
