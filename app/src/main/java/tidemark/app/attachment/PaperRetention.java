package tidemark.app.attachment;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import tidemark.app.company.MasterRow;
import tidemark.core.paper.PaperUse;

/** How many years a company keeps papers of a use, where it says otherwise than is usual. */
@Entity
class PaperRetention extends MasterRow {
    @Enumerated(EnumType.STRING)
    private PaperUse paperUse;

    private int years;

    protected PaperRetention() {}

    PaperRetention(long companyId, PaperUse use) {
        super(companyId);
        this.paperUse = use;
    }

    void keeps(int newYears) {
        years = newYears;
    }

    PaperUse use() {
        return paperUse;
    }

    int years() {
        return years;
    }
}
