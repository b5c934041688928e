package tidemark.app.company;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.SequenceGenerator;
import jakarta.persistence.Version;
import org.joda.money.CurrencyUnit;

/** A legal entity that keeps books. */
@Entity
public class Company {
    @Id
    @GeneratedValue(generator = "row_id")
    @SequenceGenerator(name = "row_id", sequenceName = "row_id", allocationSize = 500)
    private long id;

    private String name;
    private String baseCurrency;
    private boolean onePerson;
    private long nextEntryNumber = 1;

    @Version
    private int version;

    protected Company() {}

    Company(String name, CurrencyUnit baseCurrency) {
        this.name = name;
        this.baseCurrency = baseCurrency.getCode();
    }

    public long id() {
        return id;
    }

    public String name() {
        return name;
    }

    public CurrencyUnit baseCurrency() {
        return CurrencyUnit.of(baseCurrency);
    }

    /** Whether one person may both prepare and certify. */
    public boolean onePerson() {
        return onePerson;
    }

    void onePerson(boolean allowed) {
        onePerson = allowed;
    }

    /** The next number of a journal entry; the company's row must be locked. */
    public long takeEntryNumber() {
        return nextEntryNumber++;
    }
}
