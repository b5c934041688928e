package tidemark.app.access;

import static tidemark.core.words.Catalogue.say;

import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Base64;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import tidemark.app.activity.ActivityLog;
import tidemark.core.problem.Fields;
import tidemark.core.problem.RuleViolation;

/** Tokens by which programs work for a person: made and ended by the person, ended by an administrator. */
@Service
public class Tokens {
    /** What every secret begins with, so that one that was left somewhere is found by searching. */
    public static final String MARK = "tidemark_";

    static final int LONGEST_DAYS = 366;
    private static final int MOST_OF_PERSON = 50;
    private static final Duration NOTED_EVERY = Duration.ofMinutes(1);
    private static final SecureRandom RANDOM = new SecureRandom();

    private final AccessTokenRepository tokens;
    private final PersonRepository persons;
    private final People people;
    private final OwnPassword ownPassword;
    private final ActivityLog activity;
    private final TransactionTemplate transaction;
    private final Clock clock;

    Tokens(
            AccessTokenRepository tokens,
            PersonRepository persons,
            People people,
            OwnPassword ownPassword,
            ActivityLog activity,
            PlatformTransactionManager transactions,
            Clock clock) {
        this.tokens = tokens;
        this.persons = persons;
        this.people = people;
        this.ownPassword = ownPassword;
        this.activity = activity;
        this.transaction = new TransactionTemplate(transactions);
        this.clock = clock;
    }

    /** @param secret shown this once */
    public record NewToken(long id, String secret) {}

    /** Who asks by a token, and what the token reaches. */
    public record Known(Actor actor, TokenUse use) {}

    /**
     * A token as lists show it.
     *
     * @param beginning of its secret, by which it is recognised
     */
    public record TokenView(
            long id,
            String name,
            String person,
            String beginning,
            List<TokenScope> scopes,
            List<Long> companyIds,
            Instant madeAt,
            Instant expiresAt,
            @Nullable Instant lastUsedAt,
            String lastAddress,
            boolean expired) {}

    /**
     * Makes one, after the password was typed once more.
     *
     * @param days how long it lasts
     * @throws RuleViolation {@code password.wrong}, {@code token.companies}, {@code token.days}, {@code token.many}
     */
    public NewToken make(
            Actor actor, String name, Set<Long> companies, Set<TokenScope> scopes, int days, String password) {
        String fit = Fields.text(name, "name", 80);
        if (days < 1 || days > LONGEST_DAYS) {
            throw new RuleViolation(
                    "token.days",
                    "days",
                    say("token.days.found", days),
                    say("token.days.expected", LONGEST_DAYS),
                    say("token.days.remedy"));
        }
        Set<Long> own = new TreeSet<>(people.companies(actor.personId()));
        if (companies.isEmpty() || !own.containsAll(companies)) {
            throw new RuleViolation(
                    "token.companies",
                    "companyIds",
                    companies.isEmpty() ? say("token.companies.found") : say("token.companies.found2"),
                    say("token.companies.expected"),
                    say("token.companies.remedy"));
        }
        ownPassword.check(actor, password, "password");
        byte[] random = new byte[32];
        RANDOM.nextBytes(random);
        String secret = MARK + Base64.getUrlEncoder().withoutPadding().encodeToString(random);
        return Objects.requireNonNull(transaction.execute(s -> {
            if (tokens.findByPersonIdAndEndedAtIsNullOrderByIdDesc(actor.personId())
                            .size()
                    >= MOST_OF_PERSON) {
                throw new RuleViolation(
                        "token.many",
                        "",
                        say("token.many.found", MOST_OF_PERSON),
                        say("token.many.expected"),
                        say("token.many.remedy"));
            }
            Instant now = clock.instant();
            AccessToken token = tokens.saveAndFlush(new AccessToken(
                    actor.personId(),
                    fit,
                    secret.substring(0, MARK.length() + 4),
                    People.digest(secret),
                    now,
                    now.plus(Duration.ofDays(days)),
                    companies,
                    scopes));
            String may = scopes.isEmpty()
                    ? say("access.toLook")
                    : say("access.toLook2", EnumSet.copyOf(scopes).toString().toLowerCase(Locale.ROOT));
            record(token, actor, "token.made", "NewToken token " + fit + ", " + may + ", for " + days + " days");
            return new NewToken(token.id(), secret);
        }));
    }

    private void record(AccessToken token, Actor by, String action, String text) {
        token.companies()
                .forEach(company -> activity.record(company, by.name(), action, "person", token.personId(), text));
    }

    /** The person's own that have not been ended. */
    @Transactional(readOnly = true)
    public List<TokenView> own(Actor actor) {
        return tokens.findByPersonIdAndEndedAtIsNullOrderByIdDesc(actor.personId()).stream()
                .map(this::view)
                .toList();
    }

    /** Everybody's that reach a company. */
    @Transactional(readOnly = true)
    public List<TokenView> ofCompany(long companyId) {
        return tokens.ofCompany(companyId).stream().map(this::view).toList();
    }

    private TokenView view(AccessToken t) {
        return new TokenView(
                t.id(),
                t.name(),
                persons.findById(t.personId()).map(Person::name).orElse(""),
                t.beginning(),
                t.scopes().stream().sorted(Comparator.naturalOrder()).toList(),
                t.companies().stream().sorted().toList(),
                t.madeAt(),
                t.expiresAt(),
                t.lastUsedAt(),
                t.lastAddress(),
                !t.holds(clock.instant()));
    }

    /** Ends one of a person's own. */
    @Transactional
    public void end(Actor actor, long id) {
        AccessToken token = tokens.findById(id)
                .filter(t -> t.personId() == actor.personId())
                .orElseThrow(() -> new NotFound(say("access.token")));
        record(token, actor, "token.ended", say("token.ended.endedToken", token.name()));
        token.end(actor.name(), clock.instant());
    }

    /** Takes a company out of a token's reach; with its last company it ends. */
    @Transactional
    public void endHere(long companyId, Actor actor, long id) {
        AccessToken token = tokens.findById(id)
                .filter(t -> t.companies().contains(companyId))
                .orElseThrow(() -> new NotFound(say("access.token")));
        token.leave(companyId, actor.name(), clock.instant());
        activity.record(
                companyId,
                actor.name(),
                "token.ended",
                "person",
                token.personId(),
                say(
                        "token.ended.endedTokenOfHere",
                        token.name(),
                        persons.findById(token.personId()).map(Person::name).orElse("")));
    }

    /** Who a secret belongs to; nobody where it is unknown, expired or ended. Its use is noted once a minute. */
    public Optional<Known> known(String secret, String address) {
        if (!secret.startsWith(MARK) || secret.length() > 100) {
            return Optional.empty();
        }
        Instant now = clock.instant();
        return Objects.requireNonNull(transaction.execute(s -> tokens.findByDigest(People.digest(secret))
                .filter(t -> t.holds(now))
                .flatMap(t -> persons.findById(t.personId())
                        .filter(Person::active)
                        .map(p -> {
                            Instant before = t.lastUsedAt();
                            if (before == null || before.plus(NOTED_EVERY).isBefore(now)) {
                                tokens.used(t.id(), now, address);
                            }
                            return new Known(p.actor(), new TokenUse(t.id(), t.name(), t.companies(), t.scopes()));
                        }))));
    }
}
