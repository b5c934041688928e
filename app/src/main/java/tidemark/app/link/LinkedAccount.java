package tidemark.app.link;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.SequenceGenerator;
import org.jspecify.annotations.Nullable;

/** An account that a link found at the bank, and ours that it feeds. */
@Entity
class LinkedAccount {
    @Id
    @GeneratedValue(generator = "row_id")
    @SequenceGenerator(name = "row_id", sequenceName = "row_id", allocationSize = 500)
    private long id;

    private long bankLinkId;
    private String resourceId;
    private String number;
    private String name;
    private String currency;
    private @Nullable Long bankAccountId;

    protected LinkedAccount() {}

    LinkedAccount(long bankLinkId, String resourceId, String number, String name, String currency) {
        this.bankLinkId = bankLinkId;
        this.resourceId = resourceId;
        this.number = number;
        this.name = name;
        this.currency = currency;
    }

    void feeds(@Nullable Long accountId) {
        bankAccountId = accountId;
    }

    long id() {
        return id;
    }

    long bankLinkId() {
        return bankLinkId;
    }

    String resourceId() {
        return resourceId;
    }

    String number() {
        return number;
    }

    String name() {
        return name;
    }

    String currency() {
        return currency;
    }

    @Nullable
    Long bankAccountId() {
        return bankAccountId;
    }
}
