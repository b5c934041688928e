package tidemark.app.payment;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Company;
import tidemark.app.company.MasterData;
import tidemark.app.company.NumberCounters;
import tidemark.app.ledger.CancellingPairs;
import tidemark.app.ledger.CashEntryRepository;
import tidemark.app.ledger.CashEntryRow;
import tidemark.app.ledger.Chart;
import tidemark.app.ledger.Ledger;
import tidemark.app.ledger.Reversals;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.Purpose;
import tidemark.core.money.AmountStyle;
import tidemark.core.payment.ExchangeRate;
import tidemark.core.payment.TransferBooking;
import tidemark.core.problem.RuleViolation;

/** Books transfers between own accounts, on one day or two, in one currency or two. */
@Service
public class Transfers {
    private final TransferRepository transfers;
    private final Ledger ledger;
    private final Chart chart;
    private final BankAccounts bankAccounts;
    private final MasterData masterData;
    private final NumberCounters numbers;
    private final Reversals reversals;
    private final CashEntryRepository cashEntries;
    private final CancellingPairs matches;
    private final OutOfAccount outOfAccount;
    private final ActivityLog activity;
    private final Clock clock;

    Transfers(
            TransferRepository transfers,
            Ledger ledger,
            Chart chart,
            BankAccounts bankAccounts,
            MasterData masterData,
            NumberCounters numbers,
            Reversals reversals,
            CashEntryRepository cashEntries,
            CancellingPairs matches,
            OutOfAccount outOfAccount,
            ActivityLog activity,
            Clock clock) {
        this.transfers = transfers;
        this.ledger = ledger;
        this.chart = chart;
        this.bankAccounts = bankAccounts;
        this.masterData = masterData;
        this.numbers = numbers;
        this.reversals = reversals;
        this.cashEntries = cashEntries;
        this.matches = matches;
        this.outOfAccount = outOfAccount;
        this.activity = activity;
        this.clock = clock;
    }

    /**
     * @param amount what leaves, in the sender's currency
     * @param received what arrives, in the receiver's; empty for the same amount in one currency
     * @param toDate absent for the day it leaves
     */
    public record NewTransfer(
            long fromAccountId,
            long toAccountId,
            @NotNull LocalDate fromDate,
            @Nullable LocalDate toDate,
            @NotNull @Size(max = 40) String amount,
            @NotNull @Size(max = 40) String received,
            @NotNull @Size(max = 200) String reference,
            @NotNull @Size(max = 400) String text) {}

    @Transactional
    public Ledger.Booked make(long companyId, NewTransfer request, String who) {
        BankAccount from = bankAccounts.get(companyId, request.fromAccountId());
        BankAccount to = bankAccounts.get(companyId, request.toAccountId());
        bankAccounts.lockByLedgerAccounts(companyId, List.of(from.ledgerAccountId(), to.ledgerAccountId()));
        Company company = bankAccounts.lockJournal(companyId);
        CurrencyUnit base = company.baseCurrency();
        AmountStyle style = company.amountStyle();
        LocalDate toDate = request.toDate() == null ? request.fromDate() : request.toDate();
        if (toDate.isBefore(request.fromDate())) {
            throw new RuleViolation(
                    "date.order",
                    "toDate",
                    toDate.toString(),
                    say("date.order.expected3", request.fromDate()),
                    say("date.order.remedy4"));
        }
        long leaves = style.minorUnits(request.amount(), from.currency(), "amount");
        long arrives;
        if (!request.received().isBlank()) {
            arrives = style.minorUnits(request.received(), to.currency(), "received");
        } else if (from.currency().equals(to.currency())) {
            arrives = leaves;
        } else {
            throw new RuleViolation(
                    "transfer.received",
                    "received",
                    say("transfer.received.found"),
                    say("transfer.received.expected", to.currency().getCode()),
                    say("transfer.received.remedy", to.name()));
        }
        boolean oneCurrency = from.currency().equals(to.currency());
        if (oneCurrency && arrives != leaves) {
            throw new RuleViolation(
                    "transfer.amounts",
                    "received",
                    request.received(),
                    say("transfer.amounts.expected"),
                    say("transfer.amounts.remedy"));
        }
        if (!from.exchangesWith(to.currency()) || !to.exchangesWith(from.currency())) {
            boolean sender = !from.exchangesWith(to.currency());
            throw new RuleViolation(
                    "transfer.currency",
                    sender ? "fromAccountId" : "toAccountId",
                    say(
                            "transfer.currency.found",
                            from.currency().getCode(),
                            to.currency().getCode()),
                    say("transfer.currency.expected", (sender ? from : to).name()),
                    say("transfer.currency.remedy"));
        }
        outOfAccount.of(from).add(request.fromDate(), leaves, "amount");
        ExchangeRate fromRate = masterData.rate(companyId, from.currency(), base, request.fromDate());
        ExchangeRate toRate = oneCurrency ? fromRate : masterData.rate(companyId, to.currency(), base, toDate);
        long fromBase = fromRate.toBase(leaves);
        long toBase = toRate.toBase(arrives);
        String number = numbers.take(companyId, PaymentDocuments.TRANSFERS, null, request.fromDate());
        String text = request.text().isBlank()
                ? say("payment.transferFromTo", from.name(), to.name())
                : request.text().strip();
        boolean apart = !toDate.equals(request.fromDate());
        List<JournalEntry> entries = TransferBooking.entries(
                new TransferBooking.End(
                        code(companyId, from), from.name(), request.fromDate(), leaves, fromBase, fromRate.tie()),
                new TransferBooking.End(code(companyId, to), to.name(), toDate, arrives, toBase, toRate.tie()),
                new TransferBooking.Between(
                        apart ? chart.accountCodeFor(companyId, from, Purpose.BETWEEN_BANKS) : "",
                        toBase > fromBase ? chart.accountCodeFor(companyId, null, Purpose.EXCHANGE_GAIN) : "",
                        toBase < fromBase ? chart.accountCodeFor(companyId, null, Purpose.EXCHANGE_LOSS) : ""),
                base,
                request.reference().isBlank() ? number : request.reference().strip(),
                text);
        Ledger.Booked booked = ledger.book(
                companyId,
                entries.stream().map(e -> new Ledger.Posting(e, "", "")).toList(),
                PaymentDocuments.TRANSFER,
                null,
                who);
        Transfer transfer = new Transfer(
                companyId,
                number,
                new Transfer.Side(from.id(), request.fromDate(), leaves),
                new Transfer.Side(to.id(), toDate, arrives),
                text,
                booked.entries().getFirst().id(),
                booked.entries().size() > 1 ? booked.entries().get(1).id() : null,
                who,
                clock.instant());
        transfers.save(transfer);
        activity.record(companyId, who, "transfer.made", "transfer", transfer.id(), text + ", " + number);
        return booked;
    }

    private String code(long companyId, BankAccount account) {
        return ledger.account(companyId, account.ledgerAccountId()).code();
    }

    /** @param undone matches that were undone before it, in words */
    public record Reversed(Ledger.Booked booked, List<String> undone) {}

    /**
     * Reverses both sides; an entry later than the date is reversed on its own day.
     *
     * @param undoMatches whether a side that is matched with the bank is let go first; else it is refused
     */
    @Transactional
    public Reversed reverse(long companyId, long id, LocalDate date, boolean undoMatches, String who) {
        TransferRepository.Ends ends =
                transfers.endsOf(companyId, id).orElseThrow(() -> new NotFound(say("payment.transfer")));
        Set<Long> touched = new HashSet<>(List.of(
                bankAccounts.get(companyId, ends.getFromAccountId()).ledgerAccountId(),
                bankAccounts.get(companyId, ends.getToAccountId()).ledgerAccountId()));
        if (undoMatches) {
            touched.addAll(transfers.touchedByItsMatches(companyId, id));
        }
        Map<Long, BankAccount> accounts = new HashMap<>();
        bankAccounts.lockByLedgerAccounts(companyId, touched).forEach(a -> accounts.put(a.id(), a));
        Transfer transfer =
                transfers.findByIdAndCompanyId(id, companyId).orElseThrow(() -> new NotFound(say("payment.transfer")));
        if (transfer.reversed()) {
            throw new RuleViolation(
                    "transfer.reversed",
                    "",
                    say("transfer.reversed.found", transfer.number()),
                    say("transfer.reversed.expected"),
                    say("transfer.reversed.remedy"));
        }
        Long second = transfer.secondEntryId();
        List<String> undone = new ArrayList<>();
        if (undoMatches) {
            List<Long> own =
                    second == null ? List.of(transfer.firstEntryId()) : List.of(transfer.firstEntryId(), second);
            for (CashEntryRow cash : cashEntries.findByJournalEntryIdInOrderById(own)) {
                matches.undo(Objects.requireNonNull(accounts.get(cash.bankAccountId())), cash, who)
                        .ifPresent(undone::add);
            }
        }
        Ledger.Booked booked = reversals.reverseAtSource(companyId, transfer.firstEntryId(), date, who);
        if (second != null) {
            LocalDate day = date.isBefore(transfer.to().date()) ? transfer.to().date() : date;
            booked.add(reversals.reverseAtSource(companyId, second, day, who));
        }
        transfer.reverse();
        // tying the reversed entries let the transfer go
        transfers.save(transfer);
        activity.record(
                companyId,
                who,
                "transfer.reversed",
                "transfer",
                id,
                say("transfer.reversed.reversedTransfer", transfer.number()));
        return new Reversed(booked, undone);
    }
}
