package tidemark.app.card;

import jakarta.persistence.Entity;
import java.math.BigDecimal;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import tidemark.app.company.MasterRow;

/** Whoever pays what cards were charged. */
@Entity
public class CardProcessor extends MasterRow {
    private String name;
    private boolean active = true;
    private long bankAccountId;
    private String bankWords;
    private int lagDays;
    private @Nullable BigDecimal agreedPercent;
    private @Nullable Long feeAccountId;
    private @Nullable Long refundAccountId;
    private @Nullable Long chargebackAccountId;
    private @Nullable Long reserveAccountId;
    private @Nullable Long takingsAccountId;
    private @Nullable String report;

    protected CardProcessor() {}

    CardProcessor(long companyId) {
        super(companyId);
    }

    /**
     * Where what it keeps is booked; absent where it keeps none of it.
     *
     * @param takings of batches whose takings were not received one by one
     */
    record Accounts(
            @Nullable Long fee,
            @Nullable Long refunds,
            @Nullable Long chargebacks,
            @Nullable Long reserve,
            @Nullable Long takings) {}

    void set(
            String newName,
            boolean nowActive,
            long account,
            String words,
            int lag,
            @Nullable BigDecimal agreed,
            Accounts accounts) {
        name = newName;
        active = nowActive;
        bankAccountId = account;
        bankWords = words;
        lagDays = lag;
        agreedPercent = agreed;
        feeAccountId = accounts.fee();
        refundAccountId = accounts.refunds();
        chargebackAccountId = accounts.chargebacks();
        reserveAccountId = accounts.reserve();
        takingsAccountId = accounts.takings();
    }

    void report(String mapping) {
        report = mapping;
    }

    String name() {
        return name;
    }

    boolean active() {
        return active;
    }

    long bankAccountId() {
        return bankAccountId;
    }

    /** All of which stand in the text of a line with which the bank credits what it pays. */
    String bankWords() {
        return bankWords;
    }

    /** From a batch's day to the day its money is due, by business days. */
    int lagDays() {
        return lagDays;
    }

    Optional<BigDecimal> agreedPercent() {
        return Optional.ofNullable(agreedPercent);
    }

    Accounts accounts() {
        return new Accounts(feeAccountId, refundAccountId, chargebackAccountId, reserveAccountId, takingsAccountId);
    }

    /** Which column of its report holds what, as it was said last. */
    Optional<String> report() {
        return Optional.ofNullable(report);
    }
}
