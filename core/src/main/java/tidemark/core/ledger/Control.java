package tidemark.core.ledger;

import static tidemark.core.words.Catalogue.say;

import java.util.Arrays;
import java.util.Optional;

/**
 * Whose items an account of the chart stands for, item by item, and with that the role of whoever owns them. Somebody
 * may have several roles; the items of one never settle those of another.
 */
public enum Control {
    NONE("nobody", Optional.empty(), Optional.empty()),
    RECEIVABLES("customer", Optional.of(Purpose.RECEIVABLES), Optional.of(Purpose.DISCOUNT_GIVEN)),
    PAYABLES("supplier", Optional.of(Purpose.PAYABLES), Optional.of(Purpose.DISCOUNT_TAKEN)),
    EMPLOYEES("employee", Optional.of(Purpose.EMPLOYEES), Optional.empty()),
    SISTER_COMPANIES(say("ledger.sisterCompany"), Optional.of(Purpose.SISTER_COMPANIES), Optional.empty());

    private final String role;
    private final Optional<Purpose> purpose;
    private final Optional<Purpose> discount;

    Control(String role, Optional<Purpose> purpose, Optional<Purpose> discount) {
        this.role = role;
        this.purpose = purpose;
        this.discount = discount;
    }

    /** As in a sentence: {@code sister company}. */
    public String role() {
        return role;
    }

    /** Several of them: {@code sister companies}. */
    public String several() {
        return role.endsWith("y") ? role.substring(0, role.length() - 1) + "ies" : role + "s";
    }

    /** The same with its article: {@code an employee}. */
    public String someone() {
        return ("aeiou".indexOf(role.charAt(0)) >= 0 ? say("ledger.an") : "a ") + role;
    }

    /**
     * What the control account of the role is for.
     *
     * @throws IllegalStateException for {@link #NONE}
     */
    public Purpose purpose() {
        return purpose.orElseThrow(() -> new IllegalStateException("No account is kept for nobody"));
    }

    /** Where early-payment discounts of the role go; empty for roles without invoices. */
    public Optional<Purpose> discount() {
        return discount;
    }

    /** Whether invoices and credit notes are exchanged in the role, so that terms of payment hold. */
    public boolean invoices() {
        return discount.isPresent();
    }

    /** The role whose control account serves a purpose; {@link #NONE} for purposes of other accounts. */
    public static Control servedBy(Purpose purpose) {
        return Arrays.stream(values())
                .filter(c -> c.purpose.filter(p -> p == purpose).isPresent())
                .findFirst()
                .orElse(NONE);
    }
}
