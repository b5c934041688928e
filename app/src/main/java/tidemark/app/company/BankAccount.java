package tidemark.app.company;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.MapKeyColumn;
import jakarta.persistence.MapKeyEnumerated;
import jakarta.persistence.SequenceGenerator;
import jakarta.persistence.Version;
import java.time.LocalDate;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import tidemark.core.certificate.Mark;
import tidemark.core.ledger.Purpose;
import tidemark.core.payment.CheckAges;
import tidemark.core.payment.CheckNumber;
import tidemark.core.payment.PaymentLimits;
import tidemark.core.statement.AccountNumbers;

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
    private LocalDate openingDate;
    private long openingMinorUnits;
    private long openingBankMinorUnits;
    private @Nullable Long branchId;
    private @Nullable Long leastPayment;
    private @Nullable Long mostPayment;

    @Column(name = "most_out_in_a_day")
    private @Nullable Long mostOutInADay;

    private boolean zeroPayment;
    private long differenceTolerance;

    @Enumerated(EnumType.STRING)
    private CheckStock checkStock = CheckStock.PRENUMBERED;

    private String nextCheckNumber = "1001";
    private int oldCheckDays = CheckAges.USUAL.old();
    private int staleCheckDays = CheckAges.USUAL.stale();
    private boolean bookOnClearing;
    private boolean depositsOnClearing;
    private boolean active = true;
    private LocalDate markDate;
    private long markLedgerMinorUnits;

    @Column(name = "held_to")
    private LocalDate lockedThrough;

    private long revision;

    @Version
    private int version;

    @ElementCollection(fetch = FetchType.EAGER)
    @CollectionTable(name = "bank_account_purpose", joinColumns = @JoinColumn(name = "bank_account_id"))
    @MapKeyColumn(name = "purpose")
    @MapKeyEnumerated(EnumType.STRING)
    @Column(name = "ledger_account_id")
    private Map<Purpose, Long> purposes = new EnumMap<>(Purpose.class);

    @ElementCollection(fetch = FetchType.EAGER)
    @CollectionTable(name = "bank_account_site", joinColumns = @JoinColumn(name = "bank_account_id"))
    @Column(name = "site_id")
    private Set<Long> sites = new HashSet<>();

    @ElementCollection(fetch = FetchType.EAGER)
    @CollectionTable(name = "bank_account_currency", joinColumns = @JoinColumn(name = "bank_account_id"))
    @Column(name = "currency")
    private Set<String> currencies = new HashSet<>();

    /** Whether checks come with their numbers printed, or get them when they are written. */
    public enum CheckStock {
        PRENUMBERED,
        BLANK
    }

    protected BankAccount() {}

    BankAccount(long companyId, int place, BankAccounts.NewAccount n) {
        this.companyId = companyId;
        this.place = place;
        this.name = n.name();
        this.bank = n.bank();
        this.number = n.number();
        this.currency = n.currency().getCode();
        this.ledgerAccountId = n.cashAccountId();
        this.purposes.putAll(n.purposes());
        this.openingDate = n.openingDate();
        this.openingMinorUnits = n.openingMinorUnits();
        this.openingBankMinorUnits = n.openingMinorUnits();
        this.markDate = n.openingDate();
        this.markLedgerMinorUnits = n.openingMinorUnits();
        this.lockedThrough = n.openingDate();
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
        String plain = AccountNumbers.plain(number);
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

    /** The ledger account that serves a purpose of this account, if one was chosen. */
    public Optional<Long> purpose(Purpose purpose) {
        return Optional.ofNullable(purposes.get(purpose));
    }

    /**
     * What people may change of an account at any time.
     *
     * @param mostOutInADay all payments and transfers out of one day
     * @param bookOnClearing whether payments reach cash only when the bank has paid them; {@code depositsOnClearing} slips
     *     when it has credited them
     * @param currencies what a transfer may exchange its own currency with; empty for all
     */
    public record Settings(
            String name,
            @Nullable Long branchId,
            @Nullable Long leastPayment,
            @Nullable Long mostPayment,
            @Nullable Long mostOutInADay,
            boolean zeroPayment,
            long differenceTolerance,
            CheckStock checkStock,
            String nextCheckNumber,
            int oldCheckDays,
            int staleCheckDays,
            boolean bookOnClearing,
            boolean depositsOnClearing,
            boolean active,
            Map<Purpose, Long> purposes,
            Set<Long> sites,
            Set<String> currencies) {}

    public Settings settings() {
        return new Settings(
                name,
                branchId,
                leastPayment,
                mostPayment,
                mostOutInADay,
                zeroPayment,
                differenceTolerance,
                checkStock,
                nextCheckNumber,
                oldCheckDays,
                staleCheckDays,
                bookOnClearing,
                depositsOnClearing,
                active,
                Map.copyOf(purposes),
                Set.copyOf(sites),
                Set.copyOf(currencies));
    }

    public void settings(Settings s) {
        name = s.name();
        branchId = s.branchId();
        leastPayment = s.leastPayment();
        mostPayment = s.mostPayment();
        mostOutInADay = s.mostOutInADay();
        zeroPayment = s.zeroPayment();
        differenceTolerance = s.differenceTolerance();
        checkStock = s.checkStock();
        nextCheckNumber = s.nextCheckNumber();
        oldCheckDays = s.oldCheckDays();
        staleCheckDays = s.staleCheckDays();
        bookOnClearing = s.bookOnClearing();
        depositsOnClearing = s.depositsOnClearing();
        active = s.active();
        purposes.clear();
        purposes.putAll(s.purposes());
        sites.clear();
        sites.addAll(s.sites());
        currencies.clear();
        currencies.addAll(s.currencies());
    }

    public PaymentLimits limits() {
        return new PaymentLimits(
                leastPayment == null ? OptionalLong.empty() : OptionalLong.of(leastPayment),
                mostPayment == null ? OptionalLong.empty() : OptionalLong.of(mostPayment),
                mostOutInADay == null ? OptionalLong.empty() : OptionalLong.of(mostOutInADay),
                zeroPayment);
    }

    /** Whether a transfer may exchange its currency with that of another account. */
    public boolean exchangesWith(CurrencyUnit other) {
        return currencies.isEmpty() || other.equals(currency()) || currencies.contains(other.getCode());
    }

    /** The largest difference to what a line is matched with that is booked as one, in minor units. */
    public long differenceTolerance() {
        return differenceTolerance;
    }

    /** After how many days a check that the bank has not paid is old, and stale. */
    public CheckAges checkAges() {
        return new CheckAges(oldCheckDays, staleCheckDays);
    }

    public boolean bookOnClearing() {
        return bookOnClearing;
    }

    /** Whether a banked slip reaches cash only when the bank has credited it. */
    public boolean depositsOnClearing() {
        return depositsOnClearing;
    }

    public boolean active() {
        return active;
    }

    /** The next number of a check; the account's row must be locked. */
    public String nextCheckNumber() {
        return nextCheckNumber;
    }

    public void checkNumberTaken(String number) {
        if (Long.parseLong(number) >= Long.parseLong(nextCheckNumber)) {
            nextCheckNumber = CheckNumber.after(number);
        }
    }

    void bank(String newName) {
        bank = newName;
    }

    /** The day at whose end the account has its opening balance. */
    public LocalDate openingDate() {
        return openingDate;
    }

    public long openingMinorUnits() {
        return openingMinorUnits;
    }

    /** The bank's balance that day: the ledger's less what was outstanding. */
    public long openingBankMinorUnits() {
        return openingBankMinorUnits;
    }

    public void openingBankMinorUnits(long minorUnits) {
        openingBankMinorUnits = minorUnits;
    }

    public Mark mark() {
        return new Mark(markDate);
    }

    /** The ledger's balance at the end of the mark's day. */
    public long markLedgerMinorUnits() {
        return markLedgerMinorUnits;
    }

    /** The last day that is certified or waits for its certification. */
    public LocalDate lockedThrough() {
        return lockedThrough;
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
        lockedThrough = day;
    }

    /** @param ledgerMinorUnits the ledger's balance at the end of that day, kept so that no sum starts at the beginning */
    public void moveMark(LocalDate day, long ledgerMinorUnits) {
        markDate = day;
        markLedgerMinorUnits = ledgerMinorUnits;
        lockedThrough = day;
    }
}
