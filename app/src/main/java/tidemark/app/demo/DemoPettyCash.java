package tidemark.app.demo;

import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;
import tidemark.app.draft.Drafts;
import tidemark.app.ledger.Chart;
import tidemark.app.ledger.ManualEntries;
import tidemark.app.pettycash.DrawerCounts;
import tidemark.app.pettycash.FundSetUp;
import tidemark.app.pettycash.PettyCashViews;
import tidemark.app.pettycash.Vouchers;
import tidemark.app.pettycash.Vouchers.VoucherKind;
import tidemark.core.ledger.AccountType;
import tidemark.core.ledger.LedgerAccount;

/** Two drawers of petty cash through June: what was paid from them, a count that was short, an advance open for too long. */
@Component
@ConditionalOnProperty(name = "tidemark.demo", havingValue = "true")
class DemoPettyCash {
    private static final String TOMAS = "Tomas Reyl";

    private final Chart chart;
    private final ManualEntries entries;
    private final FundSetUp setUp;
    private final Vouchers vouchers;
    private final DrawerCounts counts;
    private final PettyCashViews views;
    private final Drafts drafts;
    private final DemoClock clock;

    DemoPettyCash(
            Chart chart,
            ManualEntries entries,
            FundSetUp setUp,
            Vouchers vouchers,
            DrawerCounts counts,
            PettyCashViews views,
            Drafts drafts,
            DemoClock clock) {
        this.chart = chart;
        this.entries = entries;
        this.setUp = setUp;
        this.vouchers = vouchers;
        this.counts = counts;
        this.views = views;
        this.drafts = drafts;
        this.clock = clock;
    }

    /** A drawer with its purposes, by their names. */
    private record Drawer(long company, long id, String keeper, Map<String, Long> purposes) {}

    void tell(DemoLedger.Place place) {
        long company = place.companyId();
        account(company, "1110", "Petty cash, dock office");
        account(company, "1120", "Petty cash, workshop");
        account(company, "1130", "Advances from petty cash");
        clock.tell(LocalDate.of(2026, 6, 1), 8, 30);
        Drawer dock = drawer(place, "Dock office", TOMAS, "1110", "400.00");
        Drawer workshop = drawer(place, "Workshop", "Ines Halvorsen", "1120", "250.00");
        List.of(
                        "3 Quayside Hardware, padlocks for the gangway|Small tools|DOCK|24.60",
                        "5 Harbour Post, parcels to owners|Post|OFFICE|19.35",
                        "9 Kestrel Bakery, skippers' meeting|Meetings|DOCK|26.10",
                        "12 Quill Stationers, receipt books|Office supplies|OFFICE|31.80",
                        "16 Ferry Kiosk, crossing to the survey|Travel|YARD|18.00")
                .forEach(v -> paid(dock, v));
        paid(workshop, "4 Quayside Hardware, sanding discs|Small tools|YARD|38.45");
        paid(workshop, "11 Timber Wharf Cafe, launch crew|Meetings|YARD|22.70");
        advance(workshop, 12, "L. Sorensen", "parts from the chandler in Ostby", "60.00");
        count(
                dock,
                LocalDate.of(2026, 6, 26),
                Map.of(5000L, 2, 2000L, 6, 1000L, 4, 500L, 3, 100L, 4, 25L, 2, 10L, 1, 5L, 1));
        clock.tell(LocalDate.of(2026, 7, 2), 8, 55);
        paid(dock, "29 Harbour Post, season letters|Post|OFFICE|12.75");
        received(dock, LocalDate.of(2026, 6, 30), "A guest, ice and line", "14.00");
        advance(dock, 30, "L. Sorensen", "fuses for the pump", "50.00");
        paid(workshop, "30 Quayside Hardware, drill bits|Small tools|YARD|27.90");
        drafts.keep(
                company,
                null,
                0,
                "VOUCHER",
                Map.ofEntries(
                        Map.entry("fundId", dock.id()),
                        Map.entry("kind", "PAID"),
                        Map.entry("date", "2026-07-01"),
                        Map.entry("who", "Harbour Taxi"),
                        Map.entry("text", "guest to the airport"),
                        Map.entry(
                                "purposeId",
                                Objects.requireNonNull(dock.purposes().get("Travel"))),
                        Map.entry("amount", "31.00"),
                        Map.entry("quantity", ""),
                        Map.entry("price", ""),
                        Map.entry("lines", List.of())),
                TOMAS);
    }

    private void account(long company, String code, String name) {
        chart.add(company, new LedgerAccount(code, name, AccountType.ASSET, true), TOMAS);
    }

    /** What lay in the drawer before it was kept in the books is its beginning. */
    private Drawer drawer(DemoLedger.Place place, String site, String keeper, String account, String floats) {
        long company = place.companyId();
        LocalDate from = LocalDate.of(2026, 6, 1);
        Long siteId = place.names().sites().get(site);
        entries.book(
                company,
                new ManualEntries.NewEntry(
                        from,
                        null,
                        siteId,
                        "PC-START",
                        "",
                        "Petty cash, " + site + ", taken into the books",
                        List.of(line(account, floats, ""), line("3900", "", floats))),
                TOMAS);
        long id = setUp.make(
                company, new FundSetUp.NewFund(site, keeper, siteId, account, "6890", "1130", floats, from), TOMAS);
        for (String purpose : List.of(
                "Meetings|6170|STP||80.00",
                "Office supplies|6170|STP|OFFICE|120.00",
                "Post|6170||OFFICE|60.00",
                "Small tools|5070|STP|YARD|100.00",
                "Sundry sales|4030|ST|SHOP|",
                "Travel|6160|||150.00")) {
            String[] p = purpose.split("\\|", -1);
            setUp.keep(company, id, new FundSetUp.Purpose(null, p[0], p[1], p[2], p[3], p[4], true), TOMAS);
        }
        Map<String, Long> purposes = new HashMap<>();
        views.fund(company, id).purposes().forEach(p -> purposes.put(p.name(), p.id()));
        return new Drawer(company, id, keeper, purposes);
    }

    private static ManualEntries.NewLine line(String account, String debit, String credit) {
        return new ManualEntries.NewLine(account, debit, credit, null, "", "", null, null, null, null);
    }

    /** @param told day of June, whom and what for, purpose, cost centre and amount */
    private void paid(Drawer drawer, String told) {
        String[] parts = told.substring(told.indexOf(' ') + 1).split("\\|", -1);
        String[] who = parts[0].split(", ", 2);
        LocalDate day = LocalDate.of(2026, 6, Integer.parseInt(told.substring(0, told.indexOf(' '))));
        post(drawer, VoucherKind.PAID, day, who[0], who[1], drawer.purposes().get(parts[1]), parts[2], parts[3]);
    }

    private void received(Drawer drawer, LocalDate day, String told, String amount) {
        String[] who = told.split(", ", 2);
        post(
                drawer,
                VoucherKind.RECEIVED,
                day,
                who[0],
                who[1],
                drawer.purposes().get("Sundry sales"),
                "SHOP",
                amount);
    }

    private void advance(Drawer drawer, int day, String who, String text, String amount) {
        post(drawer, VoucherKind.ADVANCE, LocalDate.of(2026, 6, day), who, text, null, null, amount);
    }

    private void post(
            Drawer drawer,
            VoucherKind kind,
            LocalDate day,
            String who,
            String text,
            @Nullable Long purpose,
            @Nullable String centre,
            String amount) {
        vouchers.book(
                drawer.company(),
                new Vouchers.NewVoucher(
                        drawer.id(),
                        kind,
                        day,
                        null,
                        who,
                        text,
                        purpose,
                        amount,
                        "",
                        "",
                        null,
                        centre,
                        List.of(),
                        null),
                drawer.keeper());
    }

    private void count(Drawer drawer, LocalDate day, Map<Long, Integer> pieces) {
        clock.tell(day, 17, 10);
        long count = counts.begin(drawer.company(), drawer.id(), false, drawer.keeper());
        counts.enter(drawer.company(), count, pieces, drawer.keeper());
        counts.close(drawer.company(), count, drawer.keeper());
    }
}
