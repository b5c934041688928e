package tidemark.app.pettycash;

import jakarta.persistence.Entity;
import java.util.OptionalLong;
import org.jspecify.annotations.Nullable;
import tidemark.app.company.MasterRow;
import tidemark.app.database.GuardedBy;
import tidemark.app.database.LockedRow;

/** What a drawer may be used for. */
@Entity
@GuardedBy(LockedRow.JOURNAL)
public class PettyPurpose extends MasterRow {
    private long fundId;
    private String name;
    private String accountCode;
    private String taxCode;
    private String costCentre;
    private @Nullable Long highest;
    private boolean active = true;

    protected PettyPurpose() {}

    /** @param highest the most of one voucher, in minor units; none for any amount */
    record Card(
            String name,
            String accountCode,
            String taxCode,
            String costCentre,
            @Nullable Long highest,
            boolean active) {}

    PettyPurpose(long companyId, long fundId, Card card) {
        super(companyId);
        this.fundId = fundId;
        set(card);
    }

    final void set(Card card) {
        name = card.name();
        accountCode = card.accountCode();
        taxCode = card.taxCode();
        costCentre = card.costCentre();
        highest = card.highest();
        active = card.active();
    }

    long fundId() {
        return fundId;
    }

    public String name() {
        return name;
    }

    String accountCode() {
        return accountCode;
    }

    String taxCode() {
        return taxCode;
    }

    String costCentre() {
        return costCentre;
    }

    OptionalLong highest() {
        return highest == null ? OptionalLong.empty() : OptionalLong.of(highest);
    }

    boolean active() {
        return active;
    }
}
