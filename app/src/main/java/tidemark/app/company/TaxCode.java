package tidemark.app.company;

import jakarta.persistence.Entity;
import java.math.BigDecimal;

/** A tax with its rate, and the ledger account it is booked on. */
@Entity
public class TaxCode extends MasterRow {
    private String code;
    private String name;
    private BigDecimal ratePercent;
    private long ledgerAccountId;
    private boolean active;

    protected TaxCode() {}

    TaxCode(long companyId) {
        super(companyId);
    }

    void set(String code, String name, BigDecimal ratePercent, long ledgerAccountId, boolean active) {
        this.code = code;
        this.name = name;
        this.ratePercent = ratePercent;
        this.ledgerAccountId = ledgerAccountId;
        this.active = active;
    }

    public String code() {
        return code;
    }

    public String name() {
        return name;
    }

    public BigDecimal ratePercent() {
        return ratePercent;
    }

    public long ledgerAccountId() {
        return ledgerAccountId;
    }

    public boolean active() {
        return active;
    }
}
