package tidemark.app.bankdetails;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.Actor;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.approval.Approvals;
import tidemark.app.company.BankAccounts;
import tidemark.app.party.Parties;
import tidemark.app.party.Party;
import tidemark.core.bankfile.AccountNumbers;
import tidemark.core.ledger.Control;
import tidemark.core.mandate.DebtorAccount;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

/** Keeps to which accounts parties are paid. The journal's lock guards all. */
@Service
public class PayeeAccounts {
    private final BankDetailsRepository details;
    private final Parties parties;
    private final Approvals approvals;
    private final BankAccounts bankAccounts;
    private final ActivityLog activity;
    private final Clock clock;

    PayeeAccounts(
            BankDetailsRepository details,
            Parties parties,
            Approvals approvals,
            BankAccounts bankAccounts,
            ActivityLog activity,
            Clock clock) {
        this.details = details;
        this.parties = parties;
        this.approvals = approvals;
        this.bankAccounts = bankAccounts;
        this.activity = activity;
        this.clock = clock;
    }

    /**
     * Bank details as they are typed.
     *
     * @param holder empty for the party's name
     * @param routing of the account's bank; empty in SEPA
     * @param accountNumber number or IBAN
     * @param bic of SEPA; empty where the bank finds it by the IBAN
     * @param confirmed how it was made sure that the account is theirs
     */
    public record NewBankDetails(
            boolean sepa,
            @NotNull @Size(max = 70) String holder,
            @NotNull @Size(max = 20) String routing,
            @NotNull @Size(max = 50) String accountNumber,
            boolean savings,
            @NotNull @Size(max = 20) String bic,
            @NotBlank @Size(max = 200) String confirmed) {
        DebtorAccount account() {
            return sepa
                    ? new DebtorAccount.Sepa(AccountNumbers.plain(accountNumber), AccountNumbers.plain(bic))
                    : new DebtorAccount.Ach(routing.strip(), accountNumber.strip(), savings);
        }
    }

    /**
     * Asks a second person for other bank details; those of now stand until then.
     *
     * @throws RuleViolation {@code bankdetails.waits} where a change waits already, {@code bankdetails.same}, or what cannot be
     *     right of the account
     */
    @Transactional
    public BankDetails ask(long companyId, long partyId, NewBankDetails request, Actor who) {
        bankAccounts.lockJournal(companyId);
        Party party = parties.get(companyId, partyId);
        if (party.control() == Control.SISTER_COMPANIES) {
            throw new RuleViolation(
                    "bankdetails.party",
                    "",
                    party.control().someone(),
                    say("bankdetails.party.expected"),
                    say("bankdetails.party.remedy"));
        }
        DebtorAccount account = request.account();
        List<Problem> problems = account.problems();
        if (!problems.isEmpty()) {
            throw new RuleViolation(problems);
        }
        details.findByPartyIdAndState(partyId, BankDetails.State.ASKED).ifPresent(d -> {
            throw new RuleViolation(
                    "bankdetails.waits",
                    "",
                    say("bankdetails.waits.found", d.account().masked(), d.askedBy()),
                    say("bankdetails.waits.expected"),
                    say("bankdetails.waits.remedy"));
        });
        String holder =
                request.holder().isBlank() ? party.name() : request.holder().strip();
        Optional<BankDetails> now = details.findByPartyIdAndState(partyId, BankDetails.State.CURRENT);
        if (now.filter(d -> d.account().equals(account) && d.holder().equals(holder))
                .isPresent()) {
            throw new RuleViolation(
                    "bankdetails.same",
                    "accountNumber",
                    account.masked(),
                    say("bankdetails.same.expected"),
                    say("bankdetails.same.remedy"));
        }
        BankDetails asked = details.saveAndFlush(new BankDetails(
                companyId,
                partyId,
                holder.length() > 70 ? holder.substring(0, 70) : holder,
                account,
                request.confirmed().strip(),
                who.name(),
                clock.instant()));
        String title = now.map(d -> say(
                        "bankdetails.title.change",
                        party.name(),
                        account.masked(),
                        d.account().masked()))
                .orElse(say("bankdetails.title.first", party.name(), account.masked()));
        activity.record(companyId, who.name(), "bankdetails.asked", "party", partyId, title);
        approvals.ask(companyId, BankDetailsApproval.KIND, asked.id(), title, asked.content(), who);
        return asked;
    }

    /** Nothing is paid by file to a party from now on. */
    @Transactional
    public void remove(long companyId, long partyId, String who) {
        bankAccounts.lockJournal(companyId);
        BankDetails now = details.findByPartyIdAndState(
                        parties.get(companyId, partyId).id(), BankDetails.State.CURRENT)
                .orElseThrow(() -> new NotFound(say("bankdetails.one")));
        now.replaced(clock.instant());
        details.saveAndFlush(now);
        activity.record(
                companyId,
                who,
                "bankdetails.removed",
                "party",
                partyId,
                say("bankdetails.removed.removed", now.account().masked()));
    }

    void lock(long companyId) {
        bankAccounts.lockJournal(companyId);
    }

    BankDetails get(long companyId, long id) {
        return details.findByIdAndCompanyId(id, companyId).orElseThrow(() -> new NotFound(say("bankdetails.one")));
    }

    long partyOf(long id) {
        return details.partyOf(id).orElseThrow(() -> new NotFound(say("bankdetails.one")));
    }

    @Transactional(propagation = Propagation.MANDATORY)
    void approved(long companyId, long id, String who) {
        BankDetails asked = get(companyId, id);
        Instant now = clock.instant();
        details.findByPartyIdAndState(asked.partyId(), BankDetails.State.CURRENT)
                .ifPresent(d -> {
                    d.replaced(now);
                    details.saveAndFlush(d);
                });
        asked.approved(who, now);
        details.saveAndFlush(asked);
        activity.record(
                companyId,
                who,
                "bankdetails.approved",
                "party",
                asked.partyId(),
                say("bankdetails.approved.approved", asked.account().masked()));
    }

    @Transactional(propagation = Propagation.MANDATORY)
    void declined(long companyId, long id, String reason, String who) {
        BankDetails asked = get(companyId, id);
        asked.declined(reason, who, clock.instant());
        details.saveAndFlush(asked);
    }

    /** To which accounts some parties are paid, by party; those without any are left out. */
    @Transactional(readOnly = true)
    public Map<Long, BankDetails> current(Collection<Long> partyIds) {
        Map<Long, BankDetails> out = new HashMap<>();
        if (!partyIds.isEmpty()) {
            details.findByPartyIdInAndState(partyIds, BankDetails.State.CURRENT).forEach(d -> out.put(d.partyId(), d));
        }
        return out;
    }

    /** Some bank details, be they of now or former ones, by their identifier. */
    @Transactional(readOnly = true)
    public Map<Long, BankDetails> some(Collection<Long> ids) {
        Map<Long, BankDetails> out = new HashMap<>();
        details.findAllById(ids).forEach(d -> out.put(d.id(), d));
        return out;
    }

    /** Which of some parties have other bank details that wait for a second person. */
    @Transactional(readOnly = true)
    public Set<Long> changing(Collection<Long> partyIds) {
        Set<Long> out = new HashSet<>();
        if (!partyIds.isEmpty()) {
            details.findByPartyIdInAndState(partyIds, BankDetails.State.ASKED).forEach(d -> out.add(d.partyId()));
        }
        return out;
    }

    /**
     * Bank details as they are shown.
     *
     * @param account masked
     * @param routing of the bank, or its BIC; empty for none
     * @param until when they ended; absent while they stand
     */
    public record BankDetailsView(
            long id,
            BankDetails.State state,
            String holder,
            String account,
            String routing,
            boolean savings,
            boolean sepa,
            String confirmed,
            String askedBy,
            Instant askedAt,
            String decidedBy,
            @Nullable Instant decidedAt,
            String reason,
            @Nullable Instant until) {}

    /** Those of a party, the latest first. */
    @Transactional(readOnly = true)
    public List<BankDetailsView> of(long companyId, long partyId) {
        return details
                .findByPartyIdOrderByIdDesc(parties.get(companyId, partyId).id())
                .stream()
                .map(PayeeAccounts::view)
                .toList();
    }

    static BankDetailsView view(BankDetails d) {
        DebtorAccount account = d.account();
        return new BankDetailsView(
                d.id(),
                d.state(),
                d.holder(),
                account.masked(),
                switch (account) {
                    case DebtorAccount.Ach a -> a.routing();
                    case DebtorAccount.Sepa s -> s.bic();
                },
                account instanceof DebtorAccount.Ach a && a.savings(),
                account instanceof DebtorAccount.Sepa,
                d.confirmed(),
                d.askedBy(),
                d.askedAt(),
                d.decidedBy(),
                d.decidedAt(),
                d.reason(),
                d.untilAt());
    }

    /** The whole number, for whoever decides on it. */
    public record WholeNumber(String accountNumber) {}

    @Transactional(readOnly = true)
    public WholeNumber whole(long companyId, long id) {
        return new WholeNumber(
                switch (get(companyId, id).account()) {
                    case DebtorAccount.Ach a -> a.number();
                    case DebtorAccount.Sepa s -> s.iban();
                });
    }
}
