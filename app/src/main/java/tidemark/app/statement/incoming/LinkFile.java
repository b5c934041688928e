package tidemark.app.statement.incoming;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import org.joda.money.CurrencyUnit;
import tidemark.core.format.StatementFiles;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.Balance;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;
import tidemark.core.statement.CheckNumbers;
import tidemark.core.statement.ReadLine;
import tidemark.core.statement.ReadStatement;
import tidemark.core.statement.ReadWarning;
import tidemark.core.statement.StatementFacts;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * What a bank link fetched of one account, kept as it was fetched: {@code {account, from, balances, booked, pending}}.
 * What is booked up to the closing balance makes a statement; what is booked after it or pending is interim.
 */
public final class LinkFile {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final int LONGEST = 2_000;

    private LinkFile() {}

    public static StatementFiles.Contents read(byte[] content) {
        try {
            JsonNode file = JSON.readTree(content);
            CurrencyUnit currency = MinorUnits.currency(
                    file.path("account").path("currency").asString(""), say("incoming.accountCurrency"));
            Optional<Balance> closing = closing(file.path("balances"), currency);
            List<ReadLine> done = new ArrayList<>();
            List<ReadLine> later = new ArrayList<>();
            int place = 0;
            for (JsonNode node : file.path("booked")) {
                ReadLine line = line(node, currency, ++place, false);
                boolean closed = closing.isPresent()
                        && !line.line().bookingDate().isAfter(closing.get().date());
                (closed ? done : later).add(line);
            }
            for (JsonNode node : file.path("pending")) {
                later.add(line(node, currency, ++place, true));
            }
            String number = file.path("account").path("number").asString("");
            List<ReadStatement> statements = new ArrayList<>();
            LocalDate from = LocalDate.parse(file.path("from").asString(""));
            if (closing.isPresent()) {
                statements.add(new ReadStatement(
                        new StatementFacts(
                                StatementFacts.Kind.BOOKED,
                                number,
                                "",
                                Optional.of(currency),
                                Optional.of(from),
                                closing.map(Balance::date),
                                Optional.empty(),
                                closing),
                        done));
            }
            statements.add(new ReadStatement(
                    new StatementFacts(
                            StatementFacts.Kind.INTERIM,
                            number,
                            "",
                            Optional.of(currency),
                            Optional.empty(),
                            Optional.empty(),
                            Optional.empty(),
                            Optional.empty()),
                    later));
            return new StatementFiles.Contents(say("incoming.bankLink"), statements, List.<ReadWarning>of());
        } catch (JacksonException | java.time.DateTimeException e) {
            throw new RuleViolation(
                    "link.unreadable",
                    "",
                    say("link.unreadable.found", e.getClass().getSimpleName()),
                    say("link.unreadable.expected"),
                    say("link.unreadable.remedy"));
        }
    }

    private static Optional<Balance> closing(JsonNode balances, CurrencyUnit currency) {
        for (JsonNode node : balances) {
            if (node.path("balanceType").asString("").equals("closingBooked")) {
                return Optional.of(new Balance(
                        LocalDate.parse(node.path("referenceDate").asString("")),
                        amount(node.path("balanceAmount"), currency, "balance")));
            }
        }
        return Optional.empty();
    }

    private static long amount(JsonNode node, CurrencyUnit currency, String where) {
        String code = node.path("currency").asString("");
        if (!code.equals(currency.getCode())) {
            throw new RuleViolation(
                    "currency.other",
                    where,
                    say("currency.other.found2", code),
                    say("currency.other.expected3", currency.getCode()),
                    say("currency.other.remedy2"));
        }
        return MinorUnits.parse(node.path("amount").asString(""), currency, where);
    }

    private static ReadLine line(JsonNode node, CurrencyUnit currency, int place, boolean pending) {
        String where = say("incoming.transaction", place);
        long amount = amount(node.path("transactionAmount"), currency, where);
        LocalDate booked = LocalDate.parse(
                node.path("bookingDate").asString(node.path("valueDate").asString("")));
        String reference = text(node, "endToEndId");
        String bank = text(node, "transactionId");
        return new ReadLine(
                new BankLine(
                        new BankLineId(place),
                        booked,
                        node.has("valueDate")
                                ? LocalDate.parse(node.path("valueDate").asString())
                                : booked,
                        amount,
                        reference.equals("NOTPROVIDED") ? "" : reference,
                        bank.isEmpty() ? text(node, "entryReference") : bank,
                        CheckNumbers.plain(text(node, "checkId")),
                        text(node, amount < 0 ? "creditorName" : "debtorName"),
                        text(node, "remittanceInformationUnstructured"),
                        text(
                                node,
                                node.has("bankTransactionCode")
                                        ? "bankTransactionCode"
                                        : "proprietaryBankTransactionCode")),
                place,
                OptionalLong.empty(),
                pending,
                "");
    }

    private static String text(JsonNode node, String field) {
        String text = node.path(field).asString("");
        return text.length() > LONGEST ? text.substring(0, LONGEST) : text;
    }
}
