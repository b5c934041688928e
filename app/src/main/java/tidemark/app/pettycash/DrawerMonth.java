package tidemark.app.pettycash;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import java.time.Instant;
import java.time.LocalDate;
import java.time.YearMonth;
import org.jspecify.annotations.Nullable;
import tidemark.app.company.MasterRow;
import tidemark.app.database.GuardedBy;
import tidemark.app.database.LockedRow;
import tidemark.core.certificate.CertificateContent;
import tidemark.core.certificate.MonthState;
import tidemark.core.certificate.Person;

/** How far a month of a drawer is: open, prepared by one, closed by another. */
@Entity
@GuardedBy(LockedRow.JOURNAL)
class DrawerMonth extends MasterRow {
    private long fundId;
    private LocalDate firstDay;

    @Enumerated(EnumType.STRING)
    private MonthState state = MonthState.OPEN;

    private String preparedLogin = "";
    private String preparedName = "";
    private @Nullable Instant preparedAt;

    protected DrawerMonth() {}

    DrawerMonth(Fund fund, YearMonth month) {
        super(fund.companyId());
        this.fundId = fund.id();
        this.firstDay = month.atDay(1);
    }

    void move(MonthState.Move move, String title) {
        state = state.after(move, title);
    }

    void prepared(Person by, Instant at) {
        preparedLogin = by.login();
        preparedName = by.name();
        preparedAt = at;
    }

    void notPrepared() {
        preparedLogin = "";
        preparedName = "";
        preparedAt = null;
    }

    YearMonth month() {
        return YearMonth.from(firstDay);
    }

    MonthState state() {
        return state;
    }

    CertificateContent.@Nullable Signature preparer() {
        return preparedAt == null
                ? null
                : new CertificateContent.Signature(new Person(preparedLogin, preparedName), preparedAt);
    }
}
