package tidemark.app.matching;

import static tidemark.core.words.Catalogue.say;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import org.joda.money.CurrencyUnit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import tidemark.app.access.NotFound;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.ledger.Ledger;
import tidemark.app.ledger.LedgerViews;
import tidemark.app.linebooking.AccountBooks;
import tidemark.app.linebooking.AccountBooksReader;
import tidemark.app.linebooking.LineBooking;
import tidemark.core.ledger.BankLineBooking;
import tidemark.core.ledger.JournalLine;
import tidemark.core.money.AmountStyle;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

/**
 * Books several lines of an account in one step: all of them or none. A trial books what can be booked, keeps nothing, and
 * says of each other line why it cannot.
 */
@Service
class LineSheet {
    private final BankAccounts accounts;
    private final Companies companies;
    private final AccountBooksReader books;
    private final LineBookings bookings;
    private final LedgerViews views;
    private final TransactionTemplate transaction;

    LineSheet(
            BankAccounts accounts,
            Companies companies,
            AccountBooksReader books,
            LineBookings bookings,
            LedgerViews views,
            PlatformTransactionManager transactions) {
        this.accounts = accounts;
        this.companies = companies;
        this.books = books;
        this.bookings = bookings;
        this.views = views;
        this.transaction = new TransactionTemplate(transactions);
    }

    record Row(long lineId, MatchController.Booking booking) {}

    /**
     * What becomes of a line.
     *
     * @param becomes the accounts it is booked on, in words; empty where it is refused
     */
    record SheetOutcome(long lineId, String becomes, List<SheetProblem> problems) {}

    /** Why it is refused, in one sentence. */
    record SheetProblem(String code, String message) {}

    /**
     * What becomes of all.
     *
     * @param refused how many cannot be booked
     * @param in what those that can be booked bring, decimal text
     * @param out what they take
     * @param booked of those that can be booked, taken together
     */
    record SheetOutcomes(List<SheetOutcome> rows, int refused, String in, String out, LedgerViews.BookedView booked) {}

    /** Why a row was refused; the transaction that found it is not kept. */
    private static final class Refused extends RuntimeException {
        private static final long serialVersionUID = 1L;
        private final int row;
        private final transient List<Problem> problems;

        Refused(int row, List<Problem> problems) {
            super(problems.getFirst().message(), null, false, false);
            this.row = row;
            this.problems = problems;
        }
    }

    /** @throws RuleViolation naming each line that is refused; nothing is booked then */
    SheetOutcomes book(long companyId, long accountId, List<Row> rows, String who) {
        try {
            return inOne(companyId, accountId, rows, Map.of(), false, who);
        } catch (Refused first) {
            Map<Integer, List<Problem>> refused = new TreeMap<>();
            trial(companyId, accountId, rows, refused, who);
            refused.putIfAbsent(first.row, first.problems);
            throw new RuleViolation(refused.entrySet().stream()
                    .flatMap(r -> r.getValue().stream()
                            .map(p -> p.at(say(
                                    "matching.lineOfSheet",
                                    r.getKey() + 1,
                                    bookings.title(
                                            accountId, rows.get(r.getKey()).lineId())))))
                    .toList());
        }
    }

    SheetOutcomes trial(long companyId, long accountId, List<Row> rows, String who) {
        return trial(companyId, accountId, rows, new TreeMap<>(), who);
    }

    /**
     * Each refusal begins anew without the line, so that what is shown is what would be booked of the others.
     *
     * @param refused why lines are refused, by their row; what is found is added
     */
    private SheetOutcomes trial(
            long companyId, long accountId, List<Row> rows, Map<Integer, List<Problem>> refused, String who) {
        while (true) {
            try {
                return inOne(companyId, accountId, rows, refused, true, who);
            } catch (Refused one) {
                refused.put(one.row, one.problems);
            }
        }
    }

    private SheetOutcomes inOne(
            long companyId,
            long accountId,
            List<Row> rows,
            Map<Integer, List<Problem>> without,
            boolean preview,
            String who) {
        return transaction.execute(status -> {
            SheetOutcomes out = booked(companyId, accountId, rows, without, preview, who);
            if (preview) {
                status.setRollbackOnly();
            }
            return out;
        });
    }

    private SheetOutcomes booked(
            long companyId,
            long accountId,
            List<Row> rows,
            Map<Integer, List<Problem>> without,
            boolean preview,
            String who) {
        BankAccount seen = accounts.get(companyId, accountId);
        AmountStyle style = companies.get(companyId).amountStyle();
        checkOnce(rows);
        Map<Integer, LineBookings.Request> requests = new LinkedHashMap<>();
        Set<Long> touched = new HashSet<>(seen.settings().purposes().values());
        for (int i = 0; i < rows.size(); i++) {
            if (without.containsKey(i)) {
                continue;
            }
            MatchController.Booking typed = rows.get(i).booking();
            LineBookings.Request request = row(
                    i,
                    () -> bookings.request(
                            seen,
                            typed.kind(),
                            typed.details(),
                            style,
                            typed.party().strip(),
                            typed.text().strip()));
            touched.addAll(row(i, () -> request.chosen().ledgerAccounts(companyId)));
            requests.put(i, request);
        }
        AccountBooks own = books.of(accounts.lockWith(companyId, accountId, touched));
        Map<Integer, LineBooking.Planned> planned = new LinkedHashMap<>();
        requests.forEach((i, request) -> planned.put(
                i,
                row(
                        i,
                        () -> bookings.plan(
                                own, rows.get(i).lineId(), rows.get(i).booking().date(), request))));
        Ledger.Booked all = Ledger.Booked.nothing();
        planned.forEach((i, plan) -> all.add(row(
                i,
                () -> bookings.book(own, rows.get(i).lineId(), Objects.requireNonNull(requests.get(i)), plan, who))));
        return outcomes(own, rows, without, planned, views.booked(companyId, all, preview));
    }

    private SheetOutcomes outcomes(
            AccountBooks own,
            List<Row> rows,
            Map<Integer, List<Problem>> without,
            Map<Integer, LineBooking.Planned> planned,
            LedgerViews.BookedView booked) {
        CurrencyUnit currency = own.account().currency();
        List<SheetOutcome> out = new ArrayList<>();
        for (int i = 0; i < rows.size(); i++) {
            LineBooking.Planned plan = planned.get(i);
            out.add(new SheetOutcome(
                    rows.get(i).lineId(),
                    plan == null ? "" : becomes(own, plan),
                    problems(without.getOrDefault(i, List.of()))));
        }
        BankLineBooking.Moved moved = BankLineBooking.moved(
                planned.values().stream().map(LineBooking.Planned::entry).toList(), own.cashCode());
        return new SheetOutcomes(
                out,
                without.size(),
                MinorUnits.toDecimal(moved.in(), currency),
                MinorUnits.toDecimal(moved.out(), currency),
                booked);
    }

    private static List<SheetProblem> problems(List<Problem> found) {
        return found.stream().map(p -> new SheetProblem(p.code(), p.message())).toList();
    }

    /** The other accounts of the entry: {@code 6810 Bank charges; 1310 Tax paid}. */
    private static String becomes(AccountBooks own, LineBooking.Planned plan) {
        return plan.entry().lines().stream()
                .map(JournalLine::accountCode)
                .filter(code -> !code.equals(own.cashCode()))
                .distinct()
                .map(own::titledByCode)
                .collect(Collectors.joining("; "));
    }

    private static void checkOnce(List<Row> rows) {
        Set<Long> seen = new HashSet<>();
        for (int i = 0; i < rows.size(); i++) {
            if (!seen.add(rows.get(i).lineId())) {
                throw new RuleViolation(
                        "sheet.twice",
                        "bookings",
                        say("sheet.twice.found", i + 1),
                        say("sheet.twice.expected"),
                        say("sheet.twice.remedy"));
            }
        }
    }

    private static <T> T row(int row, Supplier<T> work) {
        try {
            return work.get();
        } catch (RuleViolation refusal) {
            throw new Refused(row, refusal.problems());
        } catch (NotFound gone) {
            throw new Refused(
                    row,
                    List.of(new Problem(
                            "sheet.gone",
                            "",
                            String.valueOf(gone.getMessage()),
                            say("sheet.gone.expected"),
                            say("sheet.gone.remedy"))));
        }
    }
}
