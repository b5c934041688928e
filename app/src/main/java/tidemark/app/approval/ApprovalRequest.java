package tidemark.app.approval;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.time.Instant;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;
import tidemark.app.access.Actor;
import tidemark.app.company.MasterRow;
import tidemark.app.database.GuardedBy;
import tidemark.app.database.LockedRow;
import tidemark.core.approval.ApprovalState;
import tidemark.core.approval.Asked;

/** That a second person was asked, and what they decided. */
@Entity
@GuardedBy(LockedRow.APPROVAL)
@Table(name = "approval_request")
public class ApprovalRequest extends MasterRow {
    private String kind;
    private long subjectId;
    private String title;
    private String digest;

    @Enumerated(EnumType.STRING)
    private ApprovalState state;

    private long askedByPersonId;
    private String askedBy;
    private Instant askedAt;
    private LocalDate lapsesAfter;
    private @Nullable String decidedBy;
    private @Nullable Instant decidedAt;
    private String reason;

    protected ApprovalRequest() {}

    ApprovalRequest(
            long companyId,
            String kind,
            long subjectId,
            String title,
            String digest,
            Actor who,
            Instant at,
            LocalDate lapsesAfter) {
        super(companyId);
        this.kind = kind;
        this.subjectId = subjectId;
        this.title = title;
        this.digest = digest;
        this.state = ApprovalState.ASKED;
        this.askedByPersonId = who.personId();
        this.askedBy = who.name();
        this.askedAt = at;
        this.lapsesAfter = lapsesAfter;
        this.reason = "";
    }

    void decide(ApprovalState.Move move, String who, Instant at, String why) {
        state = state.after(move, title);
        decidedBy = who;
        decidedAt = at;
        reason = why;
    }

    Asked asked() {
        return new Asked(title, askedByPersonId, lapsesAfter, digest);
    }

    /** How it stands on a day: what nobody decided in time has lapsed. */
    ApprovalState state(LocalDate day) {
        return state == ApprovalState.ASKED && asked().lapsedOn(day) ? ApprovalState.LAPSED : state;
    }

    ApprovalState state() {
        return state;
    }

    String kind() {
        return kind;
    }

    long subjectId() {
        return subjectId;
    }

    String title() {
        return title;
    }

    long askedByPersonId() {
        return askedByPersonId;
    }

    String askedBy() {
        return askedBy;
    }

    Instant askedAt() {
        return askedAt;
    }

    LocalDate lapsesAfter() {
        return lapsesAfter;
    }

    @Nullable
    String decidedBy() {
        return decidedBy;
    }

    @Nullable
    Instant decidedAt() {
        return decidedAt;
    }

    String reason() {
        return reason;
    }
}
