package tidemark.app.deposit;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.company.BankAccount;
import tidemark.app.company.Companies;
import tidemark.app.ledger.Chart;
import tidemark.app.ledger.ChartAccount;
import tidemark.app.ledger.Ledger;
import tidemark.app.reconcile.WaitingForBank;
import tidemark.core.deposit.SlipBooking;
import tidemark.core.deposit.SlipState;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.ledger.Means;
import tidemark.core.ledger.Purpose;
import tidemark.core.problem.RuleViolation;
import tidemark.core.receipt.Tender;

/** Slips that are cash only when the bank has credited them: each waits on an in-transit account until then. */
@Service
class SlipClearings implements WaitingForBank {
    private final DepositSlipRepository slips;
    private final Slips books;
    private final Ledger ledger;
    private final Chart chart;
    private final Companies companies;
    private final JdbcTemplate jdbc;

    SlipClearings(
            DepositSlipRepository slips,
            Slips books,
            Ledger ledger,
            Chart chart,
            Companies companies,
            JdbcTemplate jdbc) {
        this.slips = slips;
        this.books = books;
        this.ledger = ledger;
        this.chart = chart;
        this.companies = companies;
        this.jdbc = jdbc;
    }

    /** The ledger account that a slip of these receipts is booked on: cash, or in transit until the bank has credited it. */
    long moneyAccount(BankAccount account, List<ReceiptInHand> on) {
        if (!account.depositsOnClearing()) {
            return account.ledgerAccountId();
        }
        boolean cards = !on.isEmpty() && on.stream().allMatch(r -> r.tender() == Tender.CARD);
        String code = chart.accountCodeFor(
                account.companyId(), account, Purpose.inTransit(cards ? Means.CARDS : Means.CHECKS, true));
        return ledger.accountByCode(account.companyId(), code)
                .map(ChartAccount::id)
                .orElseThrow();
    }

    /** What of a banked slip is matched with the bank's line: its cash entry, or what stands in for it. */
    long toMatch(DepositSlip slip) {
        if (slip.inTransitAccountId() != null) {
            return WaitingForBank.standIn(slip.id()).value();
        }
        return jdbc
                .queryForList(
                        "select id from cash_entry where journal_entry_id = ? and bank_account_id = ?",
                        Long.class,
                        slip.journalEntryId(),
                        slip.bankAccountId())
                .stream()
                .findFirst()
                .orElseThrow(() -> new NotFound(say("deposit.depositSlip")));
    }

    /** What the bank is to credit for a slip in transit, minor units. */
    long net(DepositSlip slip) {
        return Objects.requireNonNull(jdbc.queryForObject(
                "select sum(minor_units) from journal_line where journal_entry_id = ? and ledger_account_id = ?",
                Long.class,
                slip.journalEntryId(),
                slip.inTransitAccountId()));
    }

    @Override
    public List<CashEntry> at(long bankAccountId) {
        // not as entities: whoever goes on to change one locks the journal before it is read
        return jdbc.query(
                """
                select s.id, s.taken_on, s.number, s.payer, s.bag_number, sum(l.minor_units) as net
                from deposit_slip s
                join journal_line l on l.journal_entry_id = s.journal_entry_id and l.ledger_account_id = s.in_transit_account_id
                where s.bank_account_id = ? and s.state = 'BANKED' and s.clearing_entry_id is null
                group by s.id order by s.id""",
                (row, i) -> new CashEntry(
                        WaitingForBank.standIn(row.getLong("id")),
                        row.getObject("taken_on", LocalDate.class),
                        row.getLong("net"),
                        row.getString("number"),
                        "",
                        row.getString("payer"),
                        row.getString("bag_number").isEmpty()
                                ? say("deposit.slipOnItsWay", row.getString("number"))
                                : say(
                                        "deposit.slipOnItsWayInBag",
                                        row.getString("number"),
                                        row.getString("bag_number"))),
                bankAccountId);
    }

    @Override
    public boolean knows(long companyId, long id) {
        return slips.existsByIdAndCompanyId(id, companyId);
    }

    @Override
    @Transactional(propagation = Propagation.MANDATORY)
    public Ledger.Booked arrived(BankAccount account, LocalDate day, Collection<Long> waiting, String who) {
        long companyId = account.companyId();
        String cash = ledger.account(companyId, account.ledgerAccountId()).code();
        Ledger.Booked out = Ledger.Booked.nothing();
        for (long id : waiting.stream().sorted().toList()) {
            DepositSlip slip = books.locked(companyId, id);
            Long inTransit = slip.inTransitAccountId();
            if (slip.bankAccountId() != account.id()
                    || inTransit == null
                    || slip.clearingEntryId() != null
                    || slip.state() != SlipState.BANKED) {
                throw new RuleViolation(
                        "slip.clearing",
                        "",
                        say("slip.clearing.found", slip.title()),
                        say("slip.clearing.expected"),
                        say("slip.clearing.remedy"));
            }
            Ledger.Booked booked = ledger.book(
                    companyId,
                    List.of(new Ledger.Posting(
                            SlipBooking.clearing(
                                    cash,
                                    ledger.account(companyId, inTransit).code(),
                                    net(slip),
                                    day,
                                    companies.get(companyId).baseCurrency(),
                                    slip.number(),
                                    slip.payer(),
                                    say("deposit.slipCredited", slip.number())),
                            "",
                            "")),
                    DepositDocuments.CREDITED,
                    null,
                    who);
            slip.cleared(booked.entries().getFirst().id());
            slips.saveAndFlush(slip);
            out.add(booked);
        }
        return out;
    }

    @Override
    @Transactional(propagation = Propagation.MANDATORY)
    public Map<Long, CashEntryId> standInsOf(long companyId, Collection<Long> journalEntryIds) {
        Map<Long, CashEntryId> out = new HashMap<>();
        for (long entry : journalEntryIds) {
            slips.ofEntry(companyId, entry)
                    .filter(s -> s.clearingEntryId() != null && s.clearingEntryId() == entry)
                    .ifPresent(s -> out.put(entry, WaitingForBank.standIn(s.id())));
        }
        return out;
    }
}
