package tidemark.app.demo;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tidemark.app.card.CardBatches;
import tidemark.app.card.CardProcessors;
import tidemark.app.card.CardSlips;
import tidemark.app.company.NumberCounters;
import tidemark.app.company.NumberSeries;
import tidemark.app.deposit.DepositSlips;
import tidemark.app.deposit.SlipBankings;
import tidemark.app.deposit.Slips;
import tidemark.app.ledger.GrossLine;
import tidemark.app.ledger.Ledger;
import tidemark.app.party.Allocations;
import tidemark.app.party.Receipts;
import tidemark.app.party.Tenders;
import tidemark.core.deposit.CashPieces;
import tidemark.core.money.MinorUnits;
import tidemark.core.receipt.Tender;

/** Receives, counts and banks at the demo's desk. */
@Component
class DemoDeposits {
    private static final CurrencyUnit USD = CurrencyUnit.USD;
    private static final String MAREN = "Maren Oduya";
    private static final LocalDate TODAY = LocalDate.of(2026, 7, 2);

    private final Receipts receipts;
    private final DepositSlips slips;
    private final SlipBankings bankings;
    private final CardBatches cards;
    private final CardSlips cardSlips;
    private final CardProcessors processors;
    private final Tenders tenders;
    private final NumberCounters numbers;
    private final Map<String, List<Long>> bySlip = new HashMap<>();

    DemoDeposits(
            Receipts receipts,
            DepositSlips slips,
            SlipBankings bankings,
            CardBatches cards,
            CardSlips cardSlips,
            CardProcessors processors,
            Tenders tenders,
            NumberCounters numbers) {
        this.cards = cards;
        this.cardSlips = cardSlips;
        this.processors = processors;
        this.tenders = tenders;
        this.receipts = receipts;
        this.slips = slips;
        this.bankings = bankings;
        this.numbers = numbers;
    }

    private static String decimal(long cents) {
        return MinorUnits.toDecimal(cents, USD);
    }

    /** @param slip the key of the slip it goes on; empty for what stays in hand */
    void receive(DemoLedger.Place place, String slip, DemoBusiness.DeskReceipt r, List<Allocations.ItemPart> items) {
        Long party = place.names().customers().get(r.payer());
        long id = receive(
                place,
                new Receipts.NewReceipt(
                        party,
                        r.payer(),
                        r.date(),
                        "",
                        decimal(r.cents()),
                        r.number(),
                        r.tender() == Tender.CASH
                                ? "Takings of " + r.date().getDayOfMonth() + " " + month(r.date())
                                : "",
                        place.names().sites().get("Dock office"),
                        items,
                        party == null ? List.of(lineFor(r)) : List.of(),
                        true,
                        r.tender(),
                        null,
                        null));
        if (!slip.isEmpty()) {
            bySlip.computeIfAbsent(slip, k -> new ArrayList<>()).add(id);
        }
    }

    private static GrossLine lineFor(DemoBusiness.DeskReceipt r) {
        return r.tender() == Tender.CASH
                ? new GrossLine("4030", decimal(r.cents()), "", "SHOP", "Takings of the tills")
                : new GrossLine("4050", decimal(r.cents()), "", "DOCK", "Berth for a visitor");
    }

    private static String month(LocalDate date) {
        return date.getMonth().getDisplayName(java.time.format.TextStyle.SHORT, java.util.Locale.ENGLISH);
    }

    private long receive(DemoLedger.Place place, Receipts.NewReceipt receipt) {
        Ledger.Booked booked = receipts.book(place.companyId(), receipt, MAREN).booked();
        return booked.entries().isEmpty()
                ? 0
                : slips.receiptOf(booked.entries().getFirst().id());
    }

    /** The slip of a booking of the story, counted as it should be. */
    Ledger.Booked bank(DemoLedger.Place place, Story.Booking b, List<DemoBusiness.DeskReceipt> on) {
        long slip = open(place, b.reference(), b.date(), "");
        slips.change(place.companyId(), slip, Objects.requireNonNull(bySlip.get(b.key())), List.of(), MAREN);
        long cash = on.stream()
                .filter(r -> r.tender() == Tender.CASH)
                .mapToLong(DemoBusiness.DeskReceipt::cents)
                .sum();
        slips.count(
                place.companyId(),
                slip,
                new DepositSlips.Keyed(
                        null,
                        on.stream()
                                .filter(r -> r.tender() == Tender.CHECK)
                                .map(r -> decimal(r.cents()))
                                .toList(),
                        pieces(cash),
                        null,
                        false),
                MAREN);
        return bankings.bank(place.companyId(), slip, null, Slips.Prepared.NOTHING.on(b.date()), MAREN);
    }

    /** The slip of the batch behind a credit of the card processor. */
    Ledger.Booked bankCards(DemoLedger.Place place, Story.Booking b) {
        long processor = processor(place);
        long fee = DemoBusiness.cardFee(b);
        List<Long> batch = cards.add(
                place.companyId(),
                processor,
                List.of(cards.entered(
                        place.companyId(),
                        processor,
                        place.names().sites().get("Dock office"),
                        b.date().minusDays(1),
                        "H-" + b.date().minusDays(1).toString().substring(5).replace("-", ""),
                        new CardBatches.Parts(b.cents() + fee, 0, 0, 0, fee))),
                MAREN);
        long slip = cardSlips.slip(place.companyId(), batch, MAREN);
        return bankings.bankAsPrepared(place.companyId(), slip, b.date(), MAREN);
    }

    private long processor(DemoLedger.Place place) {
        return processors.list(place.companyId()).stream()
                .findFirst()
                .map(p -> Objects.requireNonNull(p.id()))
                .orElseGet(() -> processors.keep(
                        place.companyId(),
                        new CardProcessors.ProcessorRow(
                                null,
                                "Halyard Pay",
                                true,
                                Objects.requireNonNull(place.accounts().get(Story.OPERATING))
                                        .id(),
                                "halyard pay",
                                2,
                                "2.5",
                                "6810",
                                "4040",
                                "4040",
                                "1400",
                                "1210"),
                        MAREN));
    }

    /** June's mishaps at the desk: a slip that the bank never credited, a day of which the processor paid nothing. */
    void mishaps(DemoLedger.Place place) {
        long redfern = check(place, "Workshop", "Redfern Yachts", "4469", LocalDate.of(2026, 6, 10), 31_250L, null);
        long hollis = check(place, "Workshop", "Hollis Ferries", "20377", LocalDate.of(2026, 6, 10), 17_025L, null);
        long slip = open(place, "D-189W", LocalDate.of(2026, 6, 11), "B-0611");
        slips.change(place.companyId(), slip, List.of(redfern, hollis), List.of(), MAREN);
        slips.count(
                place.companyId(),
                slip,
                new DepositSlips.Keyed(null, List.of("312.50", "170.25"), Map.of(), null, false),
                MAREN);
        bankings.bank(place.companyId(), slip, null, Slips.Prepared.NOTHING.on(LocalDate.of(2026, 6, 11)), MAREN);
        long processor = processor(place);
        cards.add(
                place.companyId(),
                processor,
                List.of(cards.entered(
                        place.companyId(),
                        processor,
                        place.names().sites().get("Workshop"),
                        LocalDate.of(2026, 6, 17),
                        "H-0617",
                        new CardBatches.Parts(86_450, 2_500, 0, 0, 2_161))),
                MAREN);
        Tenders.MoneyIn settings = tenders.get(place.companyId());
        tenders.keep(
                place.companyId(),
                new Tenders.MoneyIn(
                        settings.version(),
                        true,
                        false,
                        List.of(new Tenders.CashLimit(
                                Objects.requireNonNull(place.names().sites().get("Dock office")), "1500.00")),
                        settings.tenders()),
                MAREN);
    }

    private long open(DemoLedger.Place place, String number, LocalDate date, String bag) {
        return slips.open(
                        place.companyId(),
                        Objects.requireNonNull(place.accounts().get(Story.OPERATING))
                                .id(),
                        place.names().sites().get("Dock office"),
                        number,
                        date,
                        bag,
                        "",
                        MAREN)
                .id();
    }

    /** As few pieces as come to it. */
    private static Map<String, Integer> pieces(long cents) {
        Map<String, Integer> out = new TreeMap<>();
        long left = cents;
        for (long piece : CashPieces.inUse(USD)) {
            if (piece != 200 && left >= piece) {
                out.put(decimal(piece), Math.toIntExact(left / piece));
                left %= piece;
            }
        }
        return out;
    }

    /** What lies on the desk on the morning of 2 July: a slip half done, with a check keyed wrong, and what is in hand. */
    void morning(DemoLedger.Place place) {
        List<NumberSeries> series = numbers.series(place.companyId());
        numbers.keep(
                place.companyId(),
                new NumberCounters.Request(
                        series.stream()
                                .filter(s -> s.kind().equals("DEPOSIT_SLIP"))
                                .findFirst()
                                .orElseThrow()
                                .id(),
                        null,
                        null,
                        "D-",
                        192,
                        3,
                        false),
                MAREN);
        // received in June and never put on a slip
        check(place, "Workshop", "Redfern Yachts", "4471", LocalDate.of(2026, 6, 5), 21_875L, null);
        long brightwater = check(place, "Dock office", "Brightwater Tours", "7731", TODAY.minusDays(2), 81_390L, null);
        long hollis = check(place, "Dock office", "Hollis Ferries", "20418", TODAY.minusDays(2), 335_653L, null);
        long halden = check(place, "Dock office", "Halden Brothers", "5582", TODAY.minusDays(1), 50_000L, null);
        long larkspur = check(place, "Dock office", "Larkspur Cruises", "1147", TODAY.minusDays(1), 12_640L, null);
        check(place, "Dock office", "Pell Charter", "3320", TODAY, 120_400L, null);
        check(place, "Workshop", "Svea Marin AB", "90112", TODAY, 64_230L, null);
        check(
                place,
                "Dock office",
                "Gannet Sailing Club",
                "0991",
                TODAY.minusDays(1),
                136_271L,
                LocalDate.of(2026, 7, 10));
        List<Long> tills = new ArrayList<>();
        for (DemoBusiness.DeskReceipt till : List.of(
                new DemoBusiness.DeskReceipt("", TODAY.minusDays(2), Tender.CASH, "Chandlery", "till 1", 91_235L),
                new DemoBusiness.DeskReceipt("", TODAY.minusDays(1), Tender.CASH, "Chandlery", "till 1", 93_871L))) {
            receive(place, "morning", till, List.of());
        }
        tills.addAll(Objects.requireNonNull(bySlip.get("morning")));
        long slip = open(place, "", TODAY, "");
        slips.change(
                place.companyId(),
                slip,
                List.of(brightwater, hollis, halden, larkspur, tills.getFirst(), tills.getLast()),
                List.of(),
                MAREN);
        slips.count(
                place.companyId(),
                slip,
                new DepositSlips.Keyed(
                        null,
                        List.of("813.90", "3356.53", "500.00", "162.40"),
                        Map.of("100.00", 9, "20.00", 41, "10.00", 9, "5.00", 7, "1.00", 6, "0.05", 1, "0.01", 1),
                        null,
                        false),
                MAREN);
    }

    private long check(
            DemoLedger.Place place,
            String site,
            String customer,
            String number,
            LocalDate day,
            long cents,
            @Nullable LocalDate dated) {
        return receive(
                place,
                new Receipts.NewReceipt(
                        Objects.requireNonNull(place.names().customers().get(customer), customer),
                        null,
                        day,
                        "",
                        decimal(cents),
                        number,
                        "",
                        place.names().sites().get(site),
                        List.of(),
                        null,
                        true,
                        Tender.CHECK,
                        dated,
                        null));
    }
}
