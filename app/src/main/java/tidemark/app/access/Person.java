package tidemark.app.access;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.SequenceGenerator;
import jakarta.persistence.Version;

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

    Actor actor() {
        return new Actor(id, login, name);
    }
}
