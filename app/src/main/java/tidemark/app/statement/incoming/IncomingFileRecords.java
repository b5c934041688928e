package tidemark.app.statement.incoming;

import static tidemark.core.words.Catalogue.say;

import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.database.LockedRow;
import tidemark.app.database.RowLocks;
import tidemark.app.statement.SkippedLine;
import tidemark.app.statement.SkippedLineRepository;
import tidemark.app.statement.Statements;
import tidemark.core.problem.Problem;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** The records of what came in, each change of them in a transaction of its own. */
@Service
public class IncomingFileRecords {
    private static final int MOST_PROBLEMS = 100;

    private final IncomingFileRepository incomingFiles;
    private final SkippedLineRepository skipped;
    private final StatementImport taking;
    private final ActivityLog activity;
    private final RowLocks locks;
    private final JsonMapper json;
    private final EntityManager em;
    private final Clock clock;

    IncomingFileRecords(
            IncomingFileRepository incomingFiles,
            SkippedLineRepository skipped,
            StatementImport taking,
            ActivityLog activity,
            RowLocks locks,
            JsonMapper json,
            EntityManager em,
            Clock clock) {
        this.incomingFiles = incomingFiles;
        this.skipped = skipped;
        this.taking = taking;
        this.activity = activity;
        this.locks = locks;
        this.json = json;
        this.em = em;
        this.clock = clock;
    }

    @Transactional
    public long begin(
            long companyId,
            @Nullable Long accountId,
            IncomingFile.Source source,
            String name,
            byte[] content,
            String who) {
        long id = incomingFiles
                .save(new IncomingFile(
                        companyId,
                        accountId,
                        source,
                        Statements.plainName(name),
                        Statements.sha256(content),
                        content.length,
                        who,
                        clock.instant()))
                .id();
        em.persist(new IncomingContent(id, content));
        return id;
    }

    /** The bytes of a file that is still open. */
    @Transactional(readOnly = true)
    public byte[] content(long id) {
        IncomingContent content = em.find(IncomingContent.class, id);
        return content == null ? new byte[0] : content.content();
    }

    private void move(IncomingFile incoming, IncomingFile.State to) {
        incoming.move(to, clock.instant());
        if (!to.isOpen()) {
            em.createQuery("delete from IncomingContent c where c.incomingId = :id")
                    .setParameter("id", incoming.id())
                    .executeUpdate();
        }
    }

    private IncomingFile lock(long companyId, long id) {
        return locks.lock(LockedRow.INCOMING_FILE, IncomingFile.class, id)
                .filter(a -> a.companyId() == companyId)
                .orElseThrow(() -> new NotFound(say("incoming.file")));
    }

    @Transactional(readOnly = true)
    public IncomingFile get(long companyId, long id) {
        return incomingFiles.findByIdAndCompanyId(id, companyId).orElseThrow(() -> new NotFound(say("incoming.file")));
    }

    /** All that are open, and the latest forty that have ended. */
    @Transactional(readOnly = true)
    public List<IncomingFile> latest(long companyId, long accountId) {
        Set<IncomingFile.State> open = EnumSet.noneOf(IncomingFile.State.class);
        Arrays.stream(IncomingFile.State.values())
                .filter(IncomingFile.State::isOpen)
                .forEach(open::add);
        List<IncomingFile> out = new ArrayList<>(incomingFiles.open(companyId, accountId, open));
        out.addAll(incomingFiles.latestEnded(companyId, accountId, open, Limit.of(40)));
        return out;
    }

    @Transactional(readOnly = true)
    public List<IncomingFile> unfinished() {
        return incomingFiles.unfinished();
    }

    @Transactional(readOnly = true)
    public List<IncomingFile> waiting(long companyId) {
        return incomingFiles.waiting(companyId);
    }

    @Transactional(readOnly = true)
    public List<SkippedLine> skipped(long incomingId) {
        return skipped.findByIncomingIdOrderById(incomingId, Limit.of(500));
    }

    /** Ends it, or lets it wait, with what is the matter. */
    @Transactional
    public void became(
            long companyId, long id, IncomingFile.State state, List<Problem> problems, Consumer<IncomingFile> more) {
        IncomingFile incoming = lock(companyId, id);
        incoming.problems(write(problems));
        more.accept(incoming);
        move(incoming, state);
    }

    /** Counts, before it is read, that it is; how often that was. */
    @Transactional
    public int begun(long companyId, long id) {
        return lock(companyId, id).begun();
    }

    /** Takes what the file holds and ends the incoming file, in one transaction. */
    @Transactional
    public void take(long id, Delivery d, Progress progress) {
        StatementImport.Outcome outcome = taking.take(d, progress);
        // whoever cancelled it before this point finds nothing taken
        IncomingFile incoming = lock(d.companyId(), id);
        progress.goOn();
        incoming.counted(d.contents().format(), outcome.lines(), outcome.skipped(), outcome.interim());
        if (outcome.accountId() != null && incoming.bankAccountId() == null) {
            incoming.belongsTo(outcome.accountId());
        }
        List<Problem> told = new ArrayList<>(outcome.refused().isEmpty() ? outcome.open() : outcome.refused());
        d.contents().warnings().stream().filter(w -> !w.decides()).forEach(w -> told.add(w.problem()));
        incoming.problems(write(told));
        if (d.note() != null) {
            incoming.note(d.note());
        }
        IncomingFile.State state = !outcome.refused().isEmpty()
                ? IncomingFile.State.REFUSED
                : !outcome.open().isEmpty()
                        ? IncomingFile.State.WAITS
                        : outcome.taken().isEmpty() && outcome.interim() == 0
                                ? IncomingFile.State.NOTHING_NEW
                                : IncomingFile.State.TAKEN;
        move(incoming, state);
    }

    /** Takes the record of a fetch away that brought nothing; its skipped lines with it. */
    @Transactional
    public void forget(long companyId, long id) {
        IncomingFile incoming = lock(companyId, id);
        em.createQuery("delete from SkippedLine s where s.incomingId = :id")
                .setParameter("id", id)
                .executeUpdate();
        incomingFiles.delete(incoming);
    }

    @Transactional
    public void leave(long companyId, long id, String who) {
        IncomingFile incoming = lock(companyId, id);
        became(companyId, id, IncomingFile.State.LEFT, problems(incoming), a -> {});
        activity.record(companyId, who, "file.left", "incoming-file", id, say("file.left.leftUnread", incoming.name()));
    }

    private String write(List<Problem> problems) {
        ArrayNode out = json.createArrayNode();
        for (Problem p : problems.subList(0, Math.min(MOST_PROBLEMS, problems.size()))) {
            ObjectNode node = out.addObject();
            node.put("code", p.code());
            node.put("where", p.where());
            node.put("found", p.found());
            node.put("expected", p.expected());
            node.put("remedy", p.remedy());
            ObjectNode values = node.putObject("values");
            p.values().forEach(values::put);
        }
        return json.writeValueAsString(out);
    }

    public List<Problem> problems(IncomingFile incoming) {
        List<Problem> out = new ArrayList<>();
        for (JsonNode node : json.readTree(incoming.problems())) {
            Map<String, String> values = new TreeMap<>();
            node.path("values")
                    .properties()
                    .forEach(v -> values.put(v.getKey(), v.getValue().asString()));
            out.add(new Problem(
                    node.path("code").asString(),
                    node.path("where").asString(),
                    node.path("found").asString(),
                    node.path("expected").asString(),
                    node.path("remedy").asString(),
                    values));
        }
        return out;
    }
}
