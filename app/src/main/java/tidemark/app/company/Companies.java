package tidemark.app.company;

import static tidemark.core.words.Catalogue.say;

import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.activity.Changes;
import tidemark.core.ledger.Purpose;
import tidemark.core.money.AmountStyle;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.Fields;
import tidemark.core.problem.RuleViolation;

/** Companies and their sites. */
@Service
public class Companies {
    private final CompanyRepository companies;
    private final SiteRepository sites;
    private final ActivityLog activity;
    private final JdbcTemplate jdbc;
    private final Clock clock;

    Companies(CompanyRepository companies, SiteRepository sites, ActivityLog activity, JdbcTemplate jdbc, Clock clock) {
        this.clock = clock;
        this.jdbc = jdbc;
        this.companies = companies;
        this.sites = sites;
        this.activity = activity;
    }

    /** @param timeZone where it is; UTC when absent */
    @Transactional
    public Company create(
            String name, CurrencyUnit baseCurrency, @Nullable String timeZone, List<String> siteNames, String who) {
        String fit = Fields.text(name, "companyName", 120);
        Company company =
                companies.saveAndFlush(new Company(fit, baseCurrency, zone(timeZone == null ? "UTC" : timeZone)));
        jdbc.update("insert into journal_counter (id, next_number) values (?, 1)", company.id());
        siteNames.forEach(site -> sites.save(new Site(company.id(), site)));
        activity.record(
                company.id(),
                who,
                "company.created",
                "company",
                company.id(),
                say("company.created.created", company.name()));
        return company;
    }

    @Transactional
    public void allowOnePerson(long companyId, boolean allowed, String who) {
        get(companyId).onePerson(allowed);
        activity.record(
                companyId,
                who,
                "company.one-person",
                "company",
                companyId,
                allowed
                        ? say("company.one-person.onePersonMayPrepareAndCertify")
                        : say("company.one-person.preparingAndCertifyingTakesTwoPersons"));
    }

    @Transactional
    public void askSecondFactor(long companyId, boolean asked, String who) {
        get(companyId).secondFactor(asked);
        activity.record(
                companyId,
                who,
                "company.second-factor",
                "company",
                companyId,
                asked
                        ? say("company.second-factor.everybodySignsInWithASecondFactor")
                        : say("company.second-factor.aSecondFactorIsEverybodysOwnChoice"));
    }

    /**
     * Changes a company's name, how it writes, and the amount above which a payment takes two persons.
     *
     * @param from the first day of that amount
     */
    @Transactional
    public void change(
            long companyId,
            String name,
            @Nullable Long secondPersonAbove,
            LocalDate from,
            AmountStyle amounts,
            DateOrder dates,
            String timeZone,
            String who) {
        Company company = get(companyId);
        // before the zone is another one, and with it the day
        if (from.isBefore(today(companyId))) {
            throw new RuleViolation(
                    "limit.past",
                    "secondPersonFrom",
                    from.toString(),
                    say("limit.past.expected"),
                    say("limit.past.remedy"));
        }
        Changes changes = company.told(new Changes(), false);
        company.writes(amounts, dates, zone(timeZone));
        company.name(Fields.text(name, "name", 120));
        company.secondPersonAbove(secondPersonAbove, from);
        activity.record(
                companyId,
                who,
                "company.changed",
                "company",
                companyId,
                say(
                        "company.changed.paymentsFrom",
                        company.name(),
                        from,
                        secondPersonAbove == null
                                ? say("company.changed.byOnePerson")
                                : say(
                                        "company.changed.aboveByTwoPersons",
                                        MinorUnits.grouped(secondPersonAbove, company.baseCurrency()))),
                company.told(changes, true).toString());
    }

    /** Chooses the ledger account that serves a purpose of the whole company. */
    @Transactional
    public void purpose(long companyId, Purpose purpose, long ledgerAccountId, String who) {
        get(companyId).purpose(purpose, ledgerAccountId);
        activity.record(
                companyId,
                who,
                "company.purpose",
                "company",
                companyId,
                say("company.purpose.changedTheAccountFor", purpose.words()));
    }

    /** @throws RuleViolation {@code zone.unknown} */
    static ZoneId zone(String id) {
        if (!ZoneId.getAvailableZoneIds().contains(id)) {
            throw new RuleViolation(
                    "zone.unknown",
                    "timeZone",
                    "\u201c" + id + "\u201d",
                    say("zone.unknown.expected"),
                    say("zone.unknown.remedy"));
        }
        return ZoneId.of(id);
    }

    /** The day it is where the company is. */
    @Transactional(readOnly = true)
    public LocalDate today(long companyId) {
        return LocalDate.ofInstant(clock.instant(), get(companyId).zone());
    }

    /** The day it is where the site is; where the company is for what belongs to no site. */
    @Transactional(readOnly = true)
    public LocalDate today(long companyId, @Nullable Long siteId) {
        Optional<ZoneId> own =
                siteId == null ? Optional.empty() : site(companyId, siteId).zone();
        return own.map(zone -> LocalDate.ofInstant(clock.instant(), zone)).orElseGet(() -> today(companyId));
    }

    @Transactional(readOnly = true)
    public Company get(long id) {
        return companies.findById(id).orElseThrow(() -> new NotFound(say("company.company")));
    }

    @Transactional(readOnly = true)
    public List<Site> sites(long companyId) {
        return sites.findByCompanyIdOrderByName(companyId);
    }

    /** The site, which must be one of the company's. */
    @Transactional(readOnly = true)
    public Site site(long companyId, long siteId) {
        return sites.findByIdAndCompanyId(siteId, companyId).orElseThrow(() -> new NotFound(say("company.site")));
    }

    /** All companies of the installation. */
    @Transactional(readOnly = true)
    public List<Company> all() {
        return companies.findAll();
    }
}
