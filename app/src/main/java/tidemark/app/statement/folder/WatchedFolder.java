package tidemark.app.statement.folder;

import static tidemark.core.words.Catalogue.say;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Lazy;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.database.FreeSpace;
import tidemark.app.statement.incoming.IncomingFile;
import tidemark.app.statement.incoming.IncomingFileRecords;
import tidemark.app.statement.incoming.IncomingFiles;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

/**
 * Takes files dropped into a folder, one for each company below {@code tidemark.folder}. A file is taken once it has not
 * changed between two looks; it then lies in {@code done} or {@code refused} with a report beside it.
 */
@Service
@Lazy(false)
public class WatchedFolder {
    private static final Logger LOG = LoggerFactory.getLogger(WatchedFolder.class);
    private static final String WHO = say("folder.watchedFolder");
    private static final long LARGEST = 60_000_000;
    private static final List<String> HALF_WRITTEN = List.of(".part", ".tmp", ".crdownload", ".filepart", ".swp", "~");

    private final Path folder;
    private final FreeSpace space;
    private final Companies companies;
    private final IncomingFiles incomingFiles;
    private final IncomingFileRecords records;
    private final Map<Path, Look> seen = new HashMap<>();

    /** How a file was at the last look. */
    private record Look(long size, Instant changed) {}

    WatchedFolder(
            @Value("${tidemark.folder:${tidemark.data:./data/tidemark}/inbox}") String folder,
            FreeSpace space,
            Companies companies,
            IncomingFiles incomingFiles,
            IncomingFileRecords records) {
        this.folder = Path.of(folder);
        this.space = space;
        this.companies = companies;
        this.incomingFiles = incomingFiles;
        this.records = records;
    }

    /** Where files for a company are dropped. */
    public Path of(Company company) {
        String name = company.name()
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^a-z0-9]+", "-")
                .replaceAll("^-|-$", "");
        return folder.resolve(company.id() + "-" + (name.length() > 40 ? name.substring(0, 40) : name));
    }

    @Scheduled(
            initialDelayString = "${tidemark.folder.seconds:5}",
            fixedDelayString = "${tidemark.folder.seconds:5}",
            timeUnit = TimeUnit.SECONDS)
    void safeLook() {
        try {
            if (!space.isLow()) {
                look();
            }
        } catch (IOException | RuntimeException e) {
            LOG.warn("The watched folder {} could not be looked at: {}", folder, e.toString());
        }
    }

    /** One look at all companies' folders. */
    public synchronized void look() throws IOException {
        for (Company company : companies.all()) {
            Path own = of(company);
            Files.createDirectories(own.resolve("done"));
            Files.createDirectories(own.resolve("refused"));
            List<Path> files;
            try (Stream<Path> list = Files.list(own)) {
                // a link could lead anywhere; only what lies here is taken
                files = list.filter(f -> Files.isRegularFile(f, LinkOption.NOFOLLOW_LINKS))
                        .sorted()
                        .toList();
            }
            seen.keySet().removeIf(p -> p.startsWith(own) && !files.contains(p));
            for (Path file : files) {
                try {
                    if (isWhole(file)) {
                        take(company, own, file);
                    }
                } catch (IOException | RuntimeException e) {
                    LOG.warn("A file in {} could not be taken: {}", own, e.toString());
                }
            }
        }
    }

    private boolean isWhole(Path file) throws IOException {
        String name = file.getFileName().toString().toLowerCase(Locale.ROOT);
        if (name.startsWith(".") || HALF_WRITTEN.stream().anyMatch(name::endsWith)) {
            return false;
        }
        Look now = new Look(Files.size(file), Files.getLastModifiedTime(file).toInstant());
        return now.equals(seen.put(file, now)) && now.size() > 0;
    }

    private void take(Company company, Path own, Path file) throws IOException {
        String name = file.getFileName().toString();
        List<String> report = new ArrayList<>();
        boolean done = false;
        try {
            if (Files.size(file) > LARGEST) {
                throw new RuleViolation(
                        "file.size",
                        name,
                        say("file.size.found", Files.size(file)),
                        say("file.size.expected2", LARGEST),
                        say("file.size.remedy3"));
            }
            IncomingFile incoming = incomingFiles.receive(
                    company.id(), null, IncomingFile.Source.FOLDER, name, Files.readAllBytes(file), WHO, 600_000);
            done = incoming.state() != IncomingFile.State.REFUSED;
            report.add(words(incoming));
            records.problems(incoming).stream().map(Problem::message).forEach(report::add);
        } catch (RuleViolation e) {
            e.problems().stream().map(Problem::message).forEach(report::add);
        }
        Path target = moved(file, own.resolve(done ? "done" : "refused"));
        seen.remove(file);
        Files.writeString(
                target.resolveSibling(fit(target.getFileName().toString(), ".report.txt")),
                String.join("\n", report) + "\n");
    }

    private static String words(IncomingFile a) {
        return switch (a.state()) {
            case TAKEN ->
                say("folder.takenLinesHadBeenReadBeforeTold")
                        .formatted(a.lineCount(), a.skippedCount(), a.interimCount());
            case NOTHING_NEW -> say("folder.nothingNewAllOfItHadBeen");
            case WAITS -> say("folder.notTakenYetSomethingDoesNotTie");
            case MAPPING -> say("folder.notTakenYetSomebodyHasToShow");
            case REFUSED -> say("folder.refusedNothingOfItWasTaken");
            case READING -> say("folder.stillBeingRead");
            case LEFT, CANCELLED -> "Left.";
        };
    }

    /** A name with an ending that a file system takes: at most 200 bytes before the ending. */
    private static String fit(String name, String ending) {
        String out = name;
        while (out.getBytes(StandardCharsets.UTF_8).length > 200) {
            out = out.substring(0, out.offsetByCodePoints(out.length(), -1));
        }
        return out + ending;
    }

    /** Moves a file, under another name where its own is taken. */
    private static Path moved(Path file, Path into) throws IOException {
        String name = file.getFileName().toString();
        for (int i = 1; ; i++) {
            Path target = into.resolve(i == 1 ? name : i + "-" + fit(name, ""));
            try {
                return Files.move(file, target);
            } catch (FileAlreadyExistsException e) {
                if (i > 10_000) {
                    throw e;
                }
            }
        }
    }
}
