package tidemark.app.access;

import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.springframework.web.context.request.RequestAttributes;
import org.springframework.web.context.request.RequestContextHolder;
import tidemark.core.problem.RuleViolation;

/**
 * The bank accounts and sites that somebody's preparing and certifying is limited to in one company; empty for all.
 * What a person may see is not limited. They are found for each request before its endpoint runs; work that nobody
 * asked for by a request, such as the reading of a watched folder, has none.
 */
public record Limits(Set<Long> bankAccounts, Set<Long> sites) {
    static final Limits NONE = new Limits(Set.of(), Set.of());
    public static final String CODE = "right.limited";
    private static final String KEY = Limits.class.getName();
    private static final ThreadLocal<@Nullable Limits> CARRIED = new ThreadLocal<>();

    /** What the rows of a person say. */
    static Limits of(List<PersonRepository.LimitRow> rows) {
        Set<Long> bankAccounts = new TreeSet<>();
        Set<Long> sites = new TreeSet<>();
        rows.forEach(r -> (r.getKind().equals("SITE") ? sites : bankAccounts).add(r.getPlace()));
        return new Limits(bankAccounts, sites);
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
                    "bank account",
                    name + ", which is not among yours",
                    "one of the bank accounts you may work on",
                    "Whoever administers the company says which they are.");
        }
    }

    /** @throws RuleViolation right.limited when whoever asks may not book for the site, or without one */
    public static void checkSite(@Nullable Long siteId, String label) {
        Limits limits = ofRequest();
        if (!limits.sites.isEmpty() && (siteId == null || !limits.sites.contains(siteId))) {
            throw new RuleViolation(
                    CODE,
                    label.isEmpty() ? "siteId" : label,
                    siteId == null ? "no site" : "a site that is not among yours",
                    "one of the sites you may work for",
                    "Choose one of yours; whoever administers the company says which they are.");
        }
    }

    /** Both kinds together, as rows. */
    Set<Row> rows() {
        Set<Row> rows = new HashSet<>();
        bankAccounts.forEach(id -> rows.add(new Row("BANK_ACCOUNT", id)));
        sites.forEach(id -> rows.add(new Row("SITE", id)));
        return rows;
    }

    record Row(String kind, long target) {}
}
