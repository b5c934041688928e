package tidemark.app.outstanding;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.Actor;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.ledger.Chart;
import tidemark.app.ledger.GrossLine;
import tidemark.app.ledger.Ledger;
import tidemark.app.payment.Payments;
import tidemark.core.ledger.Purpose;
import tidemark.core.money.AmountStyle;
import tidemark.core.money.MinorUnits;
import tidemark.core.payment.PaymentKind;
import tidemark.core.payment.UnclaimedMoney;
import tidemark.core.problem.Fields;
import tidemark.core.problem.RuleViolation;
import tidemark.core.problem.Words;

/** What becomes of unclaimed money: its payee is written to, it is claimed, paid over to the state, or taken back. */
@Service
public class UnclaimedWork {
    private final UnclaimedRepository rows;
    private final UnclaimedTermsRepository termsRows;
    private final SetAside setAside;
    private final Payments payments;
    private final BankAccounts bankAccounts;
    private final Companies companies;
    private final Chart chart;
    private final ActivityLog activity;
    private final JdbcTemplate jdbc;

    UnclaimedWork(
            UnclaimedRepository rows,
            UnclaimedTermsRepository termsRows,
            SetAside setAside,
            Payments payments,
            BankAccounts bankAccounts,
            Companies companies,
            Chart chart,
            ActivityLog activity,
            JdbcTemplate jdbc) {
        this.rows = rows;
        this.termsRows = termsRows;
        this.setAside = setAside;
        this.payments = payments;
        this.bankAccounts = bankAccounts;
        this.companies = companies;
        this.chart = chart;
        this.activity = activity;
        this.jdbc = jdbc;
    }

    /**
     * When it is the state's, and when the payee is written to before that.
     *
     * @param version that was seen; grows with every change
     */
    public record UnclaimedRules(int version, int dormantMonths, int noticeDays) {}

    UnclaimedMoney terms(long companyId) {
        return termsRows.findByCompanyId(companyId).map(UnclaimedTerms::terms).orElse(UnclaimedMoney.USUAL);
    }

    @Transactional(readOnly = true)
    public UnclaimedRules rules(long companyId) {
        UnclaimedTerms row = termsRows.findByCompanyId(companyId).orElseGet(() -> new UnclaimedTerms(companyId));
        return new UnclaimedRules(
                row.version(), row.terms().dormantMonths(), row.terms().noticeDays());
    }

    @Transactional
    public UnclaimedRules keepRules(long companyId, UnclaimedRules request, String who) {
        UnclaimedTerms row = termsRows.findByCompanyId(companyId).orElseGet(() -> new UnclaimedTerms(companyId));
        if (row.version() != request.version()) {
            throw new RuleViolation(
                    "unclaimed.changed",
                    "",
                    say("unclaimed.changed.found"),
                    say("unclaimed.changed.expected"),
                    say("unclaimed.changed.remedy"));
        }
        row.set(new UnclaimedMoney(request.dormantMonths(), request.noticeDays()));
        termsRows.saveAndFlush(row);
        activity.record(
                companyId,
                who,
                "unclaimed.rules",
                "company",
                companyId,
                say("unclaimed.rules.kept", request.dormantMonths(), request.noticeDays()));
        return rules(companyId);
    }

    /** Where the payee was last known to live. */
    public record Whereabouts(
            @NotNull @Size(max = 400) String address,
            @NotNull @Size(max = 80) String region) {}

    @Transactional
    public void where(long companyId, long id, Whereabouts request, String who) {
        bankAccounts.lockJournal(companyId);
        UnclaimedRow row = get(companyId, id);
        row.where(request.address().strip(), request.region().strip());
        rows.save(row);
        activity.record(
                companyId, who, "unclaimed.where", "unclaimed_money", id, say("unclaimed.where.kept", row.payee()));
    }

    private UnclaimedRow get(long companyId, long id) {
        return rows.findByIdAndCompanyId(id, companyId)
                .orElseThrow(() -> new NotFound(say("outstanding.unclaimedMoney")));
    }

    /** Those of some that are held, as they are now; the journal is locked. */
    private List<UnclaimedRow> held(long companyId, List<Long> ids) {
        Set<Long> once = new LinkedHashSet<>(ids);
        List<UnclaimedRow> found = rows.some(companyId, once);
        if (found.size() != once.size()) {
            throw new NotFound(say("outstanding.unclaimedMoney"));
        }
        found.forEach(this::checkHeld);
        return found;
    }

    private void checkHeld(UnclaimedRow row) {
        UnclaimedMoney.State state = stateOf(row);
        if (state != UnclaimedMoney.State.HELD) {
            throw new RuleViolation(
                    "unclaimed.state",
                    "",
                    say("unclaimed.state.found", row.checkNumber(), row.payee(), state.words()),
                    say("unclaimed.state.expected"),
                    say("unclaimed.state.remedy"));
        }
    }

    private UnclaimedMoney.State stateOf(UnclaimedRow row) {
        return jdbc.queryForObject(
                UnclaimedViews.SELECT + " where u.id = ?", (r, i) -> UnclaimedViews.state(r), row.id());
    }

    /** @param ids of whom a letter was sent to */
    public record Notice(
            @NotNull @NotEmpty @Size(max = 500) List<@NotNull Long> ids,
            @NotNull LocalDate date) {}

    @Transactional
    public void noticeSent(long companyId, Notice request, String who) {
        bankAccounts.lockJournal(companyId);
        LocalDate today = companies.today(companyId);
        if (request.date().isAfter(today)) {
            throw new RuleViolation(
                    "unclaimed.noticeDay",
                    "date",
                    Words.day(request.date()),
                    say("unclaimed.noticeDay.expected", Words.day(today)),
                    say("unclaimed.noticeDay.remedy"));
        }
        for (UnclaimedRow row : held(companyId, request.ids())) {
            row.noticeSent(request.date());
            rows.save(row);
            activity.record(
                    companyId,
                    who,
                    "unclaimed.notice",
                    "unclaimed_money",
                    row.id(),
                    say("unclaimed.notice.sent", row.payee(), Words.day(request.date())));
        }
    }

    /**
     * Money that leaves.
     *
     * @param toState whether it goes to the state rather than to whom it was owed; several then in one payment
     * @param payee of what goes to the state
     */
    public record PayOut(
            @NotNull @NotEmpty @Size(max = 200) List<@NotNull Long> ids,
            boolean toState,
            long bankAccountId,
            @NotNull PaymentKind kind,
            @NotNull LocalDate date,
            @NotNull @Size(max = 120) String payee) {}

    @Transactional
    public Payments.Made payOut(long companyId, PayOut request, Actor who) {
        BankAccount account = bankAccounts.lock(companyId, request.bankAccountId());
        bankAccounts.lockJournal(companyId);
        List<UnclaimedRow> held = held(companyId, request.ids());
        if (!account.currency().equals(bankAccounts.companyCurrency(companyId))) {
            throw new RuleViolation(
                    "unclaimed.currency",
                    "bankAccountId",
                    say(
                            "unclaimed.currency.found",
                            account.name(),
                            account.currency().getCode()),
                    say(
                            "unclaimed.currency.expected",
                            bankAccounts.companyCurrency(companyId).getCode()),
                    say("unclaimed.currency.remedy"));
        }
        if (!request.toState() && held.size() != 1) {
            throw new RuleViolation(
                    "unclaimed.one",
                    "ids",
                    say("unclaimed.one.found", held.size()),
                    say("unclaimed.one.expected"),
                    say("unclaimed.one.remedy"));
        }
        UnclaimedRow first = held.getFirst();
        String liability = chart.accountCodeFor(companyId, null, Purpose.UNCLAIMED_MONEY);
        List<GrossLine> lines = new ArrayList<>();
        for (UnclaimedRow row : held) {
            lines.add(new GrossLine(
                    liability,
                    MinorUnits.toDecimal(row.minorUnits(), account.currency()),
                    "",
                    "",
                    say("outstanding.setAsideText", row.checkNumber(), row.payee())));
        }
        Payments.Made made = payments.make(
                companyId,
                new Payments.NewPayment(
                        account.id(),
                        request.kind(),
                        "",
                        request.toState() ? null : first.partyId(),
                        request.toState() ? Fields.text(request.payee(), "payee", 120) : first.payee(),
                        request.date(),
                        null,
                        request.toState() ? say("outstanding.paidOverText") : say("outstanding.claimedText"),
                        new Payments.Parts(List.of(), "", lines)),
                AmountStyle.POINT,
                who);
        long payment = made.payments().getFirst().id();
        for (UnclaimedRow row : held) {
            row.paidOut(payment, request.toState());
            rows.save(row);
            activity.record(
                    companyId,
                    who.name(),
                    request.toState() ? "unclaimed.paidOver" : "unclaimed.claimed",
                    "unclaimed_money",
                    row.id(),
                    say(
                            "unclaimed.paidOut",
                            row.checkNumber(),
                            row.payee(),
                            made.payments().getFirst().title()));
        }
        return made;
    }

    /** The check is outstanding again, since it may be paid after all or is to be decided otherwise. */
    @Transactional
    public Ledger.Booked takeBack(long companyId, long id, LocalDate date, String who) {
        long account = rows.accountOf(companyId, id).orElseThrow(() -> new NotFound(say("outstanding.unclaimedMoney")));
        bankAccounts.lock(companyId, account);
        bankAccounts.lockJournal(companyId);
        UnclaimedRow row = held(companyId, List.of(id)).getFirst();
        Ledger.Booked booked = setAside.takeBack(row, date, who);
        activity.record(
                companyId,
                who,
                "unclaimed.takenBack",
                "unclaimed_money",
                id,
                say("unclaimed.takenBack.outstanding", row.checkNumber(), row.payee()));
        return booked;
    }
}
