package tidemark.app.certificate;

import static tidemark.core.words.Catalogue.say;

import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.format.TextStyle;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Isolation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.Actor;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.ledger.ChartAccount;
import tidemark.app.ledger.Ledger;
import tidemark.app.reconcile.AccountMonth;
import tidemark.app.reconcile.AccountMonthRepository;
import tidemark.app.reconcile.MonthData;
import tidemark.app.reconcile.Months;
import tidemark.app.statement.StatementRow;
import tidemark.app.statement.Statements;
import tidemark.core.certificate.CanonicalJson;
import tidemark.core.certificate.CertificateContent;
import tidemark.core.certificate.CertificationConditions;
import tidemark.core.certificate.Condition;
import tidemark.core.certificate.MonthState;
import tidemark.core.certificate.Person;
import tidemark.core.certificate.Seal;
import tidemark.core.problem.RuleViolation;

/** Prepares, certifies, sends back and reopens months. */
@Service
public class Certification {
    private final BankAccounts accounts;
    private final Companies companies;
    private final Months months;
    private final AccountMonthRepository states;
    private final CertificateRepository certificates;
    private final Statements statements;
    private final Ledger ledger;
    private final ActivityLog activity;
    private final EntityManager em;
    private final Clock clock;

    Certification(
            BankAccounts accounts,
            Companies companies,
            Months months,
            AccountMonthRepository states,
            CertificateRepository certificates,
            Statements statements,
            Ledger ledger,
            ActivityLog activity,
            EntityManager em,
            Clock clock) {
        this.accounts = accounts;
        this.companies = companies;
        this.months = months;
        this.states = states;
        this.certificates = certificates;
        this.statements = statements;
        this.ledger = ledger;
        this.activity = activity;
        this.em = em;
        this.clock = clock;
    }

    /** All conditions as they stand for a person who might certify. */
    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public List<Condition> conditions(long companyId, long accountId, YearMonth month, Actor actor) {
        BankAccount account = accounts.get(companyId, accountId);
        MonthData data = months.load(companyId, accountId, month);
        return CertificationConditions.check(input(account, data, state(accountId, month), person(actor)));
    }

    private CertificationConditions.Input input(
            BankAccount account, MonthData data, AccountMonth state, @Nullable Person certifier) {
        YearMonth month = data.month();
        Company company = companies.get(account.companyId());
        LocalDate to = month.atEndOfMonth();
        return new CertificationConditions.Input(
                month,
                account.mark(),
                companies.today(account.companyId()),
                statements.touching(account.id(), month.atDay(1), to).stream()
                        .map(s -> s.header(account.number(), account.currency()))
                        .toList(),
                previousClosing(account, month),
                ledger.ownBalance(account.ledgerAccountId(), to),
                Optional.ofNullable(state.preparer()),
                Optional.ofNullable(certifier),
                company.onePerson(),
                data.reconciliation());
    }

    private long previousClosing(BankAccount account, YearMonth month) {
        return certificates
                .findByBankAccountIdAndFirstDayAndReopenedAtIsNull(
                        account.id(), month.minusMonths(1).atDay(1))
                .map(IssuedCertificate::bankClosingMinorUnits)
                .or(() -> statements.bankBalance(account, month.atDay(1).minusDays(1)))
                .orElse(account.openingBankMinorUnits());
    }

    private AccountMonth state(long accountId, YearMonth month) {
        return states.findByBankAccountIdAndFirstDay(accountId, month.atDay(1))
                .orElseGet(() -> new AccountMonth(accountId, month));
    }

    /** The state row for a change; made when the month is touched first. */
    private AccountMonth stateForChange(long accountId, YearMonth month) {
        AccountMonth state = state(accountId, month);
        if (!em.contains(state)) {
            em.persist(state);
        }
        return state;
    }

    private static Person person(Actor actor) {
        return new Person(actor.login(), actor.name());
    }

    private static String title(BankAccount account, YearMonth month) {
        return say(
                "certificate.of2",
                month.getMonth().getDisplayName(TextStyle.FULL, Locale.ENGLISH),
                month.getYear(),
                account.name());
    }

    /** Declares a month ready; every condition but the second person must hold. */
    @Transactional
    public void prepare(long companyId, long accountId, YearMonth month, Actor actor) {
        BankAccount account = accounts.lock(companyId, accountId);
        AccountMonth state = stateForChange(accountId, month);
        state.move(MonthState.Move.PREPARE, title(account, month));
        MonthData data = months.loadForChange(account, month);
        state.prepared(person(actor), clock.instant());
        CertificationConditions.require(CertificationConditions.check(input(account, data, state, null)));
        account.holdTo(month.atEndOfMonth());
        activity.record(
                companyId,
                actor.name(),
                "month.prepared",
                "bank_account",
                accountId,
                say("month.prepared.prepared", title(account, month)));
    }

    @Transactional
    public void sendBack(long companyId, long accountId, YearMonth month, String note, Actor actor) {
        BankAccount account = accounts.lock(companyId, accountId);
        AccountMonth state = stateForChange(accountId, month);
        state.move(MonthState.Move.SEND_BACK, title(account, month));
        state.notPrepared();
        account.holdTo(account.mark().date());
        activity.record(
                companyId,
                actor.name(),
                "month.sent-back",
                "bank_account",
                accountId,
                say("month.sent-back.sentBack", title(account, month), note.isBlank() ? "" : ": " + note.strip()));
    }

    /** Certifies a prepared month: seals it and moves the mark. */
    @Transactional
    public IssuedCertificate certify(long companyId, long accountId, YearMonth month, Actor actor) {
        BankAccount account = accounts.lock(companyId, accountId);
        AccountMonth state = stateForChange(accountId, month);
        state.move(MonthState.Move.CERTIFY, title(account, month));
        MonthData data = months.loadForChange(account, month);
        CertificationConditions.Input input = input(account, data, state, person(actor));
        CertificationConditions.require(CertificationConditions.check(input));

        List<Seal> chain =
                new ArrayList<>(certificates.findByBankAccountIdAndReopenedAtIsNullOrderByFirstDay(accountId).stream()
                        .map(IssuedCertificate::seal)
                        .toList());
        Map<String, Object> content = CertificateContent.of(content(account, state, data, input, chain, actor));
        Seal seal = Seal.next(chain, month, content);
        chain.add(seal);
        IssuedCertificate issued = certificates.save(new IssuedCertificate(
                accountId,
                seal,
                CanonicalJson.write(Seal.file(content, chain)),
                data.reconciliation().bankClosing(),
                data.reconciliation().ledgerClosing(),
                actor.name(),
                clock.instant()));
        account.moveMark(month.atEndOfMonth(), data.reconciliation().ledgerClosing());
        activity.tell(
                companyId,
                "certificate.issued",
                issued.id(),
                Map.of("bankAccountId", accountId, "month", month.toString(), "seal", seal.value()));
        activity.record(
                companyId,
                actor.name(),
                "month.certified",
                "bank_account",
                accountId,
                say(
                        "month.certified.certifiedSeal",
                        title(account, month),
                        seal.value().substring(0, 16)));
        return issued;
    }

    private CertificateContent.Input content(
            BankAccount account,
            AccountMonth state,
            MonthData data,
            CertificationConditions.Input input,
            List<Seal> chain,
            Actor actor) {
        Company company = companies.get(account.companyId());
        ChartAccount cash = ledger.account(account.companyId(), account.ledgerAccountId());
        List<CertificateContent.StatementProof> proofs = new ArrayList<>();
        for (StatementRow s : statements.touching(
                account.id(), input.month().atDay(1), input.month().atEndOfMonth())) {
            proofs.add(new CertificateContent.StatementProof(
                    s.header(account.number(), account.currency()), s.lineCount(), statements.fileSha256(s)));
        }
        Person preparer = Objects.requireNonNull(state.preparer());
        return new CertificateContent.Input(
                company.name(),
                account.title(),
                account.number(),
                cash.code() + " " + cash.name(),
                input.month(),
                input.previousClosing(),
                proofs,
                data.reconciliation(),
                new CertificateContent.Signature(preparer, Objects.requireNonNull(state.preparedAt())),
                new CertificateContent.Signature(person(actor), clock.instant()),
                preparer.login().equals(actor.login()),
                replaced(account.id(), input.month()),
                chain.isEmpty() ? "" : chain.getLast().value());
    }

    private Optional<CertificateContent.Replaced> replaced(long accountId, YearMonth month) {
        return certificates.findByBankAccountIdAndFirstDayOrderByIdDesc(accountId, month.atDay(1)).stream()
                .findFirst()
                .map(old -> new CertificateContent.Replaced(
                        old.seal().value(), Objects.requireNonNullElse(old.reopenedReason(), "")));
    }

    /** Opens the last certified month again; its certificate stays on record as reopened. */
    @Transactional
    public void reopen(long companyId, long accountId, YearMonth month, String reason, Actor actor) {
        BankAccount account = accounts.lock(companyId, accountId);
        if (reason.strip().length() < 10 || reason.length() > 500) {
            throw new RuleViolation(
                    "reason.unfit",
                    "reason",
                    reason.isBlank()
                            ? say("reason.unfit.found")
                            : say("reason.unfit.found2", reason.strip().length()),
                    say("reason.unfit.expected"),
                    say("reason.unfit.remedy"));
        }
        if (!account.mark().date().equals(month.atEndOfMonth())) {
            throw new RuleViolation(
                    "month.not.last",
                    "month",
                    title(account, month),
                    say("month.not.last.expected", account.mark().date()),
                    say("month.not.last.remedy"));
        }
        if (account.lockedThrough().isAfter(account.mark().date())) {
            throw new RuleViolation(
                    "month.prepared",
                    "",
                    say("month.prepared.found"),
                    say("month.prepared.expected"),
                    say("month.prepared.remedy"));
        }
        AccountMonth state = stateForChange(accountId, month);
        state.move(MonthState.Move.REOPEN, title(account, month));
        state.notPrepared();
        IssuedCertificate issued = certificates
                .findByBankAccountIdAndFirstDayAndReopenedAtIsNull(accountId, month.atDay(1))
                .orElseThrow(() -> new NotFound(say("certificate.certificate")));
        issued.reopened(actor.name(), clock.instant(), reason.strip());
        activity.tell(
                companyId,
                "certificate.reopened",
                issued.id(),
                Map.of("bankAccountId", accountId, "month", month.toString()));
        LocalDate before = month.atDay(1).minusDays(1);
        account.moveMark(before, months.ledgerBalance(account, before));
        activity.record(
                companyId,
                actor.name(),
                "month.reopened",
                "bank_account",
                accountId,
                say("month.reopened.reopened", title(account, month), reason.strip()));
    }

    @Transactional(readOnly = true)
    public Optional<IssuedCertificate> find(long companyId, long accountId, YearMonth month) {
        accounts.get(companyId, accountId);
        return certificates.findByBankAccountIdAndFirstDayAndReopenedAtIsNull(accountId, month.atDay(1));
    }

    /** The content a certificate would have if it were certified now by this person; nothing is kept. */
    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public Map<String, Object> draft(long companyId, long accountId, YearMonth month, Actor actor) {
        BankAccount account = accounts.get(companyId, accountId);
        MonthData data = months.load(companyId, accountId, month);
        AccountMonth state = state(accountId, month);
        if (state.preparer() == null) {
            state = new AccountMonth(accountId, month);
            state.prepared(new Person("", ""), clock.instant());
        }
        List<Seal> chain = certificates.findByBankAccountIdAndReopenedAtIsNullOrderByFirstDay(accountId).stream()
                .map(IssuedCertificate::seal)
                .filter(s -> s.month().isBefore(month))
                .toList();
        return CertificateContent.of(
                content(account, state, data, input(account, data, state, person(actor)), chain, actor));
    }
}
