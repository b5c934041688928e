package tidemark.app.access;

import static tidemark.core.words.Catalogue.say;

import java.time.Duration;
import java.util.Objects;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import tidemark.core.problem.RuleViolation;

/** Asks whoever is signed in for the password once more, before what an open session alone must not do. */
@Component
class OwnPassword {
    private final PersonRepository persons;
    private final Attempts attempts;
    private final Hashing hashing;
    private final TransactionTemplate transaction;

    OwnPassword(PersonRepository persons, Attempts attempts, Hashing hashing, PlatformTransactionManager transactions) {
        this.persons = persons;
        this.attempts = attempts;
        this.hashing = hashing;
        this.transaction = new TransactionTemplate(transactions);
    }

    /**
     * Wrong ones are counted as at the sign-in, whatever they were typed for. Not within a transaction: checking takes
     * long on purpose.
     *
     * @param where the field
     * @throws SignInClosed after too many wrong ones
     * @throws RuleViolation {@code password.wrong}
     */
    void check(Actor actor, String password, String where) {
        String counted = "password:" + actor.personId();
        Duration wait = attempts.take(counted, Attempts.MOST);
        if (!wait.isZero()) {
            throw new SignInClosed(wait);
        }
        String hash = Objects.requireNonNull(transaction.execute(s -> persons.findById(actor.personId())
                .orElseThrow(() -> new NotFound("person"))
                .passwordHash()));
        if (!hashing.fits(password, hash)) {
            throw new RuleViolation(
                    "password.wrong",
                    where,
                    say("password.wrong.found"),
                    say("password.wrong.expected"),
                    say("password.wrong.remedy"));
        }
        attempts.forget(counted);
    }
}
