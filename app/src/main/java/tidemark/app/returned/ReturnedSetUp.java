package tidemark.app.returned;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.ledger.ChartAccount;
import tidemark.app.ledger.Ledger;
import tidemark.app.party.Parties;
import tidemark.app.party.Party;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;

/** What a company charges for what comes back, what its bank takes, how far back it looks, and who is not charged. */
@Service
public class ReturnedSetUp {
    private final ReturnedSettingsRepository settings;
    private final Companies companies;
    private final Ledger ledger;
    private final Parties parties;
    private final ActivityLog activity;
    private final JdbcTemplate jdbc;

    ReturnedSetUp(
            ReturnedSettingsRepository settings,
            Companies companies,
            Ledger ledger,
            Parties parties,
            ActivityLog activity,
            JdbcTemplate jdbc) {
        this.settings = settings;
        this.companies = companies;
        this.ledger = ledger;
        this.parties = parties;
        this.activity = activity;
        this.jdbc = jdbc;
    }

    /**
     * As it is set up; amounts as decimal text.
     *
     * @param version that was seen; grows with every change
     * @param bankFee what the bank takes for one item; empty where that is not known
     * @param ourFee what a customer is charged, gross; empty for nothing
     * @param ourFeeTax code of the tax in it; empty for none
     * @param writeOffAccount by its code; empty for none yet
     * @param checkDays how far back checks are looked for
     */
    public record ReturnedTerms(
            int version,
            @NotNull @Size(max = 40) String bankFee,
            @NotNull @Size(max = 40) String ourFee,
            @NotNull @Size(max = 40) String ourFeeTax,
            @NotNull @Size(max = 20) String writeOffAccount,
            @Min(1) @Max(800) int checkDays,
            @Min(1) @Max(800) int cardDays) {}

    ReturnedSettings settings(long companyId) {
        return settings.findByCompanyId(companyId).orElseGet(() -> new ReturnedSettings(companyId));
    }

    @Transactional(readOnly = true)
    public ReturnedTerms get(long companyId) {
        ReturnedSettings s = settings(companyId);
        Company company = companies.get(companyId);
        return new ReturnedTerms(
                s.version(),
                decimal(s.bankFee(), company),
                decimal(s.ourFee(), company),
                s.ourFeeTax(),
                s.writeOffAccountId()
                        .map(id -> ledger.account(companyId, id).code())
                        .orElse(""),
                s.checkDays(),
                s.cardDays());
    }

    static String decimal(long minorUnits, Company company) {
        return minorUnits == 0 ? "" : MinorUnits.toDecimal(minorUnits, company.baseCurrency());
    }

    /** An amount as the company writes it; zero where nothing was entered. */
    static long amount(String typed, Company company, String where) {
        long amount = typed.isBlank() ? 0 : company.amountStyle().minorUnits(typed, company.baseCurrency(), where);
        if (amount < 0) {
            throw new RuleViolation(
                    "returned.amount", where, typed, say("returned.fee.expected"), say("returned.fee.remedy"));
        }
        return amount;
    }

    @Transactional
    public ReturnedTerms keep(long companyId, ReturnedTerms request, String who) {
        Company company = companies.get(companyId);
        ReturnedSettings row = settings(companyId);
        if (row.version() != request.version()) {
            throw new RuleViolation(
                    "returned.changed",
                    "",
                    say("returned.changed.found"),
                    say("returned.changed.expected"),
                    say("returned.changed.remedy"));
        }
        if (!request.ourFeeTax().isBlank()
                && !ledger.taxes(companyId)
                        .on(companies.today(companyId))
                        .containsKey(request.ourFeeTax().strip())) {
            throw new RuleViolation(
                    "tax.unknown",
                    "ourFeeTax",
                    say("returned.tax.found", request.ourFeeTax()),
                    say("returned.tax.expected"),
                    say("returned.tax.remedy"));
        }
        Long account = request.writeOffAccount().isBlank()
                ? null
                : ledger.accountByCode(companyId, request.writeOffAccount().strip())
                        .map(ChartAccount::id)
                        .orElseThrow(() -> unknown("writeOffAccount", request.writeOffAccount()));
        row.set(
                amount(request.bankFee(), company, "bankFee"),
                amount(request.ourFee(), company, "ourFee"),
                request.ourFeeTax().strip(),
                account,
                request.checkDays(),
                request.cardDays());
        settings.saveAndFlush(row);
        activity.record(
                companyId,
                who,
                "returned.settings",
                "company",
                companyId,
                say("returned.settings.kept", request.ourFee().isBlank() ? "0" : request.ourFee()));
        return get(companyId);
    }

    static RuleViolation unknown(String where, String code) {
        return new RuleViolation(
                "account.unknown",
                where,
                say("returned.account.found", code),
                say("returned.account.expected"),
                say("returned.account.remedy"));
    }

    /** Whether a customer is charged our fee. */
    @Transactional(readOnly = true)
    public boolean charges(long partyId) {
        return jdbc.queryForList("select 1 from returned_fee_left_out where party_id = ?", partyId)
                .isEmpty();
    }

    @Transactional
    public void charge(long companyId, long partyId, boolean charged, String who) {
        Party party = parties.get(companyId, partyId);
        jdbc.update("delete from returned_fee_left_out where party_id = ?", partyId);
        if (!charged) {
            jdbc.update("insert into returned_fee_left_out (party_id) values (?)", partyId);
        }
        activity.record(
                companyId,
                who,
                "returned.feeOf",
                "party",
                partyId,
                charged ? say("returned.feeOf.charged", party.name()) : say("returned.feeOf.leftOut", party.name()));
    }
}
