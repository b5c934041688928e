package tidemark.app.review;

import static tidemark.core.words.Catalogue.say;

import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.ledger.CashEntryRepository;
import tidemark.app.statement.BankLineRepository;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.Fields;
import tidemark.core.problem.RuleViolation;

/** Writes, answers and closes notes on bank lines and cash entries; certified or not, they change nothing of them. */
@Service
public class ReviewNotes {
    private static final Limit MOST = Limit.of(500);
    private static final int LONGEST = 1_000;

    private final BankAccounts accounts;
    private final BankLineRepository lines;
    private final CashEntryRepository entries;
    private final ReviewNoteRepository notes;
    private final ReviewAnswerRepository answers;
    private final ActivityLog activity;
    private final Clock clock;

    ReviewNotes(
            BankAccounts accounts,
            BankLineRepository lines,
            CashEntryRepository entries,
            ReviewNoteRepository notes,
            ReviewAnswerRepository answers,
            ActivityLog activity,
            Clock clock) {
        this.accounts = accounts;
        this.lines = lines;
        this.entries = entries;
        this.notes = notes;
        this.answers = answers;
        this.activity = activity;
        this.clock = clock;
    }

    /** What a note is about, with its amount as the account has it. */
    record Subject(String title, LocalDate date, String amount) {}

    record AnswerView(String text, String writtenBy, Instant writtenAt) {}

    /**
     * A note with its answers, the first first.
     *
     * @param lineId of the bank line it is about; else {@code entryId}
     * @param month in which that stands
     */
    public record NoteView(
            long id,
            @Nullable Long lineId,
            @Nullable Long entryId,
            String about,
            LocalDate date,
            String amount,
            YearMonth month,
            String text,
            String writtenBy,
            Instant writtenAt,
            List<AnswerView> answers,
            @Nullable String closedBy,
            @Nullable Instant closedAt) {}

    /** The latest first. @param closed whether those are shown, too */
    @Transactional(readOnly = true)
    public List<NoteView> of(long companyId, long accountId, boolean closed) {
        return views(accounts.get(companyId, accountId), notes.latest(accountId, closed, MOST));
    }

    /** How many are open at each bank account, and the month of the oldest. */
    public record Open(long accountId, int count, YearMonth oldest) {}

    @Transactional(readOnly = true)
    public List<Open> open(long companyId) {
        Map<Long, List<ReviewNote>> byAccount = new LinkedHashMap<>();
        notes.open(companyId, MOST)
                .forEach(n -> byAccount
                        .computeIfAbsent(n.bankAccountId(), k -> new ArrayList<>())
                        .add(n));
        List<Open> out = new ArrayList<>();
        byAccount.forEach((id, open) -> {
            NoteView first =
                    views(accounts.get(companyId, id), List.of(open.getFirst())).getFirst();
            out.add(new Open(id, open.size(), first.month()));
        });
        return out;
    }

    private List<NoteView> views(BankAccount account, List<ReviewNote> some) {
        Map<Long, Subject> ofLines = new HashMap<>();
        lines.some(
                        account.id(),
                        some.stream()
                                .map(ReviewNote::bankLineId)
                                .filter(Objects::nonNull)
                                .toList())
                .forEach(l -> ofLines.put(
                        l.id(),
                        new Subject(
                                l.line().title(),
                                l.bookingDate(),
                                MinorUnits.toDecimal(l.minorUnits(), account.currency()))));
        Map<Long, Subject> ofEntries = new HashMap<>();
        entries.some(
                        account.id(),
                        some.stream()
                                .map(ReviewNote::cashEntryId)
                                .filter(Objects::nonNull)
                                .toList())
                .forEach(e -> ofEntries.put(
                        e.id(),
                        new Subject(
                                e.entry().title(),
                                e.entryDate(),
                                MinorUnits.toDecimal(e.entry().minorUnits(), account.currency()))));
        Map<Long, List<AnswerView>> byNote = new HashMap<>();
        notes.answers(some.stream().map(ReviewNote::id).toList())
                .forEach(a -> byNote.computeIfAbsent(a.reviewNoteId(), k -> new ArrayList<>())
                        .add(new AnswerView(a.text(), a.writtenBy(), a.writtenAt())));
        return some.stream()
                .map(n -> {
                    Subject about = Objects.requireNonNull(
                            n.bankLineId() == null ? ofEntries.get(n.cashEntryId()) : ofLines.get(n.bankLineId()));
                    return new NoteView(
                            n.id(),
                            n.bankLineId(),
                            n.cashEntryId(),
                            about.title(),
                            about.date(),
                            about.amount(),
                            YearMonth.from(about.date()),
                            n.text(),
                            n.writtenBy(),
                            n.writtenAt(),
                            byNote.getOrDefault(n.id(), List.of()),
                            n.closedBy(),
                            n.closedAt());
                })
                .toList();
    }

    /** @throws RuleViolation {@code review.subject}; {@code field.invalid} for a text that is empty or too long */
    @Transactional
    public NoteView write(
            long companyId, long accountId, @Nullable Long lineId, @Nullable Long entryId, String text, String who) {
        BankAccount account = accounts.lock(companyId, accountId);
        if ((lineId == null) == (entryId == null)) {
            throw new RuleViolation(
                    "review.subject",
                    "",
                    say("review.subject.found"),
                    say("review.subject.expected"),
                    say("review.subject.remedy"));
        }
        boolean there = lineId != null
                ? !lines.some(accountId, List.of(lineId)).isEmpty()
                : !entries.some(accountId, List.of(Objects.requireNonNull(entryId)))
                        .isEmpty();
        if (!there) {
            throw new NotFound(say("review.subject.gone"));
        }
        ReviewNote note =
                notes.save(new ReviewNote(account, lineId, entryId, Fields.text(text, "text", LONGEST), who, now()));
        return recorded(account, note, "review.noted", note.text(), who);
    }

    @Transactional
    public NoteView answer(long companyId, long accountId, long noteId, String text, String who) {
        BankAccount account = accounts.lock(companyId, accountId);
        ReviewNote note = note(account, noteId);
        if (!note.isOpen()) {
            throw new RuleViolation(
                    "review.closed",
                    "",
                    say("review.closed.found", String.valueOf(note.closedBy())),
                    say("review.closed.expected"),
                    say("review.closed.remedy"));
        }
        String answer = Fields.text(text, "text", LONGEST);
        answers.saveAndFlush(new ReviewAnswer(note, answer, who, now()));
        return recorded(account, note, "review.answered", answer, who);
    }

    /** Closing what is closed, and opening what is open, changes nothing. */
    @Transactional
    public NoteView close(long companyId, long accountId, long noteId, String who) {
        BankAccount account = accounts.lock(companyId, accountId);
        ReviewNote note = note(account, noteId);
        if (!note.isOpen()) {
            return views(account, List.of(note)).getFirst();
        }
        note.close(who, now());
        return recorded(account, note, "review.closed", note.text(), who);
    }

    @Transactional
    public NoteView reopen(long companyId, long accountId, long noteId, String who) {
        BankAccount account = accounts.lock(companyId, accountId);
        ReviewNote note = note(account, noteId);
        if (note.isOpen()) {
            return views(account, List.of(note)).getFirst();
        }
        note.reopen();
        return recorded(account, note, "review.reopened", note.text(), who);
    }

    /** As the database keeps it. */
    private Instant now() {
        return clock.instant().truncatedTo(ChronoUnit.MICROS);
    }

    private ReviewNote note(BankAccount account, long noteId) {
        return notes.findByIdAndCompanyId(noteId, account.companyId())
                .filter(n -> n.bankAccountId() == account.id())
                .orElseThrow(() -> new NotFound(say("review.note")));
    }

    private NoteView recorded(BankAccount account, ReviewNote note, String action, String text, String who) {
        NoteView view = views(account, List.of(note)).getFirst();
        boolean ofLine = view.lineId() != null;
        activity.record(
                account.companyId(),
                who,
                action,
                ofLine ? "bank_line" : "cash_entry",
                Objects.requireNonNull(ofLine ? view.lineId() : view.entryId()),
                view.about() + ": " + text);
        return view;
    }
}
