package tidemark.app.rule;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.SequenceGenerator;
import jakarta.persistence.Version;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/** A rule as it is kept; its content is JSON. */
@Entity
public class MatchingRule {
    @Id
    @GeneratedValue(generator = "row_id")
    @SequenceGenerator(name = "row_id", sequenceName = "row_id", allocationSize = 500)
    private long id;

    private long companyId;
    private @Nullable Long bankAccountId;
    private String name;
    private int place;
    private boolean switchedOn;
    private @Nullable LocalDate validFrom;
    private @Nullable LocalDate validTo;
    private String content;
    private int used;

    @Version
    private int version;

    protected MatchingRule() {}

    MatchingRule(long companyId, int place) {
        this.companyId = companyId;
        this.place = place;
        this.name = "";
        this.content = "";
    }

    void write(String newName, @Nullable Long account, @Nullable LocalDate from, @Nullable LocalDate to, String json) {
        name = newName;
        bankAccountId = account;
        validFrom = from;
        validTo = to;
        content = json;
    }

    void switchTo(boolean on) {
        switchedOn = on;
    }

    void place(int newPlace) {
        place = newPlace;
    }

    void used(int times) {
        used += times;
    }

    public long id() {
        return id;
    }

    public @Nullable Long bankAccountId() {
        return bankAccountId;
    }

    public String name() {
        return name;
    }

    public int place() {
        return place;
    }

    public boolean isOn() {
        return switchedOn;
    }

    public @Nullable LocalDate validFrom() {
        return validFrom;
    }

    public @Nullable LocalDate validTo() {
        return validTo;
    }

    String content() {
        return content;
    }

    public int used() {
        return used;
    }
}
