package tidemark.app.link;

import static tidemark.core.words.Catalogue.say;

import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.core.problem.RuleViolation;
import tools.jackson.databind.JsonNode;

/** The records of links, each change in a transaction of its own; no bank is asked inside one. */
@Service
class LinkRecords {
    private final BankLinkRepository links;
    private final LinkedAccountRepository linked;
    private final BankAccounts accounts;
    private final ActivityLog activity;
    private final Companies companies;
    private final Clock clock;

    LinkRecords(
            BankLinkRepository links,
            LinkedAccountRepository linked,
            BankAccounts accounts,
            ActivityLog activity,
            Companies companies,
            Clock clock) {
        this.companies = companies;
        this.links = links;
        this.linked = linked;
        this.accounts = accounts;
        this.activity = activity;
        this.clock = clock;
    }

    @Transactional
    public BankLink begin(
            long companyId, Banks.Bank bank, AccountInformation.Asked asked, int hours, int days, String who) {
        BankLink link = links.save(new BankLink(companyId, bank.id(), asked, hours, days, who, clock.instant()));
        activity.record(
                companyId, who, "link.asked", "bank_link", link.id(), say("link.asked.askedForAConsent", bank.name()));
        return link;
    }

    @Transactional(readOnly = true)
    public List<BankLink> list(long companyId) {
        return links.findByCompanyIdOrderById(companyId);
    }

    @Transactional(readOnly = true)
    public List<BankLink> due(Instant now) {
        return links.due(now);
    }

    @Transactional(readOnly = true)
    public BankLink get(long companyId, long id) {
        return links.findByIdAndCompanyId(id, companyId).orElseThrow(() -> new NotFound(say("link.bankLink")));
    }

    @Transactional(readOnly = true)
    public List<LinkedAccount> accounts(long linkId) {
        return linked.findByBankLinkIdOrderById(linkId);
    }

    @Transactional
    public BankLink change(long companyId, long id, Consumer<BankLink> change, @Nullable String who, String text) {
        BankLink link = get(companyId, id);
        change.accept(link);
        if (who != null) {
            activity.record(companyId, who, "link.changed", "bank_link", id, text);
        }
        return link;
    }

    /** Keeps the accounts a bank shows; those it shows no longer stay known and feed nothing new. */
    @Transactional
    public void found(long companyId, long id, JsonNode found) {
        get(companyId, id);
        List<LinkedAccount> known = linked.findByBankLinkIdOrderById(id);
        for (JsonNode node : found) {
            String resource = node.path("resourceId").asString("");
            if (!resource.isEmpty()
                    && known.stream().noneMatch(k -> k.resourceId().equals(resource))) {
                String number = node.path("iban").asString(node.path("bban").asString(resource));
                linked.save(new LinkedAccount(
                        id,
                        cut(resource, 100),
                        cut(number, 80),
                        cut(node.path("name").asString(number), 120),
                        currency(node)));
            }
        }
    }

    private static String currency(JsonNode node) {
        String code = node.path("currency").asString("");
        if (code.length() != 3) {
            throw new LinkFailure(LinkFailure.Kind.UNREADABLE, say("link.anAccountWithoutACurrency"));
        }
        return code;
    }

    private static String cut(String text, int most) {
        return text.length() > most ? text.substring(0, most) : text;
    }

    /** Ties a found account to one of ours, or loosens it. */
    @Transactional
    public void feed(long companyId, long id, long linkedId, @Nullable Long accountId, String who) {
        get(companyId, id);
        LinkedAccount account = linked.findByIdAndBankLinkId(linkedId, id)
                .orElseThrow(() -> new NotFound(say("link.accountOfTheLink")));
        if (accountId != null) {
            BankAccount own = accounts.get(companyId, accountId);
            if (!own.currency().getCode().equals(account.currency())) {
                throw new RuleViolation(
                        "link.currency",
                        "accountId",
                        say("link.currency.found", own.name(), own.currency().getCode()),
                        say("link.currency.expected", account.currency()),
                        say("link.currency.remedy"));
            }
            if (!accountId.equals(account.bankAccountId()) && linked.feeding(accountId) > 0) {
                throw new RuleViolation(
                        "link.twice",
                        "accountId",
                        say("link.twice.found", own.name()),
                        say("link.twice.expected"),
                        say("link.twice.remedy"));
            }
        }
        account.feeds(accountId);
        activity.record(
                companyId,
                who,
                "link.account",
                "bank_link",
                id,
                accountId == null
                        ? say("link.account.noLongerTakes", account.name())
                        : say(
                                "link.account.atTheBankFeeds",
                                account.name(),
                                accounts.get(companyId, accountId).name()));
    }

    LocalDate today(long companyId) {
        return companies.today(companyId);
    }

    Instant now() {
        return clock.instant();
    }
}
