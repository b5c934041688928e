package tidemark.app.company;

import jakarta.persistence.Entity;

/** The running numbers of one kind of document: {@code INV-} and 1043 give {@code INV-01043} with five digits. */
@Entity
public class NumberSeries extends MasterRow {
    private String kind;

    private String prefix;
    private long nextNumber;
    private int digits;

    protected NumberSeries() {}

    NumberSeries(long companyId, DocumentKind kind) {
        super(companyId);
        this.kind = kind.code();
        this.prefix = kind.prefix();
        this.nextNumber = 1;
        this.digits = 4;
    }

    void set(String newPrefix, long newNext, int newDigits) {
        prefix = newPrefix;
        nextNumber = newNext;
        digits = newDigits;
    }

    static String number(String prefix, long number, int digits) {
        String plain = Long.toString(number);
        return prefix + "0".repeat(Math.max(0, digits - plain.length())) + plain;
    }

    /** The code of its {@link DocumentKind}. */
    public String kind() {
        return kind;
    }

    public String prefix() {
        return prefix;
    }

    public long nextNumber() {
        return nextNumber;
    }

    public int digits() {
        return digits;
    }
}
