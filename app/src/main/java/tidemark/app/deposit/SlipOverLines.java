package tidemark.app.deposit;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.ledger.Ledger;
import tidemark.app.matching.Matches;
import tidemark.app.reconcile.WaitingForBank;
import tidemark.core.deposit.SlipPartition;
import tidemark.core.deposit.SlipState;
import tidemark.core.ledger.TaxedLine;
import tidemark.core.problem.RuleViolation;

/** A slip that the bank credited in parts: which receipts make each part, and the slip split over the bank's lines. */
@Service
class SlipOverLines {
    private final Slips books;
    private final DepositSlipRepository slips;
    private final ReceiptInHandRepository receipts;
    private final SlipBankings bankings;
    private final SlipClearings clearings;
    private final Matches matches;
    private final JdbcTemplate jdbc;

    SlipOverLines(
            Slips books,
            DepositSlipRepository slips,
            ReceiptInHandRepository receipts,
            SlipBankings bankings,
            SlipClearings clearings,
            Matches matches,
            JdbcTemplate jdbc) {
        this.books = books;
        this.slips = slips;
        this.receipts = receipts;
        this.bankings = bankings;
        this.clearings = clearings;
        this.matches = matches;
        this.jdbc = jdbc;
    }

    /** A line of the bank with the receipts that come to it. */
    record Part(long lineId, LocalDate date, long minorUnits, List<ReceiptInHand> receipts) {}

    /**
     * How a slip goes over lines.
     *
     * @param parts the first is what the slip itself keeps, with its charges
     * @param several whether another way comes to the same amounts
     */
    record Proposal(DepositSlip slip, List<Part> parts, boolean several) {}

    /** Where the cash entry is that of a banked slip, and its receipts can be told apart by the lines. */
    @Transactional(readOnly = true)
    Optional<Proposal> proposal(long companyId, long cashEntryId, List<Long> lineIds) {
        List<DepositSlip> own = WaitingForBank.isStandIn(cashEntryId)
                ? slips.findByIdAndCompanyId(WaitingForBank.idOf(cashEntryId), companyId).stream()
                        .toList()
                : slips.ofEntries(jdbc.queryForList(
                        "select journal_entry_id from cash_entry where id = ?", Long.class, cashEntryId));
        return own.stream()
                .filter(s -> s.companyId() == companyId && s.state() == SlipState.BANKED)
                .findFirst()
                .flatMap(s -> proposal(s, lineIds));
    }

    private record Line(long id, LocalDate date, long minorUnits) {}

    private Optional<Proposal> proposal(DepositSlip slip, List<Long> lineIds) {
        if (lineIds.size() < 2 || lineIds.size() > 20) {
            return Optional.empty();
        }
        List<Line> lines = jdbc.query(
                "select id, booking_date, minor_units from bank_line where bank_account_id = ? and item_match_id is null"
                        + " and id in (" + String.join(", ", Collections.nCopies(lineIds.size(), "?"))
                        + ") order by booking_date, id",
                (row, i) -> new Line(row.getLong(1), row.getObject(2, LocalDate.class), row.getLong(3)),
                values(slip.bankAccountId(), lineIds));
        if (lines.size() < lineIds.size()) {
            return Optional.empty();
        }
        List<ReceiptInHand> on = receipts.onSlip(slip.id());
        long kept = books.prepared(slip).charges().stream()
                        .mapToLong(TaxedLine::gross)
                        .sum()
                + books.prepared(slip).keptBack().stream()
                        .mapToLong(k -> k.minorUnits())
                        .sum();
        // what was kept back stays with one of the parts; it is not known with which
        for (int first = 0; first < (kept == 0 ? 1 : lines.size()); first++) {
            List<Line> turned = new ArrayList<>(lines);
            Collections.rotate(turned, -first);
            List<Long> amounts = new ArrayList<>();
            for (int i = 0; i < turned.size(); i++) {
                amounts.add(turned.get(i).minorUnits() + (i == 0 ? kept : 0));
            }
            SlipPartition found = SlipPartition.of(
                    on.stream()
                            .map(r -> new SlipPartition.Receipt(
                                    r.minorUnits(),
                                    List.of(
                                            String.valueOf(r.siteId()),
                                            r.receivedOn().toString())))
                            .toList(),
                    amounts);
            if (!found.parts().isEmpty()) {
                List<Part> parts = new ArrayList<>();
                for (int i = 0; i < turned.size(); i++) {
                    parts.add(new Part(
                            turned.get(i).id(),
                            turned.get(i).date(),
                            turned.get(i).minorUnits(),
                            found.parts().get(i).stream().map(on::get).toList()));
                }
                return Optional.of(new Proposal(slip, parts, found.several() || !found.complete()));
            }
        }
        return Optional.empty();
    }

    private static Object[] values(long first, List<Long> rest) {
        List<Object> out = new ArrayList<>(rest);
        out.addFirst(first);
        return out.toArray();
    }

    /** Splits the slip as proposed and matches each part with its line, all or nothing. */
    @Transactional
    Ledger.Booked split(long companyId, long slipId, List<Long> lineIds, String who) {
        DepositSlip slip = books.locked(companyId, slipId);
        Proposal proposal = Optional.of(slip)
                .filter(s -> s.state() == SlipState.BANKED)
                .flatMap(s -> proposal(s, lineIds))
                .orElseThrow(() -> new RuleViolation(
                        "slip.parts",
                        "lines",
                        say("slip.parts.found", slip.title()),
                        say("slip.parts.expected"),
                        say("slip.parts.remedy")));
        long account = slip.bankAccountId();
        Ledger.Booked booked = Ledger.Booked.nothing();
        List<Long> of = new ArrayList<>(List.of(slipId));
        for (Part part : proposal.parts().subList(1, proposal.parts().size())) {
            SlipBankings.Split split = bankings.split(
                    companyId,
                    slipId,
                    part.receipts().stream().map(ReceiptInHand::id).toList(),
                    who);
            booked.add(split.booked());
            of.add(split.slipId());
        }
        for (int i = 0; i < of.size(); i++) {
            long toMatch = clearings.toMatch(books.get(companyId, of.get(i)));
            matches.match(companyId, account, List.of(proposal.parts().get(i).lineId()), List.of(toMatch), who);
        }
        return booked;
    }
}
