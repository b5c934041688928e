package tidemark.app.demo;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;
import tidemark.app.access.Actor;
import tidemark.app.approval.Approvals;
import tidemark.app.bankdetails.PayeeAccounts;
import tidemark.app.ledger.GrossLine;
import tidemark.app.party.Invoices;
import tidemark.app.party.Parties;
import tidemark.app.paymentrun.PaymentRuns;
import tidemark.core.ledger.Control;
import tidemark.core.party.InvoiceBooking;
import tidemark.core.party.Terms;

/** Suppliers who are paid in one go: bank details that a second person has approved, and a run of July half decided. */
@Component
@ConditionalOnProperty(name = "tidemark.demo", havingValue = "true")
class DemoPaymentRun {
    private final Parties parties;
    private final Invoices invoices;
    private final PayeeAccounts accounts;
    private final Approvals approvals;
    private final PaymentRuns runs;

    DemoPaymentRun(Parties parties, Invoices invoices, PayeeAccounts accounts, Approvals approvals, PaymentRuns runs) {
        this.parties = parties;
        this.invoices = invoices;
        this.accounts = accounts;
        this.approvals = approvals;
        this.runs = runs;
    }

    /**
     * Somebody who is owed something.
     *
     * @param discount for paying within ten days, in per cent
     * @param routing of their bank; empty for those who get checks
     */
    private record Payee(
            String name, int discount, String routing, String number, String account, LocalDate billed, String gross) {}

    private static final List<Payee> PAYEES = List.of(
            new Payee("Alder Slipway Works", 0, "011770413", "8800214471", "6120", LocalDate.of(2026, 6, 4), "4210.00"),
            new Payee("Birchgrove Timber", 2, "021880526", "8800317702", "5010", LocalDate.of(2026, 6, 29), "6850.00"),
            new Payee("Chandler and Daughters", 0, "", "", "5020", LocalDate.of(2026, 6, 8), "318.40"),
            new Payee("Drumlin Electric", 1, "121770840", "8800402256", "6110", LocalDate.of(2026, 6, 30), "1490.25"),
            new Payee("Estuary Paint", 0, "026990631", "8800519930", "5030", LocalDate.of(2026, 6, 6), "962.75"),
            new Payee("Foreland Safety", 0, "", "", "6140", LocalDate.of(2026, 6, 5), "275.00"));

    /** @param maren who asks and decides; {@code iris} who approves */
    void tell(DemoLedger.Place place, Actor maren, Actor iris) {
        long company = place.companyId();
        long operating =
                Objects.requireNonNull(place.accounts().get(Story.OPERATING)).id();
        Map<String, Long> ids = new HashMap<>();
        List<Invoices.NewInvoice> bills = new ArrayList<>();
        int number = 7_301;
        for (Payee p : PAYEES) {
            long party = parties.keep(
                            company,
                            null,
                            Control.PAYABLES,
                            new Parties.Card(
                                    "",
                                    p.name(),
                                    "",
                                    new Terms(30, BigDecimal.valueOf(p.discount()), p.discount() == 0 ? 0 : 10),
                                    true),
                            maren.name())
                    .id();
            ids.put(p.name(), party);
            if (!p.routing().isEmpty()) {
                accounts.ask(
                        company,
                        party,
                        new PayeeAccounts.NewBankDetails(
                                false,
                                "",
                                p.routing(),
                                p.number(),
                                false,
                                "",
                                "called back on the number of the contract"),
                        maren);
                approvals.approve(company, approvals.asking(company).getLast().id(), iris);
            }
            bills.add(bill(place, party, InvoiceBooking.Kind.INVOICE, "L-" + number++, p.billed(), p, p.gross()));
        }
        Payee credited = PAYEES.getFirst();
        bills.add(bill(
                place,
                Objects.requireNonNull(ids.get(credited.name())),
                InvoiceBooking.Kind.CREDIT_NOTE,
                "LK-" + number,
                LocalDate.of(2026, 6, 22),
                credited,
                "210.00"));
        invoices.bookAll(company, bills, maren.name());
        long run = runs.open(
                        company,
                        operating,
                        new PaymentRuns.PayHead(
                                LocalDate.of(2026, 7, 12), LocalDate.of(2026, 7, 6), BigDecimal.TEN, "suppliers"),
                        maren.name())
                .id();
        PaymentRuns.Paying whole = new PaymentRuns.Paying(null, null, null);
        for (String name : List.of("Alder Slipway Works", "Chandler and Daughters")) {
            runs.pay(company, run, Objects.requireNonNull(ids.get(name)), whole, maren.name());
        }
        runs.skip(
                company,
                run,
                Objects.requireNonNull(ids.get("Estuary Paint")),
                "the wrong colour came; a credit is promised",
                maren.name());
    }

    private static Invoices.NewInvoice bill(
            DemoLedger.Place place,
            long party,
            InvoiceBooking.Kind kind,
            String number,
            LocalDate date,
            Payee payee,
            String gross) {
        return new Invoices.NewInvoice(
                party,
                kind,
                number,
                date,
                null,
                null,
                place.names().sites().get("Dock office"),
                "",
                List.of(new GrossLine(payee.account(), gross, "", "DOCK", "")));
    }
}
