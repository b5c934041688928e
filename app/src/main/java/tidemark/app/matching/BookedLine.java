package tidemark.app.matching;

import jakarta.persistence.Entity;
import tidemark.app.company.BankAccount;
import tidemark.app.company.MasterRow;

/** As what a bank line was booked. A proposal for the next of its kind begins with it; no figure is taken from it. */
@Entity
class BookedLine extends MasterRow {
    private long bankAccountId;
    private long bankLineId;
    private String kind;
    private String details;
    private String party;
    private String text;
    private String rule = "";

    protected BookedLine() {}

    /**
     * @param details what was chosen for the kind, in JSON with plain decimals
     * @param text as a person gave it; empty for the line's own
     * @param rule by which it was booked; empty where a person chose it
     */
    BookedLine(
            BankAccount account, long bankLineId, String kind, String details, String party, String text, String rule) {
        super(account.companyId());
        this.bankAccountId = account.id();
        this.bankLineId = bankLineId;
        this.kind = kind;
        this.details = details;
        this.party = party;
        this.text = text;
        this.rule = rule;
    }

    long bankAccountId() {
        return bankAccountId;
    }

    long bankLineId() {
        return bankLineId;
    }

    String kind() {
        return kind;
    }

    String details() {
        return details;
    }

    String party() {
        return party;
    }

    String text() {
        return text;
    }

    String rule() {
        return rule;
    }
}
