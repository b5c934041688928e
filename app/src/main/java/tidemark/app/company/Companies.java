package tidemark.app.company;

import java.util.List;
import org.joda.money.CurrencyUnit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.Missing;
import tidemark.app.activity.ActivityLog;
import tidemark.core.problem.RuleViolation;

/** Companies and their sites. */
@Service
public class Companies {
    private final CompanyRepository companies;
    private final SiteRepository sites;
    private final ActivityLog activity;

    Companies(CompanyRepository companies, SiteRepository sites, ActivityLog activity) {
        this.companies = companies;
        this.sites = sites;
        this.activity = activity;
    }

    @Transactional
    public Company create(String name, CurrencyUnit baseCurrency, List<String> siteNames, String who) {
        if (name.isBlank() || name.length() > 120) {
            throw new RuleViolation(
                    "name.unfit",
                    "companyName",
                    name.isBlank() ? "nothing" : name.length() + " characters",
                    "1 to 120 characters",
                    "Give the company's name.");
        }
        Company company = companies.save(new Company(name.strip(), baseCurrency));
        siteNames.forEach(site -> sites.save(new Site(company.id(), site)));
        activity.record(company.id(), who, "company.created", "company", company.id(), "Created " + company.name());
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
                allowed ? "One person may prepare and certify" : "Preparing and certifying takes two persons");
    }

    @Transactional(readOnly = true)
    public Company get(long id) {
        return companies.findById(id).orElseThrow(() -> new Missing("company"));
    }

    @Transactional(readOnly = true)
    public List<Site> sites(long companyId) {
        return sites.findByCompanyIdOrderByName(companyId);
    }
}
