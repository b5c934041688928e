package tidemark.app.matching;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tidemark.app.access.Actor;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;
import tidemark.app.ledger.LedgerViews;
import tidemark.app.rule.MatchingRule;
import tidemark.app.rule.RuleContent;
import tidemark.app.rule.Rules;
import tidemark.core.money.MinorUnits;
import tidemark.core.rule.RuleTrial;

/** Rules over HTTP. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}")
class RuleController {
    private final Rules rules;
    private final RuleWork work;
    private final MovementKinds movements;

    RuleController(Rules rules, RuleWork work, MovementKinds movements) {
        this.rules = rules;
        this.work = work;
        this.movements = movements;
    }

    /** @param bankAccountId the account it is for; all where it is absent */
    record RuleDraft(
            @NotNull @Size(max = 80) String name,
            @Nullable Long bankAccountId,
            @Nullable LocalDate validFrom,
            @Nullable LocalDate validTo,
            @NotNull @Valid RuleContent content) {
        Rules.Draft draft() {
            return new Rules.Draft(name, bankAccountId, validFrom, validTo, content);
        }
    }

    record RuleView(
            long id,
            String name,
            @Nullable Long bankAccountId,
            @Nullable LocalDate validFrom,
            @Nullable LocalDate validTo,
            RuleContent content,
            boolean on,
            int used) {}

    record TriedLine(
            long accountId,
            String accountName,
            LocalDate date,
            String title,
            String amount,
            RuleTrial.Verdict verdict,
            String words) {}

    /** @param lines those against first, at most two hundred */
    record TrialView(int fitting, int fresh, int asDecided, int against, List<TriedLine> lines) {}

    record Switch(boolean on) {}

    record Order(@NotNull @Size(max = 500) List<Long> ids) {}

    @GetMapping("/rules")
    @Requires(Right.VIEW)
    List<RuleView> list(@PathVariable long companyId) {
        return rules.list(companyId).stream().map(this::view).toList();
    }

    private RuleView view(MatchingRule r) {
        return new RuleView(
                r.id(), r.name(), r.bankAccountId(), r.validFrom(), r.validTo(), rules.content(r), r.isOn(), r.used());
    }

    /** The kinds of movements that the bank sent in the last year, and what is not provided for. */
    @GetMapping("/bank-accounts/{accountId}/movements")
    @Requires(Right.VIEW)
    MovementKinds.Movements movements(@PathVariable long companyId, @PathVariable long accountId) {
        return movements.of(companyId, accountId);
    }

    /** Runs a rule, kept or not, over the past; changes nothing. */
    @PostMapping("/rules/trial")
    @Requires(Right.VIEW)
    TrialView trial(
            @PathVariable long companyId,
            @RequestParam(required = false) @Nullable Long ruleId,
            @RequestBody @Valid RuleDraft body) {
        List<RuleWork.Tried> tried = work.trial(companyId, ruleId, body.draft());
        return new TrialView(
                tried.size(),
                count(tried, RuleTrial.Verdict.NEW),
                count(tried, RuleTrial.Verdict.AS_DECIDED),
                count(tried, RuleTrial.Verdict.AGAINST),
                tried.stream()
                        .sorted(java.util.Comparator.comparing(
                                t -> t.tried().verdict(), java.util.Comparator.reverseOrder()))
                        .limit(200)
                        .map(t -> new TriedLine(
                                t.account().id(),
                                t.account().name(),
                                t.tried().line().bookingDate(),
                                t.tried().line().title(),
                                MinorUnits.report(
                                        t.tried().line().minorUnits(),
                                        t.account().currency()),
                                t.tried().verdict(),
                                t.tried().words()))
                        .toList());
    }

    private static int count(List<RuleWork.Tried> tried, RuleTrial.Verdict verdict) {
        return (int) tried.stream().filter(t -> t.tried().verdict() == verdict).count();
    }

    @PostMapping("/rules")
    @Requires(Right.PREPARE)
    RuleView write(@PathVariable long companyId, @RequestBody @Valid RuleDraft body, Actor actor) {
        return view(rules.write(companyId, null, body.draft(), actor.name()));
    }

    @PutMapping("/rules/{ruleId}")
    @Requires(Right.PREPARE)
    RuleView change(
            @PathVariable long companyId, @PathVariable long ruleId, @RequestBody @Valid RuleDraft body, Actor actor) {
        return view(rules.write(companyId, ruleId, body.draft(), actor.name()));
    }

    @PostMapping("/rules/{ruleId}/switch")
    @Requires(Right.PREPARE)
    void turn(@PathVariable long companyId, @PathVariable long ruleId, @RequestBody @Valid Switch body, Actor actor) {
        rules.switchTo(companyId, ruleId, body.on(), actor.name());
    }

    @PutMapping("/rules/order")
    @Requires(Right.PREPARE)
    void order(@PathVariable long companyId, @RequestBody @Valid Order body, Actor actor) {
        rules.order(companyId, body.ids(), actor.name());
    }

    @DeleteMapping("/rules/{ruleId}")
    @Requires(Right.PREPARE)
    void remove(@PathVariable long companyId, @PathVariable long ruleId, Actor actor) {
        rules.remove(companyId, ruleId, actor.name());
    }

    /** Books the open lines of a month that the rule is for, in one step. */
    @PostMapping("/bank-accounts/{accountId}/months/{month}/rules/{ruleId}/bookings")
    @Requires(Right.PREPARE)
    LedgerViews.BookedView book(
            @PathVariable long companyId,
            @PathVariable long accountId,
            @PathVariable YearMonth month,
            @PathVariable long ruleId,
            @RequestParam(defaultValue = "false") boolean preview,
            Actor actor) {
        return work.book(companyId, accountId, month, ruleId, preview, actor.name());
    }
}
