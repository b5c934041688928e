package tidemark.app.demo;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;
import tidemark.app.company.MasterData;
import tidemark.app.company.Site;
import tidemark.app.company.TaxCode;
import tidemark.app.ledger.Chart;
import tidemark.app.ledger.ChartAccount;
import tidemark.app.ledger.Ledger;
import tidemark.app.party.Parties;
import tidemark.core.ledger.AccountType;
import tidemark.core.ledger.Control;
import tidemark.core.ledger.LedgerAccount;
import tidemark.core.ledger.TaxUse;
import tidemark.core.party.Terms;

/** The demo company's set-up: chart, cost centres, tax, rates, customers and suppliers. */
@Component
@ConditionalOnProperty(name = "tidemark.demo", havingValue = "true")
class DemoBooks {
    private static final String[] MORE_CUSTOMERS = {
        "Alder Point Yachting", "Bellweather Tours", "Bracken Sea School", "Calder and Finch", "Cape Wren Fisheries",
        "Corvid Marine", "Dunlin Sailing", "Eastmere Rowing Club", "Fennick Charters", "Greywater Divers",
        "Halden Brothers", "Harbour Lights Inn", "Inglemoor Estate", "Jessop Pilots", "Kestrel Boat Share",
        "Larkspur Cruises", "Longshore Shellfish", "Marrow Bay Council", "Merrow Rentals", "Northern Skiff Co",
        "Oarsmen of Quill", "Ostrand Shipping", "Petrel Adventures", "Plover Island Trust", "Quayside Bistro",
        "Ravenna Regattas", "Saltmarsh Museum", "Sandling Watersports", "Selkie Swim Club", "Stoneleigh Survey",
        "Tern Rock Fishing", "Upton Sea Scouts", "Vance and Daughters", "Wexcombe Ferries"
    };
    private static final String[] MORE_SUPPLIERS = {
        "Anvil Chandlery Supply", "Brine and Barrel", "Cobalt Coatings", "Drift Insurance", "Ember Heating",
        "Foxglove Printing", "Gale Crane Hire", "Hansen Propeller", "Ironwood Joinery", "Juniper Cleaning",
        "Kelp Software", "Lantern Legal", "Moorings Direct"
    };

    private static final String[] EMPLOYEES = {"Edda Lindqvist", "Joss Penhale", "Ruben Achterberg"};
    private static final String[] SISTERS = {"Quillhaven Boatyard"};
    private static final String ALSO_CUSTOMER = "Corran Engines";

    private final Chart chart;
    private final MasterData masterData;
    private final Parties parties;
    private final Ledger ledger;

    DemoBooks(Chart chart, MasterData masterData, Parties parties, Ledger ledger) {
        this.chart = chart;
        this.masterData = masterData;
        this.parties = parties;
        this.ledger = ledger;
    }

    /** Ids by name of what was set up. */
    record Names(Map<String, Long> customers, Map<String, Long> suppliers, Map<String, Long> sites) {}

    Names setUp(long companyId, String who) {
        chart().forEach(a -> chart.add(companyId, a, who));
        List.of("DOCK Dock and berths", "YARD Boatyard", "SHOP Chandlery", "FUEL Fuel dock", "OFFICE Office")
                .forEach(c -> masterData.keepCostCentre(
                        companyId, null, c.substring(0, c.indexOf(' ')), c.substring(c.indexOf(' ') + 1), true, who));
        ChartAccount tax = ledger.accountByCode(companyId, "2200").orElseThrow();
        TaxCode.Nature sales = new TaxCode.Nature(TaxUse.SALES, true, true);
        TaxCode.Nature cost = new TaxCode.Nature(TaxUse.PURCHASES, false, false);
        BigDecimal state = new BigDecimal("8.25");
        masterData.keepTaxCode(
                companyId, null, "ST", "State sales tax", state, tax.id(), sales, TaxCode.Days.ALWAYS, true, who);
        masterData.keepTaxCode(
                companyId,
                null,
                "FUEL",
                "Marine fuel tax",
                new BigDecimal("3.5"),
                tax.id(),
                sales,
                TaxCode.Days.ALWAYS,
                true,
                who);
        masterData.keepTaxCode(
                companyId,
                null,
                "STP",
                "Sales tax paid, part of the cost",
                state,
                tax.id(),
                cost,
                TaxCode.Days.ALWAYS,
                true,
                who);
        String[] rates = {"1.0840", "1.0795", "1.0862", "1.0911", "1.0884", "1.0925", "1.0902"};
        for (int i = 0; i < rates.length; i++) {
            masterData.keepRate(
                    companyId, "EUR", LocalDate.of(2026, 1, 1).plusMonths(i), new BigDecimal(rates[i]), who);
        }
        Map<String, Long> customers = new HashMap<>();
        add(companyId, customers, Control.RECEIVABLES, Story.CUSTOMERS, who);
        add(companyId, customers, Control.RECEIVABLES, MORE_CUSTOMERS, who);
        Map<String, Long> suppliers = new HashMap<>();
        add(companyId, suppliers, Control.PAYABLES, Story.SUPPLIERS, who);
        add(companyId, suppliers, Control.PAYABLES, MORE_SUPPLIERS, who);
        add(companyId, new HashMap<>(), Control.EMPLOYEES, EMPLOYEES, who);
        add(companyId, new HashMap<>(), Control.SISTER_COMPANIES, SISTERS, who);
        // who rents a berth may mend boats too
        parties.addRole(
                companyId,
                Objects.requireNonNull(suppliers.get(ALSO_CUSTOMER)),
                Control.RECEIVABLES,
                "",
                new Terms(30, BigDecimal.ZERO, 0),
                who);
        Map<String, Long> sites = new HashMap<>();
        for (Site site : masterData.sites(companyId)) {
            sites.put(site.name(), site.id());
        }
        return new Names(customers, suppliers, sites);
    }

    private void add(long companyId, Map<String, Long> ids, Control control, String[] names, String who) {
        for (String name : names) {
            // every fourth pays early for two percent
            boolean early = control.invoices() && name.length() % 4 == 0;
            Terms terms = new Terms(
                    control.invoices() ? 30 : 0, early ? new BigDecimal("2") : BigDecimal.ZERO, early ? 10 : 0);
            ids.put(
                    name,
                    parties.keep(companyId, null, control, new Parties.Card("", name, "", terms, true), who)
                            .id());
        }
    }

    private static List<LedgerAccount> chart() {
        return List.of(
                account("1210", "Card settlements on the way", AccountType.ASSET),
                account("1300", "Chandlery stock", AccountType.ASSET),
                account("1310", "Fuel stock", AccountType.ASSET),
                account("1400", "Prepaid insurance", AccountType.ASSET),
                account("1510", "Docks and moorings", AccountType.ASSET),
                account("1520", "Travel lift and cranes", AccountType.ASSET),
                account("1530", "Workshop machines", AccountType.ASSET),
                account("1590", "Depreciation to date", AccountType.ASSET),
                account("2100", "Wages owed", AccountType.LIABILITY),
                account("2110", "Payroll taxes owed", AccountType.LIABILITY),
                account("2300", "Berth deposits held", AccountType.LIABILITY),
                account("2310", "Berths paid ahead", AccountType.LIABILITY),
                account("2500", "Equipment loan", AccountType.LIABILITY),
                account("3010", "Owners' capital", AccountType.EQUITY),
                account("3100", "Retained earnings", AccountType.EQUITY),
                account("4020", "Boatyard work", AccountType.INCOME),
                account("4030", "Chandlery sales", AccountType.INCOME),
                account("4040", "Fuel sales", AccountType.INCOME),
                account("4050", "Berth rent", AccountType.INCOME),
                account("4060", "Winter storage", AccountType.INCOME),
                account("5010", "Timber", AccountType.EXPENSE),
                account("5020", "Rope and fastenings", AccountType.EXPENSE),
                account("5030", "Paint", AccountType.EXPENSE),
                account("5040", "Fuel bought", AccountType.EXPENSE),
                account("5050", "Engine parts", AccountType.EXPENSE),
                account("5060", "Sailcloth", AccountType.EXPENSE),
                account("5070", "Small tools", AccountType.EXPENSE),
                account("6110", "Water, power and telephone", AccountType.EXPENSE),
                account("6120", "Repairs by others", AccountType.EXPENSE),
                account("6130", "Waste", AccountType.EXPENSE),
                account("6140", "Safety", AccountType.EXPENSE),
                account("6150", "Insurance", AccountType.EXPENSE),
                account("6160", "Legal and software", AccountType.EXPENSE),
                account("6170", "Printing and office", AccountType.EXPENSE),
                account("6180", "Bad debts", AccountType.EXPENSE),
                account("6210", "Wages", AccountType.EXPENSE),
                account("6220", "Payroll taxes", AccountType.EXPENSE));
    }

    private static LedgerAccount account(String code, String name, AccountType type) {
        return new LedgerAccount(code, name, type, true);
    }
}
