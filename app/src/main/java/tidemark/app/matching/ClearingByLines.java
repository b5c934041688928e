package tidemark.app.matching;

import java.time.LocalDate;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.joda.money.CurrencyUnit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.BankAccount;
import tidemark.app.company.Companies;
import tidemark.app.company.MasterData;
import tidemark.app.ledger.CashEntryRow;
import tidemark.app.ledger.Ledger;
import tidemark.core.ledger.BankLineBooking;
import tidemark.core.payment.ExchangeRate;

/** Books that the bank has paid what waited for it: each payment leaves the in-transit account on the day of the bank. */
@Service
class ClearingByLines {
    private final ClearingPayments clearings;
    private final Companies companies;
    private final MasterData masterData;
    private final Ledger ledger;

    ClearingByLines(ClearingPayments clearings, Companies companies, MasterData masterData, Ledger ledger) {
        this.clearings = clearings;
        this.companies = companies;
        this.masterData = masterData;
        this.ledger = ledger;
    }

    /** @throws tidemark.core.problem.RuleViolation {@code payment.clearing} where the bank took another amount */
    @Transactional(propagation = Propagation.MANDATORY)
    public void check(BankAccount account, LocalDate day, long paymentId, long ownMinorUnits) {
        CurrencyUnit base = companies.get(account.companyId()).baseCurrency();
        clearings.clearing(
                account.companyId(),
                account.id(),
                paymentId,
                new BankLineBooking.Movement(day, base, ownMinorUnits, "", "", ""));
    }

    /** One entry for each payment, in the order of the payments. */
    @Transactional(propagation = Propagation.MANDATORY)
    public Ledger.Booked book(BankAccount account, LocalDate day, Collection<Long> paymentIds, String who) {
        CurrencyUnit base = companies.get(account.companyId()).baseCurrency();
        ExchangeRate rate = masterData.rate(account.companyId(), account.currency(), base, day);
        Ledger.Booked out = Ledger.Booked.nothing();
        for (long payment : paymentIds.stream().sorted().toList()) {
            long own = clearings.ownMinorUnits(account.companyId(), payment);
            ClearingPayments.Clearing clearing = clearings.clearing(
                    account.companyId(),
                    account.id(),
                    payment,
                    new BankLineBooking.Movement(day, base, own, rate.toBase(own), "", "", "", rate.tie()));
            Ledger.Booked booked = ledger.book(
                    account.companyId(),
                    List.of(new Ledger.Posting(clearing.entry(), clearing.checkNumber(), "")),
                    LineSources.CLEARING,
                    null,
                    who);
            clearings.cleared(
                    account.companyId(), payment, booked.entries().getFirst().id());
            out.add(booked);
        }
        return out;
    }

    /** The payments that entries clear, by the identifier of their cash entries. */
    @Transactional(propagation = Propagation.MANDATORY)
    public Map<Long, Long> paymentsOf(long companyId, List<CashEntryRow> members) {
        Map<Long, Long> out = new HashMap<>();
        for (CashEntryRow member : members) {
            if (member.journalEntryId() != null) {
                clearings
                        .clearedBy(companyId, member.journalEntryId())
                        .ifPresent(payment -> out.put(member.id(), payment));
            }
        }
        return out;
    }
}
