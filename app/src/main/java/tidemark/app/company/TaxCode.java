package tidemark.app.company;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import java.math.BigDecimal;
import tidemark.core.ledger.TaxUse;

/** A tax with its rate, and the ledger account it is booked on. */
@Entity
public class TaxCode extends MasterRow {
    private String code;
    private String name;
    private BigDecimal ratePercent;
    private long ledgerAccountId;
    private boolean active;

    @Enumerated(EnumType.STRING)
    private TaxUse taxUse = TaxUse.BOTH;

    private boolean recoverable = true;
    private boolean inDiscounts;

    protected TaxCode() {}

    TaxCode(long companyId) {
        super(companyId);
    }

    /**
     * What a tax is besides its rate.
     *
     * @param recoverable whether the tax in a purchase is got back; else it is part of the cost
     * @param inDiscounts whether the tax in an early-payment discount is corrected
     */
    public record Nature(TaxUse use, boolean recoverable, boolean inDiscounts) {
        public static final Nature PLAIN = new Nature(TaxUse.BOTH, true, false);
    }

    void set(String code, String name, BigDecimal ratePercent, long ledgerAccountId, Nature nature, boolean active) {
        this.taxUse = nature.use();
        this.recoverable = nature.recoverable();
        this.inDiscounts = nature.inDiscounts();
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

    public Nature nature() {
        return new Nature(taxUse, recoverable, inDiscounts);
    }

    public boolean active() {
        return active;
    }
}
