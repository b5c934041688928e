package tidemark.core.ledger;

import static tidemark.core.words.Catalogue.say;

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
                    say("entry.date.far.expected", businessDate.plusDays(MOST_DAYS_AHEAD)),
                    say("entry.date.far.remedy")));
        }
        if (closedMonths.contains(YearMonth.from(entry.date()))) {
            problems.add(new Problem(
                    "period.closed",
                    "date",
                    say("period.closed.found", entry.date(), YearMonth.from(entry.date())),
                    say("period.closed.expected"),
                    say("period.closed.remedy", YearMonth.from(entry.date()))));
        }
        int number = 0;
        for (JournalLine line : entry.lines()) {
            number++;
            String where = say("ledger.line", number);
            LedgerAccount account = accounts.get(line.accountCode());
            if (account == null) {
                problems.add(new Problem(
                        "account.unknown",
                        where,
                        say("account.unknown.found", line.accountCode()),
                        say("account.unknown.expected"),
                        say("account.unknown.remedy")));
                continue;
            }
            if (!account.active()) {
                problems.add(new Problem(
                        "account.inactive",
                        where,
                        say("account.inactive.found", account.code(), account.name()),
                        say("account.inactive.expected"),
                        say("account.inactive.remedy")));
            }
            LocalDate held = lockedThrough.get(account.code());
            if (held != null && !entry.date().isAfter(held)) {
                problems.add(new Problem(
                                "mark.held",
                                where,
                                say("mark.held.found", entry.date(), account.code(), account.name()),
                                say("mark.held.expected2", held),
                                say("mark.held.remedy2", held))
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
                                ? say("foreign.tie.found2", account.code(), account.name(), own.getCode())
                                : say("foreign.tie.found3", own.getCode(), base.getCode()),
                        say("foreign.tie.expected2", own.getCode(), base.getCode()),
                        say("foreign.tie.remedy2")));
            }
        } else if (line.ownMinorUnits() != line.minorUnits() || line.rate().isPresent()) {
            problems.add(new Problem(
                    "currency.wrong",
                    where,
                    say("currency.wrong.found", account.code(), account.name()),
                    say("currency.wrong.expected"),
                    say("currency.wrong.remedy")));
        }
    }

    private void checkTags(JournalLine line, LedgerAccount account, String where, List<Problem> problems) {
        if (!line.costCentre().isEmpty() && !costCentres.contains(line.costCentre())) {
            problems.add(new Problem(
                    "cost-centre.unknown",
                    where,
                    say("cost-centre.unknown.found", line.costCentre()),
                    say("cost-centre.unknown.expected"),
                    say("cost-centre.unknown.remedy")));
        }
        if (!line.taxCode().isEmpty() && !taxCodes.contains(line.taxCode())) {
            problems.add(new Problem(
                    "tax.unknown",
                    where,
                    say("tax.unknown.found", line.taxCode()),
                    say("tax.unknown.expected"),
                    say("tax.unknown.remedy")));
        }
        Control party = parties.get(line.partyId());
        if (account.control() != Control.NONE && account.control() != party) {
            problems.add(new Problem(
                    "party.missing",
                    where,
                    line.partyId().equals(PartyId.NONE)
                            ? say("party.missing.found", account.code(), account.name())
                            : say("party.missing.found2", account.code(), account.name()),
                    say("party.missing.expected", account.control().someone()),
                    say("party.missing.remedy")));
        } else if (!line.partyId().equals(PartyId.NONE) && party == null) {
            problems.add(new Problem(
                    "party.unknown",
                    where,
                    say("party.unknown.found"),
                    say("party.unknown.expected"),
                    say("party.unknown.remedy")));
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
