package tidemark.app.statement.incoming;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import tidemark.core.format.StatementSink;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.Problem;
import tidemark.core.statement.Balance;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.ReadLine;
import tidemark.core.statement.ReadWarning;
import tidemark.core.statement.StatementFacts;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** What a statement file holds, as one JSON document; the same from the command line and over HTTP. Absent is null. */
final class ReadJson implements StatementSink {
    private static final Pattern LINE = Pattern.compile("\\bline (\\d+)");

    private final JsonMapper json;
    private final CurrencyUnit assumed;
    private final ArrayNode statements;
    private final ArrayNode warnings;
    private ArrayNode lines;
    private CurrencyUnit currency;

    ReadJson(JsonMapper json, CurrencyUnit assumed) {
        this.json = json;
        this.assumed = assumed;
        this.currency = assumed;
        this.statements = json.createArrayNode();
        this.warnings = json.createArrayNode();
        this.lines = json.createArrayNode();
    }

    ObjectNode document(String format) {
        ObjectNode out = json.createObjectNode();
        out.put("format", format);
        out.set("statements", statements);
        out.set("warnings", warnings);
        return out;
    }

    /** A refused file. */
    static ObjectNode error(JsonMapper json, Problem problem) {
        ObjectNode out = json.createObjectNode();
        ObjectNode error = out.putObject("error");
        error.put("code", problem.code());
        Integer line = line(problem);
        error.put("line", line);
        error.put("found", problem.found());
        error.put("expected", problem.expected());
        error.put("remedy", problem.remedy());
        return out;
    }

    private static @Nullable Integer line(Problem problem) {
        Matcher matcher = LINE.matcher(problem.where());
        return matcher.find() ? Integer.valueOf(matcher.group(1)) : null;
    }

    @Override
    public void begin(StatementFacts soFar) {
        lines = json.createArrayNode();
        currency = soFar.currency().orElse(assumed);
    }

    @Override
    public void line(ReadLine read) {
        lines.add(line(json, read, currency));
    }

    static ObjectNode line(JsonMapper json, ReadLine read, CurrencyUnit currency) {
        BankLine line = read.line();
        ObjectNode out = json.createObjectNode();
        out.put("bookingDate", line.bookingDate().toString());
        out.put("valueDate", line.valueDate().toString());
        out.put("amount", MinorUnits.toDecimal(line.minorUnits(), currency));
        text(out, "reference", line.reference());
        text(out, "bankReference", line.bankReference());
        text(out, "checkNumber", line.checkNumber());
        text(out, "counterparty", line.counterparty());
        text(out, "text", line.text());
        text(out, "code", line.code());
        out.put("pending", read.pending());
        return out;
    }

    @Override
    public void end(StatementFacts all) {
        ObjectNode out = head(json, all, assumed);
        out.set("lines", lines);
        statements.add(out);
    }

    /** A statement without its lines. */
    static ObjectNode head(JsonMapper json, StatementFacts all, CurrencyUnit assumed) {
        CurrencyUnit currency = all.currency().orElse(assumed);
        ObjectNode out = json.createObjectNode();
        text(out, "account", all.accountNumber());
        out.put("currency", all.currency().map(CurrencyUnit::getCode).orElse(null));
        balance(out, "opening", all.opening(), currency);
        balance(out, "closing", all.closing(), currency);
        return out;
    }

    private static void balance(ObjectNode out, String name, Optional<Balance> balance, CurrencyUnit currency) {
        if (balance.isEmpty()) {
            out.putNull(name);
            return;
        }
        ObjectNode node = out.putObject(name);
        node.put("date", balance.get().date().toString());
        node.put("amount", MinorUnits.toDecimal(balance.get().minorUnits(), currency));
    }

    private static void text(ObjectNode out, String name, String value) {
        if (value.isEmpty()) {
            out.putNull(name);
        } else {
            out.put(name, value);
        }
    }

    @Override
    public void warn(ReadWarning warning) {
        warnings.add(warning(json, warning));
    }

    static ObjectNode warning(JsonMapper json, ReadWarning warning) {
        ObjectNode out = json.createObjectNode();
        out.put("code", warning.problem().code());
        if (warning.line() == 0) {
            out.putNull("line");
        } else {
            out.put("line", warning.line());
        }
        out.put("found", warning.problem().found());
        out.put("expected", warning.problem().expected());
        return out;
    }
}
