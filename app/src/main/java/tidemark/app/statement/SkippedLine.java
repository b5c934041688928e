package tidemark.app.statement;

import jakarta.persistence.Embedded;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.SequenceGenerator;
import org.jspecify.annotations.Nullable;
import tidemark.core.statement.BankLine;

/** A line of a file that was not taken because it had been read before; a person may think otherwise. */
@Entity
public class SkippedLine {
    @Id
    @GeneratedValue(generator = "row_id")
    @SequenceGenerator(name = "row_id", sequenceName = "row_id", allocationSize = 500)
    private long id;

    private long incomingId;
    private long bankAccountId;
    private long knownLineId;
    private @Nullable Long takenLineId;
    private String why;

    @Embedded
    private LineFacts facts;

    protected SkippedLine() {}

    public SkippedLine(long incomingId, long bankAccountId, long knownLineId, String why, BankLine line) {
        this.incomingId = incomingId;
        this.bankAccountId = bankAccountId;
        this.knownLineId = knownLineId;
        this.why = why;
        this.facts = new LineFacts(line);
    }

    void taken(long lineId) {
        takenLineId = lineId;
    }

    public long id() {
        return id;
    }

    long incomingId() {
        return incomingId;
    }

    public long bankAccountId() {
        return bankAccountId;
    }

    long knownLineId() {
        return knownLineId;
    }

    @Nullable
    public Long takenLineId() {
        return takenLineId;
    }

    public String why() {
        return why;
    }

    public BankLine line() {
        return facts.line(id);
    }
}
