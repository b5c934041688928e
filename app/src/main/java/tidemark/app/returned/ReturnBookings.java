package tidemark.app.returned;

import static tidemark.core.words.Catalogue.say;

import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.activity.ActivityLog;
import tidemark.app.collection.CollectedMoney;
import tidemark.app.deposit.BankedReceipts;
import tidemark.app.ledger.Chart;
import tidemark.app.ledger.ItemTerms;
import tidemark.app.ledger.Ledger;
import tidemark.app.matching.Matches;
import tidemark.app.party.OpenItems;
import tidemark.app.party.Parties;
import tidemark.app.party.Party;
import tidemark.core.ledger.BankLineBooking;
import tidemark.core.ledger.Control;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.Purpose;
import tidemark.core.ledger.TaxedLine;
import tidemark.core.money.MinorUnits;
import tidemark.core.party.OpenItem;
import tidemark.core.returned.ReturnBooking;

/** Books what came back with the fees that go with it, and matches them, in one step. */
@Service
public class ReturnBookings {
    private final ReturnSteps steps;
    private final ReturnedItemRepository items;
    private final ReturnedSetUp setUp;
    private final BankedReceipts banked;
    private final CollectedMoney collected;
    private final OpenItems openItems;
    private final Parties parties;
    private final Chart chart;
    private final Ledger ledger;
    private final Matches matches;
    private final ActivityLog activity;
    private final JdbcTemplate jdbc;
    private final Clock clock;

    ReturnBookings(
            ReturnSteps steps,
            ReturnedItemRepository items,
            ReturnedSetUp setUp,
            BankedReceipts banked,
            CollectedMoney collected,
            OpenItems openItems,
            Parties parties,
            Chart chart,
            Ledger ledger,
            Matches matches,
            ActivityLog activity,
            JdbcTemplate jdbc,
            Clock clock) {
        this.steps = steps;
        this.items = items;
        this.setUp = setUp;
        this.banked = banked;
        this.collected = collected;
        this.openItems = openItems;
        this.parties = parties;
        this.chart = chart;
        this.ledger = ledger;
        this.matches = matches;
        this.activity = activity;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** @param itemIds of what was made, in the order it was asked for */
    public record Made(List<Long> itemIds, Ledger.Booked booked) {}

    @Transactional
    public Made book(long companyId, ReturnSteps.CameBack request, String who) {
        ReturnSteps.Step step = steps.prepared(companyId, request);
        long ourFee = ReturnedSetUp.amount(request.ourFee(), step.company(), "ourFee");
        Ledger.Booked booked = Ledger.Booked.nothing();
        List<Long> cash = new ArrayList<>();
        List<Long> entries = new ArrayList<>();
        List<List<Long>> ended = new ArrayList<>();
        for (ReturnOriginals.Banked of : step.of()) {
            List<Long> taken = new ArrayList<>(List.of(of.entryId()));
            taken.addAll(discounts(of));
            long entry = item(step, of, booked, cash, who);
            OpenItems.CameBack back = openItems.takeBack(
                    companyId, taken, of.collectionId() == null ? null : of.partyId(), entry, step.date(), who);
            booked.items().addAll(back.changes());
            entries.add(entry);
            ended.add(back.ended());
        }
        Long feeEntry = step.bankFee() == 0 ? null : bankFee(step, booked, who);
        List<Long> made = new ArrayList<>();
        for (int i = 0; i < entries.size(); i++) {
            ReturnOriginals.Banked of = step.of().get(i);
            Long owed = ourFee == 0 ? null : ourFee(step, of, ourFee, booked, who);
            ReturnedItem item = items.saveAndFlush(new ReturnedItem(
                    of,
                    step.account().id(),
                    step.date(),
                    step.why(),
                    new ReturnedItem.Entries(entries.get(i), entries.getFirst(), feeEntry, owed),
                    new ReturnedItem.Fees(share(step.bankFee(), entries.size(), i), owed == null ? 0 : ourFee),
                    who,
                    clock.instant()));
            item.fromCredit(step.netted());
            keep(items.saveAndFlush(item), ended.get(i), step, who);
            made.add(item.id());
        }
        match(companyId, request, step, cash, feeEntry, who);
        return new Made(made, booked);
    }

    private void keep(ReturnedItem item, List<Long> ended, ReturnSteps.Step step, String who) {
        jdbc.batchUpdate(
                "insert into returned_settlement (returned_item_id, settlement_id) values (?, ?)",
                ended.stream().map(s -> new Object[] {item.id(), s}).toList());
        Long receipt = item.receiptId();
        if (receipt != null) {
            banked.comeBack(item.companyId(), receipt);
        }
        Long collection = item.collectionId();
        if (collection != null) {
            collected.comeBack(
                    item.companyId(),
                    collection,
                    item.reason() == null ? "" : item.reason().name(),
                    item.reasonWords(),
                    item.returnedOn(),
                    item.netted(),
                    who);
        }
        activity.record(
                item.companyId(),
                who,
                "returned.booked",
                "returned_item",
                item.id(),
                say("returned.booked.cameBack", item.title(), MinorUnits.grouped(item.minorUnits(), step.currency())));
    }

    /** As equal shares as there can be, the first bearing what is over. */
    private static long share(long fee, int count, int place) {
        return fee / count + (place < fee % count ? 1 : 0);
    }

    /** Entries of discounts that were granted later with what came back; a run's are in its entry. */
    private List<Long> discounts(ReturnOriginals.Banked of) {
        return of.collectionId() == null ? openItems.laterDiscounts(of.entryId()) : List.of();
    }

    private static String reference(String number) {
        return number.length() > 200 ? number.substring(0, 200) : number;
    }

    private Ledger.Booked post(ReturnSteps.Step step, JournalEntry entry, String title, String who) {
        return ledger.book(
                step.company().id(),
                List.of(new Ledger.Posting(
                        entry,
                        "",
                        "",
                        null,
                        new ItemTerms(ItemTerms.Kind.OTHER, "", title, entry.date(), OpenItem.Discount.NONE))),
                ReturnedDocuments.RETURNED,
                null,
                who);
    }

    private long item(
            ReturnSteps.Step step, ReturnOriginals.Banked of, Ledger.Booked booked, List<Long> cash, String who) {
        long companyId = step.company().id();
        String text = say("returned.text", of.number(), of.payer());
        BankLineBooking.Movement out =
                step.own().movement(step.date(), -of.minorUnits(), reference(of.number()), of.payer(), text);
        JournalEntry entry = ReturnBooking.item(
                out,
                step.netted()
                        ? ledger.account(companyId, of.moneyAccountId()).code()
                        : step.own().cashCode(),
                of.collectionId() == null
                        ? ledger.asBooked(companyId, of.entryId())
                        : collected.asBooked(companyId, of.collectionId()),
                ledger.account(companyId, of.moneyAccountId()).code(),
                discounts(of).stream().map(id -> ledger.asBooked(companyId, id)).toList(),
                out.rate().isEmpty()
                        ? new ReturnBooking.Exchange("", "")
                        : new ReturnBooking.Exchange(
                                chart.accountCodeFor(companyId, null, Purpose.EXCHANGE_GAIN),
                                chart.accountCodeFor(companyId, null, Purpose.EXCHANGE_LOSS)));
        Ledger.Booked made = post(step, entry, say("returned.itemTitle", of.number()), who);
        made.cashEntries().forEach(c -> cash.add(c.id()));
        booked.add(made);
        return made.entries().getFirst().id();
    }

    private long bankFee(ReturnSteps.Step step, Ledger.Booked booked, String who) {
        String text = step.of().size() == 1
                ? say(
                        "returned.bankFeeText",
                        step.of().getFirst().number(),
                        step.of().getFirst().payer())
                : say("returned.bankFeeTextMany", step.of().size());
        Ledger.Booked made = post(
                step,
                ReturnBooking.bankFee(
                        step.own()
                                .movement(
                                        step.feeDate(),
                                        -step.bankFee(),
                                        reference(step.of().getFirst().number()),
                                        "",
                                        text),
                        step.own().cashCode(),
                        step.own().codeFor(Purpose.RETURNED_CHARGES)),
                "",
                who);
        booked.add(made);
        return made.entries().getFirst().id();
    }

    /** What a customer owes for it beside; nothing of anybody else, or where the customer is not charged. */
    private @Nullable Long ourFee(
            ReturnSteps.Step step, ReturnOriginals.Banked of, long gross, Ledger.Booked booked, String who) {
        Long partyId = of.partyId();
        Party party = partyId == null ? null : parties.get(step.company().id(), partyId);
        if (party == null || party.control() != Control.RECEIVABLES || !setUp.charges(party.id())) {
            return null;
        }
        long companyId = step.company().id();
        String text = say("returned.ourFeeText", of.number());
        Ledger.Booked made = post(
                step,
                ReturnBooking.ourFee(
                        new ReturnBooking.Terms(
                                step.date(), step.company().baseCurrency(), reference(of.number()), text),
                        party.partyId(),
                        party.name(),
                        chart.accountCodeFor(companyId, null, Purpose.RECEIVABLES),
                        new TaxedLine(
                                step.own().codeFor(Purpose.RETURNED_FEE_INCOME),
                                gross,
                                setUp.settings(companyId).ourFeeTax(),
                                "",
                                text),
                        ledger.taxes(companyId).on(step.date())),
                text,
                who);
        booked.add(made);
        return made.entries().getFirst().id();
    }

    private void match(
            long companyId,
            ReturnSteps.CameBack request,
            ReturnSteps.Step step,
            List<Long> cash,
            @Nullable Long feeEntry,
            String who) {
        List<Long> fees = feeEntry == null
                ? List.of()
                : jdbc.queryForList("select id from cash_entry where journal_entry_id = ?", Long.class, feeEntry);
        if (request.lineId() != null) {
            List<Long> members = new ArrayList<>(cash);
            if (step.feeInLine()) {
                members.addAll(fees);
            }
            matches.match(companyId, step.account().id(), List.of(request.lineId()), members, who);
        }
        if (request.feeLineId() != null) {
            matches.match(companyId, step.account().id(), List.of(request.feeLineId()), fees, who);
        }
    }
}
