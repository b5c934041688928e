package tidemark.app.pettycash;

import jakarta.persistence.Entity;
import jakarta.persistence.Lob;
import java.time.Instant;
import java.time.LocalDate;
import java.time.YearMonth;
import org.jspecify.annotations.Nullable;
import tidemark.app.company.MasterRow;
import tidemark.app.database.GuardedBy;
import tidemark.app.database.LockedRow;
import tidemark.core.certificate.Seal;

/** The sealed sheet of a closed month, and whether the month was opened again since. */
@Entity
@GuardedBy(LockedRow.JOURNAL)
class DrawerSheet extends MasterRow {
    private long fundId;
    private LocalDate firstDay;

    @Lob
    private String file;

    private String contentSha256;
    private String seal;
    private String closedBy;
    private Instant closedAt;
    private String reopenedBy = "";
    private @Nullable Instant reopenedAt;
    private String reopenedReason = "";

    protected DrawerSheet() {}

    DrawerSheet(Fund fund, Seal seal, String file, String who, Instant when) {
        super(fund.companyId());
        this.fundId = fund.id();
        this.firstDay = seal.month().atDay(1);
        this.file = file;
        this.contentSha256 = seal.contentSha256();
        this.seal = seal.value();
        this.closedBy = who;
        this.closedAt = when;
    }

    void reopened(String by, Instant at, String reason) {
        reopenedBy = by;
        reopenedAt = at;
        reopenedReason = reason;
    }

    YearMonth month() {
        return YearMonth.from(firstDay);
    }

    /** Canonical JSON. */
    String file() {
        return file;
    }

    Seal seal() {
        return new Seal(month(), contentSha256, seal);
    }

    String closedBy() {
        return closedBy;
    }

    Instant closedAt() {
        return closedAt;
    }

    boolean stands() {
        return reopenedAt == null;
    }

    String reopenedBy() {
        return reopenedBy;
    }

    String reopenedReason() {
        return reopenedReason;
    }
}
