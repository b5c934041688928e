package tidemark.core.matching;

import java.util.Locale;
import java.util.Optional;
import tidemark.core.ledger.CashEntry;

/** What kind of movement a cash entry is, as far as it changes how the bank shows it. */
public enum MovementKind {
    CHECK,
    DEPOSIT,
    TRANSFER,
    DIRECT_DEBIT,
    CARD_SETTLEMENT,
    FEE,
    PAYROLL,
    WIRE,
    OTHER;

    /** The kind with this name, {@code card_settlement}; empty where there is none. */
    public static Optional<MovementKind> find(String name) {
        String wanted = name.strip().toUpperCase(Locale.ROOT).replace('-', '_').replace(' ', '_');
        for (MovementKind kind : values()) {
            if (kind.name().equals(wanted)) {
                return Optional.of(kind);
            }
        }
        return Optional.empty();
    }

    /** What an entry tells of itself, where its books keep no kind: its check number, then the words of its text. */
    public static MovementKind of(CashEntry entry) {
        if (!entry.checkNumber().isEmpty()) {
            return CHECK;
        }
        String text = " " + entry.text().toLowerCase(Locale.ROOT) + " ";
        if (text.contains("transfer")) {
            return TRANSFER;
        }
        if (text.contains("deposit")) {
            return DEPOSIT;
        }
        if (text.contains("payroll") || text.contains("wages")) {
            return PAYROLL;
        }
        if (text.contains(" fee ") || text.contains("charge")) {
            return FEE;
        }
        return text.contains(" card") ? CARD_SETTLEMENT : OTHER;
    }
}
