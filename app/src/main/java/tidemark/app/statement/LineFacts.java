package tidemark.app.statement;

import jakarta.persistence.Embeddable;
import java.time.LocalDate;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;

/** What a bank says of one movement. */
@Embeddable
public class LineFacts {
    private LocalDate bookingDate;
    private LocalDate valueDate;
    private long minorUnits;
    private String reference;
    private String bankReference;
    private String checkNumber;
    private String counterparty;
    private String text;
    private String code;

    protected LineFacts() {}

    LineFacts(BankLine line) {
        this.bookingDate = line.bookingDate();
        this.valueDate = line.valueDate();
        this.minorUnits = line.minorUnits();
        this.reference = cut(line.reference(), 500);
        this.bankReference = cut(line.bankReference(), 200);
        this.checkNumber = cut(line.checkNumber(), 40);
        this.counterparty = cut(line.counterparty(), 300);
        this.text = cut(line.text(), 2000);
        this.code = cut(line.code(), 100);
    }

    /** Longer than any format allows; the original file keeps the whole. */
    public static String cut(String text, int longest) {
        return text.length() <= longest ? text : text.substring(0, longest - 1) + "…";
    }

    BankLine line(long id) {
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
