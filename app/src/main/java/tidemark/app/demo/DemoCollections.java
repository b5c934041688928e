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
import tidemark.app.bankfile.BankFileTerms;
import tidemark.app.collection.CollectionRuns;
import tidemark.app.ledger.GrossLine;
import tidemark.app.mandate.Mandates;
import tidemark.app.party.Invoices;
import tidemark.app.party.Parties;
import tidemark.app.recurring.RecurringInvoices;
import tidemark.core.ledger.Control;
import tidemark.core.mandate.Mandate;
import tidemark.core.mandate.MandateState;
import tidemark.core.party.InvoiceBooking;
import tidemark.core.party.Terms;
import tidemark.core.recurring.Recurrence;

/** Berth rents and storage that are collected: fourteen mandates, and a run of July half decided. */
@Component
@ConditionalOnProperty(name = "tidemark.demo", havingValue = "true")
class DemoCollections {
    private static final String MAREN = "Maren Oduya";
    private static final LocalDate FIRST_OF_JULY = LocalDate.of(2026, 7, 1);

    private final Parties parties;
    private final Invoices invoices;
    private final Mandates mandates;
    private final BankFileTerms terms;
    private final CollectionRuns runs;

    private final RecurringInvoices recurring;

    DemoCollections(
            Parties parties,
            Invoices invoices,
            Mandates mandates,
            BankFileTerms terms,
            CollectionRuns runs,
            RecurringInvoices recurring) {
        this.parties = parties;
        this.invoices = invoices;
        this.mandates = mandates;
        this.terms = terms;
        this.runs = runs;
        this.recurring = recurring;
    }

    /**
     * Somebody with a berth.
     *
     * @param rent of July; empty where nothing is due
     * @param more another invoice; empty for none
     */
    private record Berth(
            String name, String reference, LocalDate signed, String routing, String number, String rent, String more) {}

    private static final List<Berth> BERTHS = List.of(
            new Berth(
                    "Avocet Yachting",
                    "QM-0031",
                    LocalDate.of(2024, 3, 4),
                    "011770413",
                    "4410077312",
                    "1240.00",
                    "86.00"),
            new Berth("Curlew and Finch", "QM-0034", LocalDate.of(2024, 9, 12), "021880526", "7700451290", "", ""),
            new Berth("Dipper Sailing", "QM-0040", LocalDate.of(2025, 2, 18), "026990631", "3300998120", "980.00", ""),
            new Berth("Fulmar Charters", "QM-0044", LocalDate.of(2025, 4, 1), "011770413", "4410081145", "2331.84", ""),
            new Berth(
                    "Guillemot Divers",
                    "QM-0047",
                    LocalDate.of(2026, 6, 22),
                    "021880526",
                    "7700466701",
                    "1118.00",
                    "2738.67"),
            new Berth("Heronsgate Inn", "QM-0052", LocalDate.of(2025, 8, 7), "121770840", "9154400231", "1240.00", ""),
            new Berth("Jackdaw Pilots", "QM-0055", LocalDate.of(2025, 10, 3), "026990631", "3300117755", "", ""),
            new Berth("Moorhen Rentals", "QM-0058", LocalDate.of(2026, 1, 15), "011770413", "4410095518", "310.00", ""),
            new Berth(
                    "Oystercatcher Tours",
                    "QM-0059",
                    LocalDate.of(2026, 2, 2),
                    "121770840",
                    "9154409977",
                    "860.00",
                    ""),
            new Berth("Petrel Marine", "QM-0019", LocalDate.of(2023, 5, 30), "021880526", "7700230984", "640.00", ""),
            new Berth("Quail Point Books", "QM-0061", LocalDate.of(2026, 3, 9), "026990631", "3300440102", "", ""),
            new Berth("Ropewalk Studio", "QM-0062", LocalDate.of(2026, 3, 11), "011770413", "4410102260", "415.50", ""),
            new Berth(
                    "Shearwater Research",
                    "QM-0065",
                    LocalDate.of(2026, 4, 20),
                    "121770840",
                    "9154471820",
                    "1725.00",
                    ""),
            new Berth("Teal Bay Kayaks", "QM-0066", LocalDate.of(2026, 5, 5), "021880526", "7700511238", "295.00", ""));

    void tell(DemoLedger.Place place) {
        long company = place.companyId();
        long operating =
                Objects.requireNonNull(place.accounts().get(Story.OPERATING)).id();
        terms.keep(
                company,
                operating,
                new BankFileTerms.FileTermsForm(
                        BankFileTerms.FileScheme.ACH,
                        "099177300",
                        "NORTHBANK",
                        "1830042177",
                        "QUILLHAVEN",
                        "1830042177",
                        "BERTH RENT",
                        "PAYMENT",
                        "",
                        8,
                        9,
                        "",
                        "",
                        "",
                        true,
                        false,
                        2,
                        2,
                        1,
                        false,
                        "quillhaven-{date}-{number}.ach",
                        1),
                "Iris Calloway");
        Map<String, Long> ids = new HashMap<>();
        for (Berth b : BERTHS) {
            long party = parties.keep(
                            company,
                            null,
                            Control.RECEIVABLES,
                            new Parties.Card("", b.name(), "", new Terms(30, BigDecimal.ZERO, 0), true),
                            MAREN)
                    .id();
            ids.put(b.name(), party);
            long mandate = mandates.make(
                            company,
                            new Mandates.NewMandate(
                                    party,
                                    b.reference(),
                                    b.signed(),
                                    "",
                                    Mandate.Kind.ACH_BUSINESS,
                                    true,
                                    b.routing(),
                                    b.number(),
                                    b.name().startsWith("Ropewalk"),
                                    "",
                                    b.name().startsWith("Shearwater") ? "1500.00" : "",
                                    null,
                                    null,
                                    ""),
                            MAREN)
                    .id();
            if (b.name().startsWith("Petrel")) {
                mandates.move(
                        company,
                        mandate,
                        MandateState.Move.ASK_FIRST,
                        "last collection came back: funds not there. Asked to be called first",
                        MAREN);
            }
        }
        bill(company, place, ids);
        decide(company, operating, ids);
        comeAgain(place, ids);
    }

    /** The rents of July were invoiced by hand, those of August come by themselves; storage of the quarter is due. */
    private void comeAgain(DemoLedger.Place place, Map<String, Long> ids) {
        for (Berth b : BERTHS) {
            long party = Objects.requireNonNull(ids.get(b.name()));
            if (!b.rent().isEmpty()) {
                boolean storage = b.name().startsWith("Moorhen");
                again(
                        place,
                        party,
                        Recurrence.Every.MONTH,
                        LocalDate.of(2026, 8, 1),
                        storage ? "4060" : "4050",
                        b.rent(),
                        storage ? "Storage {month}" : "Berth {month}");
            }
            if (b.name().startsWith("Quail") || b.name().startsWith("Teal")) {
                again(
                        place,
                        party,
                        Recurrence.Every.QUARTER,
                        FIRST_OF_JULY,
                        "4060",
                        b.name().startsWith("Quail") ? "135.00" : "96.00",
                        "Storage {quarter}");
            }
        }
    }

    private void again(
            DemoLedger.Place place,
            long party,
            Recurrence.Every every,
            LocalDate from,
            String account,
            String gross,
            String text) {
        recurring.keep(
                place.companyId(),
                null,
                new RecurringInvoices.RecurringForm(
                        null,
                        party,
                        every,
                        1,
                        from,
                        null,
                        place.names().sites().get("Dock office"),
                        text,
                        List.of(new GrossLine(account, gross, "", "DOCK", text))),
                MAREN);
    }

    private void bill(long company, DemoLedger.Place place, Map<String, Long> ids) {
        List<Invoices.NewInvoice> all = new ArrayList<>();
        int number = 4_801;
        for (Berth b : BERTHS) {
            long party = Objects.requireNonNull(ids.get(b.name()));
            if (!b.rent().isEmpty()) {
                boolean storage = b.name().startsWith("Moorhen");
                all.add(invoice(
                        place,
                        party,
                        InvoiceBooking.Kind.INVOICE,
                        "Q-" + number++,
                        FIRST_OF_JULY,
                        storage ? "4060" : "4050",
                        b.rent(),
                        storage ? "Storage July" : "Berth July"));
            }
            if (!b.more().isEmpty()) {
                boolean old = b.name().startsWith("Guillemot");
                all.add(invoice(
                        place,
                        party,
                        InvoiceBooking.Kind.INVOICE,
                        "Q-" + number++,
                        old ? LocalDate.of(2026, 6, 3) : FIRST_OF_JULY,
                        "4060",
                        b.more(),
                        old ? "Winter storage" : "Storage July"));
            }
        }
        all.add(invoice(
                place,
                Objects.requireNonNull(ids.get("Moorhen Rentals")),
                InvoiceBooking.Kind.CREDIT_NOTE,
                "K-4802",
                FIRST_OF_JULY,
                "4060",
                "60.00",
                "Storage of June, credited"));
        invoices.bookAll(company, all, MAREN);
    }

    private static Invoices.NewInvoice invoice(
            DemoLedger.Place place,
            long party,
            InvoiceBooking.Kind kind,
            String number,
            LocalDate date,
            String account,
            String gross,
            String text) {
        return new Invoices.NewInvoice(
                party,
                kind,
                number,
                date,
                null,
                kind == InvoiceBooking.Kind.INVOICE ? date.plusDays(date.getDayOfMonth() == 1 ? 4 : 10) : null,
                place.names().sites().get("Dock office"),
                text,
                List.of(new GrossLine(account, gross, "", "DOCK", text)));
    }

    private void decide(long company, long operating, Map<String, Long> ids) {
        long run = runs.open(
                        company,
                        operating,
                        new CollectionRuns.RunHead(
                                LocalDate.of(2026, 7, 10), LocalDate.of(2026, 7, 13), true, "berth rents and storage"),
                        MAREN)
                .id();
        CollectionRuns.Collecting whole = new CollectionRuns.Collecting(null, null);
        for (String name : List.of("Avocet Yachting", "Dipper Sailing")) {
            runs.collect(company, run, Objects.requireNonNull(ids.get(name)), whole, MAREN);
        }
        long fennick = Objects.requireNonNull(ids.get("Fulmar Charters"));
        runs.collect(
                company,
                run,
                fennick,
                new CollectionRuns.Collecting(
                        List.of(new CollectionRuns.ItemAmount(runs.firstItem(company, run, fennick), "1500.00")), null),
                MAREN);
        runs.skip(
                company,
                run,
                Objects.requireNonNull(ids.get("Petrel Marine")),
                "called on 1 Jul: pays by check",
                MAREN);
    }
}
