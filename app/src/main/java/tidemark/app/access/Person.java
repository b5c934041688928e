package tidemark.app.access;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.SequenceGenerator;
import jakarta.persistence.Version;
import org.jspecify.annotations.Nullable;

/** Somebody who can sign in. */
@Entity
public class Person {
    @Id
    @GeneratedValue(generator = "row_id")
    @SequenceGenerator(name = "row_id", sequenceName = "row_id", allocationSize = 500)
    private long id;

    private String login;
    private String name;
    private String passwordHash;
    private boolean mustChange;
    private boolean active = true;
    private @Nullable String secondFactor;
    private long secondFactorStep;

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

    /** Whether the password was set by somebody else and has to be changed before anything else is done. */
    boolean mustChange() {
        return mustChange;
    }

    void mustChange(boolean must) {
        mustChange = must;
    }

    void name(String newName) {
        name = newName;
    }

    void password(String hash) {
        passwordHash = hash;
        mustChange = false;
    }

    /** The secret, in Base32, from which the codes of the second factor are made; absent without one. */
    @Nullable
    String secondFactor() {
        return secondFactor;
    }

    /** The last half minute that a code was taken for. */
    long secondFactorStep() {
        return secondFactorStep;
    }

    void secondFactor(@Nullable String secret, long step) {
        secondFactor = secret;
        secondFactorStep = step;
    }

    Actor actor() {
        return new Actor(id, login, name);
    }
}
