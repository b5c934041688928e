package tidemark.app.deposit;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;
import tidemark.app.ledger.JournalEntryRow;
import tidemark.app.ledger.PostingListener;
import tidemark.app.party.ReceiptKeeper;
import tidemark.app.party.Receipts;
import tidemark.core.deposit.SlipState;
import tidemark.core.problem.Words;
import tidemark.core.receipt.ReceiptState;
import tools.jackson.databind.json.JsonMapper;

/**
 * Follows what was received onto <em>receipts in hand</em>: a receipt that is reversed is void and must be on no slip; a slip
 * whose cash entry is matched is credited.
 */
@Component
class ReceiptsInHand implements ReceiptKeeper, PostingListener {
    private final ReceiptInHandRepository receipts;
    private final DepositSlipRepository slips;
    private final JdbcTemplate jdbc;
    private final JsonMapper json;

    ReceiptsInHand(ReceiptInHandRepository receipts, DepositSlipRepository slips, JdbcTemplate jdbc, JsonMapper json) {
        this.receipts = receipts;
        this.slips = slips;
        this.jdbc = jdbc;
        this.json = json;
    }

    @Override
    public boolean received(Received receipt) {
        if (receipt.waits()) {
            receipts.save(new ReceiptInHand(receipt, json.writeValueAsString(receipt.form())));
        }
        return receipt.waits();
    }

    @Override
    public Map<Long, String> promised(long companyId, long partyId) {
        Map<Long, String> out = new HashMap<>();
        for (ReceiptInHand receipt :
                receipts.findByCompanyIdAndPartyIdAndState(companyId, partyId, ReceiptState.PROMISED)) {
            json.readValue(receipt.form(), Receipts.NewReceipt.class)
                    .items()
                    .forEach(i -> out.merge(
                            i.itemId(),
                            say("deposit.promisedBy", receipt.number(), Words.day(receipt.paperDate())),
                            (a, b) -> a + "; " + b));
        }
        return out;
    }

    @Override
    public List<ItemChange> reversed(
            long companyId, JournalEntryRow original, JournalEntryRow reversal, LocalDate date, String who) {
        receipts.findByJournalEntryId(original.id())
                .ifPresent(r -> presentedBefore(original.id())
                        .ifPresentOrElse(r::notAgain, () -> r.move(ReceiptState.Move.VOID)));
        slips.ofEntry(companyId, original.id())
                .filter(s -> s.clearingEntryId() != null && s.clearingEntryId() == original.id())
                .ifPresent(s -> s.cleared(null));
        return List.of();
    }

    /** The entry that a receipt had before it was presented again by that one. */
    private Optional<Long> presentedBefore(long entryId) {
        return jdbc
                .queryForList("select before_entry_id from presented_again where entry_id = ?", Long.class, entryId)
                .stream()
                .findFirst();
    }

    @Override
    public void matched(long companyId, MatchedEntries matched) {
        // a slip that is taken apart is matched to its own reversal: nothing came to the bank
        if (atBank(matched)) {
            ofMatch(matched).stream()
                    .filter(s -> s.state() == SlipState.BANKED)
                    .forEach(s -> s.move(SlipState.Move.CREDIT));
        }
    }

    @Override
    public void unmatched(long companyId, MatchedEntries unmatched) {
        ofMatch(unmatched).stream()
                .filter(s -> s.state() == SlipState.CREDITED)
                .forEach(s -> s.move(SlipState.Move.UNDO_CREDIT));
    }

    private boolean atBank(MatchedEntries matched) {
        return !jdbc.queryForList("select id from bank_line where item_match_id = ? limit 1", matched.matchId())
                .isEmpty();
    }

    private Collection<DepositSlip> ofMatch(MatchedEntries entries) {
        List<Long> ids = entries.entries().stream()
                .map(e -> e.journalEntryId())
                .filter(java.util.Objects::nonNull)
                .toList();
        return ids.isEmpty() ? List.of() : slips.ofEntries(ids);
    }

    @Override
    public List<Link> links(long companyId, long entryId) {
        return slips.ofEntry(companyId, entryId)
                .or(() -> receipts.findByJournalEntryId(entryId)
                        .map(ReceiptInHand::depositSlipId)
                        .flatMap(id -> slips.findByIdAndCompanyId(id, companyId)))
                .map(s -> List.of(new Link(s.title(), "/slips/" + s.id(), "")))
                .orElse(List.of());
    }
}
