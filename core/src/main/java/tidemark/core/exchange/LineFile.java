package tidemark.core.exchange;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;
import tidemark.core.statement.CheckNumbers;
import tidemark.core.statement.ReadLine;
import tidemark.core.statement.ReadStatement;
import tidemark.core.table.CsvTable;

/**
 * Bank lines with names of their own: a CSV file with the columns {@code line_id, account, booking_date, value_date,
 * amount, currency, type, bank_ref, end_to_end_ref, check_no, remittance, balance}, of which {@code line_id},
 * {@code booking_date} and {@code amount} are needed; or any statement that was read. Amounts are signed decimals, + is
 * money in.
 */
public final class LineFile {
    private static final List<String> NEEDED = List.of("line_id", "booking_date", "amount");
    private static final CsvTable TABLE = CsvTable.bulk(
            NEEDED,
            List.of(
                    "account",
                    "value_date",
                    "currency",
                    "type",
                    "bank_ref",
                    "end_to_end_ref",
                    "check_no",
                    "remittance",
                    "balance",
                    "counterparty"));

    private LineFile() {}

    /** Whether a file that begins so is one of these. */
    public static boolean fits(String start) {
        int end = start.indexOf('\n');
        String header = (end < 0 ? start : start.substring(0, end)).toLowerCase(Locale.ROOT);
        List<String> names =
                List.of(header.replace("\uFEFF", "").replace("\"", "").strip().split("\\s*[,\t]\\s*", -1));
        return names.containsAll(NEEDED);
    }

    /**
     * The lines of a CSV file. Cost: O(length).
     *
     * @throws RuleViolation with each row that could not be understood, the first fifty
     */
    public static List<NamedLine> read(String content, CurrencyUnit assumed) {
        Set<String> ids = new HashSet<>();
        return TABLE.read(content, row -> line(row, assumed, ids)).rowsOrRefuse();
    }

    private static NamedLine line(CsvTable.Row row, CurrencyUnit assumed, Set<String> ids) {
        String id = row.needed("line_id");
        if (!ids.add(id)) {
            row.problem(
                    "line.twice",
                    "line_id",
                    say("line.twice.found", id),
                    say("line.twice.expected"),
                    say("line.twice.remedy"));
        }
        CurrencyUnit currency = row.text("currency").isEmpty()
                ? assumed
                : MinorUnits.currency(row.text("currency"), say("exchange.lineCurrency", row.fileLine()));
        LocalDate booked = row.date("booking_date");
        long amount = row.amount("amount", currency);
        return new NamedLine(
                id,
                row.text("account"),
                currency,
                new BankLine(
                        new BankLineId(row.fileLine()),
                        booked,
                        row.dateOr("value_date", booked),
                        amount == 0 ? 1 : amount,
                        row.text("end_to_end_ref"),
                        row.text("bank_ref"),
                        CheckNumbers.plain(row.text("check_no")),
                        row.text("counterparty"),
                        row.text("remittance"),
                        row.text("type")));
    }

    /** The booked lines of statements, named by the bank's reference; what has none, or one used before, by its place. */
    public static List<NamedLine> of(List<ReadStatement> statements, CurrencyUnit assumed) {
        List<NamedLine> out = new ArrayList<>();
        Map<String, Integer> used = new HashMap<>();
        for (ReadStatement statement : statements) {
            String account = statement.facts().accountNumber();
            for (ReadLine read : statement.booked()) {
                BankLine line = read.line();
                String name = line.bankReference().isEmpty()
                        ? (account.isEmpty() ? "line" : account) + "-" + line.bookingDate()
                        : line.bankReference();
                int before = used.merge(name, 1, Integer::sum);
                out.add(new NamedLine(
                        before == 1 && !line.bankReference().isEmpty() ? name : name + "-" + before,
                        account,
                        statement.facts().currency().orElse(assumed),
                        line));
            }
        }
        return out;
    }
}
