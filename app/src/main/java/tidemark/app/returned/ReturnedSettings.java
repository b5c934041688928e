package tidemark.app.returned;

import jakarta.persistence.Entity;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import tidemark.app.company.MasterRow;

/** What a company has set up for what comes back; amounts in minor units of its currency. */
@Entity
class ReturnedSettings extends MasterRow {
    private long bankFee;
    private long ourFee;
    private String ourFeeTax = "";
    private @Nullable Long writeOffAccountId;
    private int checkDays = 60;
    private int cardDays = 120;

    protected ReturnedSettings() {}

    ReturnedSettings(long companyId) {
        super(companyId);
    }

    void set(
            long agreedFee,
            long charged,
            String tax,
            @Nullable Long writeOffAccount,
            int daysOfChecks,
            int daysOfCards) {
        bankFee = agreedFee;
        ourFee = charged;
        ourFeeTax = tax;
        writeOffAccountId = writeOffAccount;
        checkDays = daysOfChecks;
        cardDays = daysOfCards;
    }

    /** What the bank takes for one item; zero where that is not known. */
    long bankFee() {
        return bankFee;
    }

    /** What a customer is charged, gross; zero for nothing. */
    long ourFee() {
        return ourFee;
    }

    String ourFeeTax() {
        return ourFeeTax;
    }

    Optional<Long> writeOffAccountId() {
        return Optional.ofNullable(writeOffAccountId);
    }

    int checkDays() {
        return checkDays;
    }

    int cardDays() {
        return cardDays;
    }
}
