package tidemark.app.certificate;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.SequenceGenerator;
import jakarta.persistence.Table;
import java.time.Instant;
import java.time.LocalDate;
import java.time.YearMonth;
import org.jspecify.annotations.Nullable;
import tidemark.app.database.GuardedBy;
import tidemark.app.database.LockedRow;
import tidemark.core.certificate.Seal;

/** A certificate as it was issued: its file, its seal, and whether its month was reopened since. */
@Entity
@GuardedBy(LockedRow.BANK_ACCOUNT)
@Table(name = "certificate")
public class IssuedCertificate {
    @Id
    @GeneratedValue(generator = "row_id")
    @SequenceGenerator(name = "row_id", sequenceName = "row_id", allocationSize = 500)
    private long id;

    private long bankAccountId;
    private LocalDate firstDay;
    private LocalDate lastDay;

    @Column(columnDefinition = "clob", updatable = false)
    private String file;

    private String contentSha256;
    private String seal;
    private long bankClosingMinorUnits;
    private long ledgerClosingMinorUnits;
    private String certifiedBy;
    private Instant certifiedAt;
    private @Nullable String reopenedBy;
    private @Nullable Instant reopenedAt;
    private @Nullable String reopenedReason;

    protected IssuedCertificate() {}

    IssuedCertificate(
            long bankAccountId,
            Seal seal,
            String file,
            long bankClosing,
            long ledgerClosing,
            String certifiedBy,
            Instant certifiedAt) {
        this.bankAccountId = bankAccountId;
        this.firstDay = seal.month().atDay(1);
        this.lastDay = seal.month().atEndOfMonth();
        this.file = file;
        this.contentSha256 = seal.contentSha256();
        this.seal = seal.value();
        this.bankClosingMinorUnits = bankClosing;
        this.ledgerClosingMinorUnits = ledgerClosing;
        this.certifiedBy = certifiedBy;
        this.certifiedAt = certifiedAt;
    }

    public long id() {
        return id;
    }

    public YearMonth month() {
        return YearMonth.from(firstDay);
    }

    /** Canonical JSON. */
    public String file() {
        return file;
    }

    public Seal seal() {
        return new Seal(month(), contentSha256, seal);
    }

    public long bankClosingMinorUnits() {
        return bankClosingMinorUnits;
    }

    public long ledgerClosingMinorUnits() {
        return ledgerClosingMinorUnits;
    }

    public String certifiedBy() {
        return certifiedBy;
    }

    public Instant certifiedAt() {
        return certifiedAt;
    }

    public boolean stands() {
        return reopenedAt == null;
    }

    public @Nullable String reopenedBy() {
        return reopenedBy;
    }

    public @Nullable Instant reopenedAt() {
        return reopenedAt;
    }

    public @Nullable String reopenedReason() {
        return reopenedReason;
    }

    void reopened(String by, Instant at, String reason) {
        reopenedBy = by;
        reopenedAt = at;
        reopenedReason = reason;
    }
}
