package tidemark.app.approval;

import static tidemark.core.words.Catalogue.say;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.Actor;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.Companies;
import tidemark.app.database.LockedRow;
import tidemark.app.database.RowLocks;
import tidemark.app.ledger.Ledger;
import tidemark.core.approval.ApprovalState;
import tidemark.core.approval.Asked;
import tidemark.core.problem.Fields;
import tidemark.core.problem.RuleViolation;

/**
 * Asks a second person, and does what they decide, for every {@link ApprovalKind} alike. The subject is locked first, then
 * what was asked, so of two who decide the second sees what the first did.
 */
@Service
public class Approvals {
    private static final int MOST = 500;
    private static final int DECIDED = 50;

    private final ApprovalRepository requests;
    private final ObjectProvider<ApprovalKind> kinds;
    private final Companies companies;
    private final RowLocks locks;
    private final ActivityLog activity;
    private final Clock clock;

    Approvals(
            ApprovalRepository requests,
            // those who bring a kind ask here
            ObjectProvider<ApprovalKind> kinds,
            Companies companies,
            RowLocks locks,
            ActivityLog activity,
            Clock clock) {
        this.requests = requests;
        this.kinds = kinds;
        this.companies = companies;
        this.locks = locks;
        this.activity = activity;
        this.clock = clock;
    }

    private ApprovalKind kind(String name) {
        return kinds.stream()
                .filter(k -> k.kind().equals(name))
                .findFirst()
                .orElseThrow(() -> new IllegalStateException("nobody brings what is approved as " + name));
    }

    /**
     * Asks a second person; the subject is locked.
     *
     * @param content as the kind gives it
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void ask(long companyId, String kind, long subjectId, String title, String content, Actor who) {
        ApprovalRequest request = requests.save(new ApprovalRequest(
                companyId,
                kind,
                subjectId,
                title,
                digest(content),
                who,
                clock.instant(),
                Asked.lapsesAfter(companies.today(companyId))));
        locks.made(LockedRow.APPROVAL, request.id());
        activity.record(
                companyId,
                who.name(),
                "approval.asked",
                "approval",
                request.id(),
                say("approval.asked.askedASecondPersonAbout", title));
    }

    private static String digest(String content) {
        try {
            return HexFormat.of()
                    .formatHex(MessageDigest.getInstance("SHA-256").digest(content.getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    /** The subject is gone or is another now: what was asked or approved of it is void. The subject is locked. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void changed(long companyId, String kind, long subjectId, String who, String why) {
        List<Long> standing =
                requests.of(companyId, kind, subjectId, List.of(ApprovalState.ASKED, ApprovalState.APPROVED));
        for (long id : standing) {
            ApprovalRequest request = lock(id);
            request.decide(ApprovalState.Move.EDIT, who, clock.instant(), why);
            record(request, "approval.void", who, say("approval.void.noLongerToBeApproved"));
        }
    }

    private ApprovalRequest lock(long id) {
        return locks.lock(LockedRow.APPROVAL, ApprovalRequest.class, id)
                .orElseThrow(() -> new NotFound(say("approval.whatWasAsked")));
    }

    /** Locks the subject and then what was asked of it. */
    private ApprovalRequest lockWithSubject(long companyId, long id) {
        ApprovalRepository.Subject subject =
                requests.subjectOf(companyId, id).orElseThrow(() -> new NotFound(say("approval.whatWasAsked")));
        kind(subject.getKind()).lock(companyId, subject.getSubjectId());
        return lock(id);
    }

    private void record(ApprovalRequest request, String what, String who, String words) {
        activity.record(
                request.companyId(),
                who,
                what,
                "approval",
                request.id(),
                words + request.title() + (request.reason().isEmpty() ? "" : ": " + request.reason()));
    }

    /**
     * A second person approves, and what was asked for is done.
     *
     * @throws RuleViolation {@code approval.state}, {@code approval.second}, {@code approval.lapsed},
     *     {@code approval.changed}, or what doing it refuses
     */
    @Transactional
    public Ledger.Booked approve(long companyId, long id, Actor who) {
        ApprovalRequest request = lockWithSubject(companyId, id);
        ApprovalKind kind = kind(request.kind());
        request.state().after(ApprovalState.Move.APPROVE, request.title());
        request.asked()
                .checkApproval(
                        who.personId(),
                        who.name(),
                        companies.today(companyId),
                        digest(kind.content(companyId, request.subjectId())));
        request.decide(ApprovalState.Move.APPROVE, who.name(), clock.instant(), "");
        record(request, "approval.approved", who.name(), say("approval.approved.approved"));
        return kind.approved(companyId, request.subjectId(), who);
    }

    /** Somebody declines, with the reason; whoever asked may take it back so, too. */
    @Transactional
    public void decline(long companyId, long id, String reason, Actor who) {
        ApprovalRequest request = lockWithSubject(companyId, id);
        String why = Fields.text(reason, "reason", 200);
        request.decide(ApprovalState.Move.DECLINE, who.name(), clock.instant(), why);
        record(request, "approval.declined", who.name(), say("approval.declined.declined"));
        kind(request.kind()).declined(companyId, request.subjectId(), why, who);
    }

    /** Asks once more what nobody decided in time, as it is now. */
    @Transactional
    public void askAgain(long companyId, long id, Actor who) {
        ApprovalRequest request = lockWithSubject(companyId, id);
        LocalDate today = companies.today(companyId);
        if (request.state(today) != ApprovalState.LAPSED) {
            throw new RuleViolation(
                    "approval.state",
                    "",
                    say(
                            "approval.state.found",
                            request.title(),
                            request.state(today).words()),
                    say("approval.state.expected2"),
                    say("approval.state.remedy"));
        }
        request.decide(ApprovalState.Move.LAPSE, who.name(), clock.instant(), "");
        record(request, "approval.lapsed", who.name(), say("approval.lapsed.nobodyDecidedInTime"));
        ask(
                companyId,
                request.kind(),
                request.subjectId(),
                request.title(),
                kind(request.kind()).content(companyId, request.subjectId()),
                who);
    }

    /**
     * What nobody has decided yet.
     *
     * @param asked how much can be approved now
     * @param lapsed how much was not decided in time
     */
    public record Waiting(int asked, int lapsed) {}

    @Transactional(readOnly = true)
    public Waiting waiting(long companyId) {
        int asked = requests.waiting(companyId, companies.today(companyId));
        return new Waiting(asked, requests.countByCompanyIdAndState(companyId, ApprovalState.ASKED) - asked);
    }

    /** How many things are asked now, within the transaction that may ask more. */
    @Transactional(propagation = Propagation.MANDATORY)
    public int asked(long companyId) {
        return requests.countByCompanyIdAndState(companyId, ApprovalState.ASKED);
    }

    /**
     * Something that a second person is asked about.
     *
     * @param path of the screen that shows it
     */
    public record Asking(long id, String title, String path, String askedBy, LocalDate askedOn) {}

    /** What nobody has decided yet, the oldest first. */
    @Transactional(readOnly = true)
    public List<Asking> asking(long companyId) {
        var zone = companies.get(companyId).zone();
        return requests.findByCompanyIdAndStateOrderById(companyId, ApprovalState.ASKED, Limit.of(MOST)).stream()
                .map(a -> new Asking(
                        a.id(),
                        a.title(),
                        kind(a.kind()).path(a.subjectId()),
                        a.askedBy(),
                        LocalDate.ofInstant(a.askedAt(), zone)))
                .toList();
    }

    /** What nobody has decided yet, the oldest first and no more than a page, and what was decided lately. */
    @Transactional(readOnly = true)
    List<ApprovalRequest> latest(long companyId) {
        List<ApprovalRequest> out = new ArrayList<>(
                requests.findByCompanyIdAndStateOrderById(companyId, ApprovalState.ASKED, Limit.of(MOST)));
        out.addAll(requests.findByCompanyIdAndStateNotOrderByIdDesc(companyId, ApprovalState.ASKED, Limit.of(DECIDED)));
        return out;
    }

    /** What was asked about one thing, the latest first. */
    @Transactional(readOnly = true)
    List<ApprovalRequest> of(long companyId, String kind, long subjectId) {
        return requests.findByCompanyIdAndKindAndSubjectIdOrderByIdDesc(companyId, kind, subjectId);
    }

    String path(ApprovalRequest request) {
        return kind(request.kind()).path(request.subjectId());
    }
}
