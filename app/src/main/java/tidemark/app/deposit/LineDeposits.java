package tidemark.app.deposit;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import org.springframework.data.domain.Limit;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.company.BankAccounts;
import tidemark.app.ledger.Ledger;
import tidemark.app.matching.Matches;
import tidemark.app.reconcile.WaitingForBank;
import tidemark.core.deposit.SlipPartition;
import tidemark.core.deposit.SlipState;
import tidemark.core.problem.RuleViolation;

/**
 * A credit of the bank that no slip explains: the receipts in hand that come to it, and the slip made of them; or a slip that
 * it credits at another amount.
 */
@Service
class LineDeposits {
    /** Receipts that are looked at, the oldest left out first. */
    private static final int MOST = 400;

    private final ReceiptInHandRepository receipts;
    private final DepositSlipRepository repository;
    private final DepositSlips slips;
    private final SlipBankings bankings;
    private final SlipClearings clearings;
    private final Matches matches;
    private final BankAccounts bankAccounts;
    private final JdbcTemplate jdbc;

    LineDeposits(
            ReceiptInHandRepository receipts,
            DepositSlipRepository repository,
            DepositSlips slips,
            SlipBankings bankings,
            SlipClearings clearings,
            Matches matches,
            BankAccounts bankAccounts,
            JdbcTemplate jdbc) {
        this.receipts = receipts;
        this.repository = repository;
        this.slips = slips;
        this.bankings = bankings;
        this.clearings = clearings;
        this.matches = matches;
        this.bankAccounts = bankAccounts;
        this.jdbc = jdbc;
    }

    private record Line(long account, LocalDate date, long minorUnits) {}

    /** A slip that is banked, and what the line is more than it; below zero where the bank credited less. */
    record Other(DepositSlip slip, long apart) {}

    /**
     * @param receipts that come to the line; none where none do
     * @param several whether others come to it too
     * @param others slips whose cash entries may be what the line credits
     */
    record Proposal(List<ReceiptInHand> receipts, boolean several, List<Other> others) {}

    private Line line(long companyId, long lineId) {
        return jdbc
                .query(
                        "select l.bank_account_id, l.booking_date, l.minor_units from bank_line l"
                                + " join bank_account a on a.id = l.bank_account_id"
                                + " where l.id = ? and a.company_id = ? and l.item_match_id is null",
                        (row, i) -> new Line(row.getLong(1), row.getObject(2, LocalDate.class), row.getLong(3)),
                        lineId,
                        companyId)
                .stream()
                .findFirst()
                .orElseThrow(() -> new NotFound(say("deposit.line")));
    }

    /** @param cashEntries of the candidates that are offered for the line */
    @Transactional(readOnly = true)
    Proposal proposal(long companyId, long lineId, List<Long> cashEntries) {
        Line line = line(companyId, lineId);
        List<Other> others = cashEntries.isEmpty() ? List.of() : others(companyId, line, cashEntries);
        // what is in hand is in the company's currency
        boolean ours =
                bankAccounts.get(companyId, line.account()).currency().equals(bankAccounts.companyCurrency(companyId));
        if (line.minorUnits() <= 0 || !ours) {
            return new Proposal(List.of(), false, others);
        }
        List<ReceiptInHand> counted = new ArrayList<>();
        List<ReceiptInHand> cards = new ArrayList<>();
        for (ReceiptInHand receipt : receipts.inHandBy(companyId, line.date(), Limit.of(MOST))) {
            (receipt.tender().isCounted() ? counted : cards).add(receipt);
        }
        for (List<ReceiptInHand> kind : List.of(counted, cards)) {
            SlipPartition made = SlipPartition.picking(
                    kind.stream()
                            .map(r -> new SlipPartition.Receipt(
                                    r.minorUnits(),
                                    List.of(
                                            String.valueOf(r.siteId()),
                                            r.receivedOn().toString())))
                            .toList(),
                    line.minorUnits());
            if (made.isFound()) {
                return new Proposal(
                        made.parts().getFirst().stream().map(kind::get).toList(),
                        made.several() || !made.complete(),
                        others);
            }
        }
        return new Proposal(List.of(), false, others);
    }

    private List<Other> others(long companyId, Line line, List<Long> cashEntries) {
        List<Object> values = new ArrayList<>(cashEntries);
        values.add(companyId);
        List<List<Long>> amounts = new ArrayList<>(jdbc.query(
                "select s.id, c.minor_units from cash_entry c"
                        + " join deposit_slip s on s.journal_entry_id = c.journal_entry_id"
                        + " where c.id in (" + String.join(", ", Collections.nCopies(cashEntries.size(), "?"))
                        + ") and s.company_id = ? order by s.id",
                (row, i) -> List.of(row.getLong(1), row.getLong(2)),
                values.toArray()));
        cashEntries.stream()
                .filter(WaitingForBank::isStandIn)
                .map(WaitingForBank::idOf)
                .flatMap(id -> repository.findByIdAndCompanyId(id, companyId).stream())
                .filter(s -> s.inTransitAccountId() != null)
                .forEach(s -> amounts.add(List.of(s.id(), clearings.net(s))));
        return amounts.stream()
                .filter(r -> r.getLast() != line.minorUnits())
                .map(r -> new Other(
                        repository.findByIdAndCompanyId(r.getFirst(), companyId).orElseThrow(),
                        line.minorUnits() - r.getLast()))
                .filter(o -> o.slip().state() == SlipState.BANKED)
                .toList();
    }

    /** What was made of a line. */
    record Made(long slipId, Ledger.Booked booked) {}

    /** Makes a slip of receipts that come to the line, banked on its day, and matches it with the line; all or nothing. */
    @Transactional
    Made make(long companyId, long lineId, List<Long> ids, String who) {
        Line line = line(companyId, lineId);
        bankAccounts.lock(companyId, line.account());
        bankAccounts.lockJournal(companyId);
        List<ReceiptInHand> on = ids.isEmpty() ? List.of() : receipts.some(companyId, ids);
        long sum = on.stream().mapToLong(ReceiptInHand::minorUnits).reduce(0, Math::addExact);
        if (on.size() < ids.stream().distinct().count() || sum != line.minorUnits()) {
            throw new RuleViolation(
                    "slip.line",
                    "receipts",
                    say("slip.line.found", on.size()),
                    say("slip.line.expected"),
                    say("slip.line.remedy"));
        }
        Long site = on.stream().map(ReceiptInHand::siteId).distinct().count() == 1
                ? on.getFirst().siteId()
                : null;
        DepositSlip slip = slips.open(companyId, line.account(), site, "", line.date(), "", say("slip.line.note"), who);
        slips.change(companyId, slip.id(), ids, List.of(), who);
        Ledger.Booked booked = bankings.bankAsCredited(companyId, slip.id(), line.date(), line.minorUnits(), who);
        matches.match(companyId, line.account(), List.of(lineId), List.of(clearings.toMatch(slip)), who);
        return new Made(slip.id(), booked);
    }
}
