package tidemark.app.statement.incoming;

import static tidemark.core.words.Catalogue.say;

import jakarta.annotation.PreDestroy;
import java.io.ByteArrayInputStream;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.annotation.Lazy;
import org.springframework.context.event.EventListener;
import org.springframework.scheduling.concurrent.ThreadPoolTaskExecutor;
import org.springframework.stereotype.Service;
import tidemark.app.access.Limits;
import tidemark.app.company.BankAccounts;
import tidemark.app.statement.StatementRow;
import tidemark.app.statement.mapping.Mappings;
import tidemark.core.format.StatementFiles;
import tidemark.core.format.StatementSink;
import tidemark.core.problem.Fields;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.ReadLine;
import tidemark.core.statement.ReadStatement;
import tidemark.core.statement.ReadWarning;
import tidemark.core.statement.StatementFacts;

/** Lets files come in: reads them apart from the request that brought them, and lets a person decide or cancel. */
@Service
@Lazy(false)
public class IncomingFiles {
    private static final Logger LOG = LoggerFactory.getLogger(IncomingFiles.class);
    private static final int MOST_ATTEMPTS = 2;
    private static final StatementFiles.Limits LIMITS = new StatementFiles.Limits(600_000_000, 200);

    private final IncomingFileRecords records;
    private final StatementImport taking;
    private final Mappings mappings;
    private final BankAccounts accounts;
    private final Map<Long, Progress> running = new ConcurrentHashMap<>();
    private final ThreadPoolTaskExecutor readers = new ThreadPoolTaskExecutor();

    public IncomingFiles(
            IncomingFileRecords records, StatementImport taking, Mappings mappings, BankAccounts accounts) {
        this.records = records;
        this.taking = taking;
        this.mappings = mappings;
        this.accounts = accounts;
        readers.setCorePoolSize(2);
        readers.setThreadNamePrefix("reader-");
        readers.setDaemon(true);
        readers.initialize();
    }

    /**
     * What was being read when the server stopped is read again; nothing of it had been taken. What was being read when
     * it stopped twice may be why, and waits for a person.
     */
    @EventListener(ApplicationReadyEvent.class)
    public void goOn() {
        for (IncomingFile incoming : records.unfinished()) {
            submit(incoming.companyId(), incoming.id(), null, List.of(), incoming.sizeBytes(), incoming.cameFrom());
        }
    }

    @PreDestroy
    public void stop() {
        running.values().forEach(Progress::cancel);
        readers.shutdown();
    }

    /**
     * Lets a file come in and waits a moment for what becomes of it.
     *
     * @param patience how long, in milliseconds
     */
    public IncomingFile receive(
            long companyId,
            @Nullable Long accountId,
            IncomingFile.Source source,
            String name,
            byte[] content,
            String who,
            long patience) {
        if (accountId != null) {
            accounts.get(companyId, accountId);
        }
        if (content.length == 0) {
            throw new RuleViolation(
                    "file.empty", "", say("file.empty.found"), say("file.empty.expected"), say("file.empty.remedy"));
        }
        long id = records.begin(companyId, accountId, source, name, content, who);
        return await(companyId, id, submit(companyId, id, null, List.of(), content.length, who), patience);
    }

    /** Takes what waits, although something does not tie. */
    IncomingFile decide(long companyId, long id, String note, String who, long patience) {
        IncomingFile incoming = records.get(companyId, id);
        if (incoming.state() != IncomingFile.State.WAITS) {
            throw new RuleViolation(
                    "incoming.state",
                    "",
                    say("incoming.state.found", incoming.name()),
                    say("incoming.state.expected"),
                    say("incoming.state.remedy"));
        }
        String why = Fields.text(note, "note", 400);
        return again(companyId, id, why, records.problems(incoming), who, patience);
    }

    /** Reads a file anew, after its columns have been shown. */
    IncomingFile again(long companyId, long id, String who, long patience) {
        return again(companyId, id, null, List.of(), who, patience);
    }

    private IncomingFile again(
            long companyId, long id, @Nullable String note, List<Problem> seen, String who, long patience) {
        records.became(companyId, id, IncomingFile.State.READING, List.of(), IncomingFiles::notInWork);
        IncomingFile incoming = records.get(companyId, id);
        return await(companyId, id, submit(companyId, id, note, seen, incoming.sizeBytes(), who), patience);
    }

    /** Of two who decide at once the second is told. */
    private static void notInWork(IncomingFile incoming) {
        if (incoming.state() == IncomingFile.State.READING) {
            throw new RuleViolation(
                    "incoming.state",
                    "",
                    say("incoming.state.found2", incoming.name()),
                    say("incoming.state.expected"),
                    say("incoming.state.remedy"));
        }
    }

    void leave(long companyId, long id, String who) {
        records.get(companyId, id);
        records.leave(companyId, id, who);
    }

    /** Asks for the end of a reading; what it had written so far is rolled back. */
    void cancel(long companyId, long id) {
        records.get(companyId, id);
        Progress progress = running.get(id);
        if (progress != null) {
            progress.cancel();
        }
    }

    /** How many files wait for a person, and the account of the oldest, where it is known. */
    public record Waiting(int count, @Nullable Long accountId) {}

    public Waiting waiting(long companyId) {
        List<IncomingFile> waiting = records.waiting(companyId);
        return new Waiting(
                waiting.size(), waiting.isEmpty() ? null : waiting.getFirst().bankAccountId());
    }

    @Nullable
    Progress progress(long id) {
        return running.get(id);
    }

    private Future<?> submit(
            long companyId, long id, @Nullable String note, List<Problem> seen, long bytes, String who) {
        Progress progress = new Progress(bytes);
        running.put(id, progress);
        return readers.submit(Limits.carried(() -> {
            try {
                work(companyId, id, note, seen, progress, who);
            } finally {
                running.remove(id);
            }
        }));
    }

    private IncomingFile await(long companyId, long id, Future<?> work, long patience) {
        try {
            work.get(patience, TimeUnit.MILLISECONDS);
        } catch (TimeoutException e) {
            return records.get(companyId, id);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        } catch (ExecutionException e) {
            LOG.warn("Reading {} failed", id, e.getCause());
        }
        return records.get(companyId, id);
    }

    private void work(
            long companyId, long id, @Nullable String note, List<Problem> seen, Progress progress, String who) {
        IncomingFile incoming = records.get(companyId, id);
        if (records.begun(companyId, id) > MOST_ATTEMPTS && note == null) {
            ended(
                    incoming,
                    IncomingFile.State.REFUSED,
                    List.of(new Problem(
                            "file.breaks",
                            "",
                            say("file.breaks.found", incoming.name(), MOST_ATTEMPTS),
                            say("file.breaks.expected"),
                            say("file.breaks.remedy"))));
            return;
        }
        try {
            byte[] content = records.content(id);
            StatementFiles.Contents contents = read(incoming, content, progress);
            if (contents.warnings().stream().anyMatch(w -> w.problem().code().equals("mapping.guessed"))) {
                ended(incoming, IncomingFile.State.MAPPING, problems(contents));
                return;
            }
            records.take(
                    id,
                    new Delivery(
                            companyId,
                            incoming.bankAccountId(),
                            id,
                            switch (incoming.source()) {
                                case UPLOAD -> StatementRow.Source.FILE;
                                case FOLDER -> StatementRow.Source.FOLDER;
                                case LINK -> StatementRow.Source.LINK;
                            },
                            incoming.name(),
                            content,
                            contents,
                            note,
                            seen,
                            who),
                    progress);
        } catch (StackOverflowError e) {
            failed(incoming, new IllegalStateException("nested too deeply", e));
        } catch (RuntimeException e) {
            // a reader that was stopped in the middle may tell of it as of a broken file
            if (progress.isCancelled()) {
                ended(incoming, IncomingFile.State.CANCELLED, List.of());
            } else {
                failed(incoming, e);
            }
        }
    }

    private void failed(IncomingFile incoming, RuntimeException failure) {
        if (failure instanceof RuleViolation e) {
            boolean columns = e.code().equals("mapping.needed") || e.code().equals("mapping.header");
            ended(incoming, columns ? IncomingFile.State.MAPPING : IncomingFile.State.REFUSED, e.problems());
        } else {
            LOG.warn("Reading {} failed", incoming.name(), failure);
            ended(
                    incoming,
                    IncomingFile.State.REFUSED,
                    List.of(new Problem(
                            "file.failed",
                            "",
                            say("file.failed.found", failure.getClass().getSimpleName()),
                            say("file.failed.expected"),
                            say("file.failed.remedy"))));
        }
    }

    private void ended(IncomingFile incoming, IncomingFile.State state, List<Problem> problems) {
        records.became(incoming.companyId(), incoming.id(), state, problems, a -> {});
    }

    private static List<Problem> problems(StatementFiles.Contents contents) {
        return contents.warnings().stream().map(ReadWarning::problem).toList();
    }

    /** What became of something that a bank link fetched; told in words where somebody has to look. */
    public record Delivered(String state, int lines, int interim, String told) {}

    /** Takes what a bank link fetched; nothing is kept of a fetch that brought nothing new. */
    public Delivered deliver(long companyId, long accountId, String name, byte[] content, String who) {
        IncomingFile incoming = receive(companyId, accountId, IncomingFile.Source.LINK, name, content, who, 60_000);
        String told = records.problems(incoming).stream()
                .map(Problem::message)
                .reduce((a, b) -> a + " " + b)
                .orElse("");
        if (incoming.state() == IncomingFile.State.NOTHING_NEW) {
            records.forget(companyId, incoming.id());
        }
        return new Delivered(incoming.state().name(), incoming.lineCount(), incoming.interimCount(), told);
    }

    private StatementFiles.Contents read(IncomingFile incoming, byte[] content, Progress progress) {
        if (incoming.source() == IncomingFile.Source.LINK) {
            return LinkFile.read(content);
        }
        return read(
                content,
                currency(incoming.companyId(), incoming.bankAccountId()),
                new StatementFiles(LIMITS, mappings.toTry(incoming.companyId(), incoming.bankAccountId())),
                progress);
    }

    private CurrencyUnit currency(long companyId, @Nullable Long accountId) {
        return accountId == null
                ? accounts.companyCurrency(companyId)
                : accounts.get(companyId, accountId).currency();
    }

    /** Reads without taking, for a preview. */
    void look(
            long companyId,
            @Nullable Long accountId,
            byte[] content,
            java.util.function.Function<CurrencyUnit, ReadJson> sink,
            java.util.function.BiConsumer<ReadJson, String> done) {
        CurrencyUnit currency = currency(companyId, accountId);
        ReadJson json = sink.apply(currency);
        try {
            done.accept(
                    json,
                    new StatementFiles(LIMITS, mappings.toTry(companyId, accountId))
                            .read(new ByteArrayInputStream(content), currency, json));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static StatementFiles.Contents read(
            byte[] content, CurrencyUnit currency, StatementFiles files, Progress progress) {
        Counting sink = new Counting(progress);
        try {
            String format = files.read(sink.counted(new ByteArrayInputStream(content)), currency, sink);
            return new StatementFiles.Contents(format, sink.statements, sink.warnings);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Takes a file at once, or refuses it with all that does not tie. */
    public List<StatementRow> takeNow(long companyId, long accountId, String name, byte[] content, String who) {
        CurrencyUnit currency = currency(companyId, accountId);
        StatementFiles.Contents contents = read(
                content,
                currency,
                new StatementFiles(LIMITS, mappings.toTry(companyId, accountId)),
                new Progress(content.length));
        return taking.takeOrRefuse(new Delivery(
                companyId, accountId, null, StatementRow.Source.FILE, name, content, contents, null, List.of(), who));
    }

    /** Gathers statements and tells how far it is. */
    private static final class Counting implements StatementSink {
        private final Progress progress;
        private final List<ReadStatement> statements = new java.util.ArrayList<>();
        private final List<ReadWarning> warnings = new java.util.ArrayList<>();
        private List<ReadLine> lines = new java.util.ArrayList<>();
        private int count;
        private long bytes;

        Counting(Progress progress) {
            this.progress = progress;
        }

        InputStream counted(InputStream in) {
            return new FilterInputStream(in) {
                @Override
                public int read(byte[] into, int offset, int length) throws IOException {
                    int n = super.read(into, offset, length);
                    bytes += Math.max(0, n);
                    progress.read(bytes, count);
                    return n;
                }
            };
        }

        @Override
        public void begin(StatementFacts soFar) {
            lines = new java.util.ArrayList<>();
        }

        @Override
        public void line(ReadLine line) {
            lines.add(line);
            count++;
        }

        @Override
        public void end(StatementFacts all) {
            statements.add(new ReadStatement(all, lines));
        }

        @Override
        public void warn(ReadWarning warning) {
            if (warnings.size() < 1_000) {
                warnings.add(warning);
            }
        }
    }
}
