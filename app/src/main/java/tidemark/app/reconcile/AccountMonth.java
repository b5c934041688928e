package tidemark.app.reconcile;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.SequenceGenerator;
import jakarta.persistence.Version;
import java.time.Instant;
import java.time.LocalDate;
import java.time.YearMonth;
import org.jspecify.annotations.Nullable;
import tidemark.app.database.GuardedBy;
import tidemark.app.database.LockedRow;
import tidemark.core.certificate.MonthState;
import tidemark.core.certificate.Person;

/** Where the reconciliation of one account's month stands. */
@Entity
@GuardedBy(LockedRow.BANK_ACCOUNT)
public class AccountMonth {
    @Id
    @GeneratedValue(generator = "row_id")
    @SequenceGenerator(name = "row_id", sequenceName = "row_id", allocationSize = 500)
    private long id;

    private long bankAccountId;
    private LocalDate firstDay;

    @Enumerated(EnumType.STRING)
    private MonthState state = MonthState.OPEN;

    private @Nullable String preparedLogin;
    private @Nullable String preparedName;
    private @Nullable Instant preparedAt;

    @Version
    private int version;

    protected AccountMonth() {}

    public AccountMonth(long bankAccountId, YearMonth month) {
        this.bankAccountId = bankAccountId;
        this.firstDay = month.atDay(1);
    }

    public long id() {
        return id;
    }

    public YearMonth month() {
        return YearMonth.from(firstDay);
    }

    public MonthState state() {
        return state;
    }

    public @Nullable Person preparer() {
        return preparedLogin == null || preparedName == null ? null : new Person(preparedLogin, preparedName);
    }

    public @Nullable Instant preparedAt() {
        return preparedAt;
    }

    public void move(MonthState.Move move, String title) {
        state = state.after(move, title);
    }

    public void prepared(Person by, Instant at) {
        preparedLogin = by.login();
        preparedName = by.name();
        preparedAt = at;
    }

    public void notPrepared() {
        preparedLogin = null;
        preparedName = null;
        preparedAt = null;
    }
}
