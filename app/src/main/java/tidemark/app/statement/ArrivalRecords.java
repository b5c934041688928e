package tidemark.app.statement;

import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.database.LockedRow;
import tidemark.app.database.RowLocks;
import tidemark.core.problem.Problem;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** The records of what came in, each change of them in a transaction of its own. */
@Service
class ArrivalRecords {
    private static final int MOST_PROBLEMS = 100;

    private final ArrivalRepository arrivals;
    private final SkippedLineRepository skipped;
    private final StatementImport taking;
    private final ActivityLog activity;
    private final RowLocks locks;
    private final JsonMapper json;
    private final EntityManager em;
    private final Clock clock;

    ArrivalRecords(
            ArrivalRepository arrivals,
            SkippedLineRepository skipped,
            StatementImport taking,
            ActivityLog activity,
            RowLocks locks,
            JsonMapper json,
            EntityManager em,
            Clock clock) {
        this.arrivals = arrivals;
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
            long companyId, @Nullable Long accountId, Arrival.Source source, String name, byte[] content, String who) {
        long id = arrivals.save(new Arrival(
                        companyId,
                        accountId,
                        source,
                        Statements.plainName(name),
                        Statements.sha256(content),
                        content.length,
                        who,
                        clock.instant()))
                .id();
        em.persist(new ArrivalContent(id, content));
        return id;
    }

    /** The bytes of a file that is still open. */
    @Transactional(readOnly = true)
    public byte[] content(long id) {
        ArrivalContent content = em.find(ArrivalContent.class, id);
        return content == null ? new byte[0] : content.content();
    }

    private void move(Arrival arrival, Arrival.State to) {
        arrival.move(to, clock.instant());
        if (!to.isOpen()) {
            em.createQuery("delete from ArrivalContent c where c.arrivalId = :id")
                    .setParameter("id", arrival.id())
                    .executeUpdate();
        }
    }

    private Arrival lock(long companyId, long id) {
        return locks.lock(LockedRow.INCOMING_FILE, Arrival.class, id)
                .filter(a -> a.companyId() == companyId)
                .orElseThrow(() -> new NotFound("file"));
    }

    @Transactional(readOnly = true)
    public Arrival get(long companyId, long id) {
        return arrivals.findByIdAndCompanyId(id, companyId).orElseThrow(() -> new NotFound("file"));
    }

    /** All that are open, and the latest forty that have ended. */
    @Transactional(readOnly = true)
    public List<Arrival> latest(long companyId, long accountId) {
        Set<Arrival.State> open = EnumSet.noneOf(Arrival.State.class);
        Arrays.stream(Arrival.State.values()).filter(Arrival.State::isOpen).forEach(open::add);
        List<Arrival> out = new ArrayList<>(arrivals.open(companyId, accountId, open));
        out.addAll(arrivals.latestEnded(companyId, accountId, open, Limit.of(40)));
        return out;
    }

    @Transactional(readOnly = true)
    public List<Arrival> unfinished() {
        return arrivals.unfinished();
    }

    @Transactional(readOnly = true)
    public List<Arrival> waiting(long companyId) {
        return arrivals.waiting(companyId);
    }

    @Transactional(readOnly = true)
    public List<SkippedLine> skipped(long arrivalId) {
        return skipped.findByArrivalIdOrderById(arrivalId, Limit.of(500));
    }

    /** Ends it, or lets it wait, with what is the matter. */
    @Transactional
    public void became(long companyId, long id, Arrival.State state, List<Problem> problems, Consumer<Arrival> more) {
        Arrival arrival = lock(companyId, id);
        arrival.problems(write(problems));
        more.accept(arrival);
        move(arrival, state);
    }

    /** Counts, before it is read, that it is; how often that was. */
    @Transactional
    public int begun(long companyId, long id) {
        return lock(companyId, id).begun();
    }

    /** Takes what the file holds and ends the arrival, in one transaction. */
    @Transactional
    public void take(long id, Delivery d, Progress progress) {
        StatementImport.Outcome outcome = taking.take(d, progress);
        // whoever cancelled it before this point finds nothing taken
        Arrival arrival = lock(d.companyId(), id);
        progress.goOn();
        arrival.counted(d.contents().format(), outcome.lines(), outcome.skipped(), outcome.interim());
        if (outcome.accountId() != null && arrival.bankAccountId() == null) {
            arrival.belongsTo(outcome.accountId());
        }
        List<Problem> told = new ArrayList<>(outcome.refused().isEmpty() ? outcome.open() : outcome.refused());
        d.contents().warnings().stream().filter(w -> !w.decides()).forEach(w -> told.add(w.problem()));
        arrival.problems(write(told));
        if (d.note() != null) {
            arrival.note(d.note());
        }
        Arrival.State state = !outcome.refused().isEmpty()
                ? Arrival.State.REFUSED
                : !outcome.open().isEmpty()
                        ? Arrival.State.WAITS
                        : outcome.taken().isEmpty() && outcome.interim() == 0
                                ? Arrival.State.NOTHING_NEW
                                : Arrival.State.TAKEN;
        move(arrival, state);
    }

    /** Takes the record of a fetch away that brought nothing; its skipped lines with it. */
    @Transactional
    public void forget(long companyId, long id) {
        Arrival arrival = lock(companyId, id);
        em.createQuery("delete from SkippedLine s where s.arrivalId = :id")
                .setParameter("id", id)
                .executeUpdate();
        arrivals.delete(arrival);
    }

    @Transactional
    public void leave(long companyId, long id, String who) {
        Arrival arrival = lock(companyId, id);
        became(companyId, id, Arrival.State.LEFT, problems(arrival), a -> {});
        activity.record(companyId, who, "arrival.left", "arrival", id, "Left " + arrival.name() + " unread");
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
        }
        return json.writeValueAsString(out);
    }

    List<Problem> problems(Arrival arrival) {
        List<Problem> out = new ArrayList<>();
        for (JsonNode node : json.readTree(arrival.problems())) {
            out.add(new Problem(
                    node.path("code").asString(),
                    node.path("where").asString(),
                    node.path("found").asString(),
                    node.path("expected").asString(),
                    node.path("remedy").asString()));
        }
        return out;
    }
}
