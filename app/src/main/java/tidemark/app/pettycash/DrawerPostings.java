package tidemark.app.pettycash;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tidemark.app.ledger.JournalEntryRow;
import tidemark.app.ledger.JournalLineRow;
import tidemark.app.ledger.PostingListener;
import tidemark.core.pettycash.DrawerMove;
import tidemark.core.pettycash.MoveKind;
import tidemark.core.problem.RuleViolation;

/**
 * Keeps drawers in step with the journal: every line on a drawer's account moves it, whoever booked it, so that what it should
 * hold is always its account's balance.
 */
@Component
class DrawerPostings implements PostingListener {
    private static final String RECEIPT = "RECEIPT";
    private static final String RETURNED = "RETURNED_ITEM";
    private static final Set<String> FROM_THE_BANK = Set.of("PAYMENT", "TRANSFER", "DEPOSIT", "BANK_LINE");

    private final FundRepository funds;
    private final DrawerMoveRepository moves;
    private final Drawers drawers;

    DrawerPostings(FundRepository funds, DrawerMoveRepository moves, Drawers drawers) {
        this.funds = funds;
        this.moves = moves;
        this.drawers = drawers;
    }

    @Override
    public List<ItemChange> booked(long companyId, Posted posted) {
        Set<Long> accounts = new HashSet<>();
        posted.lines().forEach(l -> accounts.add(l.ledgerAccountId()));
        for (Fund fund : funds.onAccounts(accounts)) {
            long cash = 0;
            String who = "";
            for (JournalLineRow line : posted.lines()) {
                if (line.ledgerAccountId() == fund.accountId()) {
                    cash = Math.addExact(cash, line.minorUnits());
                    who = line.party();
                }
            }
            if (cash != 0) {
                JournalEntryRow entry = posted.entry();
                // a voucher was checked where it was entered, and may be posted by the second person
                if (cash < 0
                        && entry.reversalOf() == null
                        && !entry.source().equals(PettyCashDocuments.PETTY_CASH.code())) {
                    Drawers.checkKeeper(fund);
                }
                DrawerMoveRow check = entry.source().equals(RECEIPT) ? heldCheck(fund, entry, -cash, who) : null;
                DrawerMoveRow row = drawers.add(
                        fund,
                        check == null ? plain(cash, entry.source()) : DrawerMove.checkTaken(-cash),
                        new DrawerMoveRow.Paper(
                                entry.entryDate(),
                                entry.documentDate(),
                                entry.reference().isEmpty()
                                        ? say("pettycash.entryNumber", entry.number())
                                        : entry.reference(),
                                who,
                                entry.text(),
                                null,
                                "",
                                "",
                                check == null && !entry.source().equals(RETURNED) ? "" : entry.reference(),
                                ""),
                        entry.id(),
                        entry.bookedBy());
                if (check != null) {
                    row.settles(check.id());
                } else if (cash > 0 && FROM_THE_BANK.contains(entry.source())) {
                    coverWhole(fund, row, cash);
                }
            }
        }
        return List.of();
    }

    /** A receipt of the number and amount of a check that lies in the drawer takes that check to the bank. */
    private @Nullable DrawerMoveRow heldCheck(Fund fund, JournalEntryRow entry, long amount, String who) {
        List<DrawerMoveRow> like = moves.held(fund.id()).stream()
                .filter(m -> m.move().checks() == amount && m.checkNumber().equals(entry.reference()))
                .toList();
        return like.stream()
                .filter(m -> m.who().equalsIgnoreCase(who))
                .findFirst()
                .orElse(like.isEmpty() ? null : like.getFirst());
    }

    /** What comes from the bank and is just what is missing makes that good, whichever way it was paid. */
    private void coverWhole(Fund fund, DrawerMoveRow row, long cash) {
        List<DrawerMoveRow> waiting = moves.uncovered(fund.id(), TopUps.COVERED).stream()
                .filter(m -> m.id() != row.id() && !m.day().isAfter(row.day()))
                .toList();
        if (waiting.stream().mapToLong(m -> m.move().due()).sum() == cash) {
            row.tell(
                    DrawerMove.topUp(cash, true),
                    DrawerMoveRow.Paper.plain(row.day(), row.number(), row.who(), row.text()));
            waiting.forEach(m -> m.coveredBy(row.id()));
        }
    }

    /** What a move is as far as its entry alone says. */
    private static DrawerMove plain(long cash, String source) {
        if (cash > 0) {
            // what the bank took back lies in the drawer again as the check it was, not as cash
            return source.equals(RETURNED) ? DrawerMove.checkTaken(cash).reversed() : DrawerMove.received(cash);
        }
        // cash of the drawer received by the desk, which takes it to the bank
        return source.equals(RECEIPT)
                ? DrawerMove.banked(Math.negateExact(cash))
                : DrawerMove.voucher(Math.negateExact(cash));
    }

    /** What undoes a move is its mirror, be it booked on the drawer's account or not. */
    @Override
    public List<ItemChange> reversed(
            long companyId, JournalEntryRow original, JournalEntryRow reversal, LocalDate date, String who) {
        Map<Long, DrawerMoveRow> mirrors = new HashMap<>();
        moves.ofEntry(reversal.id()).forEach(m -> mirrors.put(m.fundId(), m));
        for (DrawerMoveRow move : moves.ofEntry(original.id())) {
            moves.settlementOf(move.id()).ifPresent(s -> {
                throw new RuleViolation(
                        "drawer.settled",
                        "",
                        say("drawer.settled.found", move.title(), s.title()),
                        say("drawer.settled.expected"),
                        say("drawer.settled.remedy", s.title()));
            });
            DrawerMoveRow.Paper paper = DrawerMoveRow.Paper.plain(
                    date, move.number(), move.who(), say("pettycash.undoes", move.title(), move.text()));
            DrawerMoveRow mirror = mirrors.get(move.fundId());
            if (mirror == null) {
                mirror = drawers.add(
                        drawers.get(companyId, move.fundId()), move.move().reversed(), paper, reversal.id(), who);
            } else {
                mirror.tell(move.move().reversed(), paper);
            }
            mirror.reverses(move);
            if (move.kind() == MoveKind.TOP_UP) {
                moves.findByTopUpId(move.id()).forEach(m -> m.coveredBy(null));
            }
        }
        return List.of();
    }

    @Override
    public List<Link> links(long companyId, long entryId) {
        return moves.ofEntry(entryId).stream()
                .filter(m -> m.companyId() == companyId)
                .map(m -> new Link(
                        drawers.get(companyId, m.fundId()).name(),
                        "/petty-cash/" + m.fundId() + "?day=" + m.day(),
                        m.kind().words()))
                .toList();
    }
}
