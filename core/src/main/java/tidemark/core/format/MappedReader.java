package tidemark.core.format;

import static tidemark.core.words.Catalogue.say;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.Charset;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.Balance;
import tidemark.core.statement.ReadLine;
import tidemark.core.statement.ReadWarning;
import tidemark.core.statement.StatementFacts;

/**
 * Reads a bank's own table, text or spreadsheet, by a mapping of its columns. Rows without a booking date are passed
 * over and told of. Where a column names the account, a new statement begins whenever it changes. Cost: O(rows), memory
 * for one row.
 */
public final class MappedReader implements StatementReader {
    private static final Set<String> OUT =
            Set.of("D", "DR", "DB", "DBIT", "DEBIT", "OUT", "S", "SOLL", "-", "W", "WITHDRAWAL");
    private static final Set<String> IN = Set.of("C", "CR", "CRDT", "CREDIT", "IN", "H", "HABEN", "+", "DEPOSIT");

    private final ColumnMapping mapping;
    private final boolean spreadsheet;

    public MappedReader(ColumnMapping mapping, boolean spreadsheet) {
        this.mapping = mapping;
        this.spreadsheet = spreadsheet;
    }

    @Override
    public String format() {
        return spreadsheet ? "XLSX" : "CSV";
    }

    @Override
    public void read(InputStream in, CurrencyUnit assumed, StatementSink sink) throws IOException {
        Reading reading = new Reading(assumed, sink);
        rows(in, reading::row);
        reading.end();
    }

    private void rows(InputStream in, TableRows.RowSink sink) throws IOException {
        if (spreadsheet) {
            TableRows.sheet(in, mapping.decimalPoint(), sink);
        } else {
            TableRows.text(in, Charset.forName(mapping.charset()), mapping.separator(), sink);
        }
    }

    /** One row as it would be read: a line, or what is the matter with it. */
    public record Tried(int row, Optional<ReadLine> line, List<Problem> problems) {}

    /** The first rows as they would be read; never throws for what stands in a row. */
    public List<Tried> tried(InputStream in, CurrencyUnit assumed, int most) throws IOException {
        List<Tried> out = new ArrayList<>();
        Reading reading = new Reading(assumed, new CollectingSink());
        rows(in, (number, cells) -> {
            try {
                ReadLine line = reading.line(number, cells);
                if (line != null) {
                    out.add(new Tried(number, Optional.of(line), List.of()));
                }
            } catch (RuleViolation e) {
                out.add(new Tried(number, Optional.empty(), e.problems()));
            }
            return out.size() < most;
        });
        return out;
    }

    private final class Reading {
        private final CurrencyUnit assumed;
        private final StatementSink sink;
        private final LineDraft draft = new LineDraft();
        private int seen;
        private long position;
        private int statements;
        private @Nullable ListedPeriod period;
        private @Nullable CurrencyUnit currency;
        private String account = "";
        private String rowAccount = "";
        private OptionalLong rowOpening = OptionalLong.empty();
        private OptionalLong opening = OptionalLong.empty();
        private boolean openingTold;

        Reading(CurrencyUnit assumed, StatementSink sink) {
            this.assumed = assumed;
            this.sink = sink;
        }

        boolean row(int number, List<String> cells) {
            ReadLine line = line(number, cells);
            if (line != null) {
                if (period == null || !rowAccount.equals(account)) {
                    endStatement();
                    account = rowAccount;
                    opening = rowOpening;
                    openingTold = false;
                    period = new ListedPeriod();
                    sink.begin(facts(period));
                }
                if (!rowOpening.equals(opening) && !openingTold) {
                    openingTold = true;
                    sink.warn(ReadWarning.breach(
                            number,
                            "balance.opening",
                            say("balance.opening.found"),
                            say("balance.opening.expected"),
                            say("balance.opening.remedy")));
                }
                period.add(line);
                sink.line(line);
            }
            return true;
        }

        /** The line of a row; null for rows that hold none. */
        @Nullable
        ReadLine line(int number, List<String> cells) {
            // a spreadsheet leaves empty rows out, a text file does not
            int index = spreadsheet ? number - 1 : seen;
            seen++;
            if (index < mapping.skipRows()) {
                return null;
            }
            if (index == mapping.skipRows() && !mapping.header().isEmpty()) {
                checkHeader(number, cells);
                return null;
            }
            boolean blank = cells.stream().allMatch(String::isBlank);
            String date = mapping.cell(Column.BOOKING_DATE, cells);
            if (blank || date.isEmpty()) {
                if (!blank) {
                    sink.warn(ReadWarning.note(
                            number,
                            "row.passed",
                            say("row.passed.found", FormatDates.quoted(String.join(" ", cells))),
                            say("row.passed.expected"),
                            say("row.passed.remedy")));
                }
                return null;
            }
            draft.clear();
            draft.fileLine = number;
            draft.booked = mapping.dates().parse(day(date), number, say("format.bookingDate"));
            String value = mapping.cell(Column.VALUE_DATE, cells);
            draft.value =
                    value.isEmpty() ? draft.booked : mapping.dates().parse(day(value), number, say("format.valueDate"));
            unit(number, cells);
            draft.amount = amount(number, cells);
            if (draft.amount == 0) {
                sink.warn(ReadWarning.note(
                        number,
                        "amount.zero",
                        say("amount.zero.found"),
                        say("amount.zero.expected"),
                        say("amount.zero.remedy")));
                return null;
            }
            String balance = mapping.cell(Column.BALANCE, cells);
            rowOpening = OptionalLong.empty();
            if (!balance.isEmpty() && mapping.tellsOpeningBalance()) {
                rowOpening = OptionalLong.of(parse(balance, number, "balance"));
            } else if (!balance.isEmpty()) {
                draft.balance = OptionalLong.of(parse(balance, number, "balance"));
            }
            draft.reference = mapping.cell(Column.REFERENCE, cells);
            draft.bankReference = mapping.cell(Column.BANK_REFERENCE, cells);
            draft.check = mapping.cell(Column.CHECK_NUMBER, cells);
            draft.counterparty = mapping.cell(Column.COUNTERPARTY, cells);
            draft.text = mapping.cell(Column.TEXT, cells);
            draft.code = mapping.cell(Column.CODE, cells);
            rowAccount = mapping.cell(Column.ACCOUNT, cells);
            position = period == null || !rowAccount.equals(account) ? 1 : position + 1;
            return draft.line(position);
        }

        /** A date with a time behind it is read without the time. */
        private static String day(String text) {
            int time = text.indexOf('T');
            String date = time == 10 ? text.substring(0, 10) : text;
            int colon = date.indexOf(':');
            int blank = colon < 0 ? -1 : date.lastIndexOf(' ', colon);
            return blank > 0 ? date.substring(0, blank) : date;
        }

        private void checkHeader(int number, List<String> cells) {
            if (!mapping.fits(cells)) {
                throw new RuleViolation(
                        "mapping.header",
                        say("mapping.header.where", number),
                        say("mapping.header.found", FormatDates.quoted(String.join(", ", cells))),
                        say("mapping.header.expected", String.join(", ", mapping.header()), mapping.name()),
                        say("mapping.header.remedy"));
            }
        }

        private void unit(int number, List<String> cells) {
            String code = mapping.cell(Column.CURRENCY, cells);
            if (!code.isEmpty()) {
                CurrencyUnit found =
                        MinorUnits.currency(code.toUpperCase(Locale.ROOT), say("format.lineCurrency", number));
                boolean same =
                        period != null && mapping.cell(Column.ACCOUNT, cells).equals(account);
                if (same && currency != null && !currency.equals(found)) {
                    throw new RuleViolation(
                            "currency.other",
                            say("currency.other.where", number),
                            found.getCode(),
                            say("currency.other.expected", currency.getCode()),
                            say("currency.other.remedy"));
                }
                currency = found;
            }
        }

        private CurrencyUnit counted() {
            return currency == null ? assumed : currency;
        }

        private long amount(int number, List<String> cells) {
            if (mapping.has(Column.AMOUNT)) {
                long amount = parse(mapping.cell(Column.AMOUNT, cells), number, "amount");
                if (mapping.has(Column.SIDE)) {
                    String side = mapping.cell(Column.SIDE, cells).toUpperCase(Locale.ROOT);
                    if (!OUT.contains(side) && !IN.contains(side)) {
                        throw new RuleViolation(
                                "side.unreadable",
                                say("side.unreadable.where", number),
                                FormatDates.quoted(side),
                                say("side.unreadable.expected"),
                                say("side.unreadable.remedy"));
                    }
                    amount = OUT.contains(side) ? -Math.abs(amount) : Math.abs(amount);
                }
                return mapping.turned() ? -amount : amount;
            }
            String in = mapping.cell(Column.MONEY_IN, cells);
            String out = mapping.cell(Column.MONEY_OUT, cells);
            long moneyIn = in.isEmpty() ? 0 : parse(in, number, say("format.moneyIn"));
            long moneyOut = out.isEmpty() ? 0 : Math.abs(parse(out, number, say("format.moneyOut")));
            if (moneyIn != 0 && moneyOut != 0) {
                throw new RuleViolation(
                        "amount.twice",
                        say("amount.twice.where", number),
                        say("amount.twice.found", in, out),
                        say("amount.twice.expected"),
                        say("amount.twice.remedy"));
            }
            if (in.isEmpty() && out.isEmpty()) {
                throw new RuleViolation(
                        "amount.unreadable",
                        say("amount.unreadable.where", number),
                        say("amount.unreadable.found"),
                        say("amount.unreadable.expected3"),
                        say("amount.unreadable.remedy2"));
            }
            return Math.subtractExact(moneyIn, moneyOut);
        }

        private long parse(String text, int number, String column) {
            return MinorUnits.parse(
                    DecimalText.plain(text, mapping.decimalPoint()), counted(), say("format.line", number, column));
        }

        private void endStatement() {
            if (period != null) {
                sink.end(facts(period));
                statements++;
            }
        }

        void end() {
            endStatement();
            if (statements == 0) {
                throw new RuleViolation(
                        "statement.none",
                        "",
                        say("statement.none.found4", seen),
                        say("statement.none.expected3"),
                        say("statement.none.remedy2"));
            }
        }

        /** What the column says where it holds the opening balance, else what the running ones tell. */
        private Optional<Balance> opening(ListedPeriod listed) {
            return opening.isPresent()
                    ? listed.monthOrEarliest().map(day -> new Balance(day, opening.getAsLong()))
                    : listed.opening();
        }

        private StatementFacts facts(ListedPeriod listed) {
            return new StatementFacts(
                    StatementFacts.Kind.BOOKED,
                    account,
                    "",
                    Optional.ofNullable(currency),
                    Optional.empty(),
                    listed.latest(),
                    opening(listed),
                    listed.latest().flatMap(d -> listed.closing().map(c -> new Balance(d, c.minorUnits()))));
        }
    }
}
