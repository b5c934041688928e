package tidemark.app.payment;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tidemark.app.company.BankAccount;
import tidemark.app.company.Company;
import tidemark.app.company.MasterData;
import tidemark.app.ledger.GrossLine;
import tidemark.app.party.Allocations;
import tidemark.app.party.Party;
import tidemark.core.money.AmountStyle;
import tidemark.core.party.Allocation;
import tidemark.core.party.PartyMoney;
import tidemark.core.payment.ExchangeRate;
import tidemark.core.problem.RuleViolation;

/** Turns what a form says of a payment into amounts of the company's currency, checked against what is open. */
@Component
class PaymentForms {
    private final Allocations allocations;
    private final MasterData masterData;

    PaymentForms(Allocations allocations, MasterData masterData) {
        this.allocations = allocations;
        this.masterData = masterData;
    }

    /**
     * @param style how the amounts are written: as the company does, or plain where they were kept
     * @param paymentId whose own reservation does not stand against it
     * @param label names the row of a file in a refusal; empty for a form
     */
    PartyMoney.Use use(
            Company company,
            AmountStyle style,
            BankAccount account,
            @Nullable Party party,
            Payments.Parts request,
            LocalDate date,
            String label,
            long paymentId) {
        boolean foreign = !account.currency().equals(company.baseCurrency());
        if (foreign && (!request.items().isEmpty() || !request.onAccount().isBlank())) {
            throw new RuleViolation(
                    "currency.wrong",
                    "items",
                    say(
                            "currency.wrong.found2",
                            company.baseCurrency().getCode(),
                            account.currency().getCode()),
                    say("currency.wrong.expected2", company.baseCurrency().getCode()),
                    say("currency.wrong.remedy2"));
        }
        if (party == null && (!request.items().isEmpty() || !request.onAccount().isBlank())) {
            throw new RuleViolation(
                    "party.missing",
                    "partyId",
                    say("party.missing.found3"),
                    say("party.missing.expected2"),
                    say("party.missing.remedy2"));
        }
        ExchangeRate rate = masterData.rate(company.id(), account.currency(), company.baseCurrency(), date);
        long onAccount = request.onAccount().isBlank()
                ? 0
                : style.minorUnits(request.onAccount(), company.baseCurrency(), "onAccount");
        if (onAccount < 0) {
            throw new RuleViolation(
                    "payment.amount",
                    "onAccount",
                    say("payment.amount.found3"),
                    say("payment.amount.expected2"),
                    say("payment.amount.remedy2"));
        }
        return new PartyMoney.Use(
                party == null
                        ? new Allocation(List.of(), 0, 0)
                        : allocations.of(company, style, party, request.items(), date, paymentId),
                onAccount,
                GrossLine.read(
                        request.expenses(),
                        new GrossLine.Reading(style, account.currency(), Optional.of(rate), label)));
    }

    /** What it comes to in the account's own currency. */
    static long ownTotal(
            Company company, AmountStyle style, BankAccount account, PartyMoney.Use use, Payments.Parts request) {
        return account.currency().equals(company.baseCurrency())
                ? use.total()
                : GrossLine.total(request.expenses(), new GrossLine.Reading(style, account.currency()));
    }
}
