package tidemark.app.link;

import static tidemark.core.words.Catalogue.say;

import java.net.http.HttpRequest;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import tools.jackson.databind.JsonNode;

/**
 * The way of files to a bank that is linked: handed in for an account, followed, and what the bank answers fetched. It is the
 * bank's own interface, beside NextGenPSD2, over the same consent.
 */
@Service
public class BankFileLine {
    private final LinkRecords records;
    private final Banks banks;
    private final AccountInformation information;

    BankFileLine(LinkRecords records, Banks banks, AccountInformation information) {
        this.records = records;
        this.banks = banks;
        this.information = information;
    }

    /** Where files of an account of ours go. */
    public record Line(long linkId, String bankName, int everyHours) {}

    /** @param state ACCEPTED, REFUSED, or what a bank says before */
    public record FileAtBank(String reference, String state, List<String> problems, List<String> answers) {}

    /** The valid link that feeds an account. */
    public Optional<Line> of(long companyId, long bankAccountId) {
        return link(companyId, bankAccountId)
                .map(l -> new Line(l.id(), banks.get(l.bank()).name(), l.everyHours()));
    }

    private Optional<BankLink> link(long companyId, long bankAccountId) {
        return records.list(companyId).stream()
                .filter(l -> l.state() == BankLink.State.VALID)
                .filter(l -> records.accounts(l.id()).stream()
                        .anyMatch(a -> Long.valueOf(bankAccountId).equals(a.bankAccountId())))
                .findFirst();
    }

    private record At(Banks.Bank bank, String consent, String path) {}

    private At at(long companyId, long bankAccountId) {
        BankLink link = link(companyId, bankAccountId)
                .orElseThrow(() -> new LinkFailure(LinkFailure.Kind.LAPSED, say("link.noLineForFiles")));
        String resource = records.accounts(link.id()).stream()
                .filter(a -> Long.valueOf(bankAccountId).equals(a.bankAccountId()))
                .map(LinkedAccount::resourceId)
                .findFirst()
                .orElseThrow();
        return new At(
                banks.get(link.bank()),
                link.consentId(),
                "/v1/accounts/" + AccountInformation.encoded(resource) + "/files");
    }

    /** @throws LinkFailure where the bank does not take it */
    public FileAtBank handIn(long companyId, long bankAccountId, String name, byte[] content) {
        At at = at(companyId, bankAccountId);
        return read(information.send(
                at.bank(),
                information
                        .request(at.bank(), at.path() + "?name=" + AccountInformation.encoded(name), at.consent())
                        .header("Content-Type", "application/octet-stream")
                        .POST(HttpRequest.BodyPublishers.ofByteArray(content))));
    }

    /** A file that is at the bank already, by its content; so that nothing goes twice when an answer was lost. */
    public Optional<FileAtBank> known(long companyId, long bankAccountId, String sha256) {
        At at = at(companyId, bankAccountId);
        JsonNode files = information
                .send(
                        at.bank(),
                        information.request(at.bank(), at.path(), at.consent()).GET())
                .path("files");
        return files.valueStream()
                .filter(f -> f.path("sha256").asString("").equals(sha256))
                .map(BankFileLine::read)
                .filter(f -> !f.state().equals("REFUSED"))
                .findFirst();
    }

    public FileAtBank look(long companyId, long bankAccountId, String reference) {
        At at = at(companyId, bankAccountId);
        return read(information.send(
                at.bank(),
                information
                        .request(at.bank(), at.path() + "/" + AccountInformation.encoded(reference), at.consent())
                        .GET()));
    }

    /** @param which from 1, in the bank's order */
    public byte[] answer(long companyId, long bankAccountId, String reference, int which) {
        At at = at(companyId, bankAccountId);
        return information.fetched(
                at.bank(),
                information
                        .request(
                                at.bank(),
                                at.path() + "/" + AccountInformation.encoded(reference) + "/answers/" + which,
                                at.consent())
                        .GET());
    }

    private static FileAtBank read(JsonNode node) {
        List<String> problems = new ArrayList<>();
        node.path("problems").forEach(p -> problems.add(p.asString("")));
        List<String> answers = new ArrayList<>();
        node.path("answers").forEach(a -> answers.add(a.path("name").asString("")));
        String reference = node.path("fileId").asString("");
        if (reference.isEmpty()) {
            throw new LinkFailure(LinkFailure.Kind.UNREADABLE, say("link.noReferenceOfAFile"));
        }
        return new FileAtBank(reference, node.path("state").asString(""), problems, answers);
    }
}
