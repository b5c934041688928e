package tidemark.app.attachment;

import static tidemark.core.words.Catalogue.say;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.Companies;
import tidemark.core.paper.PaperType;
import tidemark.core.paper.PaperUse;
import tidemark.core.problem.RuleViolation;

/**
 * Papers kept with what is booked and with drafts. One that is handed in is nobody's until what is booked, or kept as a draft,
 * takes it in its own transaction.
 */
@Service
public class Papers {
    public static final long LARGEST = 8_000_000;
    private static final int MOST = 20;
    private static final Duration LOOSE = Duration.ofDays(2);

    private final PaperRepository papers;
    private final StoredPaperRepository stored;
    private final PaperDrawing drawing;
    private final Companies companies;
    private final ActivityLog activity;
    private final Clock clock;

    Papers(
            PaperRepository papers,
            StoredPaperRepository stored,
            PaperDrawing drawing,
            Companies companies,
            ActivityLog activity,
            Clock clock) {
        this.papers = papers;
        this.stored = stored;
        this.drawing = drawing;
        this.companies = companies;
        this.activity = activity;
        this.clock = clock;
    }

    /**
     * A paper as it is listed.
     *
     * @param day of what it belongs to
     * @param hold why it must be kept whatever its time; empty for none
     * @param goneOn when what was in it was taken out for good; its digest stays
     */
    public record Listed(
            long id,
            String name,
            PaperType type,
            long sizeBytes,
            int turned,
            PaperUse use,
            LocalDate day,
            String hold,
            String sha256,
            @Nullable LocalDate goneOn,
            String goneBy,
            String addedBy,
            Instant addedAt,
            int version) {}

    /** Where the same is kept, too: the entry, or the draft. */
    public record SameElsewhere(
            @Nullable Long entryId, @Nullable Long draftId, String name, LocalDate day) {}

    /** @param same where the same is already */
    public record HandedIn(Listed paper, List<SameElsewhere> same) {}

    /** A file as it came in. */
    public record Content(String name, PaperType type, byte[] bytes) {}

    /** Takes a file in; it is nobody's yet. */
    @Transactional
    public HandedIn handIn(long companyId, String fileName, long size, byte[] content, String who) {
        Paper paper = keep(companyId, loose(companyId), fileName, size, content, who);
        activity.record(companyId, who, "paper.handed-in", "paper", paper.id(), say("paper.handedIn", paper.name()));
        return new HandedIn(papers.listed(paper.id()), same(paper));
    }

    /** Keeps a file with an entry. */
    @Transactional
    public long add(
            long companyId, long entryId, LocalDate day, String fileName, long size, byte[] content, String who) {
        checkCount(Paper.OwnerKind.ENTRY, entryId, 1);
        Paper.Owner owner = new Paper.Owner(Paper.OwnerKind.ENTRY, entryId, day);
        Paper paper = keep(companyId, owner, fileName, size, content, who);
        activity.record(
                companyId, who, "attachment.added", "entry", entryId, say("attachment.added.attached", paper.name()));
        return paper.id();
    }

    private Paper.Owner loose(long companyId) {
        return new Paper.Owner(Paper.OwnerKind.LOOSE, 0, companies.today(companyId));
    }

    private Paper keep(long companyId, Paper.Owner owner, String fileName, long size, byte[] content, String who) {
        if (size == 0 || size > LARGEST) {
            throw new RuleViolation(
                    "file.size",
                    "file",
                    say("file.size.found", size),
                    say("file.size.expected", LARGEST),
                    say("attachment.size.remedy"));
        }
        String name = plain(fileName);
        PaperType type = PaperType.of(name, content);
        drawing.check(name, type, content);
        StoredPaper one = stored.findByCompanyIdAndSha256(companyId, StoredPaper.digest(content))
                .orElseGet(() -> stored.save(new StoredPaper(companyId, type, content)));
        one.comesBack(content);
        return papers.save(new Paper(one, owner, name, who, clock.instant()));
    }

    private static String plain(String fileName) {
        return fileName.replaceAll("[\\\\/\\p{Cntrl}\"]", "_").strip();
    }

    private void checkCount(Paper.OwnerKind kind, long owner, int more) {
        if (papers.list(kind, owner).size() + more > MOST) {
            throw new RuleViolation(
                    "attachment.count",
                    "file",
                    say("attachment.count.found", MOST),
                    say("attachment.count.expected", MOST),
                    say("attachment.count.remedy"));
        }
    }

    private List<SameElsewhere> same(Paper paper) {
        return papers.findByStoredPaperIdOrderById(paper.storedPaperId()).stream()
                .filter(p -> p.id() != paper.id() && p.ownerKind() != Paper.OwnerKind.LOOSE)
                .map(p -> new SameElsewhere(
                        p.ownerKind() == Paper.OwnerKind.ENTRY ? p.ownerId() : null,
                        p.ownerKind() == Paper.OwnerKind.DRAFT ? p.ownerId() : null,
                        p.name(),
                        p.belongsToDay()))
                .toList();
    }

    /** Papers that were handed in become those of an entry, in the transaction that books it. */
    @Transactional
    public void ofEntry(long companyId, @Nullable List<Long> ids, long entryId, LocalDate day) {
        take(companyId, ids, new Paper.Owner(Paper.OwnerKind.ENTRY, entryId, day));
    }

    /** Papers that a draft keeps; what it kept before and is not among them is nobody's again. */
    @Transactional
    public void ofDraft(long companyId, @Nullable List<Long> ids, long draftId) {
        if (ids == null) {
            return;
        }
        for (Paper before : papers.findByOwnerKindAndOwnerIdOrderById(Paper.OwnerKind.DRAFT, draftId)) {
            if (!ids.contains(before.id())) {
                before.belongsTo(loose(companyId));
            }
        }
        take(companyId, ids, new Paper.Owner(Paper.OwnerKind.DRAFT, draftId, companies.today(companyId)));
    }

    private void take(long companyId, @Nullable List<Long> ids, Paper.Owner owner) {
        if (ids == null || ids.isEmpty()) {
            return;
        }
        List<Long> fresh = ids.stream()
                .distinct()
                .filter(id -> !get(companyId, id).is(owner.kind(), owner.id()))
                .toList();
        checkCount(owner.kind(), owner.id(), fresh.size());
        for (long id : fresh) {
            Paper paper = get(companyId, id);
            // a draft that is booked by its own form brings its papers along
            boolean free = paper.ownerKind() == Paper.OwnerKind.LOOSE
                    || (paper.ownerKind() == Paper.OwnerKind.DRAFT && owner.kind() == Paper.OwnerKind.ENTRY);
            if (!free) {
                throw new RuleViolation(
                        "attachment.taken",
                        "paperIds",
                        say("attachment.taken.found", paper.name()),
                        say("attachment.taken.expected"),
                        say("attachment.taken.remedy"));
            }
            paper.belongsTo(owner);
        }
    }

    /** A draft was posted: its papers are those of the entry. */
    @Transactional
    public void posted(long draftId, long entryId, LocalDate day) {
        papers.findByOwnerKindAndOwnerIdOrderById(Paper.OwnerKind.DRAFT, draftId)
                .forEach(p -> p.belongsTo(new Paper.Owner(Paper.OwnerKind.ENTRY, entryId, day)));
    }

    /** A draft is gone: its papers are nobody's. */
    @Transactional
    public void discarded(long companyId, long draftId) {
        papers.findByOwnerKindAndOwnerIdOrderById(Paper.OwnerKind.DRAFT, draftId)
                .forEach(p -> p.belongsTo(loose(companyId)));
    }

    /** Keeps the papers of an entry with the one that stands in its place, too. */
    @Transactional
    public void carry(long fromEntryId, long toEntryId, LocalDate day) {
        Paper.Owner owner = new Paper.Owner(Paper.OwnerKind.ENTRY, toEntryId, day);
        for (Paper paper : papers.findByOwnerKindAndOwnerIdOrderById(Paper.OwnerKind.ENTRY, fromEntryId)) {
            StoredPaper one = stored.findById(paper.storedPaperId()).orElseThrow();
            papers.save(new Paper(one, owner, paper.name(), paper.addedBy(), clock.instant()).like(paper));
        }
    }

    @Transactional(readOnly = true)
    public List<Listed> ofEntry(long entryId) {
        return papers.list(Paper.OwnerKind.ENTRY, entryId);
    }

    @Transactional(readOnly = true)
    public List<Listed> ofDraft(long draftId) {
        return papers.list(Paper.OwnerKind.DRAFT, draftId);
    }

    /** How many papers each of these entries has; those without are left out. */
    @Transactional(readOnly = true)
    public Map<Long, Integer> counts(Collection<Long> entryIds) {
        Map<Long, Integer> out = new HashMap<>();
        if (!entryIds.isEmpty()) {
            papers.counts(Paper.OwnerKind.ENTRY, entryIds).forEach(c -> out.put(c.getOwner(), (int) c.getCount()));
        }
        return out;
    }

    /** The digests of papers that were handed in. */
    @Transactional(readOnly = true)
    public Set<String> digests(long companyId, @Nullable List<Long> ids) {
        Set<String> out = new HashSet<>();
        if (ids != null) {
            ids.forEach(id -> out.add(stored.findById(get(companyId, id).storedPaperId())
                    .orElseThrow()
                    .sha256()));
        }
        return out;
    }

    /** The entries that keep a file with one of these digests. */
    @Transactional(readOnly = true)
    public List<Long> entriesWith(long companyId, Set<String> digests) {
        return digests.isEmpty() ? List.of() : papers.entriesWith(companyId, digests);
    }

    Paper get(long companyId, long id) {
        return papers.findByIdAndCompanyId(id, companyId).orElseThrow(() -> new NotFound(say("ledger.attachment")));
    }

    /**
     * What is stored of a paper, whole.
     *
     * @throws RuleViolation {@code attachment.changed}, {@code attachment.gone}
     */
    StoredPaper whole(Paper paper) {
        StoredPaper one = stored.findById(paper.storedPaperId()).orElseThrow();
        if (one.goneOn() != null) {
            throw new RuleViolation(
                    "attachment.gone",
                    "",
                    say("attachment.gone.found", paper.name(), one.goneOn(), one.goneBy()),
                    say("attachment.gone.expected"),
                    say("attachment.gone.remedy"));
        }
        if (!one.isWhole()) {
            throw new RuleViolation(
                    "attachment.changed",
                    "",
                    say("attachment.changed.found", paper.name()),
                    say("attachment.changed.expected"),
                    say("attachment.changed.remedy"));
        }
        return one;
    }

    /** @param pages that can be drawn */
    public record PaperDetail(Listed paper, int pages, LocalDate keptUntil, List<SameElsewhere> same) {}

    @Transactional(readOnly = true)
    public Content content(long companyId, long id) {
        Paper paper = get(companyId, id);
        StoredPaper one = whole(paper);
        byte[] bytes = one.content();
        return new Content(paper.name(), one.type(), bytes == null ? new byte[0] : bytes);
    }

    @Transactional(readOnly = true)
    byte[] page(long companyId, long id, int page, int width) {
        Paper paper = get(companyId, id);
        return drawing.page(whole(paper), paper.name(), page, width, paper.turned());
    }

    @Transactional(readOnly = true)
    public PaperDetail detail(long companyId, long id, LocalDate keptUntil) {
        Paper paper = get(companyId, id);
        StoredPaper one = stored.findById(paper.storedPaperId()).orElseThrow();
        byte[] bytes = one.content();
        int pages = bytes == null ? 0 : drawing.pages(paper.name(), one.type(), bytes);
        return new PaperDetail(papers.listed(id), pages, keptUntil, same(paper));
    }

    /** @param turn clockwise, 0, 90, 180 or 270 degrees */
    @Transactional
    public Listed show(long companyId, long id, int version, String name, int turn, PaperUse use, String who) {
        Paper paper = get(companyId, id);
        if (paper.version() != version) {
            throw new RuleViolation(
                    "attachment.newer",
                    "",
                    say("attachment.newer.found", paper.name()),
                    say("attachment.newer.expected"),
                    say("attachment.newer.remedy"));
        }
        String before = paper.name();
        String now = plain(name);
        StoredPaper one = stored.findById(paper.storedPaperId()).orElseThrow();
        byte[] bytes = one.content();
        if (!now.equals(before) && (bytes == null || PaperType.of(now, bytes) != one.type())) {
            throw new RuleViolation(
                    "attachment.name",
                    "name",
                    "“" + now + "”",
                    say("attachment.name.expected", before.substring(before.lastIndexOf('.') + 1)),
                    say("attachment.name.remedy"));
        }
        paper.shown(now, Math.floorMod(turn / 90 * 90, 360), use);
        papers.saveAndFlush(paper);
        activity.record(
                companyId,
                who,
                "paper.shown",
                "paper",
                id,
                now.equals(before) ? say("paper.shown", now) : say("paper.renamed", before, now));
        return papers.listed(id);
    }

    /** Takes away what no entry has. */
    @Transactional
    public void takeAway(long companyId, long id, String who) {
        Paper paper = get(companyId, id);
        if (paper.ownerKind() == Paper.OwnerKind.ENTRY) {
            throw new RuleViolation(
                    "attachment.kept",
                    "",
                    say("attachment.kept.found", paper.name()),
                    say("attachment.kept.expected"),
                    say("attachment.kept.remedy"));
        }
        papers.delete(paper);
        papers.flush();
        letGo(paper.storedPaperId(), companyId, who);
        activity.record(companyId, who, "paper.taken-away", "paper", id, say("paper.takenAway", paper.name()));
    }

    private void letGo(long storedId, long companyId, String who) {
        StoredPaper one = stored.lock(storedId).orElseThrow();
        if (papers.findByStoredPaperIdOrderById(storedId).isEmpty()) {
            one.goes(companies.today(companyId), who);
        }
    }

    /** What was handed in and never taken goes after two days. */
    @Scheduled(initialDelay = 300, fixedDelay = 3_600, timeUnit = TimeUnit.SECONDS)
    @Transactional
    public void forgetLoose() {
        for (Paper paper : papers.findByOwnerKindAndAddedAtBefore(
                Paper.OwnerKind.LOOSE, clock.instant().minus(LOOSE))) {
            takeAway(paper.companyId(), paper.id(), say("paper.program"));
        }
    }
}
