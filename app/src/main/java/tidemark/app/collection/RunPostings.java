package tidemark.app.collection;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.springframework.stereotype.Component;
import tidemark.app.ledger.JournalEntryRow;
import tidemark.app.ledger.PostingListener;

/** Keeps runs in step with the entries they made. */
@Component
class RunPostings implements PostingListener {
    private final CollectionRunRepository runs;
    private final CollectionRepository collections;

    RunPostings(CollectionRunRepository runs, CollectionRepository collections) {
        this.runs = runs;
        this.collections = collections;
    }

    /** What was credited waits for the bank again. */
    @Override
    public List<ItemChange> reversed(
            long companyId, JournalEntryRow original, JournalEntryRow reversal, LocalDate date, String who) {
        runs.ofEntry(companyId, original.id()).stream()
                .filter(r -> Objects.equals(r.clearingEntryId(), original.id()))
                .forEach(r -> r.cleared(null));
        collections.ofEntry(companyId, original.id()).stream()
                .filter(c -> Objects.equals(c.clearingEntryId(), original.id()))
                .forEach(c -> c.cleared(null));
        return List.of();
    }

    @Override
    public List<Link> links(long companyId, long entryId) {
        List<Link> out = new ArrayList<>();
        runs.ofEntry(companyId, entryId)
                .forEach(r -> out.add(
                        new Link(r.title(), "/collections/" + r.id(), r.state().words())));
        collections.ofEntry(companyId, entryId).stream()
                .map(CollectionRow::runId)
                .distinct()
                .flatMap(id -> runs.findByIdAndCompanyId(id, companyId).stream())
                .filter(r -> out.stream().noneMatch(l -> l.path().equals("/collections/" + r.id())))
                .forEach(r -> out.add(
                        new Link(r.title(), "/collections/" + r.id(), r.state().words())));
        return out;
    }
}
