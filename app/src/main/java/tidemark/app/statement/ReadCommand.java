package tidemark.app.statement;

import java.io.IOException;
import java.io.InputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.List;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import tidemark.core.format.ColumnMapping;
import tidemark.core.format.StatementFiles;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;
import tools.jackson.databind.json.JsonMapper;

/** {@code read FILE [--mapping NAME] [--currency CODE]}: prints what a statement file holds; needs no database. */
public final class ReadCommand {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private ReadCommand() {}

    /** @return 0, or 2 where the file is refused */
    public static int run(String[] args, PrintStream out) {
        PrintStream utf8 = new PrintStream(out, false, StandardCharsets.UTF_8);
        int result = 0;
        try {
            utf8.println(JSON.writerWithDefaultPrettyPrinter().writeValueAsString(read(args)));
        } catch (RuleViolation e) {
            utf8.println(JSON.writerWithDefaultPrettyPrinter()
                    .writeValueAsString(ReadJson.error(JSON, e.problems().getFirst())));
            result = 2;
        }
        utf8.flush();
        return result;
    }

    private static Object read(String[] args) {
        String file = null;
        String mapping = null;
        CurrencyUnit currency = CurrencyUnit.USD;
        for (int i = 0; i < args.length; i++) {
            if (args[i].equals("--mapping") && i + 1 < args.length) {
                mapping = args[++i];
            } else if (args[i].equals("--currency") && i + 1 < args.length) {
                currency = MinorUnits.currency(args[++i], "--currency");
            } else if (file == null && !args[i].startsWith("--")) {
                file = args[i];
            } else {
                throw usage(args[i]);
            }
        }
        if (file == null) {
            throw usage("no file");
        }
        ReadJson sink = new ReadJson(JSON, currency);
        List<ColumnMapping> mappings = mapping == null ? List.of() : List.of(mapping(mapping));
        try (InputStream in = file.equals("-") ? System.in : Files.newInputStream(Path.of(file))) {
            return sink.document(new StatementFiles(StatementFiles.Limits.USUAL, mappings).read(in, currency, sink));
        } catch (NoSuchFileException e) {
            throw new RuleViolation(missing("file.missing", file, "a file that is there"));
        } catch (IOException e) {
            throw new RuleViolation(missing("file.unreadable", file, "a file that can be read"));
        }
    }

    private static List<Problem> missing(String code, String file, String expected) {
        return List.of(new Problem(code, "", file, expected, "Check the path."));
    }

    private static RuleViolation usage(String found) {
        return new RuleViolation("usage", "", found, "read FILE [--mapping NAME] [--currency CODE]", "Name one file.");
    }

    /** A mapping by its name, from the directory of mappings, or from a file of its own. */
    private static ColumnMapping mapping(String name) {
        @Nullable String directory = System.getenv("TIDEMARK_MAPPINGS");
        Path own = Path.of(name);
        Path kept = Path.of(directory == null ? "demo/mappings" : directory).resolve(name + ".json");
        Path path = Files.isRegularFile(own) ? own : kept;
        try {
            return Mappings.parse(JSON, name, Files.readString(path));
        } catch (IOException e) {
            throw new RuleViolation(
                    "mapping.unknown",
                    "",
                    "no mapping “" + name + "”",
                    "a file, or the name of one in " + kept.getParent(),
                    "Take the mapping from the Statements screen and put it there.");
        }
    }
}
