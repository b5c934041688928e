package tidemark.app.party;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.ledger.ChartAccount;
import tidemark.app.ledger.Ledger;
import tidemark.core.ledger.Control;
import tidemark.core.ledger.Purpose;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.Fields;
import tidemark.core.problem.RuleViolation;
import tidemark.core.receipt.Tender;

/** The tenders of a company: those every company has and those it added, where their money waits and where it may go. */
@Service
public class Tenders {
    private static final int MOST = 50;

    private final TenderRuleRepository rules;
    private final DeskSettingsRepository settings;
    private final Companies companies;
    private final BankAccounts bankAccounts;
    private final Ledger ledger;
    private final ActivityLog activity;

    Tenders(
            TenderRuleRepository rules,
            DeskSettingsRepository settings,
            Companies companies,
            BankAccounts bankAccounts,
            Ledger ledger,
            ActivityLog activity) {
        this.rules = rules;
        this.settings = settings;
        this.companies = companies;
        this.bankAccounts = bankAccounts;
        this.ledger = ledger;
        this.activity = activity;
    }

    /** The account, by its code, on which the money of a tender waits at a site. */
    public record SiteAccount(
            long siteId, @NotNull @Size(max = 20) String account) {}

    /** @param amount of cash that a site keeps in hand before it is warned */
    public record CashLimit(
            long siteId, @NotNull @Size(max = 40) String amount) {}

    /**
     * A tender.
     *
     * @param name empty for the one of its kind that every company has
     * @param account where its money waits, by code; empty for the account of all receipts in hand
     * @param bankAccounts that it may be taken to; none for all
     */
    public record TenderRow(
            @NotNull Tender kind,
            @NotNull @Size(max = 40) String name,
            boolean active,
            @NotNull @Size(max = 20) String account,
            @NotNull @Size(max = 100) List<@Valid SiteAccount> bySite,
            @NotNull @Size(max = 100) List<@NotNull Long> bankAccounts) {}

    /**
     * How money is received, whole.
     *
     * @param version that was seen; grows with every change
     * @param cashAsOneTotal whether cash is told as one amount counted by hand, in place of its pieces
     * @param hidesAmounts whether whoever only counts sees no amounts before the count is in
     */
    public record MoneyIn(
            int version,
            boolean hidesAmounts,
            @Nullable Boolean cashAsOneTotal,
            @NotNull @Size(max = 100) List<@Valid CashLimit> cashLimits,
            @NotNull @Size(max = MOST) List<@Valid TenderRow> tenders) {}

    private TenderRow row(long companyId, TenderRule rule) {
        return new TenderRow(
                rule.kind(),
                rule.name(),
                rule.active(),
                rule.account().map(id -> code(companyId, id)).orElse(""),
                rule.siteAccounts().entrySet().stream()
                        .map(e -> new SiteAccount(e.getKey(), code(companyId, e.getValue())))
                        .sorted(Comparator.comparingLong(SiteAccount::siteId))
                        .toList(),
                rule.bankAccounts().stream().sorted().toList());
    }

    /** Ledger accounts of their own on which money of tenders waits. */
    @Transactional(readOnly = true)
    public Set<Long> waitsOn(long companyId) {
        Set<Long> out = new TreeSet<>();
        for (TenderRule rule : rules.findByCompanyIdOrderById(companyId)) {
            rule.account().ifPresent(out::add);
            out.addAll(rule.siteAccounts().values());
        }
        return out;
    }

    private String code(long companyId, long account) {
        return ledger.account(companyId, account).code();
    }

    /** The tenders of each kind, those every company has first. */
    @Transactional(readOnly = true)
    public MoneyIn get(long companyId) {
        Map<String, TenderRow> rows = new HashMap<>();
        for (Tender kind : Tender.values()) {
            rows.put(kind + "/", new TenderRow(kind, "", true, "", List.of(), List.of()));
        }
        rules.findByCompanyIdOrderById(companyId).forEach(r -> rows.put(r.kind() + "/" + r.name(), row(companyId, r)));
        Company company = companies.get(companyId);
        Optional<DeskSettings> kept = settings.findByCompanyId(companyId);
        return new MoneyIn(
                kept.map(DeskSettings::revision).orElse(0),
                kept.map(DeskSettings::hidesAmounts).orElse(false),
                kept.map(DeskSettings::cashAsOneTotal).orElse(false),
                kept.map(DeskSettings::cashLimits).orElse(Map.of()).entrySet().stream()
                        .map(e -> new CashLimit(e.getKey(), MinorUnits.toDecimal(e.getValue(), company.baseCurrency())))
                        .sorted(Comparator.comparingLong(CashLimit::siteId))
                        .toList(),
                rows.values().stream()
                        .sorted(Comparator.comparing(TenderRow::kind)
                                .thenComparing(r -> r.name().toLowerCase(Locale.ROOT)))
                        .toList());
    }

    /** Keeps all of it; a tender that is left out is as it was, since receipts may be of it. */
    @Transactional
    public void keep(long companyId, MoneyIn wanted, String who) {
        Company company = companies.get(companyId);
        DeskSettings desk = settings.findByCompanyId(companyId).orElseGet(() -> new DeskSettings(companyId));
        if (wanted.version() != desk.revision()) {
            throw new RuleViolation(
                    "tender.changed",
                    "",
                    say("tender.changed.found"),
                    say("tender.changed.expected"),
                    say("tender.changed.remedy"));
        }
        Map<Long, Long> limits = new HashMap<>();
        for (CashLimit limit : wanted.cashLimits()) {
            companies.site(companyId, limit.siteId());
            if (!limit.amount().isBlank()) {
                long amount = company.amountStyle().minorUnits(limit.amount(), company.baseCurrency(), "cashLimits");
                if (amount < 0) {
                    throw new RuleViolation(
                            "tender.limit",
                            "cashLimits",
                            limit.amount(),
                            say("tender.limit.expected"),
                            say("tender.limit.remedy"));
                }
                limits.put(limit.siteId(), amount);
            }
        }
        Set<String> names = new HashSet<>();
        for (int i = 0; i < wanted.tenders().size(); i++) {
            keep(companyId, wanted.tenders().get(i), "tenders[" + i + "]", names);
        }
        desk.set(wanted.hidesAmounts(), Boolean.TRUE.equals(wanted.cashAsOneTotal()), limits);
        settings.save(desk);
        activity.record(companyId, who, "money-in.kept", "company", companyId, say("tender.kept", told(wanted)));
    }

    private static String told(MoneyIn kept) {
        List<String> own = kept.tenders().stream()
                .filter(t -> !t.name().isBlank())
                .map(t -> t.name().strip())
                .toList();
        List<String> said = new ArrayList<>();
        said.add(kept.hidesAmounts() ? say("tender.amountsAreHidden") : say("tender.amountsAreShown"));
        if (!own.isEmpty()) {
            said.add(String.join(", ", own));
        }
        return String.join("; ", said);
    }

    private void keep(long companyId, TenderRow row, String label, Set<String> names) {
        String name = row.name().strip();
        if (!name.isEmpty()) {
            Fields.text(name, label + ".name", 40);
            boolean isKind = List.of(Tender.values()).stream()
                    .anyMatch(t -> t.words().equalsIgnoreCase(name) || t.name().equalsIgnoreCase(name));
            boolean otherwise = rules.findByCompanyIdOrderById(companyId).stream()
                    .anyMatch(r -> r.name().equalsIgnoreCase(name)
                            && (r.kind() != row.kind() || !r.name().equals(name)));
            if (isKind || otherwise || !names.add(name.toLowerCase(Locale.ROOT))) {
                throw Fields.taken(label + ".name", name);
            }
        }
        TenderRule rule = rules.findByCompanyIdAndKindAndName(companyId, row.kind(), name)
                .orElseGet(() -> new TenderRule(companyId, row.kind(), name));
        Map<Long, Long> bySite = new HashMap<>();
        for (SiteAccount account : row.bySite()) {
            companies.site(companyId, account.siteId());
            if (!account.account().isBlank()) {
                bySite.put(account.siteId(), waiting(companyId, account.account(), label + ".bySite"));
            }
        }
        row.bankAccounts().forEach(id -> bankAccounts.get(companyId, id));
        rule.set(
                row.active(),
                row.account().isBlank() ? null : Long.valueOf(waiting(companyId, row.account(), label + ".account")),
                bySite,
                Set.copyOf(row.bankAccounts()));
        rules.save(rule);
    }

    /** An account on which money can wait: no bank account's own, and nobody's items. */
    private long waiting(long companyId, String code, String label) {
        ChartAccount account = ledger.accountByCode(companyId, code)
                .orElseThrow(() -> new RuleViolation(
                        "account.unknown",
                        label,
                        say("account.unknown.found", code),
                        say("account.unknown.expected"),
                        say("account.unknown.remedy3")));
        boolean isBank = bankAccounts.list(companyId).stream().anyMatch(a -> a.ledgerAccountId() == account.id());
        if (isBank || account.control() != Control.NONE) {
            throw new RuleViolation(
                    "tender.waits",
                    label,
                    account.code() + " " + account.name(),
                    say("tender.waits.expected"),
                    say("tender.waits.remedy"));
        }
        return account.id();
    }

    private Optional<TenderRule> rule(long companyId, Tender kind, String name) {
        return rules.findByCompanyIdAndKindAndName(companyId, kind, name);
    }

    /** The tenders that the company added and still uses, by name. */
    @Transactional(readOnly = true)
    public Map<String, Tender> own(long companyId) {
        Map<String, Tender> out = new HashMap<>();
        rules.findByCompanyIdOrderById(companyId).stream()
                .filter(r -> r.active() && !r.name().isEmpty())
                .forEach(r -> out.put(r.name(), r.kind()));
        return out;
    }

    /** @throws RuleViolation {@code tender.none} where the company has no such tender, or no longer */
    public void check(long companyId, Tender kind, String name) {
        Optional<TenderRule> rule = rule(companyId, kind, name);
        if (name.isEmpty()
                ? rule.isPresent() && !rule.get().active()
                : rule.isEmpty() || !rule.get().active()) {
            throw new RuleViolation(
                    "tender.none",
                    "tender",
                    name.isEmpty() ? kind.words() : name,
                    say("tender.none.expected"),
                    say("tender.none.remedy"));
        }
    }

    /**
     * The account on which the money of a tender waits at a site: the site's own, else the tender's, else the one of all
     * receipts in hand.
     *
     * @throws RuleViolation {@code receipt.account} where there is none
     */
    public ChartAccount waitsOn(long companyId, Tender kind, String name, @Nullable Long siteId) {
        Optional<TenderRule> rule = rule(companyId, kind, name);
        Optional<Long> ofSite = siteId == null
                ? Optional.empty()
                : rule.map(TenderRule::siteAccounts).map(m -> m.get(siteId)).filter(Objects::nonNull);
        return ofSite.or(() -> rule.flatMap(TenderRule::account))
                .or(() -> companies.get(companyId).purpose(Purpose.RECEIPTS_IN_HAND))
                .map(id -> ledger.account(companyId, id))
                .orElseThrow(() -> new RuleViolation(
                        "receipt.account",
                        "account",
                        say("receipt.account.found"),
                        say("receipt.account.expected"),
                        say("receipt.account.remedy")));
    }

    /** All accounts on which receipts wait. */
    @Transactional(readOnly = true)
    public Set<Long> waitingAccounts(long companyId) {
        Set<Long> out = new HashSet<>();
        companies.get(companyId).purpose(Purpose.RECEIPTS_IN_HAND).ifPresent(out::add);
        rules.findByCompanyIdOrderById(companyId).forEach(r -> {
            r.account().ifPresent(out::add);
            out.addAll(r.siteAccounts().values());
        });
        return out;
    }

    /** @throws RuleViolation {@code tender.bank} where what was received so may not be taken to the account */
    public void checkMayGoTo(long companyId, Tender kind, String name, BankAccount account) {
        Set<Long> only =
                rule(companyId, kind, name).map(TenderRule::bankAccounts).orElse(Set.of());
        if (!only.isEmpty() && !only.contains(account.id())) {
            throw new RuleViolation(
                    "tender.bank",
                    "put",
                    say("tender.bank.found", name.isEmpty() ? kind.words() : name, account.name()),
                    say("tender.bank.expected"),
                    say("tender.bank.remedy"));
        }
    }

    /** Whether whoever only counts sees no amounts before the count is in. */
    @Transactional(readOnly = true)
    public boolean hidesAmounts(long companyId) {
        return settings.findByCompanyId(companyId)
                .map(DeskSettings::hidesAmounts)
                .orElse(false);
    }

    /** Whether cash is told as one amount counted by hand, in place of its pieces. */
    @Transactional(readOnly = true)
    public boolean cashAsOneTotal(long companyId) {
        return settings.findByCompanyId(companyId)
                .map(DeskSettings::cashAsOneTotal)
                .orElse(false);
    }

    /** By site, in minor units of the company's currency. */
    @Transactional(readOnly = true)
    public Map<Long, Long> cashLimits(long companyId) {
        return settings.findByCompanyId(companyId).map(DeskSettings::cashLimits).orElse(Map.of());
    }
}
