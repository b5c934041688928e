package tidemark.app.bankfile;

import static tidemark.core.words.Catalogue.say;

import java.io.IOException;
import java.io.OutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.joda.money.CurrencyUnit;
import tidemark.core.bankfile.BankFileReport;
import tidemark.core.bankfile.BankFiles;
import tidemark.core.money.MinorUnits;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** {@code bank-file FILE}: says what a file for a bank holds and whether it does; needs no database. */
public final class BankFileCommand {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final long LONGEST = 200_000_000;

    private BankFileCommand() {}

    /** @return 0 where the file holds, else 2 */
    public static int run(String[] args, OutputStream out) {
        ObjectNode told;
        boolean holds = false;
        if (args.length != 1) {
            told = refused("usage", say("bankfile.usage.found", args.length), say("bankfile.usage.expected"));
        } else {
            Path file = Path.of(args[0]);
            try {
                if (Files.size(file) > LONGEST) {
                    told = refused("file.size", Long.toString(Files.size(file)), say("bankfile.size.expected"));
                } else {
                    BankFileReport report = BankFiles.check(Files.readAllBytes(file));
                    holds = report.holds();
                    told = told(report);
                }
            } catch (IOException e) {
                told = refused("file.missing", args[0], say("bankfile.missing.expected"));
            }
        }
        PrintStream print = new PrintStream(out, false, StandardCharsets.UTF_8);
        print.println(JSON.writerWithDefaultPrettyPrinter().writeValueAsString(told));
        print.flush();
        return holds ? 0 : 2;
    }

    private static ObjectNode refused(String code, String found, String expected) {
        return told(new BankFileReport(
                "",
                "USD",
                java.util.List.of(),
                0,
                0,
                java.util.List.of(),
                java.util.List.of(new BankFileReport.FileProblem(code, 0, found, expected))));
    }

    private static ObjectNode told(BankFileReport report) {
        CurrencyUnit currency = CurrencyUnit.of(report.currency());
        ObjectNode all = JSON.createObjectNode();
        all.put("format", report.format());
        all.put("currency", report.currency());
        ArrayNode batches = all.putArray("batches");
        for (BankFileReport.Batch b : report.batches()) {
            ObjectNode one = batches.addObject();
            one.put("id", b.id());
            one.put("kind", b.kind());
            one.put("date", b.date());
            one.put("count", b.entries());
            one.put("debits", MinorUnits.toDecimal(b.debits(), currency));
            one.put("credits", MinorUnits.toDecimal(b.credits(), currency));
        }
        all.put("debits", MinorUnits.toDecimal(report.debits(), currency));
        all.put("credits", MinorUnits.toDecimal(report.credits(), currency));
        ArrayNode controls = all.putArray("controls");
        for (BankFileReport.Control c : report.controls()) {
            ObjectNode one = controls.addObject();
            one.put("name", c.name());
            one.put("line", c.line());
            one.put("written", c.written());
            one.put("computed", c.computed());
            one.put("holds", c.holds());
        }
        ArrayNode problems = all.putArray("problems");
        for (BankFileReport.FileProblem p : report.problems()) {
            ObjectNode one = problems.addObject();
            one.put("code", p.code());
            one.put("line", p.line());
            one.put("found", p.found());
            one.put("expected", p.expected());
        }
        return all;
    }
}
