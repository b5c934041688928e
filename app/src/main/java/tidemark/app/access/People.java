package tidemark.app.access;

import static tidemark.core.words.Catalogue.say;

import jakarta.servlet.http.HttpServletRequest;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.ToLongFunction;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import tidemark.app.activity.ActivityLog;
import tidemark.app.activity.Changes;
import tidemark.core.problem.RuleViolation;

/** Persons, their roles in companies, and their sign-in. */
@Service
public class People {
    private static final int SHORTEST_PASSWORD = 10;

    private final PersonRepository persons;
    private static final Duration BROWSER_KNOWN = Duration.ofDays(180);
    private static final SecureRandom RANDOM = new SecureRandom();

    private final Hashing hashing;
    private final Attempts attempts;
    private final SignedIn signedIn;
    private final OwnPassword ownPassword;
    private final SecondFactor secondFactor;
    private final ActivityLog activity;
    private final TransactionTemplate transaction;
    private final Clock clock;
    private volatile boolean somebody;

    People(
            PersonRepository persons,
            Hashing hashing,
            Attempts attempts,
            SignedIn signedIn,
            OwnPassword ownPassword,
            SecondFactor secondFactor,
            ActivityLog activity,
            PlatformTransactionManager transactions,
            Clock clock) {
        this.persons = persons;
        this.hashing = hashing;
        this.attempts = attempts;
        this.signedIn = signedIn;
        this.ownPassword = ownPassword;
        this.secondFactor = secondFactor;
        this.activity = activity;
        this.transaction = new TransactionTemplate(transactions);
        this.clock = clock;
    }

    /** How a sign-in went. */
    public sealed interface SignIn {
        /** @param browser the key that tells this browser next time; absent where it has one */
        record Welcome(
                Actor actor, boolean mustChange, @Nullable String browser) implements SignIn {}

        /** Wrong name or password; which of the two is not told. */
        record Refused() implements SignIn {}

        record Closed(Duration pause) implements SignIn {}

        /** The password was right; the code of the second factor is missing. */
        record CodeDue() implements SignIn {}
    }

    private record Known(long id, String hash, boolean browser, boolean secondFactor) {}

    /**
     * Checks a password. Wrong ones are counted by name and address together, so that a stranger's guesses keep nobody
     * out; a browser from which the person signed in before is counted by itself. Not within a transaction: checking
     * takes long on purpose.
     *
     * @param code of the second factor; empty for none
     * @param browser the key of the browser; empty for none
     */
    public SignIn signIn(String login, String password, String code, String address, String browser) {
        String name = plain(login);
        String stranger = "name:" + name + ":" + address;
        if (browser.isEmpty()) {
            // a guess too many is refused before anything is read
            Duration closed = attempts.closedFor(stranger, Attempts.MOST);
            if (!closed.isZero()) {
                return new SignIn.Closed(closed);
            }
        }
        Optional<Known> found = transaction.execute(s -> persons.findByLogin(name)
                .filter(Person::active)
                .map(p -> new Known(p.id(), p.passwordHash(), isKnown(p.id(), browser), p.secondFactor() != null)));
        Known known = found.orElse(null);
        String counted = known != null && known.browser() ? "browser:" + known.id() + ":" + browser : stranger;
        boolean trusted = known != null && known.browser();
        Duration wait = attempts.take(counted, Attempts.MOST);
        String place = ofAddress(address);
        if (wait.isZero() && !trusted) {
            wait = attempts.take(place, Attempts.MOST_OF_ADDRESS);
        }
        if (!wait.isZero()) {
            return new SignIn.Closed(wait);
        }
        boolean fits = hashing.fits(password, known == null ? null : known.hash());
        if (known == null || !fits) {
            if (known != null) {
                transaction.executeWithoutResult(s -> {
                    Person person = get(known.id());
                    activity.record(
                            null,
                            person.name(),
                            "sign-in.refused",
                            "person",
                            person.id(),
                            say("sign-in.refused.wrongPassword"));
                });
            }
            return new SignIn.Refused();
        }
        attempts.forget(counted);
        if (!trusted) {
            attempts.giveBack(place);
        }
        if (known.secondFactor()) {
            if (code.isBlank()) {
                return new SignIn.CodeDue();
            }
            wait = secondFactor.check(known.id(), code, counted, trusted);
            if (!wait.isZero()) {
                return new SignIn.Closed(wait);
            }
        }
        return Objects.requireNonNull(transaction.execute(s -> {
            Person person = get(known.id());
            activity.record(null, person.name(), "signed-in", "person", person.id(), "Signed in");
            return new SignIn.Welcome(person.actor(), person.mustChange(), trusted ? null : remember(person.id()));
        }));
    }

    /** How long an address is closed from which too many passwords were wrong, whatever the name; zero where it is not. */
    public Duration closedFor(String address) {
        return attempts.closedFor(ofAddress(address), Attempts.MOST_OF_ADDRESS);
    }

    private static String ofAddress(String address) {
        return "address:" + address;
    }

    private boolean isKnown(long personId, String browser) {
        return !browser.isEmpty()
                && persons.knownBrowsers(
                                personId, digest(browser), clock.instant().minus(BROWSER_KNOWN))
                        > 0;
    }

    /** A key for the browser; only its digest is kept. */
    private String remember(long personId) {
        byte[] key = new byte[24];
        RANDOM.nextBytes(key);
        String text = HexFormat.of().formatHex(key);
        persons.rememberBrowser(personId, digest(text), clock.instant());
        return text;
    }

    static String digest(String key) {
        try {
            return HexFormat.of()
                    .formatHex(MessageDigest.getInstance("SHA-256").digest(key.getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    @Transactional
    public Person create(String login, String name, String password) {
        String plain = plain(login);
        if (!plain.matches("[a-z0-9][a-z0-9._-]{1,59}")) {
            throw new RuleViolation(
                    "login.unfit", "login", "“" + login + "”", say("login.unfit.expected"), say("login.unfit.remedy"));
        }
        checkName(name);
        checkPassword(password);
        if (persons.findByLogin(plain).isPresent()) {
            throw new RuleViolation(
                    "login.taken",
                    "login",
                    say("login.taken.found", plain),
                    say("login.taken.expected"),
                    say("login.taken.remedy"));
        }
        return persons.save(new Person(plain, name.strip(), hashing.hash(password)));
    }

    /** A person whose password somebody else chose: it is changed at the first sign-in. */
    @Transactional
    public Person invite(String login, String name, String password) {
        Person person = create(login, name, password);
        person.mustChange(true);
        return person;
    }

    private static void checkName(String name) {
        if (name.isBlank() || name.length() > 120) {
            throw new RuleViolation(
                    "name.unfit",
                    "name",
                    say("name.unfit.found", name.length()),
                    say("name.unfit.expected"),
                    say("name.unfit.remedy"));
        }
    }

    private static void checkPassword(String password) {
        if (password.length() < SHORTEST_PASSWORD || password.length() > 200) {
            throw new RuleViolation(
                    "password.unfit",
                    "password",
                    say("password.unfit.found", password.length()),
                    say("password.unfit.expected", SHORTEST_PASSWORD),
                    say("password.unfit.remedy"));
        }
        if (CommonPasswords.contains(password)) {
            throw new RuleViolation(
                    "password.common",
                    "password",
                    say("password.common.found"),
                    say("password.common.expected"),
                    say("password.common.remedy"));
        }
    }

    @Transactional
    public void setRoles(long personId, long companyId, Set<Role> roles, String who) {
        Set<Role> before = roles(personId, companyId);
        persons.clearRoles(personId, companyId);
        persons.member(personId, companyId);
        for (Role role : roles) {
            persons.addRole(personId, companyId, role.name());
        }
        Person person = get(personId);
        activity.record(
                companyId,
                who,
                "person.roles",
                "person",
                personId,
                person.name() + ": "
                        + (roles.isEmpty()
                                ? say("person.roles.noRoles")
                                : roles.toString().toLowerCase(Locale.ROOT)),
                new Changes()
                        .was("roles", before.toString().toLowerCase(Locale.ROOT))
                        .is("roles", roles.toString().toLowerCase(Locale.ROOT))
                        .toString());
    }

    /** What a person is in one company: the days from and to which the rights hold, both included. */
    public record Membership(
            boolean active,
            @Nullable LocalDate from,
            @Nullable LocalDate to,
            Limits limits) {}

    /**
     * Changes a member of a company, in this company alone; the last administrator cannot be taken away. The name is the
     * person's own: where other companies know them too, it stays.
     */
    @Transactional
    public void change(long personId, long companyId, String name, Membership membership, Set<Role> roles, Actor by) {
        if (!persons.members(companyId).contains(personId)) {
            throw new NotFound(say("access.person"));
        }
        checkName(name);
        if (membership.from() != null
                && membership.to() != null
                && membership.to().isBefore(membership.from())) {
            throw new RuleViolation(
                    "date.order",
                    "to",
                    say("date.order.found2"),
                    say("date.order.expected4"),
                    say("date.order.remedy3"));
        }
        Person person = get(personId);
        if (!person.name().equals(name.strip())) {
            if (persons.companies(personId).size() > 1) {
                throw new RuleViolation(
                        "person.shared",
                        "name",
                        say("person.shared.found", person.name()),
                        say("person.shared.expected"),
                        say("person.shared.remedy"));
            }
            person.name(name.strip());
        }
        persons.flush();
        Membership before = membership(personId, companyId);
        persons.membership(personId, companyId, membership.active(), membership.from(), membership.to());
        limit(personId, companyId, membership.limits());
        setRoles(personId, companyId, roles, by.name());
        String changes = Changes.between(before, membership);
        if (!changes.isEmpty()) {
            activity.record(companyId, by.name(), "person.changed", "person", personId, person.name(), changes);
        }
        persons.flush();
        boolean somebodyLeft = persons.members(companyId).stream()
                .anyMatch(id -> roles(id, companyId).contains(Role.ADMINISTRATOR));
        if (!somebodyLeft) {
            throw new RuleViolation(
                    "administrator.last",
                    "roles",
                    say("administrator.last.found"),
                    say("administrator.last.expected"),
                    say("administrator.last.remedy"));
        }
    }

    @Transactional(readOnly = true)
    public Membership membership(long personId, long companyId) {
        return persons.memberships(personId, companyId).stream()
                .findFirst()
                .map(m -> new Membership(m.getActive(), m.getValidFrom(), m.getValidTo(), limits(personId, companyId)))
                .orElse(new Membership(false, null, null, Limits.NONE));
    }

    /** What a person's preparing and certifying in a company is limited to. */
    @Transactional(readOnly = true)
    public Limits limits(long personId, long companyId) {
        return Limits.of(persons.limits(personId, companyId));
    }

    /** What is left of it today, by the day it is where the company is. */
    @Transactional(readOnly = true)
    public Limits limitsToday(long personId, long companyId) {
        return persons.access(personId, companyId).stream()
                .findFirst()
                .map(row -> limits(personId, companyId).on(today(row)))
                .orElse(Limits.NONE);
    }

    /**
     * How somebody who is limited to some bank accounts stands to one of them.
     *
     * @param lastDay absent where there is no end, or no access
     */
    public record AccountAccess(
            long personId,
            String name,
            boolean allowed,
            @Nullable LocalDate lastDay) {}

    /** Those who are limited to some bank accounts; everybody else works on all. */
    @Transactional(readOnly = true)
    public List<AccountAccess> accessTo(long companyId, long accountId) {
        return persons.limited(companyId).stream()
                .map(id -> {
                    Limits limits = limits(id, companyId);
                    return new AccountAccess(
                            id,
                            get(id).name(),
                            limits.bankAccounts().contains(accountId),
                            limits.lastDays().get(accountId));
                })
                .sorted(Comparator.comparing(AccountAccess::name))
                .toList();
    }

    /** Lets those of them work on the account that this says, up to the day it says, and nobody else of them. */
    @Transactional
    public void giveAccess(long companyId, long accountId, Map<Long, Optional<LocalDate>> allowed, String who) {
        List<AccountAccess> known = accessTo(companyId, accountId);
        if (!known.stream()
                .map(AccountAccess::personId)
                .collect(Collectors.toSet())
                .containsAll(allowed.keySet())) {
            throw new RuleViolation(
                    "access.person",
                    "access",
                    say("access.person.found"),
                    say("access.person.expected"),
                    say("access.person.remedy"));
        }
        for (AccountAccess one : known) {
            Limits before = limits(one.personId(), companyId);
            Set<Long> accounts = new TreeSet<>(before.bankAccounts());
            Map<Long, LocalDate> lastDays = new TreeMap<>(before.lastDays());
            accounts.remove(accountId);
            lastDays.remove(accountId);
            if (allowed.containsKey(one.personId())) {
                accounts.add(accountId);
                Objects.requireNonNull(allowed.get(one.personId())).ifPresent(day -> lastDays.put(accountId, day));
            }
            if (accounts.isEmpty()) {
                throw new RuleViolation(
                        "access.none",
                        "access",
                        say("access.none.found", one.name()),
                        say("access.none.expected"),
                        say("access.none.remedy"));
            }
            Limits after = new Limits(accounts, before.sites(), lastDays);
            if (!after.equals(before)) {
                limit(one.personId(), companyId, after);
                activity.record(
                        companyId,
                        who,
                        "person.changed",
                        "person",
                        one.personId(),
                        one.name(),
                        Changes.between(before, after));
            }
        }
    }

    private void limit(long personId, long companyId, Limits limits) {
        checkOwn(limits.bankAccounts(), "bankAccountIds", ids -> persons.bankAccounts(companyId, ids));
        checkOwn(limits.sites(), "siteIds", ids -> persons.sites(companyId, ids));
        persons.clearLimits(personId, companyId);
        limits.rows().forEach(row -> persons.addLimit(personId, companyId, row.kind(), row.target(), row.lastDay()));
    }

    private static void checkOwn(Set<Long> ids, String where, ToLongFunction<Set<Long>> known) {
        if (!ids.isEmpty() && known.applyAsLong(ids) < ids.size()) {
            throw new RuleViolation(
                    "limit.unknown",
                    where,
                    say("limit.unknown.found"),
                    say("limit.unknown.expected"),
                    say("limit.unknown.remedy"));
        }
    }

    /** Changes one's own password; wrong ones are counted as at the sign-in. All other sessions end. */
    public void changePassword(Actor actor, String old, String fresh, HttpServletRequest request) {
        ownPassword.check(actor, old, "old");
        checkPassword(fresh);
        if (fresh.equals(old)) {
            throw new RuleViolation(
                    "password.same",
                    "fresh",
                    say("password.same.found"),
                    say("password.same.expected"),
                    say("password.same.remedy"));
        }
        String freshHash = hashing.hash(fresh);
        transaction.executeWithoutResult(s -> {
            Person person = get(actor.personId());
            person.password(freshHash);
            persons.forgetBrowsers(person.id());
            activity.record(
                    null,
                    person.name(),
                    "password.changed",
                    "person",
                    person.id(),
                    say("password.changed.changedThePassword"));
        });
        signedIn.endAll(actor.personId(), request);
    }

    /**
     * How somebody stands who is signed in.
     *
     * @param mustChange whether the password has to be changed before anything else
     * @param spareCodes how many codes for a lost device are left
     */
    public record Standing(boolean mustChange, boolean secondFactor, long spareCodes) {}

    @Transactional(readOnly = true)
    public Standing standing(long personId) {
        Person person = get(personId);
        boolean secondFactor = person.secondFactor() != null;
        return new Standing(person.mustChange(), secondFactor, secondFactor ? persons.spareCodes(personId) : 0);
    }

    /**
     * How a person stands in a company today.
     *
     * @param secondFactorDue whether the company asks for a second factor that the person does not have
     * @param roles none where the company does not exist
     */
    record Access(boolean mustChange, boolean secondFactorDue, Set<Role> roles) {}

    @Transactional(readOnly = true)
    Access access(long personId, long companyId) {
        List<PersonRepository.AccessRow> rows = persons.access(personId, companyId);
        if (rows.isEmpty()) {
            throw new NotFound(say("access.person"));
        }
        PersonRepository.AccessRow one = rows.getFirst();
        EnumSet<Role> roles = EnumSet.noneOf(Role.class);
        if (Boolean.TRUE.equals(one.getActive()) && holdsToday(one)) {
            rows.stream()
                    .map(PersonRepository.AccessRow::getRole)
                    .filter(Objects::nonNull)
                    .forEach(name -> roles.add(Role.valueOf(name)));
        }
        return new Access(
                one.getMustChange(), Boolean.TRUE.equals(one.getSecondFactorAsked()) && !one.getSecondFactor(), roles);
    }

    /** Whether somebody administers a company today. */
    @Transactional(readOnly = true)
    public boolean administers(long personId, long companyId) {
        return access(personId, companyId).roles().contains(Role.ADMINISTRATOR);
    }

    /** The day it is where the company is; read without its capability, which stands above this one. */
    private LocalDate today(PersonRepository.AccessRow row) {
        return LocalDate.ofInstant(clock.instant(), ZoneId.of(Objects.requireNonNullElse(row.getTimeZone(), "UTC")));
    }

    private boolean holdsToday(PersonRepository.AccessRow row) {
        LocalDate today = today(row);
        LocalDate from = row.getValidFrom();
        LocalDate to = row.getValidTo();
        return (from == null || !from.isAfter(today)) && (to == null || !to.isBefore(today));
    }

    @Transactional(readOnly = true)
    public Set<Role> roles(long personId, long companyId) {
        return access(personId, companyId).roles();
    }

    /** The roles a person has been given, whether or not they hold today. */
    @Transactional(readOnly = true)
    public Set<Role> rolesHeld(long personId, long companyId) {
        EnumSet<Role> roles = EnumSet.noneOf(Role.class);
        persons.rolesHeld(personId, companyId).forEach(name -> roles.add(Role.valueOf(name)));
        return roles;
    }

    @Transactional(readOnly = true)
    public List<Long> companies(long personId) {
        return persons.companies(personId);
    }

    @Transactional(readOnly = true)
    public List<Person> members(long companyId) {
        return persons.findAllById(persons.members(companyId)).stream()
                .sorted(java.util.Comparator.comparing(Person::name))
                .toList();
    }

    @Transactional(readOnly = true)
    public boolean anybody() {
        // nobody is ever taken out again
        if (!somebody) {
            somebody = persons.count() > 0;
        }
        return somebody;
    }

    private Person get(long id) {
        return persons.findById(id).orElseThrow(() -> new NotFound(say("access.person")));
    }

    private static String plain(String login) {
        return login.strip().toLowerCase(Locale.ROOT);
    }
}
