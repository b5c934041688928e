package tidemark.app.demo;

import java.time.LocalDate;
import java.time.YearMonth;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;
import tidemark.app.access.Actor;
import tidemark.app.draft.Drafts;
import tidemark.app.ledger.Chart;
import tidemark.app.ledger.ManualEntries;
import tidemark.app.pettycash.DrawerCounts;
import tidemark.app.pettycash.DrawerMonths;
import tidemark.app.pettycash.FundSetUp;
import tidemark.app.pettycash.PettyCashViews;
import tidemark.app.pettycash.Vouchers;
import tidemark.app.pettycash.Vouchers.VoucherKind;
import tidemark.core.ledger.AccountType;
import tidemark.core.ledger.LedgerAccount;

/**
 * Two drawers of petty cash from March to June: what was paid from them, months that are closed, a count that was short, an
 * advance open for too long.
 */
@Component
@ConditionalOnProperty(name = "tidemark.demo", havingValue = "true")
class DemoPettyCash {
    private static final String TOMAS = "Tomas Reyl";
    private static final YearMonth FIRST = YearMonth.of(2026, 3);

    /** What the dock office paid, by month: day, whom and what for, purpose, cost centre and amount. */
    private static final Map<Integer, List<String>> BEFORE = Map.of(
            3,
            List.of(
                    "3 Quayside Hardware, mooring line|Small tools|DOCK|16.40",
                    "12 Harbour Post, parcels to owners|Post|OFFICE|9.80",
                    "24 Kestrel Bakery, spring launch|Meetings|DOCK|14.80"),
            4,
            List.of(
                    "2 Quill Stationers, labels for the berths|Office supplies|OFFICE|12.50",
                    "15 Ferry Kiosk, crossing to the yard|Travel|YARD|18.00",
                    "28 Harbour Post, letters to owners|Post|OFFICE|7.50"),
            5,
            List.of(
                    "6 Quayside Hardware, shackles|Small tools|DOCK|21.00",
                    "19 Kestrel Bakery, berth holders' morning|Meetings|DOCK|20.00"));

    private static final Map<Integer, String> IN_THE_WORKSHOP = Map.of(
            3, "10 Quayside Hardware, sandpaper|Small tools|YARD|11.00",
            4, "22 Timber Wharf Cafe, haul-out crew|Meetings|YARD|15.00",
            5, "13 Quayside Hardware, paint rollers|Small tools|YARD|9.00");

    /** What the dock office was counted to at the end of each. */
    private static final Map<Integer, Map<Long, Integer>> COUNTED = Map.of(
            3, Map.of(5000L, 4, 2000L, 5, 1000L, 4, 500L, 3, 100L, 4),
            4, Map.of(5000L, 4, 2000L, 4, 1000L, 3, 500L, 2, 100L, 1),
            5, Map.of(5000L, 3, 2000L, 5, 1000L, 2, 500L, 2));

    private final Chart chart;
    private final ManualEntries entries;
    private final FundSetUp setUp;
    private final Vouchers vouchers;
    private final DrawerCounts counts;
    private final DrawerMonths months;
    private final PettyCashViews views;
    private final Drafts drafts;
    private final DemoClock clock;
    private final Map<String, Drawer> drawers = new HashMap<>();

    DemoPettyCash(
            Chart chart,
            ManualEntries entries,
            FundSetUp setUp,
            Vouchers vouchers,
            DrawerCounts counts,
            DrawerMonths months,
            PettyCashViews views,
            Drafts drafts,
            DemoClock clock) {
        this.chart = chart;
        this.entries = entries;
        this.setUp = setUp;
        this.vouchers = vouchers;
        this.counts = counts;
        this.months = months;
        this.views = views;
        this.drafts = drafts;
        this.clock = clock;
    }

    /** A drawer with its purposes, by their names. */
    private record Drawer(long company, long id, String keeper, Map<String, Long> purposes) {}

    /** A month before June, once it is over: what was paid, a count, and the month closed by two. */
    void month(DemoLedger.Place place, YearMonth month, Actor second) {
        if (month.isBefore(FIRST)) {
            return;
        }
        if (month.equals(FIRST)) {
            begin(place);
        }
        Drawer dock = Objects.requireNonNull(drawers.get("Dock office"));
        Drawer workshop = Objects.requireNonNull(drawers.get("Workshop"));
        Objects.requireNonNull(BEFORE.get(month.getMonthValue())).forEach(v -> paid(dock, month, v));
        paid(workshop, month, Objects.requireNonNull(IN_THE_WORKSHOP.get(month.getMonthValue())));
        count(dock, month.atEndOfMonth(), Objects.requireNonNull(COUNTED.get(month.getMonthValue())));
        clock.tell(month.atEndOfMonth().plusDays(4), 10, 40);
        months.prepare(dock.company(), dock.id(), month, place.maren());
        months.close(dock.company(), dock.id(), month, second);
    }

    private void begin(DemoLedger.Place place) {
        long company = place.companyId();
        account(company, "1110", "Petty cash, dock office");
        account(company, "1120", "Petty cash, workshop");
        account(company, "1130", "Advances from petty cash");
        drawers.put("Dock office", drawer(place, "Dock office", TOMAS, "1110", "400.00"));
        drawers.put("Workshop", drawer(place, "Workshop", "Ines Halvorsen", "1120", "250.00"));
    }

    /** June, which is open. */
    void tell(DemoLedger.Place place) {
        long company = place.companyId();
        YearMonth june = YearMonth.of(2026, 6);
        Drawer dock = Objects.requireNonNull(drawers.get("Dock office"));
        Drawer workshop = Objects.requireNonNull(drawers.get("Workshop"));
        List.of(
                        "3 Quayside Hardware, padlocks for the gangway|Small tools|DOCK|24.60",
                        "5 Harbour Post, parcels to owners|Post|OFFICE|19.35",
                        "9 Kestrel Bakery, skippers' meeting|Meetings|DOCK|26.10",
                        "12 Quill Stationers, receipt books|Office supplies|OFFICE|31.80",
                        "16 Ferry Kiosk, crossing to the survey|Travel|YARD|18.00")
                .forEach(v -> paid(dock, june, v));
        paid(workshop, june, "4 Quayside Hardware, sanding discs|Small tools|YARD|38.45");
        paid(workshop, june, "11 Timber Wharf Cafe, launch crew|Meetings|YARD|22.70");
        advance(workshop, 12, "L. Sorensen", "parts from the chandler in Ostby", "60.00");
        count(
                dock,
                LocalDate.of(2026, 6, 26),
                Map.of(5000L, 1, 2000L, 3, 1000L, 3, 500L, 3, 100L, 4, 25L, 2, 10L, 1, 5L, 1));
        clock.tell(LocalDate.of(2026, 7, 2), 8, 55);
        paid(dock, june, "29 Harbour Post, season letters|Post|OFFICE|12.75");
        received(dock, LocalDate.of(2026, 6, 30), "A guest, ice and line", "14.00");
        advance(dock, 30, "L. Sorensen", "fuses for the pump", "50.00");
        paid(workshop, june, "30 Quayside Hardware, drill bits|Small tools|YARD|27.90");
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
                null,
                TOMAS);
    }

    private void account(long company, String code, String name) {
        chart.add(company, new LedgerAccount(code, name, AccountType.ASSET, true), TOMAS);
    }

    /** What lay in the drawer before it was kept in the books is its beginning. */
    private Drawer drawer(DemoLedger.Place place, String site, String keeper, String account, String floats) {
        long company = place.companyId();
        LocalDate from = FIRST.atDay(1);
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

    /** @param told day of the month, whom and what for, purpose, cost centre and amount */
    private void paid(Drawer drawer, YearMonth month, String told) {
        String[] parts = told.substring(told.indexOf(' ') + 1).split("\\|", -1);
        String[] who = parts[0].split(", ", 2);
        LocalDate day = month.atDay(Integer.parseInt(told.substring(0, told.indexOf(' '))));
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
                        null,
                        null,
                        null),
                drawer.keeper());
    }

    private void count(Drawer drawer, LocalDate day, Map<Long, Integer> pieces) {
        clock.tell(day, 17, 10);
        long count = counts.begin(drawer.company(), drawer.id(), false, drawer.keeper());
        counts.enter(drawer.company(), count, pieces, true, drawer.keeper());
        counts.close(drawer.company(), count, drawer.keeper());
    }
}
