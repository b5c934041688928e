package tidemark.app.ledger;

import static tidemark.core.words.Catalogue.say;

import java.time.Clock;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.core.problem.RuleViolation;

/** Papers kept with journal entries: pictures, PDF and plain text. */
@Service
public class Attachments {
    static final long LARGEST = 8_000_000;
    private static final int MOST = 20;
    /** Types by the ending of the name; what a browser would run is not among them. */
    private static final Map<String, String> TYPES = Map.of(
            "pdf", "application/pdf",
            "png", "image/png",
            "jpg", "image/jpeg",
            "jpeg", "image/jpeg",
            "txt", "text/plain",
            "csv", "text/csv",
            "xml", "application/octet-stream");

    private final AttachmentRepository attachments;
    private final Ledger ledger;
    private final ActivityLog activity;
    private final Clock clock;

    Attachments(AttachmentRepository attachments, Ledger ledger, ActivityLog activity, Clock clock) {
        this.attachments = attachments;
        this.ledger = ledger;
        this.activity = activity;
        this.clock = clock;
    }

    @Transactional
    public long add(long companyId, long entryId, String fileName, byte[] content, String who) {
        JournalEntryRow entry = ledger.entry(companyId, entryId);
        String name = fileName.replaceAll("[\\\\/\\p{Cntrl}\"]", "_").strip();
        String type = TYPES.get(name.substring(name.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT));
        if (type == null || name.length() > 200) {
            throw new RuleViolation(
                    "attachment.type",
                    "file",
                    "“" + (name.length() > 60 ? name.substring(0, 60) + "…" : name) + "”",
                    say("attachment.type.expected"),
                    say("attachment.type.remedy"));
        }
        if (content.length == 0 || content.length > LARGEST) {
            throw new RuleViolation(
                    "file.size",
                    "file",
                    say("file.size.found", content.length),
                    say("file.size.expected", LARGEST),
                    say("file.size.remedy"));
        }
        if (attachments.list(entryId).size() >= MOST) {
            throw new RuleViolation(
                    "attachment.count",
                    "file",
                    say("attachment.count.found", MOST),
                    say("attachment.count.expected", MOST),
                    say("attachment.count.remedy"));
        }
        Attachment saved = attachments.save(new Attachment(entry, name, type, content, who, clock.instant()));
        activity.record(
                companyId,
                who,
                "attachment.added",
                "entry",
                entryId,
                say("attachment.added.attachedToEntry", name, entry.number()));
        return saved.id();
    }

    /** Keeps the papers of an entry with the one that stands in its place, too. */
    @Transactional
    public void carry(long companyId, long fromEntryId, long toEntryId) {
        JournalEntryRow entry = ledger.entry(companyId, toEntryId);
        for (AttachmentRepository.Listed paper : attachments.list(fromEntryId)) {
            Attachment kept = get(companyId, paper.id());
            attachments.save(new Attachment(
                    entry, kept.name(), kept.mediaType(), kept.content(), paper.addedBy(), clock.instant()));
        }
    }

    @Transactional(readOnly = true)
    public List<AttachmentRepository.Listed> list(long entryId) {
        return attachments.list(entryId);
    }

    /** How many papers each of these entries has; those without are left out. */
    @Transactional(readOnly = true)
    public Map<Long, Integer> counts(Collection<Long> entryIds) {
        Map<Long, Integer> out = new HashMap<>();
        if (!entryIds.isEmpty()) {
            attachments.counts(entryIds).forEach(c -> out.put(c.getEntry(), (int) c.getCount()));
        }
        return out;
    }

    @Transactional(readOnly = true)
    public Attachment get(long companyId, long id) {
        Attachment found = attachments
                .findByIdAndCompanyId(id, companyId)
                .orElseThrow(() -> new NotFound(say("ledger.attachment")));
        if (!found.isWhole()) {
            throw new RuleViolation(
                    "attachment.changed",
                    "",
                    say("attachment.changed.found", found.name()),
                    say("attachment.changed.expected"),
                    say("attachment.changed.remedy"));
        }
        return found;
    }
}
