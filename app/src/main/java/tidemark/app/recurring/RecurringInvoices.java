package tidemark.app.recurring;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.ledger.GrossLine;
import tidemark.app.ledger.Ledger;
import tidemark.app.party.Invoices;
import tidemark.app.party.Parties;
import tidemark.app.party.Party;
import tidemark.core.ledger.Control;
import tidemark.core.ledger.TaxedLine;
import tidemark.core.money.AmountStyle;
import tidemark.core.party.InvoiceBooking;
import tidemark.core.problem.Fields;
import tidemark.core.problem.RuleViolation;
import tidemark.core.recurring.Recurrence;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Keeps invoices that come again, and makes those that are due, each once. The journal's lock guards all. */
@Service
public class RecurringInvoices {
    private static final TypeReference<List<GrossLine>> LINES = new TypeReference<>() {};
    private static final int MOST = 2_000;

    private final RecurringInvoiceRepository rows;
    private final Parties parties;
    private final Invoices invoices;
    private final Ledger ledger;
    private final Companies companies;
    private final BankAccounts bankAccounts;
    private final ActivityLog activity;
    private final JdbcTemplate jdbc;
    private final JsonMapper json;
    private final Clock clock;

    RecurringInvoices(
            RecurringInvoiceRepository rows,
            Parties parties,
            Invoices invoices,
            Ledger ledger,
            Companies companies,
            BankAccounts bankAccounts,
            ActivityLog activity,
            JdbcTemplate jdbc,
            JsonMapper json,
            Clock clock) {
        this.rows = rows;
        this.parties = parties;
        this.invoices = invoices;
        this.ledger = ledger;
        this.companies = companies;
        this.bankAccounts = bankAccounts;
        this.activity = activity;
        this.jdbc = jdbc;
        this.json = json;
        this.clock = clock;
    }

    /**
     * As it is typed.
     *
     * @param version of what was looked at; absent for a new one
     * @param endsOn absent for no end
     * @param text may hold {@code {month}}, {@code {quarter}} and {@code {year}}
     * @param lines amounts with tax, above zero
     */
    public record RecurringForm(
            @Nullable Integer version,
            long partyId,
            Recurrence.@NotNull Every every,
            int day,
            @NotNull LocalDate startsOn,
            @Nullable LocalDate endsOn,
            @Nullable Long siteId,
            @NotNull @Size(max = 300) String text,
            @NotEmpty @Size(max = 50) List<@NotNull @Valid GrossLine> lines) {}

    /**
     * One as it stands.
     *
     * @param units what an invoice of it comes to
     * @param due days of invoices that are due and not made yet
     */
    record Standing(
            RecurringInvoice row,
            Party party,
            List<GrossLine> lines,
            long units,
            List<LocalDate> due,
            Optional<LocalDate> last) {}

    @Transactional(readOnly = true)
    List<Standing> standing(long companyId, LocalDate upTo) {
        Map<Long, Set<LocalDate>> made = made(companyId);
        CurrencyUnit currency = companies.get(companyId).baseCurrency();
        List<Standing> out = new ArrayList<>();
        for (RecurringInvoice row : rows.findByCompanyIdOrderById(companyId)) {
            out.add(standing(row, made.getOrDefault(row.id(), Set.of()), currency, upTo));
        }
        return out;
    }

    private Standing standing(RecurringInvoice row, Set<LocalDate> made, CurrencyUnit currency, LocalDate upTo) {
        List<GrossLine> lines = json.readValue(row.lines(), LINES);
        Optional<LocalDate> last = made.stream().max(LocalDate::compareTo);
        return new Standing(
                row,
                parties.get(row.companyId(), row.partyId()),
                lines,
                GrossLine.read(lines, new GrossLine.Reading(AmountStyle.POINT, currency)).stream()
                        .mapToLong(TaxedLine::gross)
                        .reduce(0, Math::addExact),
                row.recurrence().due(last, upTo),
                last);
    }

    private Map<Long, Set<LocalDate>> made(long companyId) {
        Map<Long, Set<LocalDate>> out = new HashMap<>();
        jdbc.query(
                "select m.recurring_id, m.due_on from recurring_made m join recurring_invoice r on r.id = m.recurring_id"
                        + " where r.company_id = ?",
                row -> {
                    out.computeIfAbsent(row.getLong(1), k -> new HashSet<>()).add(row.getObject(2, LocalDate.class));
                },
                companyId);
        return out;
    }

    /**
     * Keeps one, new or changed. What was made of it stays as it is, and no month of it comes again.
     *
     * @throws RuleViolation {@code party.role} for no customer, {@code line.amount} for an amount below zero, {@code stale}
     *     where it changed meanwhile, or what the lines or the days refuse
     */
    @Transactional
    public long keep(long companyId, @Nullable Long id, RecurringForm form, String who) {
        bankAccounts.lockJournal(companyId);
        Company company = companies.get(companyId);
        Party party = parties.get(companyId, form.partyId());
        if (party.control() != Control.RECEIVABLES || !party.active()) {
            throw new RuleViolation(
                    "party.role",
                    "partyId",
                    party.name(),
                    say("recurring.customer.expected"),
                    say("recurring.customer.remedy"));
        }
        Recurrence recurrence =
                new Recurrence(form.every(), form.day(), form.startsOn(), Optional.ofNullable(form.endsOn()));
        if (form.siteId() != null) {
            companies.site(companyId, form.siteId());
        }
        int number = 0;
        for (TaxedLine line :
                GrossLine.read(form.lines(), new GrossLine.Reading(company.amountStyle(), company.baseCurrency()))) {
            number++;
            if (line.gross() < 0) {
                throw new RuleViolation(
                        "line.amount",
                        say("ledger.line", number),
                        form.lines().get(number - 1).amount(),
                        say("recurring.amount.expected"),
                        say("recurring.amount.remedy"));
            }
            if (ledger.accountByCode(companyId, line.accountCode()).isEmpty()) {
                throw new RuleViolation(
                        "recurring.account",
                        say("ledger.line", number),
                        line.accountCode(),
                        say("recurring.account.expected"),
                        say("recurring.account.remedy"));
            }
        }
        RecurringInvoice row = id == null
                ? new RecurringInvoice(companyId, party.id(), who, clock.instant())
                : changing(companyId, id, form);
        row.keep(
                recurrence,
                Fields.text(form.text(), "text", 300),
                json.writeValueAsString(form.lines().stream()
                        .map(l -> l.plain(company.amountStyle()))
                        .toList()),
                form.siteId());
        rows.saveAndFlush(row);
        activity.record(
                companyId,
                who,
                id == null ? "recurring.new" : "recurring.changed",
                "recurring_invoice",
                row.id(),
                id == null
                        ? say("recurring.new", row.text(), party.name())
                        : say("recurring.changed", row.text(), party.name()));
        return row.id();
    }

    private RecurringInvoice changing(long companyId, long id, RecurringForm form) {
        RecurringInvoice row =
                rows.findByIdAndCompanyId(id, companyId).orElseThrow(() -> new NotFound(say("recurring.recurring")));
        if (form.version() == null || form.version() != row.version() || form.partyId() != row.partyId()) {
            throw new RuleViolation(
                    "recurring.stale", "", row.text(), say("recurring.stale.expected"), say("recurring.stale.remedy"));
        }
        return row;
    }

    /** One that is to be made, as whoever makes it saw it. */
    public record Seen(long id, int version) {}

    /** @param upTo the last day that counts; not after today */
    public record Making(
            @NotNull LocalDate upTo,
            @NotEmpty @Size(max = MOST) List<@NotNull Seen> recurring) {}

    /**
     * Makes all that is due of some, up to a day: ordinary invoices with numbers of the series, all or none.
     *
     * @throws RuleViolation {@code recurring.stale} where one changed meanwhile, {@code recurring.early} for a day to come, {@code
     *     recurring.nothing} where nothing is due, {@code recurring.many} for more than 2,000
     */
    @Transactional
    public Ledger.Booked make(long companyId, Making making, String who) {
        // any of them may book on any account
        bankAccounts.lockAll(companyId);
        bankAccounts.lockJournal(companyId);
        LocalDate today = companies.today(companyId);
        if (making.upTo().isAfter(today)) {
            throw new RuleViolation(
                    "recurring.early",
                    "upTo",
                    making.upTo().toString(),
                    say("recurring.early.expected", today),
                    say("recurring.early.remedy"));
        }
        Map<Long, Set<LocalDate>> made = made(companyId);
        Company company = companies.get(companyId);
        List<Invoices.NewInvoice> wanted = new ArrayList<>();
        List<Map.Entry<Long, LocalDate>> of = new ArrayList<>();
        Map<Long, Integer> seen = new HashMap<>();
        making.recurring().forEach(s -> seen.put(s.id(), s.version()));
        for (long id : new TreeSet<>(seen.keySet())) {
            RecurringInvoice row = rows.findByIdAndCompanyId(id, companyId)
                    .orElseThrow(() -> new NotFound(say("recurring.recurring")));
            if (!Integer.valueOf(row.version()).equals(seen.get(id))) {
                throw new RuleViolation(
                        "recurring.stale",
                        "",
                        row.text(),
                        say("recurring.stale.expected"),
                        say("recurring.stale.remedy"));
            }
            Standing s = standing(row, made.getOrDefault(id, Set.of()), company.baseCurrency(), making.upTo());
            for (LocalDate day : s.due()) {
                of.add(Map.entry(id, day));
                wanted.add(new Invoices.NewInvoice(
                        row.partyId(),
                        InvoiceBooking.Kind.INVOICE,
                        "",
                        day,
                        null,
                        null,
                        row.siteId(),
                        Recurrence.text(row.text(), day),
                        s.lines().stream()
                                .map(l -> new GrossLine(
                                        l.account(),
                                        company.amountStyle().written(l.amount()),
                                        l.taxCode(),
                                        l.costCentre(),
                                        Recurrence.text(l.text(), day)))
                                .toList()));
            }
        }
        if (wanted.isEmpty() || wanted.size() > MOST) {
            String code = wanted.isEmpty() ? "recurring.nothing" : "recurring.many";
            throw new RuleViolation(
                    code,
                    "",
                    Integer.toString(wanted.size()),
                    wanted.isEmpty() ? say("recurring.nothing.expected") : say("recurring.many.expected", MOST),
                    wanted.isEmpty() ? say("recurring.nothing.remedy") : say("recurring.many.remedy"));
        }
        Ledger.Booked booked = invoices.bookAll(companyId, wanted, who);
        for (int i = 0; i < of.size(); i++) {
            jdbc.update(
                    "insert into recurring_made (recurring_id, due_on, journal_entry_id) values (?, ?, ?)",
                    of.get(i).getKey(),
                    of.get(i).getValue(),
                    booked.entries().get(i).id());
        }
        activity.record(
                companyId,
                who,
                "recurring.made",
                "company",
                companyId,
                say("recurring.made", of.size(), making.upTo()));
        return booked;
    }
}
