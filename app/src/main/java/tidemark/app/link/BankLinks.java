package tidemark.app.link;

import static tidemark.core.words.Catalogue.say;

import java.nio.charset.StandardCharsets;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.annotation.Lazy;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;
import tidemark.app.access.NotFound;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.database.FreeSpace;
import tidemark.app.setup.SetUp;
import tidemark.app.statement.Statements;
import tidemark.app.statement.incoming.IncomingFiles;
import tidemark.core.problem.RuleViolation;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Links to banks: asked for, signed in at the bank, tied to accounts, polled with patience, ended. */
@Service
@Lazy(false)
class BankLinks {
    private static final Logger LOG = LoggerFactory.getLogger(BankLinks.class);
    private static final int CONSENT_DAYS = 90;
    /** Days before the last closing that are fetched again, for what a bank books late. */
    private static final int OVERLAP_DAYS = 7;

    private final LinkRecords records;
    private final Banks banks;
    private final AccountInformation information;
    private final BankAccounts accounts;
    private final Statements statements;
    private final IncomingFiles incomingFiles;
    private final JsonMapper json;
    private final FreeSpace space;

    BankLinks(
            LinkRecords records,
            Banks banks,
            AccountInformation information,
            BankAccounts accounts,
            Statements statements,
            IncomingFiles incomingFiles,
            JsonMapper json,
            FreeSpace space) {
        this.space = space;
        this.records = records;
        this.banks = banks;
        this.information = information;
        this.accounts = accounts;
        this.statements = statements;
        this.incomingFiles = incomingFiles;
        this.json = json;
    }

    /** What a poll of one account brought. */
    record Fetched(long accountId, String state, int lines, int interim, String told) {}

    /** Polls all links whose time has come; no failure of one keeps another waiting. */
    @Scheduled(
            initialDelayString = "${tidemark.link.look-seconds:60}",
            fixedDelayString = "${tidemark.link.look-seconds:60}",
            timeUnit = TimeUnit.SECONDS)
    void pollDue() {
        try {
            for (BankLink link : space.isLow() ? List.<BankLink>of() : records.due(records.now())) {
                try {
                    poll(link.companyId(), link.id(), say("link.bankLink"));
                } catch (LinkFailure e) {
                    LOG.info("Bank link {}: {}", link.id(), e.told());
                } catch (RuntimeException e) {
                    LOG.warn("Bank link {} was not polled", link.id(), e);
                }
            }
        } catch (RuntimeException e) {
            LOG.warn("Polling failed", e);
        }
    }

    /** Asks a bank for a consent; the person then signs in at the place that is given. */
    AccountInformation.Asked ask(long companyId, String bankId, int hours, int days, String returnTo, String who) {
        Banks.Bank bank = banks.get(bankId);
        AccountInformation.Asked asked =
                information.ask(bank, records.today(companyId).plusDays(CONSENT_DAYS), returnTo);
        records.begin(companyId, bank, asked, hours, days, who);
        return asked;
    }

    /** Asks for a new consent in place of one that has lapsed or is about to. */
    AccountInformation.Asked renew(long companyId, long id, String returnTo, String who) {
        BankLink link = records.get(companyId, id);
        Banks.Bank bank = banks.get(link.bank());
        AccountInformation.Asked asked =
                information.ask(bank, records.today(companyId).plusDays(CONSENT_DAYS), returnTo);
        records.change(companyId, id, l -> l.renewed(asked), who, say("link.askedForANewConsent", bank.name()));
        return asked;
    }

    /** Looks at the bank how a consent stands, and which accounts it opens. */
    BankLink refresh(long companyId, long id, String who) {
        BankLink link = records.get(companyId, id);
        Banks.Bank bank = banks.get(link.bank());
        try {
            if (!link.askedConsentId().isEmpty()) {
                link = replacement(companyId, link, bank, who);
            }
            AccountInformation.Consent consent = information.consent(bank, link.consentId());
            if (consent.status().equals("valid")) {
                records.found(companyId, id, information.accounts(bank, link.consentId()));
                return link.state() == BankLink.State.VALID
                        ? records.get(companyId, id)
                        : records.change(
                                companyId,
                                id,
                                l -> l.valid(consent.validUntil(), records.now()),
                                who,
                                say("link.gaveItsConsentUntil", bank.name(), consent.validUntil()));
            }
            if (consent.status().equals("received")) {
                return link;
            }
            LinkFailure lapsed = new LinkFailure(LinkFailure.Kind.LAPSED, consent.status());
            return records.change(companyId, id, l -> l.failed(lapsed, records.now()), who, lapsed.told());
        } catch (LinkFailure e) {
            records.change(companyId, id, l -> l.failed(e, records.now()), null, "");
            throw e;
        }
    }

    /** Looks how a consent stands that was asked for while another is valid; that one goes on unless this one is given. */
    private BankLink replacement(long companyId, BankLink link, Banks.Bank bank, String who) {
        AccountInformation.Consent asked;
        try {
            asked = information.consent(bank, link.askedConsentId());
        } catch (LinkFailure e) {
            if (e.kind() != LinkFailure.Kind.LAPSED) {
                throw e;
            }
            // the one that was asked for is gone; the one that is valid stays
            return notGiven(companyId, link, bank, who);
        }
        return switch (asked.status()) {
            case "valid" ->
                records.change(
                        companyId,
                        link.id(),
                        l -> l.replaced(asked.validUntil(), records.now()),
                        who,
                        say("link.gaveANewConsentUntil", bank.name(), asked.validUntil()));
            case "received" -> link;
            default -> notGiven(companyId, link, bank, who);
        };
    }

    private BankLink notGiven(long companyId, BankLink link, Banks.Bank bank, String who) {
        return records.change(
                companyId, link.id(), BankLink::notGiven, who, say("link.wasNotGivenANewConsent", bank.name()));
    }

    /** Fetches all tied accounts of a link. What the bank gave is taken or waits for a decision like any file. */
    List<Fetched> poll(long companyId, long id, String who) {
        BankLink link = records.get(companyId, id);
        if (link.state() != BankLink.State.VALID) {
            throw new RuleViolation(
                    "link.state", "", say("link.state.found"), say("link.state.expected"), say("link.state.remedy"));
        }
        Banks.Bank bank = banks.get(link.bank());
        List<Fetched> out = new ArrayList<>();
        try {
            for (LinkedAccount linked : records.accounts(id)) {
                Long accountId = linked.bankAccountId();
                if (accountId != null) {
                    out.add(fetch(companyId, link, bank, linked, accounts.get(companyId, accountId), who));
                }
            }
            records.change(companyId, id, l -> l.good(records.now()), null, "");
        } catch (LinkFailure e) {
            records.change(companyId, id, l -> l.failed(e, records.now()), null, "");
            throw e;
        }
        return out;
    }

    private Fetched fetch(
            long companyId, BankLink link, Banks.Bank bank, LinkedAccount linked, BankAccount account, String who) {
        LocalDate last = statements.lastClosing(account).date();
        LocalDate overlap = last.minusDays(OVERLAP_DAYS);
        LocalDate first = account.openingDate().plusDays(1);
        LocalDate from = overlap.isBefore(first) ? first : overlap;
        // what lies further back than asked for is left to statement files, if nothing was read yet
        LocalDate furthest = records.today(companyId).minusDays(link.daysBack());
        if (last.equals(account.openingDate()) && from.isBefore(furthest)) {
            from = furthest;
        }
        ObjectNode fetched = information.fetch(bank, link.consentId(), linked.resourceId(), from);
        ObjectNode of = fetched.putObject("account");
        of.put("number", account.number());
        of.put("currency", linked.currency());
        String name = say("link.fromJson").formatted(bank.name(), account.name(), from);
        return told(
                account.id(),
                incomingFiles.deliver(
                        companyId,
                        account.id(),
                        name,
                        json.writeValueAsString(fetched).getBytes(StandardCharsets.UTF_8),
                        who));
    }

    private static Fetched told(long accountId, IncomingFiles.Delivered d) {
        return new Fetched(accountId, d.state(), d.lines(), d.interim(), d.told());
    }

    /** Makes an account of ours for one found at the bank, and ties the two. */
    void own(
            long companyId,
            long id,
            long foundId,
            String name,
            String openingMonth,
            String openingBalance,
            String who,
            SetUp setUp) {
        BankLink link = records.get(companyId, id);
        LinkedAccount found = records.accounts(id).stream()
                .filter(a -> a.id() == foundId)
                .findFirst()
                .orElseThrow(() -> new NotFound(say("link.accountOfTheLink")));
        YearMonth month;
        try {
            month = YearMonth.parse(openingMonth);
        } catch (DateTimeException e) {
            throw new RuleViolation(
                    "month.unreadable",
                    "openingMonth",
                    openingMonth,
                    say("month.unreadable.expected"),
                    say("month.unreadable.remedy"));
        }
        long account = setUp.addBankAccount(
                        companyId,
                        new SetUp.NewBankAccount(
                                name,
                                banks.get(link.bank()).name(),
                                found.number(),
                                found.currency(),
                                month,
                                openingBalance,
                                "",
                                null),
                        who)
                .account()
                .id();
        records.feed(companyId, id, foundId, account, who);
    }

    void end(long companyId, long id, String who) {
        BankLink link = records.get(companyId, id);
        Banks.Bank bank = banks.get(link.bank());
        try {
            information.end(bank, link.consentId());
        } catch (LinkFailure e) {
            LOG.info("The bank was not told of the end of link {}: {}", id, e.told());
        }
        records.change(companyId, id, BankLink::end, who, say("link.endedTheLinkTo", bank.name()));
    }
}
