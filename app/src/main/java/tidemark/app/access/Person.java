package tidemark.app.access;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.SequenceGenerator;
import jakarta.persistence.Version;
import java.time.Duration;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** Somebody who can sign in. */
@Entity
public class Person {
    /** After this many wrong passwords in a row, the sign-in is closed for a while. */
    static final int MOST_FAILURES = 5;

    static final Duration CLOSED_FOR = Duration.ofMinutes(15);

    @Id
    @GeneratedValue(generator = "row_id")
    @SequenceGenerator(name = "row_id", sequenceName = "row_id", allocationSize = 500)
    private long id;

    private String login;
    private String name;
    private String passwordHash;
    private int failures;
    private @Nullable Instant lockedUntil;
    private boolean active = true;

    @Version
    private int version;

    protected Person() {}

    Person(String login, String name, String passwordHash) {
        this.login = login;
        this.name = name;
        this.passwordHash = passwordHash;
    }

    public long id() {
        return id;
    }

    public String login() {
        return login;
    }

    public String name() {
        return name;
    }

    public boolean active() {
        return active;
    }

    String passwordHash() {
        return passwordHash;
    }

    boolean lockedAt(Instant now) {
        return lockedUntil != null && now.isBefore(lockedUntil);
    }

    void failed(Instant now) {
        failures++;
        if (failures >= MOST_FAILURES) {
            lockedUntil = now.plus(CLOSED_FOR);
            failures = 0;
        }
    }

    void succeeded() {
        failures = 0;
        lockedUntil = null;
    }

    void change(String newName, boolean nowActive) {
        name = newName;
        active = nowActive;
    }

    void password(String hash) {
        passwordHash = hash;
        succeeded();
    }

    Actor actor() {
        return new Actor(id, login, name);
    }
}
