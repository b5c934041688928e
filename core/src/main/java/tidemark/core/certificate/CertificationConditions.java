package tidemark.core.certificate;

import java.time.LocalDate;
import java.time.YearMonth;
import java.time.format.TextStyle;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;
import tidemark.core.problem.Words;
import tidemark.core.proof.Ladder;
import tidemark.core.proof.Proof;
import tidemark.core.proof.ProofOfCash;
import tidemark.core.proof.Reconciliation;
import tidemark.core.statement.StatementHeader;

/** Checks together everything that must hold before a month of an account is certified. */
public final class CertificationConditions {
    private CertificationConditions() {}

    /**
     * @param month the month to certify
     * @param mark the account's mark as it is
     * @param today the business date; a month is certified when it is over
     * @param statements those that cover the month, in order of their periods
     * @param previousClosing the certified closing balance, or the account's opening balance
     * @param journalClosing the balance of the ledger account from its journal lines, at the month's end
     * @param preparer who prepared the month, if anybody has
     * @param certifier who is about to certify, empty while only looking
     * @param onePerson whether the company lets one person do both
     */
    public record Input(
            YearMonth month,
            Mark mark,
            LocalDate today,
            List<StatementHeader> statements,
            long previousClosing,
            long journalClosing,
            Optional<Person> preparer,
            Optional<Person> certifier,
            boolean onePerson,
            Reconciliation reconciliation) {
        public Input {
            statements = List.copyOf(statements);
        }
    }

    /** All conditions in a fixed order, met or not. Cost: O((lines + entries) log). */
    public static List<Condition> check(Input in) {
        List<Condition> out = new ArrayList<>();
        out.add(order(in));
        out.add(monthOver(in));
        out.add(statements(in));
        Ladder ladder = Ladder.of(in.reconciliation());
        out.add(lines(in, ladder));
        Proof proof = Proof.closing(in.reconciliation());
        out.add(gap(in, proof));
        out.add(movements(in));
        out.add(journal(in));
        out.add(preparer(in));
        return List.copyOf(out);
    }

    /** @throws RuleViolation {@code certify.<code>}, one problem for each condition that does not hold */
    public static void require(List<Condition> conditions) {
        List<Problem> problems = conditions.stream()
                .filter(c -> !c.holds())
                .map(c -> new Problem(
                        "certify." + c.code(),
                        "",
                        c.words() + " (" + c.detail() + ")",
                        "every condition to hold",
                        "Mend it, then certify."))
                .toList();
        if (!problems.isEmpty()) {
            throw new RuleViolation(problems);
        }
    }

    private static String name(YearMonth month) {
        return month.getMonth().getDisplayName(TextStyle.FULL, Locale.ENGLISH) + " " + month.getYear();
    }

    private static String shortName(YearMonth month) {
        return month.getMonth().getDisplayName(TextStyle.FULL, Locale.ENGLISH);
    }

    private static Condition order(Input in) {
        YearMonth next = in.mark().nextMonth();
        boolean holds = next.equals(in.month());
        String words = holds
                ? shortName(in.month().minusMonths(1)) + " is certified"
                : in.month().isBefore(next) ? name(in.month()) + " is certified already" : name(next) + " comes first";
        return new Condition(
                "order", holds, words, "certified to " + Words.day(in.mark().date()), Condition.Place.PREVIOUS_MONTH);
    }

    private static Condition monthOver(Input in) {
        boolean holds = in.today().isAfter(in.month().atEndOfMonth());
        return new Condition(
                "month.over",
                holds,
                holds ? shortName(in.month()) + " is over" : shortName(in.month()) + " is not over yet",
                "today is " + Words.day(in.today()),
                Condition.Place.LADDER);
    }

    private static Condition statements(Input in) {
        Reconciliation r = in.reconciliation();
        if (in.statements().isEmpty()) {
            return new Condition(
                    "statements",
                    false,
                    "No statement of " + shortName(in.month()) + " has been read",
                    "a statement from " + Words.day(r.from()) + " to " + Words.day(r.to()) + " is needed",
                    Condition.Place.STATEMENTS);
        }
        LocalDate expectedFrom = null;
        long expectedOpening = 0;
        for (StatementHeader s : in.statements()) {
            if (expectedFrom != null && (!s.from().equals(expectedFrom) || s.openingMinorUnits() != expectedOpening)) {
                return new Condition(
                        "statements",
                        false,
                        "A statement does not follow on from the one before",
                        "from " + Words.day(s.from()) + " with " + amount(s.openingMinorUnits(), in)
                                + "; expected from " + Words.day(expectedFrom) + " with " + amount(expectedOpening, in),
                        Condition.Place.STATEMENTS);
            }
            expectedFrom = s.to().plusDays(1);
            expectedOpening = s.closingMinorUnits();
        }
        if (in.statements().getFirst().from().isAfter(r.from())
                || in.statements().getLast().to().isBefore(r.to())) {
            return new Condition(
                    "statements",
                    false,
                    "The statements do not cover the whole of " + shortName(in.month()),
                    "read from " + Words.day(in.statements().getFirst().from()) + " to "
                            + Words.day(in.statements().getLast().to()),
                    Condition.Place.STATEMENTS);
        }
        if (r.bankOpening() != in.previousClosing()) {
            return new Condition(
                    "statements",
                    false,
                    "The statement does not open with the last closing balance",
                    amount(r.bankOpening(), in) + " against " + amount(in.previousClosing(), in),
                    Condition.Place.STATEMENTS);
        }
        long moneyIn = 0;
        long moneyOut = 0;
        for (Ladder.Row row : Ladder.of(r).rows()) {
            moneyIn += Math.max(0, row.line().minorUnits());
            moneyOut += Math.max(0, -row.line().minorUnits());
        }
        boolean adds = r.bankOpening() + moneyIn - moneyOut == r.bankClosing();
        return new Condition(
                "statements",
                adds,
                adds ? "The statement follows on and adds up" : "The statement does not add up",
                "%s + %s in − %s out = %s%s"
                        .formatted(
                                amount(r.bankOpening(), in),
                                amount(moneyIn, in),
                                amount(moneyOut, in),
                                amount(r.bankOpening() + moneyIn - moneyOut, in),
                                adds ? "" : ", and the bank says " + amount(r.bankClosing(), in)),
                Condition.Place.STATEMENTS);
    }

    private static Condition lines(Input in, Ladder ladder) {
        int count = ladder.rows().size();
        int open = ladder.openLines();
        long errors = ladder.rows().stream()
                .filter(row -> row.state() == Ladder.State.BANK_ERROR)
                .count();
        String words = open > 0
                ? open + " of " + count + " bank lines " + (open == 1 ? "has" : "have") + " no explanation"
                : count == 0 ? "There are no bank lines to explain" : "All " + count + " bank lines are explained";
        return new Condition(
                "lines.explained",
                open == 0,
                words,
                (count - open - errors) + " matched, " + errors + " declared bank errors",
                Condition.Place.LADDER);
    }

    private static Condition gap(Input in, Proof proof) {
        boolean holds = proof.gap() == 0;
        return new Condition(
                "gap",
                holds,
                holds ? "There is no gap" : "The two sides are " + grouped(proof.gap(), in) + " apart",
                "adjusted bank balance " + amount(proof.adjustedBank(), in) + ", adjusted ledger balance "
                        + amount(proof.adjustedLedger(), in),
                Condition.Place.PROOF);
    }

    private static Condition movements(Input in) {
        ProofOfCash.Row apart = ProofOfCash.of(in.reconciliation()).apart();
        boolean holds = apart.isZero();
        return new Condition(
                "movements",
                holds,
                holds ? "Money in and money out agree too" : "Money in or money out does not agree",
                "apart: opening " + amount(apart.opening(), in) + ", in " + amount(apart.in(), in) + ", out "
                        + amount(apart.out(), in) + ", closing " + amount(apart.closing(), in),
                Condition.Place.PROOF);
    }

    private static Condition journal(Input in) {
        long ledger = in.reconciliation().ledgerClosing();
        boolean holds = ledger == in.journalClosing();
        return new Condition(
                "journal",
                holds,
                holds ? "The ledger agrees with its journal" : "The ledger does not agree with its journal",
                "cash entries " + amount(ledger, in) + ", journal " + amount(in.journalClosing(), in),
                Condition.Place.LEDGER);
    }

    private static Condition preparer(Input in) {
        if (in.preparer().isEmpty()) {
            return new Condition(
                    "preparer",
                    false,
                    "Nobody has prepared it yet",
                    "one person prepares, another certifies",
                    Condition.Place.PREPARING);
        }
        Person by = in.preparer().get();
        boolean same =
                in.certifier().isPresent() && in.certifier().get().login().equals(by.login());
        if (same && in.onePerson()) {
            return new Condition(
                    "preparer",
                    true,
                    "The same person prepared it, which this company allows",
                    by.name() + "; the certificate says so",
                    Condition.Place.PREPARING);
        }
        return new Condition(
                "preparer",
                !same,
                same ? "You prepared it yourself" : "Somebody else prepared it",
                same ? "another person has to certify it" : by.name(),
                Condition.Place.PREPARING);
    }

    private static String amount(long minorUnits, Input in) {
        return MinorUnits.report(minorUnits, in.reconciliation().currency());
    }

    private static String grouped(long minorUnits, Input in) {
        return MinorUnits.grouped(minorUnits, in.reconciliation().currency());
    }
}
