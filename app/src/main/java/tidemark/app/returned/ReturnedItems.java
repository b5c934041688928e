package tidemark.app.returned;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.approval.Approvals;
import tidemark.app.collection.CollectedMoney;
import tidemark.app.company.BankAccounts;
import tidemark.app.deposit.BankedReceipts;
import tidemark.app.ledger.Ledger;
import tidemark.app.ledger.Reversals;
import tidemark.app.matching.Matches;
import tidemark.app.party.OpenItems;
import tidemark.core.returned.ReturnedState;

/** What came back, as it stands; and undone, where it did not come back after all. */
@Service
public class ReturnedItems {
    private final ReturnedItemRepository items;
    private final BankedReceipts banked;
    private final CollectedMoney collected;
    private final OpenItems openItems;
    private final Ledger ledger;
    private final Reversals reversals;
    private final Matches matches;
    private final Approvals approvals;
    private final BankAccounts bankAccounts;
    private final ActivityLog activity;
    private final JdbcTemplate jdbc;

    ReturnedItems(
            ReturnedItemRepository items,
            BankedReceipts banked,
            CollectedMoney collected,
            OpenItems openItems,
            Ledger ledger,
            Reversals reversals,
            Matches matches,
            Approvals approvals,
            BankAccounts bankAccounts,
            ActivityLog activity,
            JdbcTemplate jdbc) {
        this.items = items;
        this.banked = banked;
        this.collected = collected;
        this.openItems = openItems;
        this.ledger = ledger;
        this.reversals = reversals;
        this.matches = matches;
        this.approvals = approvals;
        this.bankAccounts = bankAccounts;
        this.activity = activity;
        this.jdbc = jdbc;
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
                        (row, i) -> Optional.ofNullable(row.getString(1)),
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
            if (item.collectionId() != null) {
                collected.stand(companyId, item.collectionId());
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
        item.why(new ReturnedItem.Why(ReturnSteps.reason(reason), reasonText.strip(), note.strip()));
        activity.record(
                companyId,
                who,
                "returned.explained",
                "returned_item",
                id,
                say("returned.explained.because", item.title(), Objects.requireNonNullElse(item.reasonWords(), "")));
    }
}
