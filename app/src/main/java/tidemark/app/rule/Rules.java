package tidemark.app.rule;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.linebooking.LineBookingKinds;
import tidemark.core.money.AmountStyle;
import tidemark.core.problem.Fields;
import tidemark.core.problem.RuleViolation;
import tidemark.core.rule.Rule;
import tools.jackson.databind.json.JsonMapper;

/** Keeps rules. Every change takes the accounts the rule is for, so that what was worked out of them is worked out anew. */
@Service
public class Rules {
    private static final int MOST = 500;

    private final MatchingRuleRepository rows;
    private final BankAccounts accounts;
    private final Companies companies;
    private final ActivityLog activity;
    private final LineBookingKinds kinds;
    private final JsonMapper json;

    Rules(
            MatchingRuleRepository rows,
            BankAccounts accounts,
            Companies companies,
            ActivityLog activity,
            LineBookingKinds kinds,
            JsonMapper json) {
        this.rows = rows;
        this.accounts = accounts;
        this.companies = companies;
        this.activity = activity;
        this.kinds = kinds;
        this.json = json;
    }

    /** A rule as it is written or changed; amounts as the company writes them. */
    public record Draft(
            String name,
            @Nullable Long bankAccountId,
            @Nullable LocalDate validFrom,
            @Nullable LocalDate validTo,
            RuleContent content) {}

    @Transactional(readOnly = true)
    public List<MatchingRule> list(long companyId) {
        return rows.findByCompanyIdOrderByPlaceAscIdAsc(companyId);
    }

    /** Those switched on for an account, in their order. */
    @Transactional(readOnly = true)
    public List<Rule> inForce(BankAccount account) {
        return list(account.companyId()).stream()
                .filter(r -> r.isOn() && (r.bankAccountId() == null || r.bankAccountId() == account.id()))
                .map(r -> core(r, account.currency()))
                .toList();
    }

    @Transactional(readOnly = true)
    public MatchingRule get(long companyId, long id) {
        return rows.findByIdAndCompanyId(id, companyId).orElseThrow(() -> new NotFound(say("rule.rule")));
    }

    public Rule core(MatchingRule row, CurrencyUnit currency) {
        RuleContent content = content(row);
        return core(row.id(), row.name(), row.validFrom(), row.validTo(), content, currency);
    }

    /** @throws RuleViolation where conditions or effect do not fit together */
    public static Rule core(
            long id,
            String name,
            @Nullable LocalDate from,
            @Nullable LocalDate to,
            RuleContent content,
            CurrencyUnit currency) {
        return new Rule(
                id,
                name,
                content.conditions(currency),
                content.effect(currency),
                Optional.ofNullable(from),
                Optional.ofNullable(to));
    }

    public RuleContent content(MatchingRule row) {
        return json.readValue(row.content(), RuleContent.class);
    }

    /** Writes a new rule, switched off, or changes one; a changed rule is switched off until it was tried again. */
    @Transactional
    public MatchingRule write(long companyId, @Nullable Long id, Draft draft, String who) {
        MatchingRule row = id == null ? new MatchingRule(companyId, nextPlace(companyId)) : get(companyId, id);
        String name = Fields.text(draft.name(), "name", 80);
        if (draft.validFrom() != null
                && draft.validTo() != null
                && draft.validTo().isBefore(draft.validFrom())) {
            throw new RuleViolation(
                    "rule.dates",
                    "validTo",
                    say("rule.dates.found"),
                    say("rule.dates.expected"),
                    say("rule.dates.remedy"));
        }
        RuleContent content = plain(companyId, draft);
        core(0, name, draft.validFrom(), draft.validTo(), content, currency(companyId, draft));
        // all accounts, so that of two who write at once the second sees the first's name
        touch(companyId, null);
        rows.findByCompanyIdAndName(companyId, name)
                .filter(other -> id == null || other.id() != id)
                .ifPresent(other -> {
                    throw new RuleViolation(
                            "rule.name",
                            "name",
                            say("rule.name.found", name),
                            say("rule.name.expected"),
                            say("rule.name.remedy"));
                });
        row.write(name, draft.bankAccountId(), draft.validFrom(), draft.validTo(), json.writeValueAsString(content));
        row.switchTo(false);
        MatchingRule saved = rows.save(row);
        activity.record(companyId, who, "rule.written", "matching_rule", saved.id(), say("rule.written.rule", name));
        return saved;
    }

    private CurrencyUnit currency(long companyId, Draft draft) {
        return draft.bankAccountId() == null
                ? companies.get(companyId).baseCurrency()
                : accounts.get(companyId, draft.bankAccountId()).currency();
    }

    /**
     * What a rule is to be kept as: amounts in plain decimals, and the details of what it books checked by their kind.
     *
     * @throws RuleViolation {@code rule.kind}, {@code booking.kind}, or what the kind refuses
     */
    @Transactional(readOnly = true)
    public RuleContent plain(long companyId, Draft draft) {
        AmountStyle style = companies.get(companyId).amountStyle();
        RuleContent typed = draft.content();
        return typed.plain(
                style,
                typed.does() == RuleContent.Does.BOOK
                        ? kinds.forRule(typed.kind(), typed.details(), style, currency(companyId, draft))
                        : null);
    }

    private int nextPlace(long companyId) {
        List<MatchingRule> all = list(companyId);
        if (all.size() >= MOST) {
            throw new RuleViolation(
                    "rule.many",
                    "",
                    say("rule.many.found", MOST),
                    say("rule.many.expected", MOST),
                    say("rule.many.remedy"));
        }
        return all.isEmpty() ? 1 : all.getLast().place() + 1;
    }

    /** Months of the accounts are worked out anew. */
    private void touch(long companyId, @Nullable Long accountId) {
        if (accountId != null) {
            accounts.lock(companyId, accountId);
        } else {
            accounts.list(companyId).stream().map(BankAccount::id).sorted().forEach(id -> accounts.lock(companyId, id));
        }
    }

    @Transactional
    public void switchTo(long companyId, long id, boolean on, String who) {
        MatchingRule row = get(companyId, id);
        touch(companyId, row.bankAccountId());
        row.switchTo(on);
        activity.record(
                companyId, who, on ? "rule.on" : "rule.off", "matching_rule", id, say("rule.rule2", row.name()));
    }

    @Transactional
    public void remove(long companyId, long id, String who) {
        MatchingRule row = get(companyId, id);
        touch(companyId, row.bankAccountId());
        rows.delete(row);
        activity.record(companyId, who, "rule.removed", "matching_rule", id, say("rule.removed.rule", row.name()));
    }

    /** Puts all rules in a new order. */
    @Transactional
    public void order(long companyId, List<Long> ids, String who) {
        List<MatchingRule> all = new ArrayList<>(list(companyId));
        if (ids.size() != all.size()
                || !new HashSet<>(ids)
                        .equals(new HashSet<>(all.stream().map(MatchingRule::id).toList()))) {
            throw new RuleViolation(
                    "rule.order", "", say("rule.order.found"), say("rule.order.expected"), say("rule.order.remedy"));
        }
        touch(companyId, null);
        all.sort(Comparator.comparing(r -> ids.indexOf(r.id())));
        for (int i = 0; i < all.size(); i++) {
            all.get(i).place(i + 1);
        }
        activity.record(companyId, who, "rule.order", "company", companyId, say("rule.order.orderOfTheRules"));
    }

    /** Counts that a rule booked so many lines. */
    @Transactional
    public void used(long companyId, long id, int times) {
        get(companyId, id).used(times);
    }
}
