package tidemark.app.party;

import static tidemark.core.words.Catalogue.say;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.SequenceGenerator;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;
import tidemark.app.database.GuardedBy;
import tidemark.app.database.LockedRow;
import tidemark.app.ledger.ItemTerms;
import tidemark.app.ledger.JournalEntryRow;
import tidemark.app.ledger.JournalLineRow;
import tidemark.core.ledger.PartyId;
import tidemark.core.party.OpenItem;
import tidemark.core.party.OpenItemId;

/** An open item: a line on a control account. Only what is open of it changes. */
@Entity
@GuardedBy(LockedRow.JOURNAL)
@Table(name = "open_item")
public class OpenItemRow {
    @Id
    @GeneratedValue(generator = "row_id")
    @SequenceGenerator(name = "row_id", sequenceName = "row_id", allocationSize = 500)
    private long id;

    private long companyId;
    private long partyId;
    private long ledgerAccountId;
    private long journalEntryId;
    private long journalLineId;

    @Enumerated(EnumType.STRING)
    private ItemTerms.Kind kind;

    private @Nullable String number;
    private String title;
    private LocalDate itemDate;
    private LocalDate dueDate;
    private long minorUnits;
    private long openMinorUnits;
    private LocalDate discountUntil;
    private long discountMinorUnits;
    private long discountTaken;

    @Version
    private int version;

    protected OpenItemRow() {}

    OpenItemRow(JournalEntryRow entry, JournalLineRow line, long partyId, ItemTerms terms) {
        this.companyId = entry.companyId();
        this.partyId = partyId;
        this.ledgerAccountId = line.ledgerAccountId();
        this.journalEntryId = entry.id();
        this.journalLineId = line.id();
        this.kind = terms.kind();
        this.number = terms.number().isEmpty() ? null : terms.number();
        String named = terms.title().isEmpty() ? say("party.entry", entry.number(), entry.text()) : terms.title();
        this.title = named.length() > 200 ? named.substring(0, 199) + "…" : named;
        this.itemDate = entry.entryDate();
        this.dueDate = terms.dueDate().equals(LocalDate.MIN) ? entry.entryDate() : terms.dueDate();
        this.minorUnits = line.minorUnits();
        this.openMinorUnits = line.minorUnits();
        this.discountUntil = terms.discount().until();
        this.discountMinorUnits = terms.discount().minorUnits();
    }

    public long id() {
        return id;
    }

    public long partyId() {
        return partyId;
    }

    public long ledgerAccountId() {
        return ledgerAccountId;
    }

    public long journalEntryId() {
        return journalEntryId;
    }

    public long journalLineId() {
        return journalLineId;
    }

    public ItemTerms.Kind kind() {
        return kind;
    }

    public @Nullable String number() {
        return number;
    }

    public String title() {
        return title;
    }

    public LocalDate itemDate() {
        return itemDate;
    }

    public LocalDate dueDate() {
        return dueDate;
    }

    public long minorUnits() {
        return minorUnits;
    }

    /** What is open of it, as the core worked it out; signed as the item. */
    public long openMinorUnits() {
        return openMinorUnits;
    }

    void open(long open) {
        openMinorUnits = open;
    }

    /** The early-payment discount that its settlements have taken, as the core worked it out. */
    long discountTaken() {
        return discountTaken;
    }

    /** Only an item that allows a discount counts it; what pays it does not. */
    void discountTaken(long taken) {
        discountTaken = discountMinorUnits == 0 ? 0 : taken;
    }

    public OpenItemId itemId() {
        return new OpenItemId(id);
    }

    public OpenItem item() {
        return new OpenItem(
                itemId(),
                new PartyId(partyId),
                Long.toString(ledgerAccountId),
                title,
                itemDate,
                dueDate,
                minorUnits,
                discountMinorUnits == discountTaken
                        ? OpenItem.Discount.NONE
                        : new OpenItem.Discount(discountUntil, discountMinorUnits - discountTaken));
    }
}
