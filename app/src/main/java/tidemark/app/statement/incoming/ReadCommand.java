package tidemark.app.statement.incoming;

import static tidemark.core.words.Catalogue.say;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import tidemark.app.statement.mapping.Mappings;
import tidemark.core.format.ColumnMapping;
import tidemark.core.format.StatementFiles;
import tidemark.core.format.StatementSink;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.ReadLine;
import tidemark.core.statement.ReadWarning;
import tidemark.core.statement.StatementFacts;
import tools.jackson.core.JsonGenerator;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * {@code read FILE [--mapping NAME] [--currency CODE]}: prints what a statement file holds; needs no database. The file is
 * read twice, first for its facts and for anything that refuses it, then line by line to print it, so that memory does
 * not grow with it.
 */
public final class ReadCommand {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final int MOST_WARNINGS = 10_000;

    private ReadCommand() {}

    /** @return 0, or 2 where the file is refused */
    public static int run(String[] args, OutputStream out) {
        try {
            read(args, out);
            return 0;
        } catch (RuleViolation e) {
            PrintStream print = new PrintStream(out, false, StandardCharsets.UTF_8);
            print.println(JSON.writerWithDefaultPrettyPrinter()
                    .writeValueAsString(ReadJson.error(JSON, e.problems().getFirst())));
            print.flush();
            return 2;
        }
    }

    private static void read(String[] args, OutputStream out) {
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
            throw usage(say("incoming.noFile"));
        }
        StatementFiles files = new StatementFiles(
                StatementFiles.Limits.USUAL, mapping == null ? List.of() : List.of(mapping(mapping)));
        try {
            if (file.equals("-")) {
                Path kept = Files.createTempFile("tidemark-read", "");
                try {
                    Files.copy(System.in, kept, StandardCopyOption.REPLACE_EXISTING);
                    print(files, kept, currency, out);
                } finally {
                    Files.delete(kept);
                }
            } else {
                print(files, Path.of(file), currency, out);
            }
        } catch (NoSuchFileException e) {
            throw unreadable("file.missing", file, say("file.missing.aFileThatIsThere"));
        } catch (IOException e) {
            throw unreadable("file.unreadable", file, say("file.unreadable.aFileThatCanBeRead"));
        }
    }

    private static void print(StatementFiles files, Path file, CurrencyUnit currency, OutputStream out)
            throws IOException {
        Facts facts = new Facts();
        String format;
        try (InputStream in = Files.newInputStream(file)) {
            format = files.read(in, currency, facts);
        }
        try (InputStream in = Files.newInputStream(file);
                JsonGenerator json = JSON.writerWithDefaultPrettyPrinter().createGenerator(out)) {
            json.writeStartObject();
            json.writeStringProperty("format", format);
            json.writeName("statements");
            json.writeStartArray();
            files.read(in, currency, new Printing(json, facts.statements.iterator(), currency));
            json.writeEndArray();
            json.writeName("warnings");
            json.writeStartArray();
            facts.warnings.forEach(w -> json.writeTree(ReadJson.warning(JSON, w)));
            json.writeEndArray();
            json.writeEndObject();
        }
        out.write('\n');
        out.flush();
    }

    /** What a file tells besides its lines. */
    private static final class Facts implements StatementSink {
        private final List<StatementFacts> statements = new ArrayList<>();
        private final List<ReadWarning> warnings = new ArrayList<>();

        @Override
        public void begin(StatementFacts soFar) {}

        @Override
        public void line(ReadLine line) {}

        @Override
        public void end(StatementFacts all) {
            statements.add(all);
        }

        @Override
        public void warn(ReadWarning warning) {
            if (warnings.size() < MOST_WARNINGS) {
                warnings.add(warning);
            }
        }
    }

    /** Prints statements as they are read, each with the facts that were found before. */
    private static final class Printing implements StatementSink {
        private final JsonGenerator json;
        private final Iterator<StatementFacts> facts;
        private final CurrencyUnit assumed;
        private CurrencyUnit currency;

        Printing(JsonGenerator json, Iterator<StatementFacts> facts, CurrencyUnit assumed) {
            this.json = json;
            this.facts = facts;
            this.assumed = assumed;
            this.currency = assumed;
        }

        @Override
        public void begin(StatementFacts soFar) {
            StatementFacts all = facts.next();
            currency = all.currency().orElse(assumed);
            json.writeStartObject();
            for (var e : ReadJson.head(JSON, all, assumed).properties()) {
                json.writeName(e.getKey());
                json.writeTree(e.getValue());
            }
            json.writeName("lines");
            json.writeStartArray();
        }

        @Override
        public void line(ReadLine line) {
            JsonNode node = ReadJson.line(JSON, line, currency);
            json.writeTree(node);
        }

        @Override
        public void end(StatementFacts all) {
            json.writeEndArray();
            json.writeEndObject();
        }

        @Override
        public void warn(ReadWarning warning) {}
    }

    private static RuleViolation unreadable(String code, String file, String expected) {
        return new RuleViolation(code, "", file, expected, say("incoming.checkThePath"));
    }

    private static RuleViolation usage(String found) {
        return new RuleViolation(
                "usage", "", found, say("incoming.readFileMappingNameCurrencyCode"), say("incoming.nameOneFile"));
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
                    say("mapping.unknown.found", name),
                    say("mapping.unknown.expected", kept.getParent()),
                    say("mapping.unknown.remedy"));
        }
    }
}
