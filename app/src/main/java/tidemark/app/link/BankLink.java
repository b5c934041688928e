package tidemark.app.link;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.SequenceGenerator;
import jakarta.persistence.Version;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/** A consent at a bank, and how it goes with it. */
@Entity
class BankLink {
    private static final Duration FIRST_PAUSE = Duration.ofMinutes(5);
    private static final Duration LONGEST_PAUSE = Duration.ofHours(12);

    /** Where a consent stands. */
    enum State {
        /** Asked for; the person has not signed in at the bank yet. */
        ASKED,
        VALID,
        LAPSED,
        ENDED
    }

    @Id
    @GeneratedValue(generator = "row_id")
    @SequenceGenerator(name = "row_id", sequenceName = "row_id", allocationSize = 500)
    private long id;

    private long companyId;
    private String bank;
    private String consentId;
    private String askedConsentId = "";
    private String returnKey = "";

    @Enumerated(EnumType.STRING)
    private State state = State.ASKED;

    private LocalDate validUntil;
    private int everyHours;
    private int daysBack;
    private int failures;
    private String trouble = "";
    private @Nullable Instant lastGoodAt;
    private @Nullable Instant nextPollAt;
    private String madeBy;
    private Instant madeAt;

    @Version
    private int version;

    protected BankLink() {}

    BankLink(
            long companyId,
            String bank,
            AccountInformation.Asked asked,
            int everyHours,
            int daysBack,
            String madeBy,
            Instant now) {
        this.companyId = companyId;
        this.bank = bank;
        this.consentId = asked.consentId();
        this.validUntil = asked.validUntil();
        this.everyHours = everyHours;
        this.daysBack = daysBack;
        this.madeBy = madeBy;
        this.madeAt = now;
    }

    /** A new consent was asked for; one that is valid goes on until the new one is given. */
    void renewed(AccountInformation.Asked asked) {
        if (state == State.VALID) {
            askedConsentId = asked.consentId();
            return;
        }
        askedConsentId = "";
        consentId = asked.consentId();
        validUntil = asked.validUntil();
        state = State.ASKED;
    }

    void valid(LocalDate until, Instant now) {
        state = State.VALID;
        validUntil = until;
        trouble = "";
        failures = 0;
        nextPollAt = now;
    }

    /** The consent that was asked for was given and takes the place of the one before. */
    void replaced(LocalDate until, Instant now) {
        consentId = askedConsentId;
        askedConsentId = "";
        valid(until, now);
    }

    /** The consent that was asked for was not given. */
    void notGiven() {
        askedConsentId = "";
    }

    void good(Instant now) {
        failures = 0;
        trouble = "";
        lastGoodAt = now;
        nextPollAt = now.plus(Duration.ofHours(everyHours));
    }

    /** Each failure doubles the pause, up to half a day. */
    void failed(LinkFailure e, Instant now) {
        failures++;
        trouble = e.told();
        if (e.kind() == LinkFailure.Kind.LAPSED) {
            nextPollAt = null;
            if (askedConsentId.isEmpty()) {
                state = State.LAPSED;
            } else {
                // what is left is the one that was asked for
                consentId = askedConsentId;
                askedConsentId = "";
                state = State.ASKED;
            }
            return;
        }
        Duration pause = FIRST_PAUSE.multipliedBy(1L << Math.min(10, failures - 1));
        nextPollAt = now.plus(pause.compareTo(LONGEST_PAUSE) > 0 ? LONGEST_PAUSE : pause);
    }

    void rhythm(int hours, int days) {
        everyHours = hours;
        daysBack = days;
    }

    void end() {
        state = State.ENDED;
        nextPollAt = null;
    }

    long id() {
        return id;
    }

    long companyId() {
        return companyId;
    }

    String bank() {
        return bank;
    }

    String consentId() {
        return consentId;
    }

    /** The consent that was asked for while another is valid, or empty. */
    String askedConsentId() {
        return askedConsentId;
    }

    State state() {
        return state;
    }

    LocalDate validUntil() {
        return validUntil;
    }

    int everyHours() {
        return everyHours;
    }

    int daysBack() {
        return daysBack;
    }

    String trouble() {
        return trouble;
    }

    @Nullable
    Instant lastGoodAt() {
        return lastGoodAt;
    }

    @Nullable
    Instant nextPollAt() {
        return nextPollAt;
    }
}
