package tidemark.app.access;

import static tidemark.core.words.Catalogue.say;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpSession;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import tidemark.app.activity.ActivityLog;
import tidemark.core.problem.RuleViolation;

/** The second factor of a person: a code that changes every half minute, or one of ten that are kept for a lost device. */
@Service
class SecondFactor {
    private static final String OFFERED = SecondFactor.class.getName();
    private static final SecureRandom RANDOM = new SecureRandom();
    private static final int SPARE_CODES = 10;
    private static final String LETTERS = "23456789abcdefghjkmnpqrstuvwxyz";
    /** For one person, from wherever; browsers that are known are not held up by it. */
    private static final int MOST_CODES = 50;

    private final PersonRepository persons;
    private final Attempts attempts;
    private final OwnPassword ownPassword;
    private final SignedIn signedIn;
    private final ActivityLog activity;
    private final TransactionTemplate transaction;
    /** The real time, whatever day the books live in: it is what devices know. */
    /** The devices' time is the true one, whatever day the company works on. */
    private Clock clock = Clock.systemUTC();

    SecondFactor(
            PersonRepository persons,
            Attempts attempts,
            OwnPassword ownPassword,
            SignedIn signedIn,
            ActivityLog activity,
            PlatformTransactionManager transactions) {
        this.persons = persons;
        this.attempts = attempts;
        this.ownPassword = ownPassword;
        this.signedIn = signedIn;
        this.activity = activity;
        this.transaction = new TransactionTemplate(transactions);
    }

    void keepTimeBy(Clock other) {
        clock = other;
    }

    /**
     * What a device is shown to make codes from.
     *
     * @param secret to be typed where no picture can be read
     */
    record Offer(String secret, TimedCode.Picture picture) {}

    /**
     * A new secret; it holds once a code made from it was given, within this session. Asks for the password: who finds a
     * session open must not lock its owner out.
     */
    Offer offer(Actor actor, String password, HttpSession session) {
        ownPassword.check(actor, password, "password");
        String secret = TimedCode.secret();
        session.setAttribute(OFFERED, secret);
        return new Offer(secret, TimedCode.picture(TimedCode.address(secret, actor.login())));
    }

    /** Sets the offered secret in force; the codes for a lost device are shown this once. */
    List<String> begin(Actor actor, HttpSession session, String code) {
        if (!(session.getAttribute(OFFERED) instanceof String secret)) {
            throw new RuleViolation(
                    "second-factor.offer",
                    "",
                    say("second-factor.offer.found"),
                    say("second-factor.offer.expected"),
                    say("second-factor.offer.remedy"));
        }
        hold(attempts.take("new-code:" + actor.personId(), Attempts.MOST));
        long step = TimedCode.step(secret, plain(code), clock.instant());
        if (step < 0) {
            throw wrong(say("access.theSixDigitsThatTheDeviceShows"));
        }
        List<String> spare = new ArrayList<>();
        for (int i = 0; i < SPARE_CODES; i++) {
            spare.add(spareCode());
        }
        transaction.executeWithoutResult(s -> {
            Person person = person(actor.personId());
            person.secondFactor(secret, step);
            persons.forgetSpareCodes(person.id());
            spare.forEach(c -> persons.addSpareCode(person.id(), People.digest(c)));
            activity.record(
                    null,
                    person.name(),
                    "second-factor.set",
                    "person",
                    person.id(),
                    say("second-factor.set.setASecondFactorInForce"));
        });
        session.removeAttribute(OFFERED);
        attempts.forget("new-code:" + actor.personId());
        signedIn.endAllBut(actor.personId(), session);
        return spare;
    }

    /** Takes one's own second factor away; asks for the password. */
    void end(Actor actor, String password, HttpServletRequest request) {
        ownPassword.check(actor, password, "password");
        transaction.executeWithoutResult(s -> remove(person(actor.personId()), null, actor));
        signedIn.endAll(actor.personId(), request);
    }

    /** Takes the second factor of a person away who lost device and codes; only where no other company knows them. */
    @Transactional
    public void endOf(long personId, long companyId, Actor by) {
        if (!persons.members(companyId).contains(personId)) {
            throw new NotFound(say("access.person"));
        }
        Person person = person(personId);
        if (persons.companies(personId).size() > 1) {
            throw new RuleViolation(
                    "person.shared",
                    say("person.shared.where"),
                    say("person.shared.found", person.name()),
                    say("person.shared.expected2"),
                    say("person.shared.remedy2"));
        }
        remove(person, companyId, by);
        signedIn.endAll(personId, null);
    }

    private void remove(Person person, @Nullable Long companyId, Actor by) {
        person.secondFactor(null, 0);
        persons.forgetSpareCodes(person.id());
        activity.record(
                companyId,
                by.name(),
                "second-factor.ended",
                "person",
                person.id(),
                say("second-factor.ended.theSecondFactorWasTakenAway", person.name()));
    }

    /**
     * Checks a code at the sign-in, after the password. A code serves once.
     *
     * @param counted what wrong codes are counted under
     * @param trusted whether the browser is known
     * @return how long to wait where too many were wrong, else zero
     */
    Duration check(long personId, String code, String counted, boolean trusted) {
        Duration wait = attempts.take("code:" + counted, Attempts.MOST);
        if (wait.isZero() && !trusted) {
            wait = attempts.take("codes:" + personId, MOST_CODES);
        }
        if (!wait.isZero()) {
            return wait;
        }
        boolean taken = Boolean.TRUE.equals(transaction.execute(s -> {
            Person person = person(personId);
            boolean fits = take(person, plain(code));
            if (!fits) {
                activity.record(
                        null,
                        person.name(),
                        "sign-in.refused",
                        "person",
                        person.id(),
                        say("sign-in.refused.wrongCode"));
            }
            return fits;
        }));
        if (!taken) {
            throw wrong(say("access.theSixDigitsThatTheDeviceShows2"));
        }
        attempts.forget("code:" + counted);
        attempts.giveBack("codes:" + personId);
        return Duration.ZERO;
    }

    private boolean take(Person person, String code) {
        String secret = person.secondFactor();
        if (secret == null) {
            return true;
        }
        long step = TimedCode.step(secret, code, clock.instant());
        if (step > person.secondFactorStep()) {
            person.secondFactor(secret, step);
            return true;
        }
        return persons.takeSpareCode(person.id(), People.digest(code)) == 1;
    }

    private static RuleViolation wrong(String expected) {
        return new RuleViolation(
                "second-factor.wrong",
                "code",
                say("second-factor.wrong.found"),
                expected,
                say("second-factor.wrong.remedy"));
    }

    private static void hold(Duration wait) {
        if (!wait.isZero()) {
            throw new SignInClosed(wait);
        }
    }

    private Person person(long id) {
        return persons.findById(id).orElseThrow(() -> new NotFound(say("access.person")));
    }

    private static String spareCode() {
        StringBuilder code = new StringBuilder();
        for (int i = 0; i < 10; i++) {
            code.append(LETTERS.charAt(RANDOM.nextInt(LETTERS.length())));
        }
        return code.toString();
    }

    /** A code as it is compared: without the blanks and dashes that make it easier to read. */
    private static String plain(String code) {
        return code.replaceAll("[\\s-]", "").toLowerCase(Locale.ROOT);
    }
}
