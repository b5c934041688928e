package tidemark.app.mandate;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.party.Parties;
import tidemark.app.party.Party;
import tidemark.core.bankfile.AccountNumbers;
import tidemark.core.bankfile.PaymentMessage;
import tidemark.core.ledger.Control;
import tidemark.core.mandate.DebtorAccount;
import tidemark.core.mandate.Mandate;
import tidemark.core.mandate.MandateFile;
import tidemark.core.mandate.MandateState;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.Fields;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;
import tidemark.core.problem.Words;

/** Keeps mandates: typed, from a file, and what becomes of them. The journal's lock guards all. */
@Service
public class Mandates {
    private final MandateRepository mandates;
    private final Parties parties;
    private final Companies companies;
    private final BankAccounts bankAccounts;
    private final ActivityLog activity;
    private final JdbcTemplate jdbc;
    private final Clock clock;

    Mandates(
            MandateRepository mandates,
            Parties parties,
            Companies companies,
            BankAccounts bankAccounts,
            ActivityLog activity,
            JdbcTemplate jdbc,
            Clock clock) {
        this.mandates = mandates;
        this.parties = parties;
        this.companies = companies;
        this.bankAccounts = bankAccounts;
        this.activity = activity;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /**
     * A mandate as it is typed.
     *
     * @param routing of the account's bank; empty in SEPA
     * @param accountNumber number or IBAN
     * @param bic of SEPA; empty where the bank finds it by the IBAN
     * @param most highest amount of one collection; empty for any
     * @param noticeDays days before a collection on which the customer is told, as it was agreed
     */
    public record NewMandate(
            long partyId,
            @NotNull @Size(max = 35) String reference,
            @NotNull LocalDate signedOn,
            @NotNull @Size(max = 70) String holder,
            Mandate.@NotNull Kind kind,
            boolean again,
            @NotNull @Size(max = 20) String routing,
            @NotNull @Size(max = 50) String accountNumber,
            boolean savings,
            @NotNull @Size(max = 20) String bic,
            @NotNull @Size(max = 40) String most,
            @Nullable LocalDate endsOn,
            @Nullable @Min(0) @Max(60) Integer noticeDays,
            @NotNull @Size(max = 400) String note) {}

    @Transactional
    public MandateRow make(long companyId, NewMandate request, String who) {
        Company company = bankAccounts.lockJournal(companyId);
        return make(company, request, company.amountStyle()::minorUnits, "", who);
    }

    private interface Amounts {
        long read(String text, org.joda.money.CurrencyUnit currency, String where);
    }

    private MandateRow make(Company company, NewMandate request, Amounts amounts, String label, String who) {
        Party party = parties.get(company.id(), request.partyId());
        if (party.control() != Control.RECEIVABLES) {
            throw new RuleViolation(
                    "mandate.customer",
                    label.isEmpty() ? "partyId" : label,
                    party.control().someone(),
                    say("mandate.customer.expected"),
                    say("mandate.customer.remedy"));
        }
        MandateRow.Card card = card(company, party, request, amounts, label);
        if (mandates.existsByCompanyIdAndReference(company.id(), card.reference())) {
            throw Fields.taken(label.isEmpty() ? "reference" : label, card.reference());
        }
        MandateRow row = mandates.saveAndFlush(new MandateRow(company.id(), party.id(), card, who, clock.instant()));
        record(row, who, "mandate.made", say("mandate.made.made", card.reference(), party.name()));
        return row;
    }

    private void record(MandateRow row, String who, String what, String words) {
        activity.record(row.companyId(), who, what, "mandate", row.id(), words);
    }

    private MandateRow.Card card(Company company, Party party, NewMandate r, Amounts amounts, String label) {
        DebtorAccount account = r.kind().isSepa()
                ? new DebtorAccount.Sepa(AccountNumbers.plain(r.accountNumber()), AccountNumbers.plain(r.bic()))
                : new DebtorAccount.Ach(r.routing().strip(), r.accountNumber().strip(), r.savings());
        List<Problem> problems = new ArrayList<>(account.problems());
        LocalDate today = companies.today(company.id());
        if (r.signedOn().isAfter(today)) {
            problems.add(new Problem(
                    "mandate.future",
                    "signedOn",
                    Words.day(r.signedOn()),
                    say("mandate.future.expected", Words.day(today)),
                    say("mandate.future.remedy")));
        }
        if (r.endsOn() != null && r.endsOn().isBefore(r.signedOn())) {
            problems.add(new Problem(
                    "date.order",
                    "endsOn",
                    Words.day(r.endsOn()),
                    say("mandate.endsAfter", Words.day(r.signedOn())),
                    say("mandate.future.remedy")));
        }
        String reference = r.reference().strip();
        if (r.kind().isSepa() && !isReference(reference)) {
            problems.add(new Problem(
                    "mandate.reference",
                    "reference",
                    reference,
                    say("mandate.reference.expected"),
                    say("mandate.reference.remedy")));
        }
        OptionalLong most = r.most().isBlank()
                ? OptionalLong.empty()
                : OptionalLong.of(amounts.read(r.most(), company.baseCurrency(), "most"));
        if (!problems.isEmpty()) {
            throw new RuleViolation(
                    label.isEmpty()
                            ? problems
                            : problems.stream()
                                    .map(p -> p.at(label + ", " + p.where()))
                                    .toList());
        }
        return new MandateRow.Card(
                Fields.text(reference, label.isEmpty() ? "reference" : label, 35),
                r.signedOn(),
                r.holder().isBlank() ? party.name() : r.holder().strip(),
                r.kind(),
                r.again(),
                account,
                most,
                Optional.ofNullable(r.endsOn()),
                Optional.ofNullable(r.noticeDays()),
                r.note().strip());
    }

    /** Characters of SEPA, at most 35, no slash in front, behind or twice. */
    private static boolean isReference(String text) {
        return tidemark.core.bankfile.BankText.isSepa(text)
                && !text.startsWith("/")
                && !text.endsWith("/")
                && !text.contains("//");
    }

    MandateRow get(long companyId, long id) {
        return mandates.findByIdAndCompanyId(id, companyId).orElseThrow(() -> new NotFound(say("mandate.one")));
    }

    private MandateRow locked(long companyId, long id) {
        bankAccounts.lockJournal(companyId);
        return get(companyId, id);
    }

    /** Puts it right, or follows what changed: another account is kept with the former one, which SEPA is told. */
    @Transactional
    public MandateRow change(long companyId, long id, int version, NewMandate request, String who) {
        MandateRow row = locked(companyId, id);
        checkSeen(row, version);
        Company company = companies.get(companyId);
        Party party = parties.get(companyId, row.partyId());
        MandateRow.Card card = card(company, party, request, company.amountStyle()::minorUnits, "");
        if (!card.reference().equals(row.reference())
                && mandates.existsByCompanyIdAndReference(companyId, card.reference())) {
            throw Fields.taken("reference", card.reference());
        }
        Mandate before = row.mandate();
        if (before.kind().isSepa() != card.kind().isSepa() && before.lastUsed().isPresent()) {
            throw new RuleViolation(
                    "mandate.kind",
                    "kind",
                    say("mandate.kind.found"),
                    say("mandate.kind.expected"),
                    say("mandate.kind.remedy"));
        }
        boolean moved = !before.account().equals(card.account());
        if (moved || !before.reference().equals(card.reference())) {
            former(row, before, who);
        }
        row.set(card);
        mandates.saveAndFlush(row);
        record(
                row,
                who,
                "mandate.changed",
                moved
                        ? say(
                                "mandate.changed.account",
                                row.reference(),
                                before.account().masked(),
                                card.account().masked())
                        : say("mandate.changed.changed", row.reference()));
        return row;
    }

    /** Follows what its bank says of the account; the former one is kept. The journal is locked. */
    @Transactional(propagation = Propagation.MANDATORY)
    void follow(long companyId, long id, DebtorAccount.Ach account, String holder, String code, String who) {
        MandateRow row = get(companyId, id);
        Mandate before = row.mandate();
        if (!before.account().equals(account)) {
            former(row, before, who);
        }
        row.follow(account, holder);
        mandates.saveAndFlush(row);
        record(
                row,
                who,
                "mandate.changed",
                say(
                        "mandate.changed.byBank",
                        row.reference(),
                        code,
                        before.account().masked(),
                        account.masked()));
    }

    private void former(MandateRow row, Mandate before, String who) {
        boolean sepa = before.account() instanceof DebtorAccount.Sepa;
        DebtorAccount.Ach ach = before.account() instanceof DebtorAccount.Ach a ? a : null;
        DebtorAccount.Sepa iban = before.account() instanceof DebtorAccount.Sepa s ? s : null;
        jdbc.update(
                "insert into mandate_account (mandate_id, routing, account_number, savings, bic, reference, until_day, told,"
                        + " changed_by) values (?, ?, ?, ?, ?, ?, ?, ?, ?)",
                row.id(),
                ach == null ? "" : ach.routing(),
                ach != null ? ach.number() : iban == null ? "" : iban.iban(),
                ach != null && ach.savings(),
                iban == null ? "" : iban.bic(),
                before.reference(),
                companies.today(row.companyId()),
                // only what was used is known to the bank, and only SEPA asks for it
                !sepa || before.lastUsed().isEmpty(),
                who);
    }

    private static void checkSeen(MandateRow row, int version) {
        if (row.version() != version) {
            throw new RuleViolation(
                    "mandate.changed",
                    "",
                    say("mandate.changed.found", row.reference()),
                    say("mandate.changed.expected"),
                    say("mandate.changed.remedy"));
        }
    }

    /** What happens to it, with the reason. */
    @Transactional
    public MandateRow move(long companyId, long id, MandateState.Move move, String reason, String who) {
        MandateRow row = locked(companyId, id);
        moved(row, move, reason.strip(), who);
        return row;
    }

    /** The same by what came back; a mandate that had ended stays so. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void cameBack(long companyId, long id, MandateState.Move move, String reason, String who) {
        MandateRow row = locked(companyId, id);
        if (row.state().allows(move)) {
            moved(row, move, reason, who);
        }
    }

    private void moved(MandateRow row, MandateState.Move move, String reason, String who) {
        row.move(move, reason.length() > 200 ? reason.substring(0, 200) : reason);
        mandates.saveAndFlush(row);
        record(
                row,
                who,
                "mandate.moved",
                say("mandate.moved.moved", row.reference(), row.state().words())
                        + (reason.isEmpty() ? "" : ": " + reason));
    }

    /** Takes a file of mandates, all or nothing. @return how many there were */
    @Transactional
    public int take(long companyId, String content, String who) {
        Company company = bankAccounts.lockJournal(companyId);
        List<MandateFile.Row> rows =
                MandateFile.read(content, company.baseCurrency()).rowsOrRefuse();
        List<Problem> problems = new ArrayList<>();
        Set<String> seen = new HashSet<>();
        for (MandateFile.Row row : rows) {
            String where = say("mandate.fileLine", row.fileLine());
            try {
                if (!seen.add(row.reference())) {
                    throw Fields.taken(where, row.reference());
                }
                long party = parties.named(companyId, Control.RECEIVABLES, row.party(), where)
                        .value();
                make(
                        company,
                        new NewMandate(
                                party,
                                row.reference(),
                                row.signedOn(),
                                row.holder(),
                                row.kind(),
                                row.again(),
                                row.routing(),
                                row.account(),
                                row.savings(),
                                row.bic(),
                                row.most() == 0 ? "" : MinorUnits.toDecimal(row.most(), company.baseCurrency()),
                                row.endsOn().equals(LocalDate.MAX) ? null : row.endsOn(),
                                null,
                                row.note()),
                        MinorUnits::parse,
                        where,
                        who);
            } catch (RuleViolation e) {
                problems.addAll(e.problems());
            }
        }
        if (!problems.isEmpty()) {
            throw new RuleViolation(problems.subList(0, Math.min(50, problems.size())));
        }
        return rows.size();
    }

    /** Those that have not ended, by customer, the latest signed first. */
    @Transactional(readOnly = true)
    public Map<Long, List<MandateRow>> standing(long companyId) {
        Map<Long, List<MandateRow>> out = new HashMap<>();
        mandates.inStates(companyId, EnumSet.complementOf(EnumSet.of(MandateState.ENDED)))
                .forEach(m ->
                        out.computeIfAbsent(m.partyId(), k -> new ArrayList<>()).add(m));
        return out;
    }

    /** Those of a customer, the latest signed first. */
    @Transactional(readOnly = true)
    public List<MandateRow> of(long companyId, long partyId) {
        parties.get(companyId, partyId);
        return mandates.findByPartyIdOrderBySignedOnDesc(partyId);
    }

    @Transactional(readOnly = true)
    public Map<Long, MandateRow> some(Collection<Long> ids) {
        Map<Long, MandateRow> out = new HashMap<>();
        mandates.findAllById(ids).forEach(m -> out.put(m.id(), m));
        return out;
    }

    /** What SEPA is to be told of a mandate at its next collection: what it was before. */
    @Transactional(readOnly = true)
    public Optional<PaymentMessage.Amendment> amendment(MandateRow row) {
        return jdbc.query(
                "select reference, account_number from mandate_account where mandate_id = ? and not told order by id fetch first row only",
                r -> r.next()
                        ? Optional.of(new PaymentMessage.Amendment(
                                r.getString(1).equals(row.reference()) ? "" : r.getString(1),
                                "",
                                "",
                                row.account() instanceof DebtorAccount.Sepa s
                                                && !s.iban().equals(r.getString(2))
                                        ? r.getString(2)
                                        : "",
                                false))
                        : Optional.empty(),
                row.id());
    }

    /** What changed was told with a collection. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void told(long mandateId) {
        jdbc.update("update mandate_account set told = true where mandate_id = ? and not told", mandateId);
    }
}
