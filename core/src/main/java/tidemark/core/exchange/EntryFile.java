package tidemark.core.exchange;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.matching.LedgerItem;
import tidemark.core.matching.MovementKind;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.CheckNumbers;
import tidemark.core.table.CsvTable;

/**
 * Cash entries with names of their own: a CSV file with the columns {@code entry_id, account, date, amount, currency,
 * kind, reference, party, description}, of which {@code entry_id}, {@code date} and {@code amount} are needed. Amounts
 * are signed decimals, + is money in. The reference of a check is its number.
 */
public final class EntryFile {
    private static final CsvTable TABLE = CsvTable.bulk(
            List.of("entry_id", "date", "amount"),
            List.of("account", "currency", "kind", "reference", "party", "description"));

    private EntryFile() {}

    /**
     * The entries of a file. Cost: O(length).
     *
     * @throws RuleViolation with each row that could not be understood, the first fifty
     */
    public static List<NamedEntry> read(String content, CurrencyUnit assumed) {
        Set<String> ids = new HashSet<>();
        return TABLE.read(content, row -> {
                    String id = row.needed("entry_id");
                    if (!ids.add(id)) {
                        row.problem(
                                "entry.twice",
                                "entry_id",
                                say("entry.twice.found", id),
                                say("entry.twice.expected"),
                                say("entry.twice.remedy"));
                    }
                    CurrencyUnit currency = row.text("currency").isEmpty()
                            ? assumed
                            : MinorUnits.currency(row.text("currency"), say("exchange.lineCurrency", row.fileLine()));
                    return new NamedEntry(
                            id,
                            row.text("account"),
                            item(
                                    row,
                                    row.fileLine(),
                                    row.date("date"),
                                    row.amount("amount", currency),
                                    row.text("description")));
                })
                .rowsOrRefuse();
    }

    static LedgerItem item(CsvTable.Row row, long number, LocalDate date, long amount, String description) {
        String kind = row.text("kind");
        String reference = row.text("reference");
        MovementKind found = MovementKind.find(kind).orElse(null);
        if (found == null && !kind.isEmpty()) {
            row.problem(
                    "kind.unknown", "kind", "“" + kind + "”", say("kind.unknown.expected"), say("kind.unknown.remedy"));
        }
        boolean check =
                found == MovementKind.CHECK && !CheckNumbers.plain(reference).isEmpty();
        CashEntry entry = new CashEntry(
                new CashEntryId(number),
                date,
                amount == 0 ? 1 : amount,
                check ? "" : reference,
                check ? CheckNumbers.plain(reference) : "",
                row.text("party"),
                description);
        return found == null ? new LedgerItem(entry) : new LedgerItem(entry, found);
    }
}
