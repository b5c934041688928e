package tidemark.app.demo;

import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.joda.money.CurrencyUnit;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;
import tidemark.app.access.Actor;
import tidemark.app.company.BankAccount;
import tidemark.app.ledger.CashEntryRow;
import tidemark.app.ledger.EntrySource;
import tidemark.app.ledger.GrossLine;
import tidemark.app.ledger.ItemTerms;
import tidemark.app.ledger.Ledger;
import tidemark.app.party.Allocations;
import tidemark.app.party.Invoices;
import tidemark.app.party.Receipts;
import tidemark.app.payment.PaymentBatches;
import tidemark.app.payment.Payments;
import tidemark.app.payment.Transfers;
import tidemark.core.ledger.BankLineBooking;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.JournalLine;
import tidemark.core.ledger.PartyId;
import tidemark.core.money.MinorUnits;
import tidemark.core.party.InvoiceBooking;
import tidemark.core.payment.PaymentKind;
import tidemark.core.table.CsvWriting;

/** Books the demo company's months through the application's own services. */
@Component
@ConditionalOnProperty(name = "tidemark.demo", havingValue = "true")
class DemoLedger {
    private static final CurrencyUnit USD = CurrencyUnit.USD;
    private static final String MAREN = "Maren Oduya";

    private final Ledger ledger;
    private final Invoices invoices;
    private final Receipts receipts;
    private final Payments payments;
    private final PaymentBatches batches;
    private final Transfers transfers;
    private final DemoDeposits deposits;
    private final EntityManager em;
    private int steps;
    private final Map<String, Long> cashEntryOf = new HashMap<>();
    private final Map<String, Debt> debtOf = new HashMap<>();
    private final Map<String, Long> itemOf = new HashMap<>();

    DemoLedger(
            Ledger ledger,
            Invoices invoices,
            Receipts receipts,
            Payments payments,
            PaymentBatches batches,
            Transfers transfers,
            DemoDeposits deposits,
            EntityManager em) {
        this.ledger = ledger;
        this.invoices = invoices;
        this.receipts = receipts;
        this.payments = payments;
        this.batches = batches;
        this.transfers = transfers;
        this.deposits = deposits;
        this.em = em;
    }

    /** The company as it is told. */
    record Place(long companyId, DemoBooks.Names names, Map<String, BankAccount> accounts, Actor maren) {}

    /** The cash entry that a booking of the story made on an account. */
    long cashEntry(String key, BankAccount account) {
        return Objects.requireNonNull(cashEntryOf.get(key + "@" + account.id()), key);
    }

    /** The whole story is one transaction; what was written is let go, so that each step costs the same. */
    void letGo() {
        em.flush();
        em.clear();
    }

    private void step() {
        if (++steps % 15 == 0) {
            letGo();
        }
    }

    private static String decimal(long cents) {
        return MinorUnits.toDecimal(cents, USD);
    }

    void book(Place place, YearMonth month, Story story, DemoBusiness life) {
        owe(place, life.debts(month));
        takings(place, life.takings(month));
        for (Map.Entry<String, DemoBusiness.DeskReceipt> received : life.atTheDesk(month)) {
            step();
            deposits.receive(
                    place,
                    received.getKey(),
                    received.getValue(),
                    part(received.getValue().key()));
        }
        List<Story.Booking> plain = new ArrayList<>();
        Map<LocalDate, List<Story.Booking>> payChecks = new java.util.TreeMap<>();
        for (Story.Booking b : story.bookings(month)) {
            step();
            if (!life.onSlip(b.key()).isEmpty()) {
                remember(b.key(), deposits.bank(place, b, life.onSlip(b.key())));
            } else if (b.other().equals("1210")) {
                remember(b.key(), deposits.bankCards(place, b));
            } else if (DemoBusiness.paysSupplier(b)) {
                pay(place, b);
            } else if (b.other().equals("1200")) {
                remember(
                        b.key(),
                        receive(
                                place,
                                b.key(),
                                b.date(),
                                b.party(),
                                b.cents(),
                                code(place, b.account()),
                                b.reference(),
                                b.text()));
            } else if (place.accounts().containsKey(b.other())) {
                remember(b.key(), transfer(place, b));
            } else if (b.key().startsWith("pay-")) {
                payChecks.computeIfAbsent(b.date(), k -> new ArrayList<>()).add(b);
            } else {
                plain.add(b);
            }
        }
        payChecks.values().forEach(run -> payRun(place, run));
        letGo();
        bookPlain(place, plain);
    }

    /** Books what is nothing but entries. */
    void bookPlain(Place place, List<Story.Booking> plain) {
        List<Ledger.Posting> postings = plain.stream()
                .map(b -> new Ledger.Posting(entry(place, b), b.check(), b.key()))
                .toList();
        Ledger.Booked booked = ledger.book(place.companyId(), postings, EntrySource.MANUAL, null, MAREN);
        rememberEach(plain, booked);
    }

    private void rememberEach(List<Story.Booking> bookings, Ledger.Booked booked) {
        Map<Long, String> keyOf = new HashMap<>();
        for (int i = 0; i < bookings.size(); i++) {
            keyOf.put(booked.entries().get(i).id(), bookings.get(i).key());
        }
        for (CashEntryRow cash : booked.cashEntries()) {
            cashEntryOf.put(keyOf.get(cash.journalEntryId()) + "@" + cash.bankAccountId(), cash.id());
        }
    }

    private void remember(String key, Ledger.Booked booked) {
        booked.cashEntries().forEach(c -> cashEntryOf.put(key + "@" + c.bankAccountId(), c.id()));
    }

    private String code(Place place, String accountName) {
        BankAccount account = Objects.requireNonNull(place.accounts().get(accountName));
        return ledger.account(place.companyId(), account.ledgerAccountId()).code();
    }

    private JournalEntry entry(Place place, Story.Booking b) {
        return BankLineBooking.entry(
                new BankLineBooking.Movement(b.date(), USD, b.cents(), b.reference(), b.party(), b.text()),
                code(place, b.account()),
                b.other(),
                PartyId.NONE);
    }

    private void owe(Place place, List<Debt> debts) {
        if (debts.isEmpty()) {
            return;
        }
        List<Invoices.NewInvoice> requests = debts.stream()
                .map(d -> new Invoices.NewInvoice(
                        Objects.requireNonNull(
                                (d.customer()
                                                ? place.names().customers()
                                                : place.names().suppliers())
                                        .get(d.party()),
                                d.party()),
                        InvoiceBooking.Kind.INVOICE,
                        d.number(),
                        d.date(),
                        null,
                        null,
                        place.names().sites().get(d.costCentre().equals("YARD") ? "Workshop" : "Dock office"),
                        d.text(),
                        List.of(new GrossLine(d.account(), decimal(d.gross()), d.taxCode(), d.costCentre(), d.text()))))
                .toList();
        Ledger.Booked booked = invoices.bookAll(place.companyId(), requests, MAREN);
        for (int i = 0; i < debts.size(); i++) {
            if (!debts.get(i).booking().isEmpty()) {
                debtOf.put(debts.get(i).booking(), debts.get(i));
                itemOf.put(debts.get(i).booking(), booked.items().get(i).itemId());
            }
        }
    }

    private void takings(Place place, List<DemoBusiness.Takings> takings) {
        List<Ledger.Posting> postings = takings.stream()
                .map(t -> new Ledger.Posting(
                        new JournalEntry(
                                t.date(),
                                USD,
                                "",
                                t.text(),
                                List.of(
                                        JournalLine.debit("1210", t.cents(), "", t.text()),
                                        JournalLine.credit("4040", t.cents(), "", t.text())
                                                .tagged("FUEL", ""))),
                        "",
                        "",
                        place.names().sites().get("Dock office"),
                        ItemTerms.plain(ItemTerms.Kind.OTHER)))
                .toList();
        ledger.book(place.companyId(), postings, EntrySource.MANUAL, null, MAREN);
    }

    private List<Allocations.ItemPart> part(String key) {
        Debt debt = debtOf.get(key);
        return debt == null
                ? List.of()
                : List.of(new Allocations.ItemPart(
                        Objects.requireNonNull(itemOf.get(key)),
                        decimal(debt.paid()),
                        debt.discount() == 0 ? "" : decimal(debt.discount())));
    }

    private Ledger.Booked receive(
            Place place,
            String key,
            LocalDate date,
            String customer,
            long cents,
            String into,
            String reference,
            String text) {
        return receipts.book(
                        place.companyId(),
                        new Receipts.NewReceipt(
                                Objects.requireNonNull(place.names().customers().get(customer), customer),
                                null,
                                date,
                                into,
                                decimal(cents),
                                reference,
                                text,
                                place.names().sites().get("Dock office"),
                                part(key),
                                null,
                                null,
                                null,
                                null,
                                null),
                        MAREN)
                .booked();
    }

    private void pay(Place place, Story.Booking b) {
        boolean check = !b.check().isEmpty();
        Payments.Made made = payments.make(
                place.companyId(),
                new Payments.NewPayment(
                        Objects.requireNonNull(place.accounts().get(b.account()))
                                .id(),
                        check ? PaymentKind.CHECK : PaymentKind.BANK_TRANSFER,
                        check ? b.check() : b.reference(),
                        place.names().suppliers().get(b.party()),
                        b.party(),
                        b.date(),
                        place.names().sites().get("Workshop"),
                        b.text(),
                        new Payments.Parts(part(b.key()), "", List.of())),
                place.maren());
        remember(b.key(), made.booked());
    }

    private Ledger.Booked transfer(Place place, Story.Booking b) {
        return transfers.make(
                place.companyId(),
                new Transfers.NewTransfer(
                        Objects.requireNonNull(place.accounts().get(b.account()))
                                .id(),
                        Objects.requireNonNull(place.accounts().get(b.other())).id(),
                        b.date(),
                        null,
                        decimal(-b.cents()),
                        "",
                        b.reference(),
                        b.text()),
                MAREN);
    }

    /** A pay run as the payroll office sends it: a file of checks. */
    private void payRun(Place place, List<Story.Booking> run) {
        String file = CsvWriting.of(
                List.of("payee", "date", "amount", "account", "number", "text", "cost_centre"),
                run.stream()
                        .map(b -> List.of(
                                b.party(),
                                b.date().toString(),
                                decimal(-b.cents()),
                                b.other(),
                                b.check(),
                                b.text(),
                                "YARD"))
                        .toList());
        Payments.Made made = batches.makeFromFile(
                place.companyId(),
                Objects.requireNonNull(place.accounts().get(Story.PAYROLL)).id(),
                PaymentKind.CHECK,
                file,
                null,
                place.maren());
        rememberEach(run, made.booked());
    }
}
