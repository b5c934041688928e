package tidemark.core.ledger;

import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

/**
 * What an entry must satisfy besides balancing before it may be posted.
 *
 * @param accounts the chart, by code
 * @param lockedThrough for each cash account by code, the last day on which nothing may be booked any more, because it is
 *     certified or waits for its certification
 * @param foreign the accounts that are kept in a currency of their own, by code
 * @param closedMonths months in which the company takes no entry any more
 * @param costCentres codes of the active cost centres
 * @param taxCodes codes of the active taxes
 * @param parties the customers and suppliers that the entry may name, each with the control accounts it belongs to
 */
public record PostingRules(
        Map<String, LedgerAccount> accounts,
        Map<String, LocalDate> lockedThrough,
        Map<String, CurrencyUnit> foreign,
        Set<YearMonth> closedMonths,
        Set<String> costCentres,
        Set<String> taxCodes,
        Map<PartyId, Control> parties) {
    /** Nothing is booked further ahead of the business date than this. */
    public static final int MOST_DAYS_AHEAD = 366;

    public PostingRules {
        accounts = Map.copyOf(accounts);
        lockedThrough = Map.copyOf(lockedThrough);
        foreign = Map.copyOf(foreign);
        closedMonths = Set.copyOf(closedMonths);
        costCentres = Set.copyOf(costCentres);
        taxCodes = Set.copyOf(taxCodes);
        parties = Map.copyOf(parties);
    }

    /** Rules of a company without closed months, cost centres, taxes and parties. */
    public PostingRules(Map<String, LedgerAccount> accounts, Map<String, LocalDate> lockedThrough) {
        this(accounts, lockedThrough, Map.of(), Set.of(), Set.of(), Set.of(), Map.of());
    }

    /** Collects every problem, in line order; empty when the entry may be posted. Cost: O(lines). */
    public List<Problem> problems(JournalEntry entry, LocalDate businessDate) {
        List<Problem> problems = new ArrayList<>();
        if (entry.date().isAfter(businessDate.plusDays(MOST_DAYS_AHEAD))) {
            problems.add(new Problem(
                    "entry.date.far",
                    "date",
                    entry.date().toString(),
                    "a date no later than " + businessDate.plusDays(MOST_DAYS_AHEAD),
                    "Check the year."));
        }
        if (closedMonths.contains(YearMonth.from(entry.date()))) {
            problems.add(new Problem(
                    "period.closed",
                    "date",
                    entry.date() + ", in " + YearMonth.from(entry.date()) + ", which is closed",
                    "a date in an open month",
                    "Choose a date in an open month, or have an administrator open " + YearMonth.from(entry.date())
                            + " again."));
        }
        int number = 0;
        for (JournalLine line : entry.lines()) {
            number++;
            String where = "line " + number;
            LedgerAccount account = accounts.get(line.accountCode());
            if (account == null) {
                problems.add(new Problem(
                        "account.unknown",
                        where,
                        "account “" + line.accountCode() + "”",
                        "a code from the chart of accounts",
                        "Choose an account from the list, or add it to the chart first."));
                continue;
            }
            if (!account.active()) {
                problems.add(new Problem(
                        "account.inactive",
                        where,
                        account.code() + " " + account.name() + ", which is no longer active",
                        "an active account",
                        "Choose another account, or make this one active again."));
            }
            LocalDate held = lockedThrough.get(account.code());
            if (held != null && !entry.date().isAfter(held)) {
                problems.add(new Problem(
                                "mark.held",
                                where,
                                entry.date() + " on " + account.code() + " " + account.name(),
                                "a date after " + held + ", up to which this account is certified or waits for it",
                                "Date the entry after " + held + ", or have that month reopened.")
                        .with("mark", held)
                        .with("account", account.code()));
            }
            checkCurrency(line, account, entry.currency(), where, problems);
            checkTags(line, account, where, problems);
        }
        return List.copyOf(problems);
    }

    /** Both amounts and their rate on a foreign account, save an exchange difference; one amount on all others. */
    private void checkCurrency(
            JournalLine line, LedgerAccount account, CurrencyUnit base, String where, List<Problem> problems) {
        CurrencyUnit own = foreign.get(account.code());
        if (own != null) {
            boolean difference = line.ownMinorUnits() == 0 && line.rate().isEmpty();
            boolean tied = line.rate().isPresent()
                    && ForeignAmount.ties(
                            line.ownMinorUnits(), line.minorUnits(), line.rate().get(), own, base);
            if (!difference && !tied) {
                problems.add(new Problem(
                        "foreign.tie",
                        where,
                        line.rate().isEmpty()
                                ? "one amount on " + account.code() + " " + account.name() + ", which is kept in "
                                        + own.getCode()
                                : "amounts in " + own.getCode() + " and " + base.getCode()
                                        + " that the rate does not tie",
                        "an amount in " + own.getCode() + ", one in " + base.getCode() + " and the rate between them",
                        "Give two of the three."));
            }
        } else if (line.ownMinorUnits() != line.minorUnits() || line.rate().isPresent()) {
            problems.add(new Problem(
                    "currency.wrong",
                    where,
                    "an amount in another currency on " + account.code() + " " + account.name(),
                    "an amount in the company's currency",
                    "Leave the second amount out, or choose the account kept in that currency."));
        }
    }

    private void checkTags(JournalLine line, LedgerAccount account, String where, List<Problem> problems) {
        if (!line.costCentre().isEmpty() && !costCentres.contains(line.costCentre())) {
            problems.add(new Problem(
                    "cost-centre.unknown",
                    where,
                    "cost centre “" + line.costCentre() + "”",
                    "an active cost centre of the company",
                    "Choose one from the list, or add it first."));
        }
        if (!line.taxCode().isEmpty() && !taxCodes.contains(line.taxCode())) {
            problems.add(new Problem(
                    "tax.unknown",
                    where,
                    "tax code “" + line.taxCode() + "”",
                    "an active tax code of the company",
                    "Choose one from the list, or add it first."));
        }
        Control party = parties.get(line.partyId());
        if (account.control() != Control.NONE && account.control() != party) {
            problems.add(new Problem(
                    "party.missing",
                    where,
                    line.partyId().equals(PartyId.NONE)
                            ? "nobody on " + account.code() + " " + account.name()
                            : "somebody else than its kind on " + account.code() + " " + account.name(),
                    account.control().someone() + " of the company's",
                    "Name them; this account is kept item by item."));
        } else if (!line.partyId().equals(PartyId.NONE) && party == null) {
            problems.add(new Problem(
                    "party.unknown",
                    where,
                    "somebody who is not there",
                    "one of the company's",
                    "Choose one from the list."));
        }
    }

    /** @throws RuleViolation with all problems, when there are any */
    public void check(JournalEntry entry, LocalDate businessDate) {
        List<Problem> problems = problems(entry, businessDate);
        if (!problems.isEmpty()) {
            throw new RuleViolation(problems);
        }
    }
}
