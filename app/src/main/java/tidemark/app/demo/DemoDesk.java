package tidemark.app.demo;

import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;
import tidemark.app.company.BankAccount;
import tidemark.app.draft.Drafts;
import tidemark.app.ledger.GrossLine;
import tidemark.app.ledger.ManualEntries;
import tidemark.app.outstanding.CheckDecisions;
import tidemark.app.outstanding.OutstandingChecks;
import tidemark.app.party.Allocations;
import tidemark.app.party.Invoices;
import tidemark.app.party.Receipts;
import tidemark.app.payment.PaymentVoids;
import tidemark.app.payment.Payments;
import tidemark.app.payment.Transfers;
import tidemark.app.returned.ReturnedSetUp;
import tidemark.app.rule.RuleContent;
import tidemark.app.rule.Rules;
import tidemark.app.setup.SetUp;
import tidemark.core.party.InvoiceBooking;
import tidemark.core.payment.CheckFate;
import tidemark.core.payment.PaymentKind;
import tidemark.core.receipt.Tender;
import tidemark.core.rule.Conditions;
import tidemark.core.rule.TextTest;

/** What lies on the demo company's desk on 2 July: an account just taken over, drafts, payments that wait. */
@Component
@ConditionalOnProperty(name = "tidemark.demo", havingValue = "true")
class DemoDesk {
    private static final String MAREN = "Maren Oduya";
    private static final LocalDate TODAY = LocalDate.of(2026, 7, 2);

    private final SetUp setUp;
    private final Invoices invoices;
    private final Receipts receipts;
    private final DemoDeposits deposits;
    private final Payments payments;
    private final PaymentVoids voids;
    private final Transfers transfers;
    private final Drafts drafts;
    private final Rules rules;
    private final ReturnedSetUp returned;
    private final ManualEntries entries;
    private final OutstandingChecks checks;
    private final CheckDecisions decisions;

    DemoDesk(
            SetUp setUp,
            Invoices invoices,
            Receipts receipts,
            DemoDeposits deposits,
            Payments payments,
            PaymentVoids voids,
            Transfers transfers,
            Drafts drafts,
            Rules rules,
            ReturnedSetUp returned,
            ManualEntries entries,
            OutstandingChecks checks,
            CheckDecisions decisions) {
        this.entries = entries;
        this.checks = checks;
        this.decisions = decisions;
        this.rules = rules;
        this.returned = returned;
        this.setUp = setUp;
        this.invoices = invoices;
        this.receipts = receipts;
        this.deposits = deposits;
        this.payments = payments;
        this.voids = voids;
        this.transfers = transfers;
        this.drafts = drafts;
    }

    private void rule(
            DemoLedger.Place place,
            String name,
            String account,
            String text,
            Conditions.Direction direction,
            String kind) {
        long id = rules.write(
                        place.companyId(),
                        null,
                        new Rules.Draft(
                                name,
                                Objects.requireNonNull(place.accounts().get(account))
                                        .id(),
                                null,
                                null,
                                new RuleContent(
                                        direction,
                                        null,
                                        null,
                                        TextTest.CONTAINS,
                                        text,
                                        null,
                                        "",
                                        null,
                                        null,
                                        RuleContent.Does.BOOK,
                                        kind,
                                        null,
                                        "",
                                        "",
                                        null)),
                        MAREN)
                .id();
        rules.switchTo(place.companyId(), id, true, MAREN);
    }

    void fill(DemoLedger.Place place) {
        BankAccount operating = Objects.requireNonNull(place.accounts().get(Story.OPERATING));
        rule(
                place,
                "Interest of the savings account",
                Story.RESERVE,
                "INTEREST PAID",
                Conditions.Direction.IN,
                "INTEREST");
        rule(place, "Fee for an incoming wire", Story.OPERATING, "INCOMING WIRE FEE", Conditions.Direction.OUT, "FEE");
        BankAccount euro = setUp.addBankAccount(
                        place.companyId(),
                        new SetUp.NewBankAccount(
                                Story.EURO,
                                "Nordkant",
                                "NK-0077-2210",
                                "EUR",
                                YearMonth.of(2026, 5),
                                "18240.00",
                                """
                        date,amount,reference,party,text
                        2026-05-28,-1240.00,NK-8801,Hansen Propeller,Propeller shaft
                        2026-05-29,860.00,NK-8807,Svea Marin AB,Refund of freight
                        """,
                                null),
                        "Iris Calloway")
                .account();
        expense(
                place,
                euro,
                PaymentKind.BANK_TRANSFER,
                "PY-EU-1",
                "Hansen Propeller",
                LocalDate.of(2026, 6, 15),
                "2350.00",
                "5050",
                "Folding propeller");
        transfers.make(
                place.companyId(),
                new Transfers.NewTransfer(
                        operating.id(), euro.id(), LocalDate.of(2026, 7, 1), TODAY, "5000.00", "4580.00", "", ""),
                MAREN);
        Payments.Made spoilt = expense(
                place,
                operating,
                PaymentKind.CHECK,
                "20440",
                "Gale Crane Hire",
                LocalDate.of(2026, 6, 24),
                "412.50",
                "6120",
                "Crane for mast work");
        voids.voidPayment(
                place.companyId(),
                spoilt.payments().getFirst().id(),
                LocalDate.of(2026, 6, 24),
                "Printed on the wrong line",
                MAREN);
        expense(
                place,
                operating,
                PaymentKind.CHECK,
                "",
                "Lantern Legal",
                LocalDate.of(2026, 7, 10),
                "1850.00",
                "6160",
                "Berth contracts, due on the tenth");
        expense(
                place,
                operating,
                PaymentKind.BANK_TRANSFER,
                "",
                "Corran Engines",
                TODAY,
                "31400.00",
                "1530",
                "New lathe for the workshop");
        long merrow = Objects.requireNonNull(place.names().customers().get("Merrow Rentals"));
        receipts.book(
                place.companyId(),
                new Receipts.NewReceipt(
                        merrow,
                        null,
                        TODAY,
                        "",
                        "350.00",
                        "",
                        "Paid ahead for the season",
                        place.names().sites().get("Dock office"),
                        List.of(),
                        null,
                        null,
                        Tender.CHECK,
                        null,
                        null),
                MAREN);
        invoices.book(
                place.companyId(),
                new Invoices.NewInvoice(
                        Objects.requireNonNull(place.names().customers().get("Pell Charter")),
                        InvoiceBooking.Kind.CREDIT_NOTE,
                        "",
                        LocalDate.of(2026, 6, 29),
                        null,
                        null,
                        null,
                        "Berth given back early",
                        List.of(new GrossLine("4050", "180.00", "", "DOCK", "Berth given back early"))),
                MAREN);
        returned.keep(
                place.companyId(), new ReturnedSetUp.ReturnedTerms(0, "12.00", "25.00", "", "6180", 60, 120), MAREN);
        withCourier(place, LocalDate.of(2026, 6, 17), "318.50");
        withCourier(place, LocalDate.of(2026, 6, 30), "274.75");
        collected(place);
        lost(place);
        deposits.mishaps(place);
        deposits.morning(place);
        drafts(place, operating);
    }

    /** A direct debit that the bank credits by itself on 1 July, and takes back the day after. */
    private void collected(DemoLedger.Place place) {
        long brightwater = Objects.requireNonNull(place.names().customers().get("Brightwater Tours"));
        long item = invoices.book(
                        place.companyId(),
                        new Invoices.NewInvoice(
                                brightwater,
                                InvoiceBooking.Kind.INVOICE,
                                "",
                                LocalDate.of(2026, 6, 29),
                                null,
                                null,
                                null,
                                "Berth of the tender, July",
                                List.of(new GrossLine("4050", "245.00", "", "DOCK", "Berth of the tender, July"))),
                        MAREN)
                .items()
                .getFirst()
                .itemId();
        receipts.book(
                place.companyId(),
                new Receipts.NewReceipt(
                        brightwater,
                        null,
                        LocalDate.of(2026, 7, 1),
                        "1010",
                        "245.00",
                        "COL-0701",
                        "Collected, berth of the tender",
                        place.names().sites().get("Dock office"),
                        List.of(new Allocations.ItemPart(item, "245.00", "")),
                        null,
                        null,
                        null,
                        null,
                        null),
                MAREN);
    }

    /** A check that its payee says never came: left alone for some days, with a note. */
    private void lost(DemoLedger.Place place) {
        String key = checks.list(place.companyId(), new OutstandingChecks.Filter(0, null, "20395", true), 1)
                .checks()
                .getFirst()
                .key();
        decisions.decide(
                place.companyId(),
                new CheckDecisions.Decision(
                        CheckFate.KEEP,
                        List.of(key),
                        TODAY,
                        null,
                        "Dunmore Timber says that it never came; ask again before it is stopped",
                        LocalDate.of(2026, 7, 6),
                        "",
                        ""),
                place.maren());
    }

    /** Coins of the shower house, which a courier counts and takes to the bank; until then they are in transit. */
    private void withCourier(DemoLedger.Place place, LocalDate day, String amount) {
        entries.book(
                place.companyId(),
                new ManualEntries.NewEntry(
                        day,
                        null,
                        place.names().sites().get("Dock office"),
                        "",
                        "",
                        "Coins of the shower house, with the courier",
                        List.of(newLine("1270", amount, "", ""), newLine("4050", "", amount, "DOCK"))),
                MAREN);
    }

    private static ManualEntries.NewLine newLine(String account, String debit, String credit, String costCentre) {
        return new ManualEntries.NewLine(account, debit, credit, null, "", "", costCentre, "", "", "");
    }

    private Payments.Made expense(
            DemoLedger.Place place,
            BankAccount account,
            PaymentKind kind,
            String number,
            String supplier,
            LocalDate date,
            String amount,
            String code,
            String text) {
        return payments.make(
                place.companyId(),
                new Payments.NewPayment(
                        account.id(),
                        kind,
                        number,
                        place.names().suppliers().get(supplier),
                        supplier,
                        date,
                        place.names().sites().get("Workshop"),
                        text,
                        new Payments.Parts(List.of(), "", List.of(new GrossLine(code, amount, "", "YARD", text)))),
                place.maren());
    }

    private void drafts(DemoLedger.Place place, BankAccount operating) {
        keep(
                place,
                "ENTRY",
                Map.of(
                        "date", "2026-06-30",
                        "reference", "",
                        "checkNumber", "",
                        "text", "Insurance for June",
                        "lines", List.of(line("6150", "640.00", ""), line("1400", "", "640.00"))));
        keep(
                place,
                "ENTRY",
                Map.of(
                        "date", "2026-06-30",
                        "reference", "",
                        "checkNumber", "",
                        "text", "Depreciation, travel lift, June",
                        "lines", List.of(line("6010", "1,125.00", ""), line("1590", "", "1,120.00"))));
        keep(
                place,
                "PAYMENT",
                Map.of(
                        "bankAccountId", operating.id(),
                        "kind", "CHECK",
                        "number", "",
                        "payee", "Juniper Cleaning",
                        "date", "2026-07-02",
                        "text", "Cleaning of the wash house",
                        "parts",
                                Map.of(
                                        "items", List.of(),
                                        "onAccount", "",
                                        "expenses",
                                                List.of(Map.of(
                                                        "account", "6120",
                                                        "amount", "286.00",
                                                        "costCentre", "DOCK",
                                                        "text", "Wash house")))));
    }

    private static Map<String, String> line(String account, String debit, String credit) {
        return Map.of("account", account, "debit", debit, "credit", credit, "party", "", "text", "");
    }

    private void keep(DemoLedger.Place place, String kind, Map<String, Object> body) {
        drafts.keep(place.companyId(), null, 0, kind, body, null, MAREN);
    }
}
