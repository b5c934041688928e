package tidemark.app.ledger;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.SequenceGenerator;
import jakarta.persistence.Table;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Optional;
import org.hibernate.annotations.Immutable;
import org.jspecify.annotations.Nullable;
import tidemark.core.ledger.JournalLine;
import tidemark.core.ledger.PartyId;

/** One line of a booked journal entry; never changed. */
@Entity
@Immutable
@Table(name = "journal_line")
public class JournalLineRow {
    @Id
    @GeneratedValue(generator = "row_id")
    @SequenceGenerator(name = "row_id", sequenceName = "row_id", allocationSize = 500)
    private long id;

    private long journalEntryId;
    private int lineNumber;
    private long ledgerAccountId;
    private LocalDate entryDate;
    private long minorUnits;
    private long ownMinorUnits;
    private @Nullable Long partyId;
    private String party;
    private String text;
    private String costCentre;
    private String taxCode;
    private @Nullable BigDecimal rate;

    protected JournalLineRow() {}

    JournalLineRow(long journalEntryId, int lineNumber, long ledgerAccountId, LocalDate entryDate, JournalLine line) {
        this.journalEntryId = journalEntryId;
        this.lineNumber = lineNumber;
        this.ledgerAccountId = ledgerAccountId;
        this.entryDate = entryDate;
        this.minorUnits = line.minorUnits();
        this.ownMinorUnits = line.ownMinorUnits();
        this.partyId =
                line.partyId().equals(PartyId.NONE) ? null : line.partyId().value();
        this.party = line.party();
        this.text = line.text();
        this.costCentre = line.costCentre();
        this.taxCode = line.taxCode();
        this.rate = line.rate().orElse(null);
    }

    public long id() {
        return id;
    }

    public long journalEntryId() {
        return journalEntryId;
    }

    public int lineNumber() {
        return lineNumber;
    }

    public long ledgerAccountId() {
        return ledgerAccountId;
    }

    public LocalDate entryDate() {
        return entryDate;
    }

    public long minorUnits() {
        return minorUnits;
    }

    /** In the account's own currency. */
    public long ownMinorUnits() {
        return ownMinorUnits;
    }

    /** What ties both amounts of a line on a foreign account. */
    public @Nullable BigDecimal rate() {
        return rate;
    }

    /** The customer or supplier whose item it is. */
    public @Nullable Long partyId() {
        return partyId;
    }

    public String costCentre() {
        return costCentre;
    }

    public String taxCode() {
        return taxCode;
    }

    /** The line as the core knows it. */
    public JournalLine line(String accountCode) {
        return new JournalLine(
                accountCode,
                minorUnits,
                ownMinorUnits,
                partyId == null ? PartyId.NONE : new PartyId(partyId),
                party,
                text,
                costCentre,
                taxCode,
                Optional.ofNullable(rate));
    }

    public String party() {
        return party;
    }

    public String text() {
        return text;
    }
}
