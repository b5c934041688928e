package tidemark.app.link;

import static tidemark.core.words.Catalogue.say;

import java.net.URI;
import java.net.http.HttpRequest;
import java.time.LocalDate;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.springframework.stereotype.Service;
import tidemark.app.access.NotFound;
import tidemark.app.bankanswer.BankAnswerBooks;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.deposit.DepositSlips;
import tidemark.app.ledger.CashEntryRepository;
import tidemark.app.ledger.CashEntryRow;
import tidemark.core.ledger.CashEntry;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Practises a month with the practice bank: tells it what was written and taken to the bank, and moves its date on. */
@Service
class PracticeControls {
    private final Banks banks;
    private final AccountInformation information;
    private final LinkRecords records;
    private final BankAccounts accounts;
    private final CashEntryRepository entries;
    private final DepositSlips slips;
    private final BankAnswerBooks answers;
    private final JsonMapper json;

    PracticeControls(
            Banks banks,
            AccountInformation information,
            LinkRecords records,
            BankAccounts accounts,
            CashEntryRepository entries,
            DepositSlips slips,
            BankAnswerBooks answers,
            JsonMapper json) {
        this.banks = banks;
        this.information = information;
        this.records = records;
        this.accounts = accounts;
        this.entries = entries;
        this.slips = slips;
        this.answers = answers;
        this.json = json;
    }

    /** The practice bank's date and what troubles it. */
    record Stage(LocalDate date, String trouble, int instructions) {}

    private Banks.Bank bank(long companyId, long linkId) {
        BankLink link = records.get(companyId, linkId);
        if (!link.bank().equals(Banks.PRACTICE)) {
            throw new NotFound(say("link.practiceBank2"));
        }
        return banks.get(link.bank());
    }

    Stage stage(long companyId, long linkId) {
        return stage(information.send(
                bank(companyId, linkId), request(bank(companyId, linkId), "").GET()));
    }

    private static Stage stage(JsonNode node) {
        return new Stage(
                LocalDate.parse(node.path("date").asString()),
                node.path("trouble").asString(),
                node.path("instructions").asInt());
    }

    private static HttpRequest.Builder request(Banks.Bank bank, String path) {
        return HttpRequest.newBuilder(URI.create(bank.address() + "/practice-controls" + path))
                .header("X-Practice-Controls", "yes")
                .header("Content-Type", "application/json");
    }

    private JsonNode post(Banks.Bank bank, String path, ObjectNode body) {
        return information.send(
                bank, request(bank, path).POST(HttpRequest.BodyPublishers.ofString(json.writeValueAsString(body))));
    }

    /** Tells the bank of every cash entry of the accounts that it feeds, then moves its date on. */
    Stage advance(long companyId, long linkId, LocalDate to) {
        Banks.Bank bank = bank(companyId, linkId);
        ObjectNode body = json.createObjectNode();
        ArrayNode list = body.putArray("instructions");
        for (LinkedAccount linked : records.accounts(linkId)) {
            if (linked.bankAccountId() != null) {
                BankAccount account = accounts.get(companyId, linked.bankAccountId());
                open(account, to).forEach(e -> instruction(list, linked, e));
            }
        }
        post(bank, "/instructions", body);
        return stage(post(bank, "/advance", json.createObjectNode().put("to", to.toString())));
    }

    private List<CashEntryRow> open(BankAccount account, LocalDate to) {
        List<CashEntryRow> all = entries.openUpTo(account.id(), to).stream()
                .filter(e -> e.entry().date().isAfter(account.openingDate()))
                .toList();
        // what the bank told us of files it was handed it has booked itself
        Set<Long> said = answers.saidByTheBank(
                account.companyId(),
                all.stream()
                        .map(CashEntryRow::journalEntryId)
                        .filter(Objects::nonNull)
                        .toList());
        return all.stream().filter(e -> !said.contains(e.journalEntryId())).toList();
    }

    private void instruction(ArrayNode list, LinkedAccount linked, CashEntryRow row) {
        CashEntry entry = row.entry();
        ObjectNode node = list.addObject();
        node.put("id", Long.toString(row.id()));
        node.put("account", linked.resourceId());
        node.put("day", entry.date().toString());
        node.put("kind", !entry.checkNumber().isEmpty() ? "CHECK" : entry.minorUnits() > 0 ? "DEPOSIT" : "TRANSFER");
        node.put("cents", entry.minorUnits());
        node.put("reference", entry.reference());
        node.put("check", entry.checkNumber());
        node.put("name", entry.party());
        ArrayNode items = node.putArray("items");
        Long booked = row.journalEntryId();
        if (booked != null) {
            slips.items(booked).forEach(items::add);
        }
    }

    /** The next of a name that is in a file comes back, for a reason. */
    Stage comesBack(long companyId, long linkId, String name, String code) {
        return stage(post(
                bank(companyId, linkId),
                "/comes-back",
                json.createObjectNode().put("name", name).put("code", code)));
    }

    Stage trouble(long companyId, long linkId, String trouble) {
        return stage(post(
                bank(companyId, linkId), "/trouble", json.createObjectNode().put("trouble", trouble)));
    }
}
