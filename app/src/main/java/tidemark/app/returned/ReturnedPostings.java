package tidemark.app.returned;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.List;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import tidemark.app.activity.ActivityLog;
import tidemark.app.ledger.JournalEntryRow;
import tidemark.app.ledger.PostingListener;
import tidemark.core.problem.RuleViolation;
import tidemark.core.problem.Words;
import tidemark.core.returned.ReturnedState;

/**
 * Keeps returned items in step with the journal: what came back is not reversed behind it, and a receipt that is taken out of
 * hand again came back as before.
 */
@Component
class ReturnedPostings implements PostingListener {
    private final ReturnedItemRepository items;
    private final ActivityLog activity;

    ReturnedPostings(ReturnedItemRepository items, ActivityLog activity) {
        this.items = items;
        this.activity = activity;
    }

    @Override
    public List<ItemChange> reversed(
            long companyId, JournalEntryRow original, JournalEntryRow reversal, LocalDate date, String who) {
        items.standing(original.id()).ifPresent(i -> {
            throw new RuleViolation(
                            "returned.stands",
                            "",
                            say("returned.stands.found", original.number(), Words.day(i.returnedOn())),
                            say("returned.stands.expected"),
                            say("returned.stands.remedy"))
                    .with("itemId", i.id());
        });
        items.presentedBy(original.id()).ifPresent(i -> {
            i.move(ReturnedState.Move.TAKE_BACK);
            i.again(null);
            activity.record(
                    companyId,
                    who,
                    "returned.notAgain",
                    "returned_item",
                    i.id(),
                    say("returned.notAgain.tookBack", i.title()));
        });
        return List.of();
    }

    @Override
    public List<Link> links(long companyId, long entryId) {
        return Stream.concat(items.ofEntry(entryId).stream(), items.standing(entryId).stream())
                .filter(i -> i.companyId() == companyId)
                .map(i -> new Link(
                        say("returned.link", i.title()),
                        "/returned-items/" + i.id(),
                        i.state().words()))
                .toList();
    }
}
