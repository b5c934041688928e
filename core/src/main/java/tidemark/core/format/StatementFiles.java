package tidemark.core.format;

import static tidemark.core.words.Catalogue.say;

import java.io.BufferedInputStream;
import java.io.ByteArrayInputStream;
import java.io.EOFException;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.TreeSet;
import java.util.zip.GZIPInputStream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipInputStream;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.ReadStatement;
import tidemark.core.statement.ReadWarning;

/**
 * Reads any statement file: unpacks it, finds its format by what it holds and never by its name, reads it and checks its
 * sums. Memory is bounded by the limits, not by the file, save for spreadsheets and lists whose date order is found from
 * all of them.
 */
public final class StatementFiles {
    private static final int HEAD = 1 << 14;

    private final Limits limits;
    private final List<ColumnMapping> mappings;

    /**
     * @param mostBytes of a file or of all files of an archive, unpacked
     * @param mostFiles in an archive
     */
    public record Limits(long mostBytes, int mostFiles) {
        public static final Limits USUAL = new Limits(4L << 30, 1_000);
    }

    /** What a file held. */
    public record Contents(String format, List<ReadStatement> statements, List<ReadWarning> warnings) {
        public Contents {
            statements = List.copyOf(statements);
            warnings = List.copyOf(warnings);
        }
    }

    /** @param mappings tried, in their order, on tables whose columns are not the simple ones */
    public StatementFiles(Limits limits, List<ColumnMapping> mappings) {
        this.limits = limits;
        this.mappings = List.copyOf(mappings);
    }

    /** Reads everything into memory. Cost: O(size). */
    public Contents readAll(InputStream in, CurrencyUnit assumed) throws IOException {
        CollectingSink sink = new CollectingSink();
        String format = read(in, assumed, sink);
        return new Contents(format, sink.statements, sink.warnings);
    }

    /**
     * Reads as a stream.
     *
     * @return the format; of an archive, those of its files
     * @throws RuleViolation as the readers do; {@code file.empty}, {@code file.format}, {@code mapping.needed},
     *     {@code archive.broken}, {@code archive.size}, {@code archive.files}, {@code archive.nested}
     */
    public String read(InputStream in, CurrencyUnit assumed, StatementSink sink) throws IOException {
        BufferedInputStream buffered = new BufferedInputStream(new Bounded(in, limits.mostBytes()), 1 << 16);
        byte[] head = head(buffered);
        if (isGzip(head)) {
            try {
                return one(
                        new BufferedInputStream(
                                new Bounded(new GZIPInputStream(buffered, 1 << 15), limits.mostBytes()), 1 << 16),
                        assumed,
                        sink);
            } catch (ZipException | EOFException e) {
                throw broken(say("format.aCompressedFileThatBreaksOffOr"));
            }
        }
        if (isZip(head)) {
            byte[] packed = buffered.readAllBytes();
            try {
                return isWorkbook(packed) ? workbook(packed, assumed, sink) : archive(packed, assumed, sink);
            } catch (ZipException | EOFException e) {
                throw broken(say("format.anArchiveThatBreaksOffOrIs"));
            }
        }
        return one(buffered, assumed, sink);
    }

    private static RuleViolation broken(String found) {
        return new RuleViolation(
                "archive.broken", "", found, say("archive.broken.expected"), say("archive.broken.remedy"));
    }

    private static byte[] head(BufferedInputStream in) throws IOException {
        in.mark(HEAD + 1);
        byte[] head = in.readNBytes(HEAD);
        in.reset();
        return head;
    }

    private static boolean isGzip(byte[] head) {
        return head.length > 2 && head[0] == 0x1f && head[1] == (byte) 0x8b;
    }

    private static boolean isZip(byte[] head) {
        return head.length > 3 && head[0] == 'P' && head[1] == 'K' && (head[2] == 3 || head[2] == 5);
    }

    /** Whether a zip file is a spreadsheet; looks through all of it, within the limits. */
    private boolean isWorkbook(byte[] packed) throws IOException {
        boolean[] found = {false};
        entries(packed, (name, content) -> {
            found[0] |= name.equals("xl/workbook.xml");
            content.transferTo(java.io.OutputStream.nullOutputStream());
        });
        return found[0];
    }

    /** Takes a file of an archive. */
    private interface Entry {
        void take(String name, InputStream content) throws IOException;
    }

    private void entries(byte[] packed, Entry each) throws IOException {
        int files = 0;
        long[] left = {Math.min(limits.mostBytes(), 400L * packed.length + (1 << 20))};
        try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(packed))) {
            ZipEntry entry = zip.getNextEntry();
            if (entry == null) {
                throw broken(say("format.anArchiveWithNothingInIt"));
            }
            while (entry != null) {
                String name = entry.getName();
                if (!entry.isDirectory() && !name.startsWith("__MACOSX/") && !name.endsWith(".DS_Store")) {
                    if (++files > limits.mostFiles()) {
                        throw new RuleViolation(
                                "archive.files",
                                "",
                                say("archive.files.found", limits.mostFiles()),
                                say("archive.files.expected", limits.mostFiles()),
                                say("archive.files.remedy"));
                    }
                    Bounded bounded = new Bounded(zip, left[0]);
                    each.take(name, bounded);
                    bounded.transferTo(java.io.OutputStream.nullOutputStream());
                    left[0] = bounded.left;
                }
                entry = zip.getNextEntry();
            }
        } catch (IllegalArgumentException e) {
            throw broken(say("format.anArchiveWhoseFileNamesCannotBe"));
        }
    }

    private String archive(byte[] packed, CurrencyUnit assumed, StatementSink sink) throws IOException {
        TreeSet<String> formats = new TreeSet<>();
        entries(packed, (path, content) -> {
            String name = shown(path);
            StatementSink named = new NamingSink(sink, name);
            BufferedInputStream buffered = new BufferedInputStream(content, 1 << 16);
            try {
                byte[] head = head(buffered);
                if (isZip(head) || isGzip(head)) {
                    throw new RuleViolation(
                            "archive.nested",
                            "",
                            say("archive.nested.found"),
                            say("archive.nested.expected"),
                            say("archive.nested.remedy"));
                }
                formats.add(one(buffered, assumed, named));
            } catch (RuleViolation e) {
                throw new RuleViolation(
                        e.problems().stream().map(p -> NamingSink.in(name, p)).toList());
            }
        });
        if (formats.isEmpty()) {
            throw broken(say("format.anArchiveWithNoFileInIt"));
        }
        return String.join(", ", formats);
    }

    /** The file's own name, short and plain enough to be shown. */
    private static String shown(String path) {
        String plain = path.replaceAll(".*[/\\\\]", "").replaceAll("\\p{Cntrl}", "");
        return plain.length() > 80 ? plain.substring(0, 80) + "…" : plain.isEmpty() ? say("format.aFile") : plain;
    }

    private String workbook(byte[] packed, CurrencyUnit assumed, StatementSink sink) throws IOException {
        ColumnMapping mapping = chosen(packed, true, sink);
        return check(new MappedReader(mapping, true), new ByteArrayInputStream(packed), assumed, sink);
    }

    private String one(BufferedInputStream in, CurrencyUnit assumed, StatementSink sink) throws IOException {
        byte[] head = head(in);
        StatementReader reader = detect(head);
        if (reader == null) {
            reader = new MappedReader(chosen(head, false, sink), false);
        }
        return check(reader, in, assumed, sink);
    }

    private static String check(StatementReader reader, InputStream in, CurrencyUnit assumed, StatementSink sink)
            throws IOException {
        reader.read(in, assumed, new SumCheck(sink, assumed));
        return reader.format();
    }

    /** The reader for a file that begins so; null for a table whose columns have to be mapped. */
    static @Nullable StatementReader detect(byte[] head) {
        String start =
                new String(head, StandardCharsets.UTF_8).replace("\uFEFF", "").stripLeading();
        if (start.isEmpty()) {
            throw new RuleViolation(
                    "file.empty", "", say("file.empty.found"), say("file.empty.expected"), say("file.empty.remedy"));
        }
        String upper = start.substring(0, Math.min(2_000, start.length())).toUpperCase(Locale.ROOT);
        if (upper.startsWith("OFXHEADER")
                || upper.startsWith("<OFX>")
                || (upper.startsWith("<") && (upper.contains("<?OFX") || upper.contains("<OFX>")))) {
            return new OfxReader();
        }
        boolean wide = head.length > 1 && (head[0] & 0xFF) >= 0xFE;
        if (start.startsWith("<") || (wide && start.replace("\0", "").contains("<?xml"))) {
            return new CamtReader();
        }
        if (start.startsWith("{1:")
                || start.startsWith(":20:")
                || start.contains("\n:20:")
                || start.contains("\r:20:")
                || start.contains("{4:")) {
            return new MtReader();
        }
        if (start.startsWith("01,")) {
            return new BaiReader();
        }
        if (upper.startsWith("!TYPE:")
                || upper.startsWith("!ACCOUNT")
                || upper.startsWith("!OPTION")
                || upper.startsWith("!CLEAR")) {
            return new QifReader();
        }
        if (!wide) {
            for (byte b : head) {
                if (b >= 0 && b < 32 && b != '\n' && b != '\r' && b != '\t') {
                    throw new RuleViolation(
                            "file.format",
                            "",
                            say("file.format.found2"),
                            say("file.format.expected2"),
                            say("file.format.remedy2"));
                }
            }
        }
        return CsvStatementReader.fits(start) ? new CsvStatementReader() : null;
    }

    /** The mapping for a table: the learned one whose header row is there, else a guess with nothing left to choose. */
    private ColumnMapping chosen(byte[] head, boolean spreadsheet, StatementSink sink) throws IOException {
        MappingGuess guess = MappingGuess.of(head, spreadsheet);
        for (ColumnMapping mapping : mappings) {
            int place = mapping.skipRows();
            if (mapping.header().isEmpty()
                    ? mappings.size() == 1
                    : place < guess.rows().size() && mapping.fits(guess.rows().get(place))) {
                return mapping;
            }
        }
        if (!mappings.isEmpty() && !spreadsheet) {
            // another separator than the guessed one: the reader itself compares the header row
            return mappings.getFirst();
        }
        Optional<ColumnMapping> guessed = guess.mapping();
        if (guessed.isEmpty() || !guess.sure()) {
            throw new RuleViolation(
                    "mapping.needed",
                    "",
                    guessed.isEmpty() ? say("mapping.needed.found") : say("mapping.needed.found2"),
                    say("mapping.needed.expected"),
                    say("mapping.needed.remedy"));
        }
        sink.warn(ReadWarning.breach(
                0,
                "mapping.guessed",
                say("mapping.guessed.found", String.join(", ", guessed.get().header())),
                say("mapping.guessed.expected"),
                say("mapping.guessed.remedy")));
        return guessed.get();
    }

    /** Names the file of an archive in what is told of it. */
    private record NamingSink(StatementSink next, String name) implements StatementSink {
        @Override
        public void begin(tidemark.core.statement.StatementFacts soFar) {
            next.begin(soFar);
        }

        @Override
        public void line(tidemark.core.statement.ReadLine line) {
            next.line(line);
        }

        @Override
        public void end(tidemark.core.statement.StatementFacts all) {
            next.end(all);
        }

        @Override
        public void warn(ReadWarning warning) {
            next.warn(new ReadWarning(in(name, warning.problem()), warning.line(), warning.decides()));
        }

        static Problem in(String name, Problem p) {
            return p.at(p.where().isEmpty() ? name : name + ", " + p.where());
        }
    }

    /** A stream that refuses to give more than it may. */
    private static final class Bounded extends FilterInputStream {
        private final long most;
        private long left;

        Bounded(InputStream in, long most) {
            super(in);
            this.most = most;
            this.left = most;
        }

        @Override
        public int read() throws IOException {
            int b = in.read();
            if (b >= 0) {
                took(1);
            }
            return b;
        }

        @Override
        public int read(byte[] into, int offset, int length) throws IOException {
            int count = in.read(into, offset, length);
            if (count > 0) {
                took(count);
            }
            return count;
        }

        private void took(int count) {
            left -= count;
            if (left < 0) {
                throw new RuleViolation(
                        "archive.size",
                        "",
                        say("archive.size.found", most / 1_000_000),
                        say("archive.size.expected"),
                        say("archive.size.remedy"));
            }
        }

        @Override
        public boolean markSupported() {
            return false;
        }

        @Override
        public void close() {
            // the archive goes on
        }
    }
}
