package tidemark.core.exchange;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import tidemark.core.matching.Learned;
import tidemark.core.matching.LedgerItem;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;
import tidemark.core.statement.CheckNumbers;
import tidemark.core.table.CsvTable;

/**
 * What was decided before, one match a row, in one of two forms. With {@code line_id} and {@code entry_ids} (several
 * separated by {@code ;}) it speaks of lines and entries of the files it comes with: these are decided and not matched
 * again. Else it tells of a line and an entry of the past: {@code booking_date, amount, type, bank_ref, end_to_end_ref,
 * check_no, remittance} of the line and {@code date, entry_amount, kind, reference, party, description} of the entry,
 * of which the amount and the party or reference are what is mostly learned from. {@code decision} is {@code accepted},
 * which is meant where it is empty, or {@code undone}.
 */
public final class HistoryFile {
    private static final CsvTable TABLE = CsvTable.bulk(
            List.of(),
            List.of(
                    "line_id",
                    "entry_ids",
                    "decision",
                    "status",
                    "account",
                    "booking_date",
                    "amount",
                    "type",
                    "bank_ref",
                    "end_to_end_ref",
                    "check_no",
                    "remittance",
                    "date",
                    "entry_amount",
                    "kind",
                    "reference",
                    "party",
                    "description"));

    private HistoryFile() {}

    /** A decision on lines and entries that are in the files at hand. */
    public record Pair(String line, List<String> entries, boolean accepted) {
        public Pair {
            entries = List.copyOf(entries);
        }
    }

    /** @param pairs decisions on what is at hand; {@code past} those on what is not */
    public record History(List<Pair> pairs, Learned past) {
        public static final History NONE = new History(List.of(), Learned.NOTHING);

        public History {
            pairs = List.copyOf(pairs);
        }
    }

    /** @throws RuleViolation with each row that could not be understood, the first fifty */
    public static History read(String content, CurrencyUnit currency) {
        List<Pair> pairs = new ArrayList<>();
        List<Learned.Decided> accepted = new ArrayList<>();
        List<Learned.Decided> undone = new ArrayList<>();
        TABLE.read(content, row -> {
                    boolean taken = !row.text("decision").equalsIgnoreCase("undone")
                            && !row.text("status").equalsIgnoreCase("undone");
                    if (!row.text("line_id").isEmpty()) {
                        pairs.add(new Pair(row.text("line_id"), ids(row.text("entry_ids")), taken));
                    } else {
                        decided(row, currency).ifPresent(d -> (taken ? accepted : undone).add(d));
                    }
                    return row.fileLine();
                })
                .rowsOrRefuse();
        return new History(pairs, new Learned(accepted, undone));
    }

    private static List<String> ids(String text) {
        return Arrays.stream(text.split(";"))
                .map(String::strip)
                .filter(s -> !s.isEmpty())
                .toList();
    }

    private static Optional<Learned.Decided> decided(CsvTable.Row row, CurrencyUnit currency) {
        if (row.text("amount").isEmpty()) {
            row.problem(
                    "field.empty",
                    "amount",
                    say("field.empty.found"),
                    say("field.empty.expected"),
                    say("field.empty.remedy"));
            return Optional.empty();
        }
        long amount = row.amount("amount", currency);
        long entryAmount = row.text("entry_amount").isEmpty() ? amount : row.amount("entry_amount", currency);
        LocalDate booked = row.date("booking_date");
        BankLine line = new BankLine(
                new BankLineId(-row.fileLine()),
                booked,
                booked,
                amount == 0 ? 1 : amount,
                row.text("end_to_end_ref"),
                row.text("bank_ref"),
                CheckNumbers.plain(row.text("check_no")),
                "",
                row.text("remittance"),
                row.text("type"));
        LedgerItem item =
                EntryFile.item(row, -row.fileLine(), row.dateOr("date", booked), entryAmount, row.text("description"));
        return Optional.of(new Learned.Decided(line, item));
    }

    /** Rows of one line put together: a line whose entries stand in several rows. */
    static Map<String, List<String>> accepted(History history) {
        Map<String, List<String>> out = new HashMap<>();
        for (Pair pair : history.pairs()) {
            if (pair.accepted()) {
                out.computeIfAbsent(pair.line(), k -> new ArrayList<>()).addAll(pair.entries());
            }
        }
        return out;
    }
}
