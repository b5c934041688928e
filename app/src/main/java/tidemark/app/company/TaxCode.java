package tidemark.app.company;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import tidemark.core.ledger.TaxTable;
import tidemark.core.ledger.TaxUse;
import tidemark.core.ledger.Taxes;

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
    private @Nullable LocalDate validFrom;
    private @Nullable LocalDate validTo;

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

    /**
     * The days on which a tax holds.
     *
     * @param from first day; absent for ever before
     * @param to last day; absent for ever after
     */
    public record Days(@Nullable LocalDate from, @Nullable LocalDate to) {
        public static final Days ALWAYS = new Days(null, null);
    }

    void set(
            String code,
            String name,
            BigDecimal ratePercent,
            long ledgerAccountId,
            Nature nature,
            Days days,
            boolean active) {
        this.validFrom = days.from();
        this.validTo = days.to();
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

    public Days days() {
        return new Days(validFrom, validTo);
    }

    /** What the tax is, with the days on which it holds. */
    public TaxTable.Dated dated(Taxes.Tax tax) {
        return new TaxTable.Dated(tax, Optional.ofNullable(validFrom), Optional.ofNullable(validTo));
    }

    public boolean active() {
        return active;
    }
}
