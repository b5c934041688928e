package tidemark.app.bankfile;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.core.bankfile.AccountNumbers;
import tidemark.core.bankfile.FileTerms;
import tidemark.core.bankfile.PaymentMessage;
import tidemark.core.calendar.BankCalendar;
import tidemark.core.mandate.Mandate;
import tidemark.core.problem.Fields;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;
import tidemark.core.problem.Words;
import tools.jackson.databind.json.JsonMapper;

/** How files for the bank of an account are written, and the days on which the company's banks do not work. */
@Service
public class BankFileTerms {
    private static final int MOST_HOLIDAYS = 400;
    private static final String PAYMENT = "PAYMENT";
    /** Versions of pain.001.001. */
    private static final int OLDER_PAYMENTS = 3;

    private static final int NEWER_PAYMENTS = 9;

    private final BankAccounts bankAccounts;
    private final ActivityLog activity;
    private final JdbcTemplate jdbc;
    private final JsonMapper json;

    BankFileTerms(BankAccounts bankAccounts, ActivityLog activity, JdbcTemplate jdbc, JsonMapper json) {
        this.bankAccounts = bankAccounts;
        this.activity = activity;
        this.jdbc = jdbc;
        this.json = json;
    }

    /** Which files the bank takes. */
    public enum FileScheme {
        ACH,
        SEPA
    }

    /**
     * As they are typed.
     *
     * @param routing of the company's bank, of ACH; {@code account} the company's own, for balanced files; empty for none
     * @param origin whom the bank knows the sender as; {@code companyId} as the bank gave it
     * @param description of collections, of ACH; {@code paymentDescription} of payments, absent for the usual word
     * @param version of the direct debits of SEPA: 2 or 8; {@code paymentVersion} of its credit transfers: 3 or 9
     * @param leadDays banking days that the bank asks for; {@code leadDaysB2b} for SEPA B2B; {@code paymentLeadDays} for what
     *     is paid, absent for one
     * @param singly whether the bank credits each collection by itself
     * @param fileName with {@code {number}} and {@code {date}} where these belong
     */
    public record FileTermsForm(
            @NotNull FileScheme scheme,
            @NotNull @Size(max = 9) String routing,
            @NotNull @Size(max = 23) String bankName,
            @NotNull @Size(max = 10) String origin,
            @NotNull @Size(max = 70) String companyName,
            @NotNull @Size(max = 10) String companyId,
            @NotNull @Size(max = 10) String description,
            @Nullable @Size(max = 10) String paymentDescription,
            @NotNull @Size(max = 17) String account,
            int version,
            @Nullable Integer paymentVersion,
            @NotNull @Size(max = 40) String iban,
            @NotNull @Size(max = 11) String bic,
            @NotNull @Size(max = 35) String creditorId,
            boolean oneBooking,
            boolean tellsFirst,
            @Min(0) @Max(20) int leadDays,
            @Min(0) @Max(20) int leadDaysB2b,
            @Nullable @Min(0) @Max(20) Integer paymentLeadDays,
            boolean singly,
            @NotNull @Size(max = 80) String fileName,
            @Min(1) long nextFile) {
        public FileTerms terms() {
            return scheme == FileScheme.ACH
                    ? new FileTerms.Ach(
                            routing,
                            bankName,
                            origin,
                            companyName,
                            companyId,
                            description,
                            Objects.requireNonNullElse(paymentDescription, PAYMENT),
                            account)
                    : new FileTerms.Sepa(
                            version == 2 ? PaymentMessage.Version.DEBITS_02 : PaymentMessage.Version.DEBITS_08,
                            isOlderPayments() ? PaymentMessage.Version.CREDITS_03 : PaymentMessage.Version.CREDITS_09,
                            companyName,
                            AccountNumbers.plain(iban),
                            AccountNumbers.plain(bic),
                            AccountNumbers.plain(creditorId),
                            oneBooking,
                            tellsFirst);
        }

        private boolean isOlderPayments() {
            return paymentVersion != null && paymentVersion == OLDER_PAYMENTS;
        }

        /** Banking days before what is paid. */
        public int paymentLead() {
            return paymentLeadDays == null ? 1 : paymentLeadDays;
        }

        public int lead(Mandate.Kind kind) {
            return kind == Mandate.Kind.SEPA_B2B ? leadDaysB2b : leadDays;
        }

        public String nameOf(String kind, long number, LocalDate day) {
            String extension = scheme == FileScheme.ACH ? ".ach" : ".xml";
            String pattern = fileName.isBlank() ? "{kind}-{date}-{number}" + extension : fileName;
            return pattern.replace("{kind}", kind)
                    .replace("{number}", Long.toString(number))
                    .replace("{date}", day.toString());
        }
    }

    @Transactional(readOnly = true)
    public Optional<FileTermsForm> find(long bankAccountId) {
        return jdbc.query(
                "select terms, next_file from collection_terms where bank_account_id = ?",
                row -> row.next() ? Optional.of(numbered(row.getString(1), row.getLong(2))) : Optional.empty(),
                bankAccountId);
    }

    private FileTermsForm numbered(String kept, long next) {
        FileTermsForm f = json.readValue(kept, FileTermsForm.class);
        return new FileTermsForm(
                f.scheme,
                f.routing,
                f.bankName,
                f.origin,
                f.companyName,
                f.companyId,
                f.description,
                Objects.requireNonNullElse(f.paymentDescription, PAYMENT),
                f.account,
                f.version,
                f.isOlderPayments() ? OLDER_PAYMENTS : NEWER_PAYMENTS,
                f.iban,
                f.bic,
                f.creditorId,
                f.oneBooking,
                f.tellsFirst,
                f.leadDays,
                f.leadDaysB2b,
                f.paymentLead(),
                f.singly,
                f.fileName,
                next);
    }

    @Transactional(readOnly = true)
    public Optional<FileTermsForm> of(long companyId, long bankAccountId) {
        return find(bankAccounts.get(companyId, bankAccountId).id());
    }

    /** @throws RuleViolation {@code collection.terms} where the account has none */
    @Transactional(readOnly = true)
    public FileTermsForm get(BankAccount account) {
        return find(account.id())
                .orElseThrow(() -> new RuleViolation(
                        "collection.terms",
                        "bankAccountId",
                        say("collection.terms.found", account.name()),
                        say("collection.terms.expected"),
                        say("collection.terms.remedy")));
    }

    @Transactional
    public FileTermsForm keep(long companyId, long bankAccountId, FileTermsForm form, String who) {
        BankAccount account = bankAccounts.lock(companyId, bankAccountId);
        List<Problem> problems = new ArrayList<>(form.terms().problems());
        String currency = form.scheme() == FileScheme.ACH ? "USD" : "EUR";
        if (!account.currency().getCode().equals(currency)
                || !bankAccounts.companyCurrency(companyId).equals(account.currency())) {
            problems.add(new Problem(
                    "collection.currency",
                    "scheme",
                    account.currency().getCode(),
                    say("collection.currency.expected", currency),
                    say("collection.currency.remedy")));
        }
        if (!form.fileName().isBlank() && !form.fileName().matches("[A-Za-z0-9._{}-]+")) {
            problems.add(new Problem(
                    "collection.fileName",
                    "fileName",
                    form.fileName(),
                    say("collection.fileName.expected"),
                    say("collection.fileName.remedy")));
        }
        long last = Objects.requireNonNull(jdbc.queryForObject(
                "select coalesce(max(number), 0) from bank_file where bank_account_id = ?", Long.class, bankAccountId));
        if (form.nextFile() <= last) {
            problems.add(new Problem(
                    "collection.number",
                    "nextFile",
                    Long.toString(form.nextFile()),
                    say("collection.number.expected", last),
                    say("collection.number.remedy")));
        }
        if (!problems.isEmpty()) {
            throw new RuleViolation(problems);
        }
        String text = json.writeValueAsString(form);
        int changed = jdbc.update(
                "update collection_terms set terms = ?, lead_days = ?, singly = ?, file_name = ?, next_file = ?"
                        + " where bank_account_id = ?",
                text,
                form.leadDays(),
                form.singly(),
                form.fileName(),
                form.nextFile(),
                bankAccountId);
        if (changed == 0) {
            jdbc.update(
                    "insert into collection_terms (bank_account_id, company_id, terms, lead_days, singly, file_name,"
                            + " next_file, next_trace) values (?, ?, ?, ?, ?, ?, ?, 1)",
                    bankAccountId,
                    companyId,
                    text,
                    form.leadDays(),
                    form.singly(),
                    form.fileName(),
                    form.nextFile());
        }
        activity.record(
                companyId,
                who,
                "collection.terms",
                "bank_account",
                bankAccountId,
                say("collection.terms.kept", account.name()));
        return form;
    }

    /** The number of the account's next file; the account is locked. */
    @Transactional(propagation = Propagation.MANDATORY)
    public long takeFileNumber(long bankAccountId) {
        jdbc.update("update collection_terms set next_file = next_file + 1 where bank_account_id = ?", bankAccountId);
        return Objects.requireNonNull(jdbc.queryForObject(
                        "select next_file from collection_terms where bank_account_id = ?", Long.class, bankAccountId))
                - 1;
    }

    /** The first of so many numbers of traces, after seven digits from the start again; the account is locked. */
    @Transactional(propagation = Propagation.MANDATORY)
    public long takeTraces(long bankAccountId, int count) {
        long first = Objects.requireNonNull(jdbc.queryForObject(
                "select next_trace from collection_terms where bank_account_id = ?", Long.class, bankAccountId));
        if (first + count > 9_999_999) {
            first = 1;
        }
        jdbc.update(
                "update collection_terms set next_trace = ? where bank_account_id = ?", first + count, bankAccountId);
        return first;
    }

    /** A day on which the company's banks do not work. */
    public record Holiday(
            @NotNull LocalDate day, @NotNull @Size(max = 80) String name) {}

    @Transactional(readOnly = true)
    public List<Holiday> holidays(long companyId) {
        return jdbc.query(
                "select holiday, name from bank_holiday where company_id = ? order by holiday",
                (row, i) -> new Holiday(row.getObject(1, LocalDate.class), row.getString(2)),
                companyId);
    }

    @Transactional
    public List<Holiday> keepHolidays(long companyId, List<Holiday> holidays, String who) {
        bankAccounts.lockJournal(companyId);
        Set<LocalDate> days = new HashSet<>();
        if (holidays.size() > MOST_HOLIDAYS) {
            throw new RuleViolation(
                    "holidays.many",
                    "holidays",
                    Integer.toString(holidays.size()),
                    say("holidays.many.expected", MOST_HOLIDAYS),
                    say("holidays.many.remedy"));
        }
        for (Holiday h : holidays) {
            if (!days.add(h.day())) {
                throw Fields.taken("holidays", Words.day(h.day()));
            }
        }
        jdbc.update("delete from bank_holiday where company_id = ?", companyId);
        jdbc.batchUpdate(
                "insert into bank_holiday (company_id, holiday, name) values (?, ?, ?)",
                holidays.stream()
                        .map(h -> new Object[] {companyId, h.day(), h.name().strip()})
                        .toList());
        activity.record(
                companyId, who, "holidays.kept", "company", companyId, say("holidays.kept.kept", holidays.size()));
        return holidays(companyId);
    }

    @Transactional(readOnly = true)
    public BankCalendar calendar(long companyId, FileScheme scheme) {
        Set<LocalDate> own = new HashSet<>();
        holidays(companyId).forEach(h -> own.add(h.day()));
        return new BankCalendar(
                scheme == FileScheme.SEPA ? BankCalendar.System.TARGET : BankCalendar.System.UNITED_STATES, own);
    }
}
