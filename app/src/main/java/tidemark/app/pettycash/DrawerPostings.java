package tidemark.app.pettycash;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
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
                drawers.add(
                        fund,
                        plain(cash, entry.source()),
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
                                ""),
                        entry.id(),
                        entry.bookedBy());
            }
        }
        return List.of();
    }

    /** What a move is as far as its entry alone says. */
    private static DrawerMove plain(long cash, String source) {
        if (cash > 0) {
            return DrawerMove.received(cash);
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
