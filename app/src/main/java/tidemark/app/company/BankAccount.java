package tidemark.app.company;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.SequenceGenerator;
import java.time.LocalDate;
import org.joda.money.CurrencyUnit;
import tidemark.core.certificate.Mark;
import tidemark.core.statement.StatementIntegrity;

/** An account at a bank, with its own cash account in the ledger and its mark. */
@Entity
public class BankAccount {
    @Id
    @GeneratedValue(generator = "row_id")
    @SequenceGenerator(name = "row_id", sequenceName = "row_id", allocationSize = 500)
    private long id;

    private long companyId;
    private int place;
    private String name;
    private String bank;
    private String number;
    private String currency;
    private long ledgerAccountId;
    private long chargesAccountId;
    private long interestAccountId;
    private long differenceAccountId;
    private LocalDate openingDate;
    private long openingMinorUnits;
    private LocalDate markDate;
    private long markLedgerMinorUnits;
    private LocalDate heldTo;
    private long revision;

    protected BankAccount() {}

    BankAccount(long companyId, int place, BankAccounts.NewAccount n, BankAccounts.Purposes purposes) {
        this.companyId = companyId;
        this.place = place;
        this.name = n.name();
        this.bank = n.bank();
        this.number = n.number();
        this.currency = n.currency().getCode();
        this.ledgerAccountId = purposes.cash();
        this.chargesAccountId = purposes.charges();
        this.interestAccountId = purposes.interest();
        this.differenceAccountId = purposes.difference();
        this.openingDate = n.openingDate();
        this.openingMinorUnits = n.openingMinorUnits();
        this.markDate = n.openingDate();
        this.markLedgerMinorUnits = n.openingMinorUnits();
        this.heldTo = n.openingDate();
    }

    public long id() {
        return id;
    }

    public long companyId() {
        return companyId;
    }

    public String name() {
        return name;
    }

    public String bank() {
        return bank;
    }

    public String number() {
        return number;
    }

    /** The last four signs of the number, for screens and papers: {@code ··4417}. */
    public String shortNumber() {
        String plain = StatementIntegrity.plain(number);
        return "··" + (plain.length() <= 4 ? plain : plain.substring(plain.length() - 4));
    }

    public String title() {
        return name + ", " + bank + " " + shortNumber();
    }

    public CurrencyUnit currency() {
        return CurrencyUnit.of(currency);
    }

    public long ledgerAccountId() {
        return ledgerAccountId;
    }

    public long chargesAccountId() {
        return chargesAccountId;
    }

    public long interestAccountId() {
        return interestAccountId;
    }

    public long differenceAccountId() {
        return differenceAccountId;
    }

    /** The day at whose end the account has its opening balance. */
    public LocalDate openingDate() {
        return openingDate;
    }

    public long openingMinorUnits() {
        return openingMinorUnits;
    }

    public Mark mark() {
        return new Mark(markDate);
    }

    /** The ledger's balance at the end of the mark's day. */
    public long markLedgerMinorUnits() {
        return markLedgerMinorUnits;
    }

    /** The last day that is certified or waits for its certification. */
    public LocalDate heldTo() {
        return heldTo;
    }

    /** Grows with every change of the account, its lines, entries and matches. */
    public long revision() {
        return revision;
    }

    void changed() {
        revision++;
    }

    /** Nothing up to that day may change while a month waits; the mark's own day lets go. */
    public void holdTo(LocalDate day) {
        heldTo = day;
    }

    /** @param ledgerMinorUnits the ledger's balance at the end of that day, kept so that no sum starts at the beginning */
    public void moveMark(LocalDate day, long ledgerMinorUnits) {
        markDate = day;
        markLedgerMinorUnits = ledgerMinorUnits;
        heldTo = day;
    }
}
