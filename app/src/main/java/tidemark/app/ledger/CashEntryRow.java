package tidemark.app.ledger;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.SequenceGenerator;
import jakarta.persistence.Table;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;
import tidemark.app.database.GuardedBy;
import tidemark.app.database.LockedRow;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.ledger.OutstandingItemsFile;
import tidemark.core.statement.CheckNumbers;

/** A cash entry: the movement that a journal line made on a bank account's cash account. Only its match changes. */
@Entity
@GuardedBy(LockedRow.BANK_ACCOUNT)
@Table(name = "cash_entry")
public class CashEntryRow {
    @Id
    @GeneratedValue(generator = "row_id")
    @SequenceGenerator(name = "row_id", sequenceName = "row_id", allocationSize = 500)
    private long id;

    private long bankAccountId;
    private @Nullable Long journalEntryId;
    private @Nullable Long journalLineId;
    private LocalDate entryDate;
    private long minorUnits;
    private String reference;
    private String checkNumber;
    private String party;
    private String text;

    private @Nullable Long itemMatchId;

    protected CashEntryRow() {}

    CashEntryRow(long bankAccountId, JournalEntryRow entry, JournalLineRow line, String checkNumber) {
        this.bankAccountId = bankAccountId;
        this.journalEntryId = entry.id();
        this.journalLineId = line.id();
        this.entryDate = entry.entryDate();
        this.minorUnits = line.ownMinorUnits();
        this.reference = entry.reference();
        this.checkNumber = checkNumber;
        this.party = line.party();
        this.text = line.text().isEmpty() ? entry.text() : line.text();
    }

    /** An item that the account's opening balance holds already. */
    CashEntryRow(long bankAccountId, OutstandingItemsFile.Row item) {
        this.bankAccountId = bankAccountId;
        this.entryDate = item.date();
        this.minorUnits = item.minorUnits();
        this.reference = item.reference();
        this.checkNumber = CheckNumbers.plain(item.checkNumber());
        this.party = item.party();
        this.text = item.text();
    }

    public long id() {
        return id;
    }

    public long bankAccountId() {
        return bankAccountId;
    }

    /** The entry it came from; none for an item taken over with the account. */
    public @Nullable Long journalEntryId() {
        return journalEntryId;
    }

    public LocalDate entryDate() {
        return entryDate;
    }

    public long minorUnits() {
        return minorUnits;
    }

    public @Nullable Long itemMatchId() {
        return itemMatchId;
    }

    public CashEntry entry() {
        return new CashEntry(new CashEntryId(id), entryDate, minorUnits, reference, checkNumber, party, text);
    }
}
