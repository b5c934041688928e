package tidemark.app.party;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.MapKeyColumn;
import java.util.HashMap;
import java.util.Map;
import tidemark.app.company.MasterRow;

/** How a company's desk works: whether amounts are kept from whoever only counts, and how much cash a site keeps. */
@Entity
public class DeskSettings extends MasterRow {
    private boolean hidesAmounts;
    private boolean cashAsOneTotal;
    private int revision;

    @ElementCollection(fetch = FetchType.EAGER)
    @CollectionTable(name = "site_cash_limit", joinColumns = @JoinColumn(name = "desk_settings_id"))
    @MapKeyColumn(name = "site_id")
    @Column(name = "minor_units")
    private Map<Long, Long> cashLimits = new HashMap<>();

    protected DeskSettings() {}

    DeskSettings(long companyId) {
        super(companyId);
    }

    void set(boolean hides, boolean oneTotal, Map<Long, Long> limits) {
        revision++;
        hidesAmounts = hides;
        cashAsOneTotal = oneTotal;
        cashLimits.clear();
        cashLimits.putAll(limits);
    }

    /** Grows with every change of these or of a tender. */
    int revision() {
        return revision;
    }

    /** Whether cash is counted elsewhere, and told as one amount. */
    boolean cashAsOneTotal() {
        return cashAsOneTotal;
    }

    boolean hidesAmounts() {
        return hidesAmounts;
    }

    /** By site, in minor units of the company's currency. */
    Map<Long, Long> cashLimits() {
        return Map.copyOf(cashLimits);
    }
}
