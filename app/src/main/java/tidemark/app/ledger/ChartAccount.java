package tidemark.app.ledger;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.SequenceGenerator;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import tidemark.core.ledger.AccountType;
import tidemark.core.ledger.Control;
import tidemark.core.ledger.LedgerAccount;

/** A ledger account of a company's chart. */
@Entity
@Table(name = "ledger_account")
public class ChartAccount {
    @Id
    @GeneratedValue(generator = "row_id")
    @SequenceGenerator(name = "row_id", sequenceName = "row_id", allocationSize = 500)
    private long id;

    private long companyId;
    private String code;
    private String name;

    @Enumerated(EnumType.STRING)
    private AccountType type;

    private boolean active;

    @Enumerated(EnumType.STRING)
    private Control control = Control.NONE;

    private @Nullable String currency;

    @Version
    private int version;

    protected ChartAccount() {}

    ChartAccount(long companyId, LedgerAccount account, @Nullable CurrencyUnit foreign) {
        this.currency = foreign == null ? null : foreign.getCode();
        this.companyId = companyId;
        this.code = account.code();
        this.name = account.name();
        this.type = account.type();
        this.active = account.active();
        this.control = account.control();
    }

    /** Name and whether it is used may change; type and control only while nothing was booked on it. */
    void change(LedgerAccount account) {
        this.name = account.name();
        this.type = account.type();
        this.active = account.active();
        this.control = account.control();
    }

    /** Whether it is kept in a currency other than the company's. */
    public boolean foreign() {
        return currency != null;
    }

    /** The currency it is kept in, where that is not the company's. */
    public Optional<CurrencyUnit> currency() {
        return Optional.ofNullable(currency).map(CurrencyUnit::of);
    }

    public Control control() {
        return control;
    }

    public long id() {
        return id;
    }

    public long companyId() {
        return companyId;
    }

    public String code() {
        return code;
    }

    public String name() {
        return name;
    }

    public AccountType type() {
        return type;
    }

    public boolean active() {
        return active;
    }

    public LedgerAccount account() {
        return new LedgerAccount(code, name, type, active, control);
    }
}
