package tidemark.app.returned;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.approval.Approvals;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.deposit.BankedReceipts;
import tidemark.app.ledger.Chart;
import tidemark.app.ledger.ItemTerms;
import tidemark.app.ledger.Ledger;
import tidemark.app.ledger.Reversals;
import tidemark.app.linebooking.AccountBooks;
import tidemark.app.linebooking.AccountBooksReader;
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
import tidemark.core.problem.RuleViolation;
import tidemark.core.problem.Words;
import tidemark.core.returned.ReturnBooking;
import tidemark.core.returned.ReturnReason;
import tidemark.core.returned.ReturnedState;

/** Books what came back, with the fees that go with it, and undoes it. */
@Service
public class ReturnedItems {
    private static final int MOST = 20;

    private final ReturnedItemRepository items;
    private final ReturnOriginals originals;
    private final ReturnedSetUp setUp;
    private final BankedReceipts banked;
    private final OpenItems openItems;
    private final Parties parties;
    private final Chart chart;
    private final Ledger ledger;
    private final Reversals reversals;
    private final Matches matches;
    private final Approvals approvals;
    private final AccountBooksReader books;
    private final BankAccounts bankAccounts;
    private final Companies companies;
    private final ActivityLog activity;
    private final JdbcTemplate jdbc;
    private final Clock clock;

    ReturnedItems(
            ReturnedItemRepository items,
            ReturnOriginals originals,
            ReturnedSetUp setUp,
            BankedReceipts banked,
            OpenItems openItems,
            Parties parties,
            Chart chart,
            Ledger ledger,
            Reversals reversals,
            Matches matches,
            Approvals approvals,
            AccountBooksReader books,
            BankAccounts bankAccounts,
            Companies companies,
            ActivityLog activity,
            JdbcTemplate jdbc,
            Clock clock) {
        this.items = items;
        this.originals = originals;
        this.setUp = setUp;
        this.banked = banked;
        this.openItems = openItems;
        this.parties = parties;
        this.chart = chart;
        this.ledger = ledger;
        this.reversals = reversals;
        this.matches = matches;
        this.approvals = approvals;
        this.books = books;
        this.bankAccounts = bankAccounts;
        this.companies = companies;
        this.activity = activity;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** One of them: a receipt that was taken to the bank, or the entry of money that reached it by itself. */
    public record Original(
            @Nullable Long receiptId, @Nullable Long entryId) {}

    /**
     * What came back, all in one step.
     *
     * @param lineId the bank's line; absent before it is there
     * @param bankAccountId whose line it is; absent for the one of the line, or the one it was banked on
     * @param date absent for the line's
     * @param bankFee what the bank took for all of them; empty for nothing
     * @param feeLineId the line of the fee, where it is one of its own
     * @param ourFee what each customer among them is charged, gross; empty for nothing
     * @param reason a code of {@link ReturnReason}; empty for none
     */
    public record CameBack(
            @Nullable Long lineId,
            @Nullable Long bankAccountId,
            @Nullable LocalDate date,
            @NotEmpty @Size(max = MOST) List<@NotNull @Valid Original> originals,
            @NotNull @Size(max = 40) String bankFee,
            @Nullable Long feeLineId,
            @NotNull @Size(max = 40) String ourFee,
            @NotNull @Size(max = 20) String reason,
            @NotNull @Size(max = 200) String reasonText,
            @NotNull @Size(max = 400) String note) {}

    /** @param itemIds of what was made, in the order it was asked for */
    public record Made(List<Long> itemIds, Ledger.Booked booked) {}

    /** What is known of a step before it is booked. */
    private record Step(
            Company company,
            BankAccount account,
            AccountBooks own,
            LocalDate date,
            List<ReturnOriginals.Banked> of,
            long bankFee,
            boolean feeInLine,
            LocalDate feeDate,
            ReturnedItem.Why why) {
        CurrencyUnit currency() {
            return account.currency();
        }
    }

    @Transactional
    public Made book(long companyId, CameBack request, String who) {
        Step step = prepared(companyId, request);
        long ourFee = ReturnedSetUp.amount(request.ourFee(), step.company(), "ourFee");
        Ledger.Booked booked = Ledger.Booked.nothing();
        List<Long> cash = new ArrayList<>();
        List<Long> entries = new ArrayList<>();
        List<List<Long>> ended = new ArrayList<>();
        for (ReturnOriginals.Banked of : step.of()) {
            List<Long> taken = new ArrayList<>(List.of(of.entryId()));
            taken.addAll(openItems.laterDiscounts(of.entryId()));
            long entry = item(step, of, booked, cash, who);
            OpenItems.CameBack back = openItems.takeBack(companyId, taken, entry, step.date(), who);
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
            keep(item, ended.get(i), step, who);
            made.add(item.id());
        }
        match(companyId, request, step, cash, feeEntry, who);
        return new Made(made, booked);
    }

    private void keep(ReturnedItem item, List<Long> ended, Step step, String who) {
        jdbc.batchUpdate(
                "insert into returned_settlement (returned_item_id, settlement_id) values (?, ?)",
                ended.stream().map(s -> new Object[] {item.id(), s}).toList());
        Long receipt = item.receiptId();
        if (receipt != null) {
            banked.comeBack(item.companyId(), receipt);
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

    private Step prepared(long companyId, CameBack request) {
        Set<Original> distinct = new LinkedHashSet<>(request.originals());
        if (distinct.size() < request.originals().size()) {
            throw new RuleViolation(
                    "returned.twice",
                    "originals",
                    say("returned.twice.found"),
                    say("returned.twice.expected"),
                    say("returned.twice.remedy"));
        }
        ReturnOriginals.OpenLine open = request.lineId() == null
                ? null
                : originals
                        .line(companyId, request.lineId())
                        .orElseThrow(() -> new RuleViolation(
                                "returned.line",
                                "lineId",
                                say("returned.line.found"),
                                say("returned.line.expected"),
                                say("returned.line.remedy")));
        // read once to know what is to be locked, and again once it is
        List<ReturnOriginals.Banked> seen = banked(companyId, request);
        long accountId = open != null
                ? open.account().id()
                : request.bankAccountId() != null
                        ? request.bankAccountId()
                        : seen.getFirst().bankAccountId();
        BankAccount unlocked = bankAccounts.get(companyId, accountId);
        Set<Long> touched = new HashSet<>(unlocked.settings().purposes().values());
        touched.add(unlocked.ledgerAccountId());
        seen.forEach(b -> ledger.linesOf(List.of(b.entryId())).forEach(l -> touched.add(l.ledgerAccountId())));
        BankAccount account = bankAccounts.lockWith(companyId, accountId, touched);
        Company company = bankAccounts.lockJournal(companyId);
        List<ReturnOriginals.Banked> of = banked(companyId, request);
        for (ReturnOriginals.Banked b : of) {
            checkMay(companyId, account, b);
        }
        LocalDate date = open != null
                ? open.line().bookingDate()
                : request.date() == null ? companies.today(companyId) : request.date();
        LocalDate today = companies.today(companyId);
        if (date.isAfter(today)) {
            throw new RuleViolation(
                    "returned.future",
                    "date",
                    Words.day(date),
                    say("returned.future.expected", Words.day(today)),
                    say("returned.early.remedy"));
        }
        of.stream().filter(b -> b.bankedOn().isAfter(date)).findFirst().ifPresent(b -> {
            throw new RuleViolation(
                    "returned.early",
                    "date",
                    Words.day(date),
                    say("returned.early.expected", Words.day(b.bankedOn())),
                    say("returned.early.remedy"));
        });
        long fee = request.bankFee().isBlank()
                ? 0
                : company.amountStyle().minorUnits(request.bankFee(), account.currency(), "bankFee");
        ReturnOriginals.OpenLine feeLine = request.feeLineId() == null
                ? null
                : originals
                        .line(companyId, request.feeLineId())
                        .filter(l -> l.account().id() == account.id())
                        .orElseThrow(() -> new RuleViolation(
                                "returned.line",
                                "feeLineId",
                                say("returned.line.found"),
                                say("returned.line.expected"),
                                say("returned.line.remedy")));
        boolean inLine = checkSums(account.currency(), open, feeLine, of, fee);
        return new Step(
                company,
                account,
                books.of(account),
                date,
                of,
                fee,
                inLine,
                feeLine == null ? date : feeLine.line().bookingDate(),
                why(request));
    }

    private List<ReturnOriginals.Banked> banked(long companyId, CameBack request) {
        return request.originals().stream()
                .map(o -> originals.get(companyId, o.receiptId(), o.entryId()))
                .toList();
    }

    private void checkMay(long companyId, BankAccount account, ReturnOriginals.Banked b) {
        items.standing(b.entryId()).ifPresent(i -> {
            throw new RuleViolation(
                            "returned.already",
                            "originals",
                            say("returned.already.found", i.title(), Words.day(i.returnedOn())),
                            say("returned.already.expected"),
                            say("returned.already.remedy"))
                    .with("itemId", i.id());
        });
        CurrencyUnit currency = bankAccounts.get(companyId, b.bankAccountId()).currency();
        if (!currency.equals(account.currency())) {
            throw new RuleViolation(
                    "returned.currency",
                    "originals",
                    currency.getCode(),
                    say("returned.currency.expected", account.currency().getCode(), account.name()),
                    say("returned.currency.remedy"));
        }
    }

    /** Whether the bank's fee is in the line of the items. */
    private static boolean checkSums(
            CurrencyUnit currency,
            ReturnOriginals.@Nullable OpenLine open,
            ReturnOriginals.@Nullable OpenLine feeLine,
            List<ReturnOriginals.Banked> of,
            long fee) {
        if (fee < 0) {
            throw new RuleViolation(
                    "returned.amount",
                    "bankFee",
                    MinorUnits.grouped(fee, currency),
                    say("returned.fee.expected"),
                    say("returned.fee.remedy"));
        }
        if (feeLine != null && -feeLine.line().minorUnits() != fee) {
            throw new RuleViolation(
                    "returned.feeLine",
                    "bankFee",
                    MinorUnits.grouped(fee, currency),
                    say(
                            "returned.feeLine.expected",
                            MinorUnits.grouped(-feeLine.line().minorUnits(), currency)),
                    say("returned.feeLine.remedy"));
        }
        if (open == null) {
            return false;
        }
        long sum = 0;
        for (ReturnOriginals.Banked b : of) {
            sum = Math.addExact(sum, b.minorUnits());
        }
        long line = Math.negateExact(open.line().minorUnits());
        if (line == sum) {
            return false;
        }
        if (feeLine == null && line == sum + fee) {
            return true;
        }
        throw new RuleViolation(
                "returned.sum",
                "originals",
                feeLine == null && fee > 0
                        ? say(
                                "returned.sum.foundWithFee",
                                MinorUnits.grouped(sum, currency),
                                MinorUnits.grouped(fee, currency))
                        : MinorUnits.grouped(sum, currency),
                say("returned.sum.expected", MinorUnits.grouped(line, currency)),
                line > sum && line - sum <= ReturnOriginals.mostFee(currency)
                        ? say("returned.sum.remedyFee", MinorUnits.grouped(line - sum, currency))
                        : say("returned.sum.remedy"));
    }

    private static ReturnedItem.Why why(CameBack request) {
        return new ReturnedItem.Why(
                reason(request.reason()),
                request.reasonText().strip(),
                request.note().strip());
    }

    static @Nullable ReturnReason reason(String code) {
        if (code.isBlank()) {
            return null;
        }
        return ReturnReason.find(code.strip())
                .orElseThrow(() -> new RuleViolation(
                        "returned.reason",
                        "reason",
                        say("returned.reason.found", code),
                        say("returned.reason.expected"),
                        say("returned.reason.remedy")));
    }

    private static String reference(String number) {
        return number.length() > 200 ? number.substring(0, 200) : number;
    }

    private Ledger.Booked post(Step step, JournalEntry entry, String title, String who) {
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

    private long item(Step step, ReturnOriginals.Banked of, Ledger.Booked booked, List<Long> cash, String who) {
        long companyId = step.company().id();
        String text = say("returned.text", of.number(), of.payer());
        BankLineBooking.Movement out =
                step.own().movement(step.date(), -of.minorUnits(), reference(of.number()), of.payer(), text);
        JournalEntry entry = ReturnBooking.item(
                out,
                step.own().cashCode(),
                ledger.asBooked(companyId, of.entryId()),
                ledger.account(companyId, of.moneyAccountId()).code(),
                openItems.laterDiscounts(of.entryId()).stream()
                        .map(id -> ledger.asBooked(companyId, id))
                        .toList(),
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

    private long bankFee(Step step, Ledger.Booked booked, String who) {
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
    private @Nullable Long ourFee(Step step, ReturnOriginals.Banked of, long gross, Ledger.Booked booked, String who) {
        Long partyId = of.partyId();
        Party party = partyId == null ? null : parties.get(step.company().id(), partyId);
        if (party == null || party.control() != Control.RECEIVABLES) {
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
            long companyId, CameBack request, Step step, List<Long> cash, @Nullable Long feeEntry, String who) {
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

    ReturnedItem get(long companyId, long id) {
        return items.findByIdAndCompanyId(id, companyId).orElseThrow(() -> new NotFound(say("returned.item")));
    }

    /** Locks all that an item may be booked on, then reads it. */
    ReturnedItem locked(long companyId, long id, Set<Long> moreAccounts) {
        List<Long> entries = jdbc.queryForList(
                "select x.id from journal_entry x join returned_item i on x.id in (i.entry_id, i.fee_entry_id,"
                        + " i.our_fee_entry_id, i.again_entry_id, i.write_off_entry_id, i.original_entry_id)"
                        + " where i.step = (select step from returned_item where id = ? and company_id = ?)",
                Long.class,
                id,
                companyId);
        if (entries.isEmpty()) {
            throw new NotFound(say("returned.item"));
        }
        Set<Long> accounts = new HashSet<>(moreAccounts);
        ledger.linesOf(entries).forEach(l -> accounts.add(l.ledgerAccountId()));
        bankAccounts.lockByLedgerAccounts(companyId, accounts);
        bankAccounts.lockJournal(companyId);
        return get(companyId, id);
    }

    /** The form of a write-off that waits, read without the item itself. */
    @Nullable
    String asked(long companyId, long id) {
        return jdbc
                .query(
                        "select write_off_asked from returned_item where id = ? and company_id = ?",
                        (row, i) -> java.util.Optional.ofNullable(row.getString(1)),
                        id,
                        companyId)
                .stream()
                .findFirst()
                .flatMap(o -> o)
                .orElse(null);
    }

    /** The settlements that ended with an item. */
    List<Long> ended(long itemId) {
        return jdbc.queryForList(
                "select settlement_id from returned_settlement where returned_item_id = ? order by settlement_id",
                Long.class,
                itemId);
    }

    /**
     * It did not come back after all: everything of its step is reversed on a day, and what was settled stands again. Its
     * match with the bank's line is undone first.
     */
    @Transactional
    public Ledger.Booked undo(long companyId, long id, LocalDate date, String who) {
        ReturnedItem first = locked(companyId, id, Set.of());
        List<ReturnedItem> step = items.ofStep(companyId, first.step()).stream()
                .filter(i -> i.state() != ReturnedState.UNDONE)
                .toList();
        first.check(ReturnedState.Move.UNDO);
        step.forEach(i -> i.check(ReturnedState.Move.UNDO));
        Set<Long> entries = new LinkedHashSet<>();
        for (ReturnedItem item : step) {
            if (item.ourFeeEntryId() != null) {
                entries.add(item.ourFeeEntryId());
            }
            if (item.feeEntryId() != null) {
                entries.add(item.feeEntryId());
            }
        }
        step.forEach(i -> entries.add(i.entryId()));
        unmatch(companyId, entries, who);
        // read anew: undoing a match lets go of what was read
        List<Long> ids = step.stream().map(ReturnedItem::id).toList();
        for (long each : ids) {
            ReturnedItem item = get(companyId, each);
            withdraw(item, who);
            item.move(ReturnedState.Move.UNDO);
        }
        items.flush();
        Ledger.Booked booked = Ledger.Booked.nothing();
        for (long entry : entries) {
            booked.add(reversed(companyId, entry, date, who));
        }
        for (long itemId : ids) {
            ReturnedItem item = get(companyId, itemId);
            booked.items().addAll(openItems.standAgain(companyId, ended(itemId), date, who));
            if (item.receiptId() != null) {
                banked.stand(companyId, item.receiptId());
            }
            activity.record(
                    companyId,
                    who,
                    "returned.undone",
                    "returned_item",
                    itemId,
                    say("returned.undone.undid", item.title()));
        }
        return booked;
    }

    /** A write-off that waits for a second person is none any more. */
    void withdraw(ReturnedItem item, String who) {
        if (item.writeOffAsked() != null) {
            approvals.changed(
                    item.companyId(), WriteOffApproval.KIND, item.id(), who, say("returned.decidedOtherwise"));
            item.askWriteOff(null);
        }
    }

    /** The entry reversed, on that day or its own where that is later. */
    Ledger.Booked reversed(long companyId, long entry, LocalDate date, String who) {
        LocalDate booking = ledger.entry(companyId, entry).entryDate();
        return reversals.reverseAtSource(companyId, entry, date.isBefore(booking) ? booking : date, who);
    }

    private record Matched(long account, long match) {}

    private void unmatch(long companyId, Set<Long> entries, String who) {
        Set<Matched> matched = new LinkedHashSet<>();
        for (long entry : entries) {
            matched.addAll(jdbc.query(
                    "select bank_account_id, item_match_id from cash_entry where journal_entry_id = ?"
                            + " and item_match_id is not null",
                    (row, i) -> new Matched(row.getLong(1), row.getLong(2)),
                    entry));
        }
        matched.forEach(m -> matches.undo(companyId, m.account(), m.match(), who));
    }

    /** Puts its reason and note right; nothing is booked. */
    @Transactional
    public void explain(long companyId, long id, String reason, String reasonText, String note, String who) {
        ReturnedItem item = locked(companyId, id, Set.of());
        item.why(new ReturnedItem.Why(reason(reason), reasonText.strip(), note.strip()));
        activity.record(
                companyId,
                who,
                "returned.explained",
                "returned_item",
                id,
                say("returned.explained.because", item.title(), Objects.requireNonNullElse(item.reasonWords(), "")));
    }
}
