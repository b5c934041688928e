package tidemark.core.certificate;

import static tidemark.core.words.Catalogue.say;

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
                        say("certificate.everyConditionToHold"),
                        say("certificate.mendItThenCertify")))
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
                ? say("certificate.isCertified", shortName(in.month().minusMonths(1)))
                : in.month().isBefore(next)
                        ? say("certificate.isCertifiedAlready", name(in.month()))
                        : say("certificate.comesFirst", name(next));
        return new Condition(
                "order",
                holds,
                words,
                say("certificate.certifiedTo", Words.day(in.mark().date())),
                Condition.Place.PREVIOUS_MONTH);
    }

    private static Condition monthOver(Input in) {
        boolean holds = in.today().isAfter(in.month().atEndOfMonth());
        return new Condition(
                "month.over",
                holds,
                holds
                        ? say("month.over.isOver", shortName(in.month()))
                        : say("month.over.isNotOverYet", shortName(in.month())),
                say("month.over.todayIs", Words.day(in.today())),
                Condition.Place.LADDER);
    }

    private static Condition statements(Input in) {
        Reconciliation r = in.reconciliation();
        if (in.statements().isEmpty()) {
            return new Condition(
                    "statements",
                    false,
                    say("certificate.noStatementOfHasBeenRead", shortName(in.month())),
                    say("certificate.aStatementFromToIsNeeded", Words.day(r.from()), Words.day(r.to())),
                    Condition.Place.STATEMENTS);
        }
        LocalDate expectedFrom = null;
        long expectedOpening = 0;
        for (StatementHeader s : in.statements()) {
            if (expectedFrom != null && (!s.from().equals(expectedFrom) || s.openingMinorUnits() != expectedOpening)) {
                return new Condition(
                        "statements",
                        false,
                        say("certificate.aStatementDoesNotFollowOnFrom"),
                        say(
                                "certificate.fromWithExpectedFromWith",
                                Words.day(s.from()),
                                amount(s.openingMinorUnits(), in),
                                Words.day(expectedFrom),
                                amount(expectedOpening, in)),
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
                    say("certificate.theStatementsDoNotCoverTheWhole", shortName(in.month())),
                    say(
                            "certificate.readFromTo",
                            Words.day(in.statements().getFirst().from()),
                            Words.day(in.statements().getLast().to())),
                    Condition.Place.STATEMENTS);
        }
        if (r.bankOpening() != in.previousClosing()) {
            return new Condition(
                    "statements",
                    false,
                    say("certificate.theStatementDoesNotOpenWithThe"),
                    say("certificate.against", amount(r.bankOpening(), in), amount(in.previousClosing(), in)),
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
                adds ? say("certificate.theStatementFollowsOnAndAddsUp") : say("certificate.theStatementDoesNotAddUp"),
                say("certificate.inOut")
                        .formatted(
                                amount(r.bankOpening(), in),
                                amount(moneyIn, in),
                                amount(moneyOut, in),
                                amount(r.bankOpening() + moneyIn - moneyOut, in),
                                adds ? "" : say("certificate.andTheBankSays", amount(r.bankClosing(), in))),
                Condition.Place.STATEMENTS);
    }

    private static Condition lines(Input in, Ladder ladder) {
        int count = ladder.rows().size();
        int open = ladder.openLines();
        long errors = ladder.rows().stream()
                .filter(row -> row.state() == Ladder.State.BANK_ERROR)
                .count();
        String words = open > 0
                ? say(
                        "certificate.ofBankLinesNoExplanation",
                        open,
                        count,
                        open == 1 ? say("certificate.has") : say("certificate.have"))
                : count == 0
                        ? say("certificate.thereAreNoBankLinesToExplain")
                        : say("certificate.allBankLinesAreExplained", count);
        return new Condition(
                "lines.explained",
                open == 0,
                words,
                say("lines.explained.matchedDeclaredBankErrors", count - open - errors, errors),
                Condition.Place.LADDER);
    }

    private static Condition gap(Input in, Proof proof) {
        boolean holds = proof.gap() == 0;
        return new Condition(
                "gap",
                holds,
                holds
                        ? say("certificate.thereIsNoGap")
                        : say("certificate.theTwoSidesAreApart", grouped(proof.gap(), in)),
                say(
                        "certificate.adjustedBankBalanceAdjustedLedgerBalance",
                        amount(proof.adjustedBank(), in),
                        amount(proof.adjustedLedger(), in)),
                Condition.Place.PROOF);
    }

    private static Condition movements(Input in) {
        ProofOfCash.Row apart = ProofOfCash.of(in.reconciliation()).apart();
        boolean holds = apart.isZero();
        return new Condition(
                "movements",
                holds,
                holds ? say("certificate.moneyInAndMoneyOutAgreeToo") : say("certificate.moneyInOrMoneyOutDoesNot"),
                say(
                        "certificate.apartOpeningInOutClosing",
                        amount(apart.opening(), in),
                        amount(apart.in(), in),
                        amount(apart.out(), in),
                        amount(apart.closing(), in)),
                Condition.Place.PROOF);
    }

    private static Condition journal(Input in) {
        long ledger = in.reconciliation().ledgerClosing();
        boolean holds = ledger == in.journalClosing();
        return new Condition(
                "journal",
                holds,
                holds
                        ? say("certificate.theLedgerAgreesWithItsJournal")
                        : say("certificate.theLedgerDoesNotAgreeWithIts"),
                say("certificate.cashEntriesJournal", amount(ledger, in), amount(in.journalClosing(), in)),
                Condition.Place.LEDGER);
    }

    private static Condition preparer(Input in) {
        if (in.preparer().isEmpty()) {
            return new Condition(
                    "preparer",
                    false,
                    say("certificate.nobodyHasPreparedItYet"),
                    say("certificate.onePersonPreparesAnotherCertifies"),
                    Condition.Place.PREPARING);
        }
        Person by = in.preparer().get();
        boolean same =
                in.certifier().isPresent() && in.certifier().get().login().equals(by.login());
        if (same && in.onePerson()) {
            return new Condition(
                    "preparer",
                    true,
                    say("certificate.theSamePersonPreparedItWhichThis"),
                    say("certificate.theCertificateSaysSo", by.name()),
                    Condition.Place.PREPARING);
        }
        return new Condition(
                "preparer",
                !same,
                same ? say("certificate.youPreparedItYourself") : say("certificate.somebodyElsePreparedIt"),
                same ? say("certificate.anotherPersonHasToCertifyIt") : by.name(),
                Condition.Place.PREPARING);
    }

    private static String amount(long minorUnits, Input in) {
        return MinorUnits.report(minorUnits, in.reconciliation().currency());
    }

    private static String grouped(long minorUnits, Input in) {
        return MinorUnits.grouped(minorUnits, in.reconciliation().currency());
    }
}
