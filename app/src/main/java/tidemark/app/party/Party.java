package tidemark.app.party;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import java.math.BigDecimal;
import tidemark.app.company.MasterRow;
import tidemark.core.ledger.Control;
import tidemark.core.ledger.PartyId;
import tidemark.core.party.Terms;

/** A customer or a supplier. */
@Entity
public class Party extends MasterRow {
    @Enumerated(EnumType.STRING)
    private Control control;

    private String code;
    private String name;
    private String address;
    private int dueDays;
    private BigDecimal discountPercent;
    private int discountDays;
    private boolean active;

    protected Party() {}

    Party(long companyId, Control control) {
        super(companyId);
        this.control = control;
    }

    void set(String newCode, String newName, String newAddress, Terms terms, boolean newActive) {
        code = newCode;
        name = newName;
        address = newAddress;
        dueDays = terms.dueDays();
        discountPercent = terms.discountPercent();
        discountDays = terms.discountDays();
        active = newActive;
    }

    /** {@code RECEIVABLES} for a customer, {@code PAYABLES} for a supplier. */
    public Control control() {
        return control;
    }

    public String code() {
        return code;
    }

    public String name() {
        return name;
    }

    public String address() {
        return address;
    }

    public Terms terms() {
        return new Terms(dueDays, discountPercent, discountDays);
    }

    public boolean active() {
        return active;
    }

    public PartyId partyId() {
        return new PartyId(id());
    }
}
