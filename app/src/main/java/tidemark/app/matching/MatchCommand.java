package tidemark.app.matching;

import static tidemark.core.words.Catalogue.say;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.joda.money.CurrencyUnit;
import tidemark.core.exchange.EntryFile;
import tidemark.core.exchange.HistoryFile;
import tidemark.core.exchange.LineFile;
import tidemark.core.exchange.MatchingRun;
import tidemark.core.exchange.NamedEntry;
import tidemark.core.exchange.NamedLine;
import tidemark.core.format.StatementFiles;
import tidemark.core.format.StatementSink;
import tidemark.core.matching.LinkageMatching;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.ReadLine;
import tidemark.core.statement.ReadStatement;
import tidemark.core.statement.ReadWarning;
import tidemark.core.statement.StatementFacts;

/**
 * {@code match --statement FILE --ledger FILE [--history FILE] [--currency CODE] --out FILE}: matches a statement with a
 * ledger by the engine that the application has; needs no database.
 */
public final class MatchCommand {
    private static final String USAGE = say("matching.matchStatementFileLedgerLedgerCsvHistory");

    private MatchCommand() {}

    /** @return 0, or 2 where a file is refused; what is the matter is then printed and nothing is written */
    public static int run(String[] args, OutputStream out) {
        PrintStream print = new PrintStream(out, true, StandardCharsets.UTF_8);
        try {
            match(options(args), print);
            return 0;
        } catch (RuleViolation e) {
            for (Problem p : e.problems()) {
                print.println(say(
                        "matching.foundExpected",
                        p.code() + (p.where().isEmpty() ? "" : ", " + p.where()),
                        p.found(),
                        p.expected(),
                        p.remedy()));
            }
            return 2;
        }
    }

    private static Map<String, String> options(String[] args) {
        Map<String, String> options = new HashMap<>();
        for (int i = 0; i < args.length; i += 2) {
            boolean known = List.of("--statement", "--ledger", "--history", "--currency", "--out")
                    .contains(args[i]);
            if (!known || i + 1 == args.length) {
                throw new RuleViolation("usage", "", args[i], USAGE, say("matching.giveEachOptionWithItsValue"));
            }
            options.put(args[i], args[i + 1]);
        }
        for (String needed : List.of("--statement", "--ledger", "--out")) {
            if (!options.containsKey(needed)) {
                throw new RuleViolation("usage", "", say("matching.no", needed), USAGE, say("matching.addIt"));
            }
        }
        return options;
    }

    private static void match(Map<String, String> options, PrintStream print) {
        CurrencyUnit currency = MinorUnits.currency(options.getOrDefault("--currency", "USD"), "--currency");
        List<NamedLine> lines = lines(Path.of(option(options, "--statement")), currency);
        List<NamedEntry> entries = in("ledger", () -> EntryFile.read(text(option(options, "--ledger")), currency));
        HistoryFile.History history = options.containsKey("--history")
                ? in("history", () -> HistoryFile.read(text(option(options, "--history")), currency))
                : HistoryFile.History.NONE;
        String matches = MatchingRun.match(new LinkageMatching(), lines, entries, history);
        Path to = Path.of(option(options, "--out"));
        try {
            Files.writeString(to, matches);
        } catch (IOException e) {
            throw new RuleViolation(
                    "file.unwritable",
                    "",
                    to.toString(),
                    say("file.unwritable.expected"),
                    say("file.unwritable.remedy"));
        }
        print.println(say("matching.linesEntriesTakenRowsIn")
                .formatted(
                        lines.size(),
                        entries.size(),
                        matches.lines().filter(l -> l.contains(",auto,")).count(),
                        matches.lines().count() - 1,
                        to));
    }

    private static String option(Map<String, String> options, String name) {
        return options.getOrDefault(name, "");
    }

    private static String text(String file) {
        try {
            return Files.readString(Path.of(file));
        } catch (IOException e) {
            throw unreadable(file);
        }
    }

    private static RuleViolation unreadable(String file) {
        return new RuleViolation(
                "file.unreadable", "", file, say("file.unreadable.expected"), say("file.unreadable.remedy"));
    }

    private interface Reading<T> {
        T read();
    }

    /** Names the file in what is wrong with it. */
    private static <T> T in(String file, Reading<T> reading) {
        try {
            return reading.read();
        } catch (RuleViolation e) {
            throw new RuleViolation(e.problems().stream()
                    .map(p -> p.at(p.where().isEmpty() ? file : file + ", " + p.where()))
                    .toList());
        }
    }

    private static List<NamedLine> lines(Path file, CurrencyUnit currency) {
        try (InputStream in = Files.newInputStream(file)) {
            String start = new String(in.readNBytes(4_000), StandardCharsets.UTF_8);
            if (LineFile.fits(start)) {
                return in("statement", () -> LineFile.read(text(file.toString()), currency));
            }
        } catch (IOException e) {
            throw unreadable(file.toString());
        }
        try (InputStream in = Files.newInputStream(file)) {
            Gathering gathered = new Gathering();
            new StatementFiles(StatementFiles.Limits.USUAL, List.of()).read(in, currency, gathered);
            return LineFile.of(gathered.statements, currency);
        } catch (IOException e) {
            throw unreadable(file.toString());
        }
    }

    private static final class Gathering implements StatementSink {
        private final List<ReadStatement> statements = new ArrayList<>();
        private List<ReadLine> lines = new ArrayList<>();

        @Override
        public void begin(StatementFacts soFar) {
            lines = new ArrayList<>();
        }

        @Override
        public void line(ReadLine line) {
            lines.add(line);
        }

        @Override
        public void end(StatementFacts all) {
            statements.add(new ReadStatement(all, lines));
        }

        @Override
        public void warn(ReadWarning warning) {}
    }
}
