package tidemark.core.party;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.IntStream;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tidemark.core.ledger.Control;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.JournalLine;
import tidemark.core.ledger.PartyId;
import tidemark.core.ledger.TaxUse;
import tidemark.core.ledger.TaxedLine;
import tidemark.core.ledger.Taxes;
import tidemark.core.problem.RuleViolation;

class InvoiceBookingTest {
    private static final LocalDate DAY = LocalDate.of(2026, 6, 4);
    private static final Map<String, Taxes.Tax> TAXES = Map.of(
            "S", new Taxes.Tax("S", BigDecimal.TEN, "2200", TaxUse.SALES, true, false),
            "P", new Taxes.Tax("P", BigDecimal.TEN, "1500", TaxUse.PURCHASES, true, false));

    private static InvoiceBooking.Invoice invoice(
            Control side, InvoiceBooking.Kind kind, String text, List<TaxedLine> lines) {
        return new InvoiceBooking.Invoice(
                side, kind, new PartyId(7), "Pell", "Q-1", DAY, DAY.minusDays(2), text, lines);
    }

    private static JournalEntry entry(InvoiceBooking.Invoice invoice) {
        return InvoiceBooking.entry(invoice, "1200", CurrencyUnit.USD, TAXES);
    }

    @ParameterizedTest
    @CsvSource({
        "RECEIVABLES, INVOICE, 1, S, 2200, Invoice Q-1",
        "RECEIVABLES, CREDIT_NOTE, -1, S, 2200, Credit note Q-1",
        "PAYABLES, INVOICE, -1, P, 1500, Invoice Q-1",
        "PAYABLES, CREDIT_NOTE, 1, P, 1500, Credit note Q-1"
    })
    void entry_hasTheGrossOnTheControlAccount_andNetAndTaxAgainstIt(
            Control side, InvoiceBooking.Kind kind, int sign, String tax, String taxAccount, String title) {
        InvoiceBooking.Invoice invoice = invoice(
                side,
                kind,
                "",
                List.of(
                        new TaxedLine("4010", 11_000, tax, "YARD", "Berth"),
                        new TaxedLine("4020", 500, "", "", "Post")));
        JournalEntry entry = entry(invoice);
        assertEquals(title, invoice.title());
        assertEquals(title + ", Pell", entry.text());
        assertEquals("Q-1", entry.reference());
        assertEquals(DAY, entry.date());
        assertEquals(DAY.minusDays(2), entry.documentDate());
        assertEquals(
                List.of(
                        "1200 " + 11_500 * sign,
                        "4010 " + -10_000 * sign,
                        taxAccount + " " + -1_000 * sign,
                        "4020 " + -500 * sign),
                entry.lines().stream()
                        .map(l -> l.accountCode() + " " + l.minorUnits())
                        .toList());
        JournalLine control = entry.lines().getFirst();
        assertEquals(new PartyId(7), control.partyId());
        assertEquals("Pell", control.party());
        assertEquals(title, control.text());
        assertEquals(
                "Berth for June",
                entry(invoice(side, kind, "Berth for June", invoice.lines())).text());
        String otherTax = tax.equals("S") ? "P" : "S";
        RuleViolation use = assertThrows(
                RuleViolation.class,
                () -> entry(invoice(side, kind, "", List.of(new TaxedLine("4010", 1, otherTax, "", "")))));
        assertEquals("tax.use", use.code());
        assertEquals("line 1", use.problems().getFirst().where());
    }

    @Test
    void entry_ofAnyLines_balances_andItsControlLineIsTheirSum() {
        Random random = new Random(3);
        for (int round = 0; round < 2_000; round++) {
            List<TaxedLine> lines = IntStream.rangeClosed(0, random.nextInt(6))
                    .mapToObj(i -> new TaxedLine(
                            "40" + i, 1 + random.nextInt(100_000), random.nextBoolean() ? "S" : "", "", ""))
                    .toList();
            JournalEntry entry = entry(invoice(Control.RECEIVABLES, InvoiceBooking.Kind.INVOICE, "", lines));
            assertEquals(
                    lines.stream().mapToLong(TaxedLine::gross).sum(),
                    entry.lines().getFirst().minorUnits());
            assertEquals(
                    0, entry.lines().stream().mapToLong(JournalLine::minorUnits).sum());
        }
    }

    @Test
    void invoice_withoutALineOrAnAmount_isRefusedWithItsPlace() {
        assertEquals(
                "invoice.lines",
                assertThrows(
                                RuleViolation.class,
                                () -> entry(invoice(Control.PAYABLES, InvoiceBooking.Kind.INVOICE, "", List.of())))
                        .code());
        for (long gross : new long[] {0, -1}) {
            RuleViolation refused = assertThrows(
                    RuleViolation.class,
                    () -> entry(invoice(
                            Control.PAYABLES,
                            InvoiceBooking.Kind.INVOICE,
                            "",
                            List.of(new TaxedLine("6010", 1, "", "", ""), new TaxedLine("6010", gross, "", "", "")))));
            assertEquals("line.amount", refused.code());
            assertEquals("line 2", refused.problems().getFirst().where());
        }
    }
}
