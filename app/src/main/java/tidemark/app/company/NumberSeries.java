package tidemark.app.company;

import jakarta.persistence.Entity;
import org.jspecify.annotations.Nullable;

/**
 * The running numbers of one kind of document, of the whole company or of one site, on from year to year or anew each year.
 * How far they are stands in {@code number_counter}.
 */
@Entity
public class NumberSeries extends MasterRow {
    private String kind;
    private @Nullable Long siteId;
    private String prefix;
    private int digits;
    private boolean yearly;

    protected NumberSeries() {}

    NumberSeries(long companyId, String kind, @Nullable Long siteId, String prefix) {
        super(companyId);
        this.kind = kind;
        this.siteId = siteId;
        this.prefix = prefix;
        this.digits = 4;
    }

    void set(String newPrefix, int newDigits, boolean nowYearly) {
        prefix = newPrefix;
        digits = newDigits;
        yearly = nowYearly;
    }

    /** The code of its {@link DocumentKind}. */
    public String kind() {
        return kind;
    }

    /** The site whose documents it numbers; none for all that have no series of their own. */
    public @Nullable Long siteId() {
        return siteId;
    }

    public String prefix() {
        return prefix;
    }

    public int digits() {
        return digits;
    }

    public boolean yearly() {
        return yearly;
    }

    /** The year under which a document of that year is counted. */
    int counted(int year) {
        return yearly ? year : 0;
    }
}
