package tidemark.app.today;

import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tidemark.app.access.Actor;
import tidemark.app.access.Limits;
import tidemark.app.access.People;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;
import tidemark.app.access.Role;
import tidemark.app.access.TokenUse;
import tidemark.app.activity.Activity;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.company.DateOrder;
import tidemark.core.money.AmountStyle;

/** Where one begins: the session, Today, the activity. */
@RestController
@RequestMapping("/api/v1")
class TodayController {
    private final TodayViews views;
    private final People people;
    private final Companies companies;
    private final ActivityLog activity;
    private final Clock clock;

    TodayController(TodayViews views, People people, Companies companies, ActivityLog activity, Clock clock) {
        this.views = views;
        this.people = people;
        this.companies = companies;
        this.activity = activity;
        this.clock = clock;
    }

    /** The bank accounts and sites that preparing and certifying is limited to; empty for all. */
    record LimitsView(Set<Long> bankAccounts, Set<Long> sites) {
        static LimitsView of(Limits limits) {
            return new LimitsView(limits.bankAccounts(), limits.sites());
        }
    }

    /** @param businessDate the day it is where the company is */
    record CompanyView(
            long id,
            String name,
            String currency,
            boolean onePerson,
            boolean secondFactorDue,
            AmountStyle amountStyle,
            DateOrder dateOrder,
            LocalDate businessDate,
            LimitsView limits,
            Set<Role> roles) {}

    record SessionView(
            boolean firstRun,
            @Nullable String login,
            @Nullable String name,
            boolean mustChangePassword,
            boolean secondFactor,
            long spareCodes,
            LocalDate businessDate,
            List<CompanyView> companies) {}

    /**
     * @param changes what was and what is now; empty where nothing is compared
     * @param token by which a program did it; empty where the person did
     */
    record ActivityView(
            long id,
            Instant at,
            String who,
            String login,
            String action,
            String text,
            String changes,
            String address,
            String token,
            String request) {
        static ActivityView of(Activity a) {
            return new ActivityView(
                    a.id(),
                    a.happenedAt(),
                    a.who(),
                    a.login(),
                    a.action(),
                    a.text(),
                    a.changes(),
                    a.address(),
                    a.token(),
                    a.request());
        }
    }

    @GetMapping("/session")
    @Requires(Right.ANYONE)
    SessionView session() {
        var actor = Actor.current();
        LocalDate today = LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC);
        if (actor == null) {
            return new SessionView(!people.anybody(), null, null, false, false, 0, today, List.of());
        }
        People.Standing standing = people.standing(actor.personId());
        TokenUse token = TokenUse.current();
        List<CompanyView> mine = people.companies(actor.personId()).stream()
                .filter(id -> token == null || token.companies().contains(id))
                .map(id -> {
                    Company company = companies.get(id);
                    return new CompanyView(
                            company.id(),
                            company.name(),
                            company.baseCurrency().getCode(),
                            company.onePerson(),
                            company.secondFactor() && !standing.secondFactor(),
                            company.amountStyle(),
                            company.dateOrder(),
                            companies.today(company.id()),
                            LimitsView.of(people.limitsToday(actor.personId(), id)),
                            people.roles(actor.personId(), id));
                })
                .filter(c -> !c.roles().isEmpty())
                .toList();
        return new SessionView(
                false,
                actor.login(),
                actor.name(),
                standing.mustChange(),
                standing.secondFactor(),
                standing.spareCodes(),
                today,
                mine);
    }

    @GetMapping("/companies/{companyId}/today")
    @Requires(Right.VIEW)
    TodayViews.TodayView today(@PathVariable long companyId) {
        return views.today(companyId);
    }

    @GetMapping("/companies/{companyId}/activity")
    @Requires(Right.VIEW)
    List<ActivityView> activity(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "0") long before,
            @RequestParam(defaultValue = "") String text) {
        return activity.search(companyId, before, text).stream()
                .map(ActivityView::of)
                .toList();
    }

    /** What was done to one object, newest first. */
    @GetMapping("/companies/{companyId}/activity/{objectType}/{objectId}")
    @Requires(Right.VIEW)
    List<ActivityView> activityOf(
            @PathVariable long companyId, @PathVariable String objectType, @PathVariable long objectId) {
        return activity.ofObject(companyId, objectType, objectId).stream()
                .map(ActivityView::of)
                .toList();
    }
}
