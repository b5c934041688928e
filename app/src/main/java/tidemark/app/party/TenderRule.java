package tidemark.app.party;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.MapKeyColumn;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import tidemark.app.company.MasterRow;
import tidemark.core.receipt.Tender;

/** A tender of a company: where its money waits, site by site, and which bank accounts it may go to. */
@Entity
public class TenderRule extends MasterRow {
    @Enumerated(EnumType.STRING)
    private Tender kind;

    private String name;
    private boolean active = true;
    private @Nullable Long ledgerAccountId;

    @ElementCollection(fetch = FetchType.EAGER)
    @CollectionTable(name = "tender_site_account", joinColumns = @JoinColumn(name = "tender_rule_id"))
    @MapKeyColumn(name = "site_id")
    @Column(name = "ledger_account_id")
    private Map<Long, Long> siteAccounts = new HashMap<>();

    @ElementCollection(fetch = FetchType.EAGER)
    @CollectionTable(name = "tender_bank_account", joinColumns = @JoinColumn(name = "tender_rule_id"))
    @Column(name = "bank_account_id")
    private Set<Long> bankAccounts = new HashSet<>();

    protected TenderRule() {}

    TenderRule(long companyId, Tender kind, String name) {
        super(companyId);
        this.kind = kind;
        this.name = name;
    }

    void set(boolean nowActive, @Nullable Long account, Map<Long, Long> bySite, Set<Long> onlyBankAccounts) {
        active = nowActive;
        ledgerAccountId = account;
        siteAccounts.clear();
        siteAccounts.putAll(bySite);
        bankAccounts.clear();
        bankAccounts.addAll(onlyBankAccounts);
    }

    Tender kind() {
        return kind;
    }

    /** Empty for the tender of its kind that every company has. */
    String name() {
        return name;
    }

    boolean active() {
        return active;
    }

    /** Where its money waits at a site that has no account of its own. */
    Optional<Long> account() {
        return Optional.ofNullable(ledgerAccountId);
    }

    Map<Long, Long> siteAccounts() {
        return Map.copyOf(siteAccounts);
    }

    /** Empty for all. */
    Set<Long> bankAccounts() {
        return Set.copyOf(bankAccounts);
    }
}
