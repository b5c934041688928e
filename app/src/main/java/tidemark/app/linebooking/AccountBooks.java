package tidemark.app.linebooking;

import java.time.LocalDate;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.Map;
import java.util.Objects;
import org.joda.money.CurrencyUnit;
import tidemark.app.company.BankAccount;
import tidemark.app.ledger.ChartAccount;
import tidemark.core.ledger.BankLineBooking;
import tidemark.core.ledger.Purpose;
import tidemark.core.ledger.TaxTable;
import tidemark.core.ledger.Taxes;
import tidemark.core.payment.ExchangeRate;
import tidemark.core.statement.BankLine;

/** Of one bank account, what bookings from its lines need to know of the books. Each thing is read once; kept for one call. */
public final class AccountBooks {
    private final BankAccount account;
    private final CurrencyUnit base;
    private final AccountBooksReader all;
    private final Map<Long, ChartAccount> chart;
    private final Map<Purpose, String> purposes = new EnumMap<>(Purpose.class);
    private final Map<LocalDate, ExchangeRate> rates = new HashMap<>();
    private final TaxTable taxes;

    AccountBooks(BankAccount account, AccountBooksReader all) {
        this.account = account;
        this.all = all;
        this.base = all.companies().get(account.companyId()).baseCurrency();
        this.chart = all.ledger().chartById(account.companyId());
        this.taxes = all.ledger().taxes(account.companyId());
    }

    public BankAccount account() {
        return account;
    }

    public long companyId() {
        return account.companyId();
    }

    /** The code of the bank account's own cash account. */
    public String cashCode() {
        return code(account.ledgerAccountId());
    }

    public String code(long ledgerAccountId) {
        return Objects.requireNonNull(chart.get(ledgerAccountId)).code();
    }

    /**
     * The code on which money from or to another own account is booked. What arrives in another currency is not known
     * from this side; it waits between the banks.
     */
    String codeTo(BankAccount other) {
        return other.currency().equals(account.currency())
                ? code(other.ledgerAccountId())
                : codeFor(Purpose.BETWEEN_BANKS);
    }

    /** A ledger account as people read it: code and name. */
    public String titled(long ledgerAccountId) {
        return code(ledgerAccountId) + " "
                + Objects.requireNonNull(chart.get(ledgerAccountId)).name();
    }

    /** The same by its code; the code alone where there is no such account. */
    public String titledByCode(String code) {
        return chart.values().stream()
                .filter(a -> a.code().equals(code))
                .findFirst()
                .map(a -> a.code() + " " + a.name())
                .orElse(code);
    }

    /** @throws tidemark.core.problem.RuleViolation where no account has been chosen for the purpose */
    public String codeFor(Purpose purpose) {
        return purposes.computeIfAbsent(purpose, p -> all.chart().accountCodeFor(companyId(), account, p));
    }

    /** The taxes of a day by their codes. */
    public Map<String, Taxes.Tax> taxes(LocalDate day) {
        return taxes.on(day);
    }

    public CurrencyUnit base() {
        return base;
    }

    /** A movement of the account, with what it is worth in the company's own currency that day. */
    public BankLineBooking.Movement movement(
            LocalDate date, long minorUnits, String reference, String party, String text) {
        ExchangeRate rate =
                rates.computeIfAbsent(date, d -> all.masterData().rate(companyId(), account.currency(), base, d));
        return new BankLineBooking.Movement(
                date, base, minorUnits, rate.toBase(minorUnits), reference, party, text, rate.tie());
    }

    /** The reference that a line is booked under. */
    public static String reference(BankLine line) {
        String reference = line.reference().isEmpty() ? line.bankReference() : line.reference();
        return reference.length() > 200 ? reference.substring(0, 200) : reference;
    }
}
