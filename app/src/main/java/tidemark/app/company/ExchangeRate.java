package tidemark.app.company;

import jakarta.persistence.Entity;
import java.math.BigDecimal;
import java.time.LocalDate;

/** What one unit of a foreign currency is worth in the company's, from a day on. */
@Entity
public class ExchangeRate extends MasterRow {
    private String currency;
    private LocalDate rateDate;
    private BigDecimal rate;

    protected ExchangeRate() {}

    ExchangeRate(long companyId) {
        super(companyId);
    }

    void set(String currency, LocalDate rateDate, BigDecimal rate) {
        this.currency = currency;
        this.rateDate = rateDate;
        this.rate = rate;
    }

    public String currency() {
        return currency;
    }

    public LocalDate rateDate() {
        return rateDate;
    }

    public BigDecimal rate() {
        return rate;
    }
}
