package tidemark.app.party;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.ManyToOne;
import java.math.BigDecimal;
import tidemark.app.company.MasterRow;
import tidemark.core.ledger.Control;
import tidemark.core.ledger.PartyId;
import tidemark.core.party.Terms;

/**
 * Somebody in one role: a customer, a supplier, an employee or a sister company, with a code, terms and items of its
 * own. Their name and address are those of all their roles.
 */
@Entity
public class Party extends MasterRow {
    @ManyToOne(optional = false)
    private PartyIdentity identity;

    @Enumerated(EnumType.STRING)
    private Control control;

    private String code;
    private int dueDays;
    private BigDecimal discountPercent;
    private int discountDays;
    private boolean active;

    protected Party() {}

    Party(PartyIdentity identity, Control control) {
        super(identity.companyId());
        this.identity = identity;
        this.control = control;
    }

    void set(String newCode, Terms terms, boolean newActive) {
        code = newCode;
        dueDays = terms.dueDays();
        discountPercent = terms.discountPercent();
        discountDays = terms.discountDays();
        active = newActive;
    }

    PartyIdentity identity() {
        return identity;
    }

    void identity(PartyIdentity other) {
        identity = other;
    }

    /** The role, by the control account that its items lie on. */
    public Control control() {
        return control;
    }

    public String code() {
        return code;
    }

    public String name() {
        return identity.name();
    }

    public String address() {
        return identity.address();
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
