package tidemark.app.company;

import static tidemark.core.words.Catalogue.say;

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
import java.time.ZoneId;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.TreeMap;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import tidemark.app.activity.Changes;
import tidemark.core.ledger.Purpose;
import tidemark.core.money.AmountStyle;

/** A legal entity that keeps books. */
@Entity
public class Company {
    private static final long NO_LIMIT = -1;

    @Id
    @GeneratedValue(generator = "row_id")
    @SequenceGenerator(name = "row_id", sequenceName = "row_id", allocationSize = 500)
    private long id;

    private String name;
    private String baseCurrency;
    private boolean onePerson;
    private boolean secondFactor;

    /** Limits in minor units by the first day on which each holds; {@link #NO_LIMIT} where one person is enough. */
    @ElementCollection(fetch = FetchType.EAGER)
    @CollectionTable(name = "second_person_limit", joinColumns = @JoinColumn(name = "company_id"))
    @MapKeyColumn(name = "valid_from")
    @Column(name = "minor_units")
    private Map<LocalDate, Long> secondPersonLimits = new HashMap<>();

    @Enumerated(EnumType.STRING)
    private AmountStyle amountStyle = AmountStyle.POINT;

    @Enumerated(EnumType.STRING)
    private DateOrder dateOrder = DateOrder.MONTH_FIRST;

    private String timeZone = "";

    @ElementCollection(fetch = FetchType.EAGER)
    @CollectionTable(name = "company_purpose", joinColumns = @JoinColumn(name = "company_id"))
    @MapKeyColumn(name = "purpose")
    @MapKeyEnumerated(EnumType.STRING)
    @Column(name = "ledger_account_id")
    private Map<Purpose, Long> purposes = new EnumMap<>(Purpose.class);

    @Version
    private int version;

    protected Company() {}

    Company(String name, CurrencyUnit baseCurrency, ZoneId zone) {
        this.name = name;
        this.baseCurrency = baseCurrency.getCode();
        this.timeZone = zone.getId();
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

    void name(String newName) {
        name = newName;
    }

    /** How its people write amounts. */
    public AmountStyle amountStyle() {
        return amountStyle;
    }

    /** How its people write dates. */
    public DateOrder dateOrder() {
        return dateOrder;
    }

    /** Where its days begin and end. */
    public ZoneId zone() {
        return ZoneId.of(timeZone);
    }

    /** What an activity record compares of it, before and after a change. */
    Changes told(Changes changes, boolean now) {
        Map<String, @Nullable Object> fields = new java.util.LinkedHashMap<>();
        fields.put("name", name);
        fields.put(say("company.secondPersonAbove"), new TreeMap<>(secondPersonLimits).toString());
        fields.put("amounts", amountStyle);
        fields.put("dates", dateOrder);
        fields.put(say("company.timeZone"), timeZone);
        fields.forEach((field, value) -> {
            if (now) {
                changes.is(field, value);
            } else {
                changes.was(field, value);
            }
        });
        return changes;
    }

    void writes(AmountStyle amounts, DateOrder dates, ZoneId zone) {
        amountStyle = amounts;
        dateOrder = dates;
        timeZone = zone.getId();
    }

    /** A payment of that day above this, in minor units of the company's currency, needs a second person. */
    public OptionalLong secondPersonAbove(LocalDate day) {
        Map.Entry<LocalDate, Long> limit = new TreeMap<>(secondPersonLimits).floorEntry(day);
        return limit == null || limit.getValue() == NO_LIMIT ? OptionalLong.empty() : OptionalLong.of(limit.getValue());
    }

    /** The days after which the limit is another one. */
    public List<LocalDate> secondPersonChanges(LocalDate after) {
        return List.copyOf(
                new TreeMap<>(secondPersonLimits).tailMap(after, false).keySet());
    }

    void secondPersonAbove(@Nullable Long limit, LocalDate from) {
        OptionalLong request = limit == null ? OptionalLong.empty() : OptionalLong.of(limit);
        if (!secondPersonAbove(from).equals(request)) {
            secondPersonLimits.put(from, request.orElse(NO_LIMIT));
        }
    }

    /** The ledger account that serves a purpose of the whole company, if one was chosen. */
    public Optional<Long> purpose(Purpose purpose) {
        return Optional.ofNullable(purposes.get(purpose));
    }

    public void purpose(Purpose purpose, long ledgerAccountId) {
        purposes.put(purpose, ledgerAccountId);
    }

    /** Whether everybody signs in with a second factor. */
    public boolean secondFactor() {
        return secondFactor;
    }

    void secondFactor(boolean asked) {
        secondFactor = asked;
    }

    /** Whether one person may both prepare and certify. */
    public boolean onePerson() {
        return onePerson;
    }

    void onePerson(boolean allowed) {
        onePerson = allowed;
    }
}
