package tidemark.app.access;

import java.time.Clock;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.activity.ActivityLog;
import tidemark.core.problem.RuleViolation;

/** Persons, their roles in companies, and their sign-in. */
@Service
public class People {
    private static final int SHORTEST_PASSWORD = 10;

    private final PersonRepository persons;
    private final PasswordEncoder passwords;
    private final ActivityLog activity;
    private final Clock clock;
    private volatile @Nullable String hashOfNobody;

    People(PersonRepository persons, PasswordEncoder passwords, ActivityLog activity, Clock clock) {
        this.persons = persons;
        this.passwords = passwords;
        this.activity = activity;
        this.clock = clock;
    }

    /** How a sign-in went. */
    public sealed interface SignIn {
        record Welcome(Actor actor) implements SignIn {}

        /** Wrong name or password; which of the two is not told. */
        record Refused() implements SignIn {}

        record Locked(long minutes) implements SignIn {}
    }

    /** Checks a password; counts failures and closes the sign-in after too many. Takes as long for unknown names. */
    @Transactional
    public SignIn signIn(String login, String password) {
        Person person = persons.findByLogin(plain(login)).orElse(null);
        if (person == null || !person.active()) {
            passwords.matches(password, hashOfNobody());
            return new SignIn.Refused();
        }
        if (person.lockedAt(clock.instant())) {
            return new SignIn.Locked(Person.CLOSED_FOR.toMinutes());
        }
        if (!passwords.matches(password, person.passwordHash())) {
            person.failed(clock.instant());
            activity.record(null, person.name(), "sign-in.refused", "person", person.id(), "Wrong password");
            return person.lockedAt(clock.instant())
                    ? new SignIn.Locked(Person.CLOSED_FOR.toMinutes())
                    : new SignIn.Refused();
        }
        person.succeeded();
        activity.record(null, person.name(), "signed-in", "person", person.id(), "Signed in");
        return new SignIn.Welcome(person.actor());
    }

    /** A hash to check against when nobody has the name, so that it takes as long. */
    private String hashOfNobody() {
        String hash = hashOfNobody;
        if (hash == null) {
            hash = passwords.encode("nobody signs in with this");
            hashOfNobody = hash;
        }
        return hash;
    }

    @Transactional
    public Person create(String login, String name, String password) {
        String plain = plain(login);
        if (!plain.matches("[a-z0-9][a-z0-9._-]{1,59}")) {
            throw new RuleViolation(
                    "login.unfit",
                    "login",
                    "“" + login + "”",
                    "2 to 60 letters, digits, dots, dashes or underscores",
                    "Choose another sign-in name.");
        }
        if (name.isBlank() || name.length() > 120) {
            throw new RuleViolation(
                    "name.unfit", "name", name.length() + " characters", "1 to 120 characters", "Give the full name.");
        }
        checkPassword(password);
        if (persons.findByLogin(plain).isPresent()) {
            throw new RuleViolation(
                    "login.taken",
                    "login",
                    "“" + plain + "”, which somebody has",
                    "a sign-in name nobody has",
                    "Choose another sign-in name.");
        }
        return persons.save(new Person(plain, name.strip(), passwords.encode(password)));
    }

    private static void checkPassword(String password) {
        if (password.length() < SHORTEST_PASSWORD || password.length() > 200) {
            throw new RuleViolation(
                    "password.unfit",
                    "password",
                    password.length() + " characters",
                    SHORTEST_PASSWORD + " to 200 characters",
                    "Choose a longer password; a few words will do.");
        }
    }

    @Transactional
    public void setRoles(long personId, long companyId, Set<Role> roles, String who) {
        persons.clearRoles(personId, companyId);
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
                        + (roles.isEmpty() ? "no roles" : roles.toString().toLowerCase(Locale.ROOT)));
    }

    /** Changes a member of a company; the last administrator cannot be taken away. */
    @Transactional
    public void change(long personId, long companyId, String name, boolean active, Set<Role> roles, Actor by) {
        if (!persons.members(companyId).contains(personId)) {
            throw new Missing("person");
        }
        get(personId).change(name.strip(), active);
        setRoles(personId, companyId, roles, by.name());
        persons.flush();
        boolean somebodyLeft = persons.members(companyId).stream()
                .anyMatch(id -> get(id).active() && roles(id, companyId).contains(Role.ADMINISTRATOR));
        if (!somebodyLeft) {
            throw new RuleViolation(
                    "administrator.last",
                    "roles",
                    "no active administrator left",
                    "at least one",
                    "Make somebody else an administrator first.");
        }
    }

    @Transactional
    public void changePassword(Actor actor, String old, String fresh) {
        Person person = get(actor.personId());
        if (!passwords.matches(old, person.passwordHash())) {
            throw new RuleViolation(
                    "password.wrong", "old", "another password", "your present password", "Type it again.");
        }
        checkPassword(fresh);
        person.password(passwords.encode(fresh));
        activity.record(null, person.name(), "password.changed", "person", person.id(), "Changed the password");
    }

    @Transactional(readOnly = true)
    public Set<Role> roles(long personId, long companyId) {
        EnumSet<Role> roles = EnumSet.noneOf(Role.class);
        persons.roles(personId, companyId).forEach(name -> roles.add(Role.valueOf(name)));
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
        return persons.count() > 0;
    }

    private Person get(long id) {
        return persons.findById(id).orElseThrow(() -> new Missing("person"));
    }

    private static String plain(String login) {
        return login.strip().toLowerCase(Locale.ROOT);
    }
}
