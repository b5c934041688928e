package tidemark.app.access;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.springframework.web.context.request.RequestAttributes;
import org.springframework.web.context.request.RequestContextHolder;
import tidemark.core.problem.RuleViolation;

/**
 * The bank accounts and sites that somebody's preparing and certifying is limited to in one company; empty for all. For
 * a bank account there may be a last day.
 * What a person may see is not limited. They are found for each request before its endpoint runs; work that nobody
 * asked for by a request, such as the reading of a watched folder, has none.
 */
public record Limits(Set<Long> bankAccounts, Set<Long> sites, Map<Long, LocalDate> lastDays) {
    static final Limits NONE = new Limits(Set.of(), Set.of(), Map.of());
    public static final String CODE = "right.limited";
    /** Stands for none where all have ended; no account has it. */
    private static final long NO_ACCOUNT = 0;

    private static final String KEY = Limits.class.getName();
    private static final ThreadLocal<@Nullable Limits> CARRIED = new ThreadLocal<>();

    /** What the rows of a person say. */
    static Limits of(List<PersonRepository.LimitRow> rows) {
        Set<Long> bankAccounts = new TreeSet<>();
        Set<Long> sites = new TreeSet<>();
        Map<Long, LocalDate> lastDays = new TreeMap<>();
        rows.forEach(r -> {
            (r.getKind().equals("SITE") ? sites : bankAccounts).add(r.getPlace());
            if (r.getLastDay() != null) {
                lastDays.put(r.getPlace(), r.getLastDay());
            }
        });
        return new Limits(bankAccounts, sites, lastDays);
    }

    /** What is left of them on a day: an account whose last day is over is none any more, even where none is left. */
    Limits on(LocalDate day) {
        Set<Long> left = new TreeSet<>(bankAccounts);
        lastDays.forEach((account, last) -> {
            if (last.isBefore(day)) {
                left.remove(account);
            }
        });
        if (left.isEmpty() && !bankAccounts.isEmpty()) {
            left.add(NO_ACCOUNT);
        }
        return new Limits(left, sites, Map.of());
    }

    /** Keeps them for the rest of the request. */
    void hold() {
        RequestAttributes request = RequestContextHolder.getRequestAttributes();
        if (request != null) {
            request.setAttribute(KEY, this, RequestAttributes.SCOPE_REQUEST);
        }
    }

    /** What goes on in another thread for the request of now is limited as the request is. */
    public static Runnable carried(Runnable work) {
        Limits limits = ofRequest();
        return () -> {
            CARRIED.set(limits);
            try {
                work.run();
            } finally {
                CARRIED.remove();
            }
        };
    }

    private static Limits ofRequest() {
        RequestAttributes request = RequestContextHolder.getRequestAttributes();
        if (request == null) {
            return Objects.requireNonNullElse(CARRIED.get(), NONE);
        }
        return request.getAttribute(KEY, RequestAttributes.SCOPE_REQUEST) instanceof Limits limits ? limits : NONE;
    }

    /** @throws RuleViolation right.limited when whoever asks may not work on the account */
    public static void checkAccount(long accountId, String name) {
        Limits limits = ofRequest();
        if (!limits.bankAccounts.isEmpty() && !limits.bankAccounts.contains(accountId)) {
            throw new RuleViolation(
                    CODE,
                    say("access.bankAccount"),
                    say("access.whichIsNotAmongYours", name),
                    say("access.oneOfTheBankAccountsYouMay"),
                    say("access.whoeverAdministersTheCompanySaysWhichThey"));
        }
    }

    /** @throws RuleViolation right.limited when whoever asks may not book for the site, or without one */
    public static void checkSite(@Nullable Long siteId, String label) {
        Limits limits = ofRequest();
        if (!limits.sites.isEmpty() && (siteId == null || !limits.sites.contains(siteId))) {
            throw new RuleViolation(
                    CODE,
                    label.isEmpty() ? "siteId" : label,
                    siteId == null ? say("access.noSite") : say("access.aSiteThatIsNotAmongYours"),
                    say("access.oneOfTheSitesYouMayWork"),
                    say("access.chooseOneOfYoursWhoeverAdministersThe"));
        }
    }

    /** Others, with the last days of the accounts that stay. */
    Limits with(Set<Long> otherAccounts, Set<Long> otherSites) {
        Map<Long, LocalDate> left = new TreeMap<>(lastDays);
        left.keySet().retainAll(otherAccounts);
        return new Limits(otherAccounts, otherSites, left);
    }

    /** Both kinds together, as rows. */
    Set<Row> rows() {
        Set<Row> rows = new HashSet<>();
        bankAccounts.forEach(id -> rows.add(new Row("BANK_ACCOUNT", id, lastDays.get(id))));
        sites.forEach(id -> rows.add(new Row("SITE", id, null)));
        return rows;
    }

    record Row(String kind, long target, @Nullable LocalDate lastDay) {}
}
