package tidemark.app.pettycash;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.time.Instant;
import java.time.LocalDate;
import java.util.OptionalLong;
import org.jspecify.annotations.Nullable;
import tidemark.app.company.MasterRow;
import tidemark.app.database.GuardedBy;
import tidemark.app.database.LockedRow;

/** A count of a drawer: of the moment it was begun, whatever is posted while it goes on. */
@Entity
@Table(name = "drawer_count")
@GuardedBy(LockedRow.JOURNAL)
public class DrawerCountRow extends MasterRow {
    /** How far a count is. */
    public enum State {
        OPEN,
        CLOSED,
        LEFT
    }

    private long fundId;

    @Enumerated(EnumType.STRING)
    private State state = State.OPEN;

    private LocalDate countDay;
    private long uptoPlace;
    private long shouldBe;
    private String pieces = "";
    private long counted;
    private boolean entered;
    private boolean surprise;
    private String countedBy;
    private Instant begunAt;
    private @Nullable Instant endedAt;
    private @Nullable Long entryId;

    protected DrawerCountRow() {}

    DrawerCountRow(Fund fund, LocalDate day, long shouldBe, boolean surprise, String who, Instant when) {
        super(fund.companyId());
        this.fundId = fund.id();
        this.uptoPlace = fund.lastPlace();
        this.countDay = day;
        this.shouldBe = shouldBe;
        this.surprise = surprise;
        this.countedBy = who;
        this.begunAt = when;
    }

    /** @param written value of a piece and how many, as {@code 2000:4 1000:2} */
    void entered(String written, long total, boolean done) {
        pieces = written;
        counted = total;
        entered = entered || done;
    }

    void end(State how, @Nullable Long entry, Instant when) {
        state = how;
        entryId = entry;
        endedAt = when;
    }

    /** Nobody is told what should be there before what is there was entered, where it is a surprise. */
    OptionalLong shouldBe() {
        return surprise && !entered ? OptionalLong.empty() : OptionalLong.of(shouldBe);
    }

    long over() {
        return counted - shouldBe;
    }

    long fundId() {
        return fundId;
    }

    State state() {
        return state;
    }

    LocalDate day() {
        return countDay;
    }

    long uptoPlace() {
        return uptoPlace;
    }

    String pieces() {
        return pieces;
    }

    long counted() {
        return counted;
    }

    boolean isEntered() {
        return entered;
    }

    boolean surprise() {
        return surprise;
    }

    String countedBy() {
        return countedBy;
    }

    Instant begunAt() {
        return begunAt;
    }

    @Nullable
    Long entryId() {
        return entryId;
    }
}
