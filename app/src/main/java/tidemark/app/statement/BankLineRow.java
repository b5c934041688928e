package tidemark.app.statement;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.SequenceGenerator;
import jakarta.persistence.Table;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;
import tidemark.app.database.GuardedBy;
import tidemark.app.database.LockedRow;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;

/** A bank line as it was taken; only its match changes. */
@Entity
@GuardedBy(LockedRow.BANK_ACCOUNT)
@Table(name = "bank_line")
public class BankLineRow {
    @Id
    @GeneratedValue(generator = "row_id")
    @SequenceGenerator(name = "row_id", sequenceName = "row_id", allocationSize = 500)
    private long id;

    private long bankAccountId;
    private long statementId;
    private long place;
    private LocalDate bookingDate;
    private LocalDate valueDate;
    private long minorUnits;
    private long balanceMinorUnits;
    private String reference;
    private String bankReference;
    private String checkNumber;
    private String counterparty;
    private String text;
    private String code;
    private String extra = "";
    private @Nullable Long itemMatchId;

    protected BankLineRow() {}

    public BankLineRow(StatementRow statement, long place, BankLine line, long balanceMinorUnits) {
        this(statement, place, line, balanceMinorUnits, "");
    }

    public BankLineRow(StatementRow statement, long place, BankLine line, long balanceMinorUnits, String extra) {
        this.bankAccountId = statement.bankAccountId();
        this.statementId = statement.id();
        this.place = place;
        this.bookingDate = line.bookingDate();
        this.valueDate = line.valueDate();
        this.minorUnits = line.minorUnits();
        this.balanceMinorUnits = balanceMinorUnits;
        this.reference = LineFacts.cut(line.reference(), 500);
        this.bankReference = LineFacts.cut(line.bankReference(), 200);
        this.checkNumber = LineFacts.cut(line.checkNumber(), 40);
        this.counterparty = LineFacts.cut(line.counterparty(), 300);
        this.text = LineFacts.cut(line.text(), 2000);
        this.code = LineFacts.cut(line.code(), 100);
        this.extra = LineFacts.cut(extra, 2000);
    }

    public long id() {
        return id;
    }

    public long bankAccountId() {
        return bankAccountId;
    }

    public long statementId() {
        return statementId;
    }

    public long place() {
        return place;
    }

    public LocalDate bookingDate() {
        return bookingDate;
    }

    public long minorUnits() {
        return minorUnits;
    }

    /** The balance after it, where a line before it was taken away. */
    public void balanceMinorUnits(long balance) {
        balanceMinorUnits = balance;
    }

    public long balanceMinorUnits() {
        return balanceMinorUnits;
    }

    /** What else the bank tells of it, for a person to read. */
    public String extra() {
        return extra;
    }

    public @Nullable Long itemMatchId() {
        return itemMatchId;
    }

    public BankLine line() {
        return new BankLine(
                new BankLineId(id),
                bookingDate,
                valueDate,
                minorUnits,
                reference,
                bankReference,
                checkNumber,
                counterparty,
                text,
                code);
    }
}
