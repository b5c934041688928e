package tidemark.app.mandate;

import static tidemark.core.words.Catalogue.say;

import java.time.Clock;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccounts;
import tidemark.core.calendar.BankCalendar;
import tidemark.core.mandate.AccountChange;
import tidemark.core.mandate.DebtorAccount;
import tidemark.core.problem.RuleViolation;
import tidemark.core.problem.Words;

/** What banks say is right of the accounts of mandates: proposed, and applied or left by a person before the next entry. */
@Service
public class MandateChanges {
    private final MandateChangeRepository changes;
    private final Mandates mandates;
    private final BankAccounts bankAccounts;
    private final ActivityLog activity;
    private final Clock clock;

    MandateChanges(
            MandateChangeRepository changes,
            Mandates mandates,
            BankAccounts bankAccounts,
            ActivityLog activity,
            Clock clock) {
        this.changes = changes;
        this.mandates = mandates;
        this.bankAccounts = bankAccounts;
        this.activity = activity;
        this.clock = clock;
    }

    /**
     * Proposes what a notification of change says. The journal is locked.
     *
     * @param calendar of the bank, by which the days count within which it is to be applied
     * @return its identifier
     * @throws RuleViolation {@code change.unfit} or {@code change.unknown} where it cannot be followed; nothing was changed
     */
    @Transactional(propagation = Propagation.MANDATORY, noRollbackFor = RuleViolation.class)
    public long propose(
            long companyId,
            long mandateId,
            String code,
            String information,
            LocalDate toldOn,
            BankCalendar calendar,
            String who) {
        MandateRow mandate = mandates.get(companyId, mandateId);
        if (!(mandate.account() instanceof DebtorAccount.Ach now)) {
            throw new RuleViolation(
                    "change.unknown", "", code, say("mandate.change.achAlone"), say("mandate.change.byHand"));
        }
        AccountChange change = AccountChange.of(code, information, now, mandate.holder());
        MandateChange row = changes.saveAndFlush(new MandateChange(
                mandate, code, change, toldOn, calendar.plus(toldOn, AccountChange.WITHIN_BANKING_DAYS)));
        activity.record(
                companyId,
                who,
                "mandate.changeTold",
                "mandate",
                mandateId,
                say(
                        "mandate.changeTold.told",
                        code,
                        mandate.reference(),
                        change.account().masked()));
        return row.id();
    }

    /** The mandate follows what the bank says. */
    @Transactional
    public void apply(long companyId, long id, String who) {
        bankAccounts.lockJournal(companyId);
        MandateChange change = open(companyId, id);
        mandates.follow(companyId, change.mandateId(), change.account(), change.holder(), change.code(), who);
        decide(change, MandateChange.State.APPLIED, who);
    }

    /** It is not followed, for a reason. */
    @Transactional
    public void leave(long companyId, long id, String reason, String who) {
        bankAccounts.lockJournal(companyId);
        MandateChange change = open(companyId, id);
        decide(change, MandateChange.State.LEFT, who);
        activity.record(
                companyId,
                who,
                "mandate.changeLeft",
                "mandate",
                change.mandateId(),
                say("mandate.changeLeft.left", change.code(), reason.strip()));
    }

    private void decide(MandateChange change, MandateChange.State state, String who) {
        change.decide(state, who, clock.instant());
        changes.saveAndFlush(change);
    }

    private MandateChange open(long companyId, long id) {
        MandateChange change =
                changes.findByIdAndCompanyId(id, companyId).orElseThrow(() -> new NotFound(say("mandate.change.one")));
        if (change.state() != MandateChange.State.OPEN) {
            throw new RuleViolation(
                    "mandate.decided",
                    "",
                    say("mandate.decided.found"),
                    say("mandate.decided.expected"),
                    say("mandate.decided.remedy"));
        }
        return change;
    }

    /** Until when what a bank said of some is to be applied, by mandate. */
    @Transactional(readOnly = true)
    public Map<Long, LocalDate> waiting(long companyId) {
        Map<Long, LocalDate> out = new HashMap<>();
        changes.findByCompanyIdAndStateOrderById(companyId, MandateChange.State.OPEN)
                .forEach(c -> out.merge(c.mandateId(), c.applyBy(), (a, b) -> a.isBefore(b) ? a : b));
        return out;
    }

    /**
     * What a bank says of a mandate.
     *
     * @param account masked
     * @param applyBy the last day on which the rules let it wait
     */
    public record ToldChange(
            long id,
            String code,
            String words,
            @Nullable String holder,
            String account,
            LocalDate toldOn,
            LocalDate applyBy) {}

    @Transactional(readOnly = true)
    public List<ToldChange> of(long companyId, long mandateId) {
        MandateRow mandate = mandates.get(companyId, mandateId);
        return changes.findByMandateIdAndStateOrderById(mandateId, MandateChange.State.OPEN).stream()
                .map(c -> new ToldChange(
                        c.id(),
                        c.code(),
                        say(
                                "mandate.change.says",
                                Words.day(c.toldOn()),
                                c.code(),
                                c.account().masked(),
                                c.account().routing()),
                        c.holder().equals(mandate.holder()) ? null : c.holder(),
                        c.account().masked(),
                        c.toldOn(),
                        c.applyBy()))
                .toList();
    }
}
