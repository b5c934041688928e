package tidemark.app.activity;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.SequenceGenerator;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** One record of who did what and when; never changed. */
@Entity
public class Activity {
    @Id
    @GeneratedValue(generator = "row_id")
    @SequenceGenerator(name = "row_id", sequenceName = "row_id", allocationSize = 500)
    private long id;

    private @Nullable Long companyId;
    private Instant happenedAt;
    private String who;
    private String action;
    private String objectType;
    private long objectId;
    private String text;
    private String changes;
    private String login;
    private String request;
    private String address;
    private String token;
    private long place;
    private String digest;

    protected Activity() {}

    Activity(
            @Nullable Long companyId,
            Instant happenedAt,
            String who,
            String action,
            String objectType,
            long objectId,
            String text,
            String changes,
            Origin origin) {
        this.changes = cut(changes, 4_000);
        this.login = origin.login();
        this.request = origin.request();
        this.address = origin.address();
        this.token = origin.token();
        this.companyId = companyId;
        this.happenedAt = happenedAt;
        this.who = who;
        this.action = action;
        this.objectType = objectType;
        this.objectId = objectId;
        this.text = cut(text, 1_000);
    }

    private static String cut(String text, int most) {
        return text.length() > most ? text.substring(0, most - 1) + "…" : text;
    }

    /** Which chain of digests it belongs to: its company's, or the installation's own. */
    long chain() {
        return companyId == null ? 0 : companyId;
    }

    void chained(long at, String ownDigest) {
        place = at;
        digest = ownDigest;
    }

    /** All that it says, in one text that its digest is made from. */
    String canonical() {
        String person = String.join(
                "\u001f",
                Long.toString(chain()),
                happenedAt.toString(),
                who,
                login,
                action,
                objectType,
                Long.toString(objectId),
                text,
                changes,
                request,
                address);
        return token.isEmpty() ? person : person + "\u001f" + token;
    }

    /** What was and what is now; empty where nothing is compared. */
    public String changes() {
        return changes;
    }

    /** The sign-in name of who did it. */
    public String login() {
        return login;
    }

    public String request() {
        return request;
    }

    /** The name of the token by which a program did it; empty where the person did. */
    public String token() {
        return token;
    }

    public String address() {
        return address;
    }

    public long id() {
        return id;
    }

    public Instant happenedAt() {
        return happenedAt;
    }

    public String who() {
        return who;
    }

    public String action() {
        return action;
    }

    public String objectType() {
        return objectType;
    }

    public long objectId() {
        return objectId;
    }

    public String text() {
        return text;
    }
}
