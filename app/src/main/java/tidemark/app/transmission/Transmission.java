package tidemark.app.transmission;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import java.time.Duration;
import java.time.Instant;
import org.jspecify.annotations.Nullable;
import tidemark.app.access.Actor;
import tidemark.app.bankfile.WrittenFile;
import tidemark.app.company.MasterRow;
import tidemark.app.database.GuardedBy;
import tidemark.app.database.LockedRow;

/** That a file goes to the bank, once. */
@Entity
@GuardedBy(LockedRow.BANK_ACCOUNT)
class Transmission extends MasterRow {
    private static final Duration FIRST_PAUSE = Duration.ofMinutes(1);
    private static final Duration LONGEST_PAUSE = Duration.ofHours(6);

    /** How it goes. */
    enum Way {
        LINK,
        FOLDER
    }

    /** Where it stands. */
    enum State {
        /** A second person has not released it yet. */
        ASKED,
        DECLINED,
        /** It is about to go, or waits until the bank answers. */
        RELEASED,
        /** The bank has it, or its folder. */
        SENT,
        TAKEN,
        REFUSED
    }

    private long bankFileId;
    private long bankAccountId;

    @Enumerated(EnumType.STRING)
    private Way way;

    @Enumerated(EnumType.STRING)
    private State state;

    private String askedBy;
    private long askedPerson;
    private Instant askedAt;
    private String releasedBy = "";
    private String reference = "";
    private int answers;
    private int failures;
    private String trouble = "";
    private @Nullable Instant nextLookAt;

    protected Transmission() {}

    Transmission(WrittenFile file, Way way, Actor who, Instant when) {
        super(file.companyId());
        this.bankFileId = file.id();
        this.bankAccountId = file.bankAccountId();
        this.way = way;
        this.state = State.ASKED;
        this.askedBy = who.name();
        this.askedPerson = who.personId();
        this.askedAt = when;
    }

    /** Asked once more after it was declined. */
    void askAgain(Way newWay, Actor who, Instant when) {
        way = newWay;
        state = State.ASKED;
        askedBy = who.name();
        askedPerson = who.personId();
        askedAt = when;
        trouble = "";
    }

    void release(String who, Instant when) {
        state = State.RELEASED;
        releasedBy = who;
        nextLookAt = when;
    }

    /** It does not go. */
    void decline(String why) {
        state = State.DECLINED;
        trouble = why;
        nextLookAt = null;
    }

    /** @param nextLook when the bank is asked next; null for never */
    void sent(String newReference, @Nullable Instant nextLook) {
        state = State.SENT;
        reference = newReference;
        looked(nextLook);
    }

    void said(State newState) {
        state = newState;
    }

    void answered(int count) {
        answers = count;
    }

    void looked(@Nullable Instant nextLook) {
        failures = 0;
        trouble = "";
        nextLookAt = nextLook;
    }

    /** Each failure doubles the pause, up to a bound. */
    void failed(String why, Instant now) {
        failures++;
        trouble = why.length() > 400 ? why.substring(0, 400) : why;
        Duration pause = FIRST_PAUSE.multipliedBy(1L << Math.min(10, failures - 1));
        nextLookAt = now.plus(pause.compareTo(LONGEST_PAUSE) > 0 ? LONGEST_PAUSE : pause);
    }

    /** Whether the bank can say something of it. */
    boolean isAtTheBank() {
        return state == State.SENT || state == State.TAKEN || state == State.REFUSED;
    }

    long bankFileId() {
        return bankFileId;
    }

    long bankAccountId() {
        return bankAccountId;
    }

    Way way() {
        return way;
    }

    State state() {
        return state;
    }

    String askedBy() {
        return askedBy;
    }

    Actor asker() {
        return new Actor(askedPerson, "", askedBy);
    }

    Instant askedAt() {
        return askedAt;
    }

    String releasedBy() {
        return releasedBy;
    }

    String reference() {
        return reference;
    }

    int answers() {
        return answers;
    }

    String trouble() {
        return trouble;
    }

    @Nullable
    Instant nextLookAt() {
        return nextLookAt;
    }
}
